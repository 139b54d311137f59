import type { IncomingMessage, ServerResponse } from 'node:http';
import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { RequestProblem } from '../request-problem';

/** Headers for every answer. Scripts only from here; styles inline too, since the component library injects them. */
export function securityHeaders(): RequestHandler {
  const headers = headersOf(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Loopback has no TLS to insist on.
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  );
  return (_request, response, next) => {
    for (const [name, value] of headers) response.setHeader(name, value);
    next();
  };
}

/** What a handler sets, which is the same for every request. */
function headersOf(handler: ReturnType<typeof helmet>): ReadonlyMap<string, string> {
  const headers = new Map<string, string>();
  const response: Pick<ServerResponse, 'removeHeader'> & { setHeader(name: string, value: string): void } = {
    setHeader: (name, value) => void headers.set(name, value),
    removeHeader: () => undefined,
  };
  handler({} as IncomingMessage, response as ServerResponse, () => undefined);
  return headers;
}

const LOOPBACK_NAMES: ReadonlySet<string> = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** Refuses requests addressed to another name (DNS rebinding) or sent by another site's page. */
export function sameSiteOnly(): RequestHandler {
  return (request, _response, next) => {
    const host = request.headers.host ?? '';
    if (!LOOPBACK_NAMES.has(nameOf(host))) {
      throw new RequestProblem(421, 'Misdirected request', 'This server answers only to 127.0.0.1 and localhost.');
    }
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `http://${host}`) {
      throw new RequestProblem(403, 'Foreign origin', 'Requests from other pages are refused.');
    }
    // An image or a link of another page carries no origin; the browser tells where it comes from all the same.
    const site = request.headers['sec-fetch-site'];
    if (site !== undefined && !OWN_SITES.has(String(site)) && request.path.startsWith('/api')) {
      throw new RequestProblem(403, 'Foreign origin', 'Requests from other pages are refused.');
    }
    next();
  };
}

/** This page, or the address typed by hand. */
const OWN_SITES: ReadonlySet<string> = new Set(['same-origin', 'none']);

function nameOf(host: string): string {
  return host.replace(/:\d+$/, '');
}
