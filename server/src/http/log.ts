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

/**
 * What can be written down of a failure: its kind and where it happened, and of a query its statement with numbers in the
 * place of values. Messages are left out, of causes too: they quote what was sent (OWASP, “Logging”: data to exclude).
 */
export function withoutValues(error: unknown): object {
  if (!(error instanceof Error)) return { kind: typeof error };
  const { name, stack = '', cause } = error;
  const said = error as { readonly code?: unknown; readonly query?: unknown };
  const at = stack.split('\n').filter((frame) => /^\s+at /.test(frame));
  return {
    kind: name,
    ...(typeof said.code === 'string' ? { code: said.code } : {}),
    ...(typeof said.query === 'string' ? { query: said.query } : {}),
    at: at.slice(0, 12).map((frame) => frame.trim()),
    ...(cause === undefined ? {} : { cause: withoutValues(cause) }),
  };
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
