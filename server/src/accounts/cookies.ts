import type { CookieOptions, Request, Response } from 'express';
import { parse } from 'cookie';
import { secretToken } from '@intervallum/contract';
import { sessionDays } from './store.ts';

/**
 * The cookie of a session (OWASP, “Session Management”): no script reads it, no other site sends it, and over TLS it is bound
 * to this host alone (the prefix `__Host-`: RFC 6265bis, 4.1.3.2).
 */
const nameOf = (request: Request) => (request.secure ? '__Host-intervallum' : 'intervallum');

const attributes = (request: Request): CookieOptions => ({
  httpOnly: true,
  sameSite: 'strict',
  secure: request.secure,
  path: '/',
});

/** The key that a browser sends; null where it sends none that could be one. */
export function sessionToken(request: Request): string | null {
  const found = parse(request.get('Cookie') ?? '')[nameOf(request)];
  return secretToken.safeParse(found).data ?? null;
}

/** Has the browser keep a key until its session ends in any case. */
export function giveSession(request: Request, response: Response, token: string): void {
  const maxAge = sessionDays.whole * 24 * 60 * 60_000;
  response.cookie(nameOf(request), token, { ...attributes(request), maxAge });
}

/** Has the browser forget its key. */
export function forgetSession(request: Request, response: Response): void {
  response.clearCookie(nameOf(request), attributes(request));
}
