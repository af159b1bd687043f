import type { Request, RequestHandler } from 'express';
import helmet from 'helmet';
import { Refusal } from './problem.ts';

/** Headers that keep a page to itself. Styles are inline because styled-components writes them into the page. */
export const securityHeaders: RequestHandler = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      // The stretcher of recordings is WebAssembly in a file of ours; nothing else is made out of text.
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      // A recording of this device is played from where it is.
      mediaSrc: ["'self'", 'blob:'],
      fontSrc: ["'self'", 'data:'],
      objectSrc: ["'none'"],
      frameAncestors: ["'none'"],
      // The application is served without TLS on loopback.
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: false,
  // Of each of the forty files of a first visit these would be a tenth of a kilobyte: for browsers of long ago, for plug-ins
  // that are no more, for links to elsewhere, of which there are none.
  xDnsPrefetchControl: false,
  xDownloadOptions: false,
  xPermittedCrossDomainPolicies: false,
  xXssProtection: false,
  referrerPolicy: { policy: 'no-referrer' },
});

/** What bodies are sent as: JSON, or the bytes of a file. A form of another site can send neither without asking first. */
export const bodyTypes = { json: 'application/json', file: 'application/octet-stream' } as const;

/**
 * Changes come only from our own pages, as JSON or as bytes: another site's form can send neither. The page that asks has to be of the
 * host that is asked (OWASP, “Cross-Site Request Forgery Prevention”: verifying origin with standard headers); a program
 * that is no browser says nothing of a page.
 */
export const ownChangesOnly: RequestHandler = (request, _response, next) => {
  if (['GET', 'HEAD'].includes(request.method)) return next();
  const site = request.get('Sec-Fetch-Site');
  const isForeign = site && site !== 'same-origin' && site !== 'none';
  const origin = request.get('Origin');
  if (
    isForeign ||
    (origin !== undefined && hostOf(origin) !== request.get('Host')?.toLowerCase())
  ) {
    throw new Refusal(
      'foreign-origin',
      'Changes are taken from this application’s own pages only.',
    );
  }
  if (hasBody(request) && !request.is(Object.values(bodyTypes)))
    throw new Refusal('wrong-type', `Send the body as ${bodyTypes.json}.`);
  // RFC 8259, 8.1: between programs JSON is UTF-8.
  const charset = /charset\s*=\s*"?([^;"\s]+)/i.exec(request.get('Content-Type') ?? '')?.[1];
  if (charset && !/^utf-?8$/i.test(charset))
    throw new Refusal('wrong-type', 'Send the body as UTF-8.');
  next();
};

/** Refuses a body that is not of the one type that a route takes. */
export function onlyBodiesOf(takes: keyof typeof bodyTypes): RequestHandler {
  return (request, _response, next) => {
    if (hasBody(request) && !request.is(bodyTypes[takes]))
      throw new Refusal('wrong-type', `Send the body as ${bodyTypes[takes]}.`);
    next();
  };
}

function hasBody(request: Request): boolean {
  const length = request.get('Content-Length');
  return length !== '0' && length !== undefined;
}

/** The host of a page's origin; null of one that has none, as a page in a sandbox. */
function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}

/** Links are for those who were given them, not for search engines. */
export const noIndex: RequestHandler = (_request, response, next) => {
  response.set('X-Robots-Tag', 'noindex, nofollow');
  response.set('Cache-Control', 'private, no-store');
  next();
};
