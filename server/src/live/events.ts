import { may } from '@intervallum/contract';
import type { Request, Response } from 'express';
import type { Scope } from '../db/scope.ts';
import type { Session } from '../http/session.ts';

/** So often, in milliseconds, an open stream says that it lives, and it is looked whether it still may. */
const pulse = 20_000;

/** Up to so many bytes wait for a page that does not take them, as a phone that sleeps; then its line is cut. */
const mostWaiting = 256 * 1024;

/** A stream of events to one page. */
export interface OpenEvents {
  /** @param id by which the page says later up to where it heard; none where that is not needed */
  readonly send: (event: unknown, id?: string) => void;
  /** Looks at once whether the page still may hear. */
  readonly check: () => void;
  readonly end: () => void;
}

/**
 * Begins to answer with server-sent events (WHATWG HTML, 9.2). A stream lives longer than a request: whether who asked may
 * still read is asked again and again, so that who was removed or signed out hears nothing more.
 */
export function openEvents(response: Response, mayStill: () => Promise<boolean>): OpenEvents {
  response
    .status(200)
    .set({
      'Content-Type': 'text/event-stream',
      // Neither kept nor compressed: each line goes out at once.
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    })
    .flushHeaders();
  const write = (text: string) => {
    if (response.writableEnded || response.destroyed) return;
    if (response.writableLength > mostWaiting) response.destroy();
    else response.write(text);
  };
  const end = () => void response.end();
  const check = () => {
    mayStill().then(
      (may) => (may ? write(':\n\n') : end()),
      // The database is away: nothing can be told either, and it is asked again.
      () => write(':\n\n'),
    );
  };
  const timer = setInterval(check, pulse);
  timer.unref();
  response.on('close', () => clearInterval(timer));
  write('retry: 2000\n\n');
  return {
    send: (event, id) =>
      write(`${id === undefined ? '' : `id: ${id}\n`}data: ${JSON.stringify(event)}\n\n`),
    check,
    end,
  };
}

/** Whether who asked is still of the team, and may read there. */
export async function mayStillRead(
  request: Request,
  scope: Scope,
  session: Session,
): Promise<boolean> {
  const now = (await session(request))?.scope;
  return now?.teamId === scope.teamId && now.role !== 'link' && now.role !== 'server'
    ? may(now.role, 'read')
    : false;
}
