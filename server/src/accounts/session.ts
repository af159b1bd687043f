import bowser from 'bowser';
import type { Request } from 'express';
import type { Database } from '../db/database.ts';
import type { Session } from '../http/session.ts';
import { sessionToken } from './cookies.ts';
import type { From } from './service.ts';
import { sessionFound } from './store.ts';
import { hashOf } from './tokens.ts';

/** Says who asks by the cookie of their session, looked up anew for each request: one that was ended opens nothing more. */
export function cookieSession(database: Database): Session {
  return async (request) => {
    const token = sessionToken(request);
    return token === null ? null : sessionFound(database, hashOf(token));
  };
}

/** Where a request comes from, for what is written down of it. Its host was checked: it is a name of ours. */
export function fromOf(request: Request): From {
  return {
    place: request.ip ?? '',
    device: deviceOf(request.get('User-Agent') ?? ''),
    before: sessionToken(request),
    pages: `${request.protocol}://${request.get('Host') ?? ''}`,
  };
}

/** What a browser says of itself, in two words; empty of a program that says nothing that is known. */
function deviceOf(agent: string): string {
  if (agent === '') return '';
  const { browser, os } = bowser.parse(agent);
  return [browser.name, os.name].filter(Boolean).join(', ').slice(0, 60);
}
