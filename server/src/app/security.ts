import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { appAnswers } from '#words/app';
import { RequestFault } from '../problems';

/**
 * Known hosts only (against rebinding), and on writes a matching origin and a JSON content type. Style `unsafe-inline`
 * is accepted because the component library injects its theme; scripts are strict. No HSTS on plain loopback.
 */
export function securityHeaders(): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'none'"],
        'script-src': ["'self'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:'],
        'font-src': ["'self'"],
        'connect-src': ["'self'"],
        'worker-src': ["'self'"],
        'manifest-src': ["'self'"],
        'base-uri': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
      },
    },
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'no-referrer' },
  });
}

export function knownHostsOnly(hosts: ReadonlySet<string>): RequestHandler {
  return (request, _response, next) => {
    next(
      hosts.has((request.headers.host ?? '').toLowerCase())
        ? undefined
        : new RequestFault(421, appAnswers.thisHouseDoesNotAnswer, [
            { field: 'host', message: appAnswers.isNoNameOfThis },
          ]),
    );
  };
}

/** What may be written where, beside JSON. Types that a form of another site could send are not among them. */
const alsoTaken: Readonly<Record<string, readonly string[]>> = {
  '/api/photos': ['image/jpeg', 'image/png'],
  '/api/book/import': ['application/zip'],
};

export function guardedWrites(): RequestHandler {
  return (request, _response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD') {
      next();
      return;
    }
    const { origin, host } = request.headers;
    if (origin !== undefined && origin !== `http://${host ?? ''}` && origin !== `https://${host ?? ''}`)
      next(new RequestFault(403, appAnswers.writesComeFromThisHouses, [{ field: 'origin', message: 'is another' }]));
    else if (!request.is(['application/json', ...(alsoTaken[request.baseUrl + request.path.replace(/\/$/, '')] ?? [])]))
      next(new RequestFault(415, 'Send JSON', [{ field: 'content-type', message: appAnswers.isNotApplicationJson }]));
    else next();
  };
}
