import type { RequestHandler } from 'express';
import { Refusal } from './problem.ts';

/** What this machine calls itself; no other machine's name leads to them. */
const loopback = ['127.0.0.1', 'localhost', '[::1]'];

/**
 * Answers only to its own names: those of loopback with the port that was asked, and those in the settings. A page whose
 * name was bound to our address would otherwise be our own page to the browser (DNS rebinding).
 * @param named further names by which it is reached, as a browser says them: `band.example.org`, `10.0.0.5:4870`
 */
export function ownHostOnly(named: readonly string[]): RequestHandler {
  const known = new Set(named.map((name) => name.toLowerCase()));
  return (request, _response, next) => {
    // RFC 9112, 3.2: a request with two Host lines is malformed; whoever stands between may go by the other one.
    const lines = request.rawHeaders.filter((name, at) => at % 2 === 0 && /^host$/i.test(name));
    if (lines.length !== 1) throw new Refusal('malformed', 'Say Host once.');
    const host = (request.get('Host') ?? '').toLowerCase();
    if (!known.has(host) && !isLoopback(host, request.socket.localPort)) {
      throw new Refusal(
        'wrong-host',
        'The application does not answer to this name. Open it at its own address, or give it the name in ALLOWED_HOSTS.',
      );
    }
    next();
  };
}

function isLoopback(host: string, port: number | undefined): boolean {
  return loopback.some((name) => host === `${name}:${port}` || (port === 80 && host === name));
}
