import { isIPv4, isIPv6 } from 'node:net';
import type { Request, RequestHandler } from 'express';
import { Refusal } from './problem.ts';

/** What this machine calls itself; no other machine's name leads to them. */
const loopback = ['127.0.0.1', 'localhost', '[::1]'];

type WhoAsks = (host: string, request: Request) => boolean;

/**
 * Answers only to its own names: those of loopback with the port that was asked, and those in the settings. A page whose
 * name was bound to our address would otherwise be our own page to the browser (DNS rebinding).
 * @param named further names by which it is reached, as a browser says them: `band.example.org`, `10.0.0.5:4870`
 */
export function ownHostOnly(named: readonly string[]): RequestHandler {
  const known = new Set(named.map((name) => name.toLowerCase()));
  return hostOnly(
    (host, { socket }) => known.has(host) || isLoopback(host, socket.localPort),
    'ALLOWED_HOSTS',
  );
}

/**
 * Answers to addresses by number as well: nobody can bind a name to one, and what is served there opens to whoever has a
 * link's key, and to nobody else.
 * @param named names by which it is reached
 */
export function ownOrNumberedHostOnly(named: readonly string[]): RequestHandler {
  const known = new Set(named.map((name) => name.toLowerCase()));
  return hostOnly(
    (host, { socket }) => known.has(host) || isLoopback(host, socket.localPort) || isNumbered(host),
    'LINKS_URL',
  );
}

function hostOnly(isOurs: WhoAsks, setting: string): RequestHandler {
  return (request, _response, next) => {
    // RFC 9112, 3.2: a request with two Host lines is malformed; whoever stands between may go by the other one.
    const lines = request.rawHeaders.filter((name, at) => at % 2 === 0 && /^host$/i.test(name));
    if (lines.length !== 1) throw new Refusal('malformed', 'Say Host once.');
    const host = (request.get('Host') ?? '').toLowerCase();
    if (!isOurs(host, request)) {
      throw new Refusal(
        'wrong-host',
        `The application does not answer to this name. Open it at its own address, or give it the name in ${setting}.`,
      );
    }
    next();
  };
}

function isLoopback(host: string, port: number | undefined): boolean {
  const isUsual = port === 80 || port === 443;
  return loopback.some((name) => host === `${name}:${port}` || (isUsual && host === name));
}

/** An address in numbers, with or without a port: 192.168.1.20:4871, [fe80::1]:4871. */
function isNumbered(host: string): boolean {
  const address = host.replace(/:\d{1,5}$/, '');
  return isIPv4(address) || (/^\[.*\]$/.test(address) && isIPv6(address.slice(1, -1)));
}
