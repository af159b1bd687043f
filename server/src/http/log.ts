import type { RequestHandler } from 'express';
import { pino, type Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Config } from '../config.ts';

export function createLog(level: Config['LOG_LEVEL']): Logger {
  return pino({ level, base: null });
}

/** A path without what opens something: the token of a link is a key. */
export function withoutToken(url: string): string {
  return url.replace(/^(\/s\/|\/api\/shared\/)[^/?]+/, '$1…').replace(/\?.*$/, '');
}

/** A line for every request: what was asked, how it ended, how long it took; nothing of what was sent. */
export function requestLog(log: Logger): RequestHandler {
  return pinoHttp({
    logger: log,
    quietReqLogger: true,
    customLogLevel: (_request, response, error) =>
      error || response.statusCode >= 500 ? 'error' : 'info',
    serializers: {
      req: ({ method, url }: { method: string; url: string }) => ({
        method,
        url: withoutToken(url),
      }),
      res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
    },
  }) as RequestHandler;
}
