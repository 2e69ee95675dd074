import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { ProblemError } from './problem-error.ts';

/** Security headers: everything comes from this server, blobs for pictures and workers. */
export function securityHeaders(secure: boolean): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      directives: {
        'default-src': ["'self'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'media-src': ["'self'", 'blob:'],
        'worker-src': ["'self'", 'blob:'],
        'style-src': ["'self'", "'unsafe-inline'"],
        'font-src': ["'self'"],
        'upgrade-insecure-requests': secure ? [] : null,
      },
    },
    strictTransportSecurity: secure,
  });
}

/**
 * Whether the page a browser says it writes from is at the address it writes to; a program says nothing of the kind.
 */
export function isOwnOrigin(origin: string | undefined, host: string | undefined): boolean {
  return origin === undefined || (URL.canParse(origin) && new URL(origin).host === host);
}

/**
 * A write must come from our own pages: browsers say so in `Sec-Fetch-Site`; programs without it must send JSON, a
 * picture or a piece of a clip, which a foreign form cannot.
 */
export const refuseForeignWrites: RequestHandler = (request, _response, next) => {
  const site = request.get('sec-fetch-site');
  const write = request.method !== 'GET' && request.method !== 'HEAD';
  if (
    write &&
    ((site && site !== 'same-origin' && site !== 'none') || !isOwnOrigin(request.get('origin'), request.host))
  ) {
    throw new ProblemError('cross-site', 'Changes are only taken from the application itself.');
  }
  if (
    write &&
    request.get('content-length') !== '0' &&
    request.get('content-length') &&
    !request.is(['application/json', 'image/*', 'application/offset+octet-stream'])
  ) {
    throw new ProblemError('invalid-request', 'Send JSON, a picture or a piece of a clip.');
  }
  next();
};
