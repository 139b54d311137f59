import { HttpErrorResponse, HttpResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject } from '@angular/core';
import {
  catchError,
  concatMap,
  defer,
  firstValueFrom,
  from,
  map,
  switchMap,
  throwError,
  timeout,
  type Observable,
} from 'rxjs';
import { ServerEra } from '../sync/server-era';

/** Every answer of the product's own server carries its version under this name. */
export const MARK = 'Juxtameter';
export const ERA = 'Juxtameter-Era';

/** How long an answer may take, in milliseconds; files that are looked through take as long as they do. */
const PATIENCE = 30_000;
const ENDLESS = /^\/api\/(import|backup)\b/;

/**
 * Believes only what the product's own server answers. A page that asks for a password, a gateway's fault and a server
 * that has another history are all nobody: what waits here goes on waiting. Nothing is stored before it is known
 * which history the server has.
 */
export const ourAnswers: HttpInterceptorFn = (request, next) => {
  if (!request.url.startsWith('/api/')) return next(request);
  const era = inject(ServerEra);
  const agreed = defer(() => era.agreed()).pipe(catchError(() => throwError(() => nobody(request.url))));
  // What is only read is asked for at once, and believed when the history is known; what is stored waits for that.
  const given =
    request.method === 'GET'
      ? defer(() => {
          const known = firstValueFrom(agreed);
          known.catch(() => undefined);
          return next(request).pipe(
            catchError((error: unknown) => from(known).pipe(switchMap(() => throwError(() => error)))),
            concatMap((event) => from(known).pipe(map(() => event))),
          );
        })
      : agreed.pipe(switchMap(() => next(request)));
  const answers = given.pipe(
    map((event) => {
      if (event instanceof HttpResponse && !isOurs(event, era)) throw nobody(request.url);
      return event;
    }),
    catchError((error: unknown) => {
      const isFailure = error instanceof HttpErrorResponse && error.status !== 0;
      return throwError(() => (isFailure && !isOurs(error, era) ? nobody(request.url) : error));
    }),
  );
  return ENDLESS.test(request.url)
    ? answers
    : answers.pipe(timeout({ first: PATIENCE, each: PATIENCE }), asNobody(request.url));
};

function isOurs({ headers }: Pick<HttpResponse<unknown>, 'headers'>, era: ServerEra): boolean {
  const version = headers.get(MARK);
  if (version === null) return false;
  era.version.set(version);
  return era.isStill(headers.get(ERA) ?? '');
}

function asNobody<Value>(url: string): (answers: Observable<Value>) => Observable<Value> {
  return catchError((error: unknown) => throwError(() => (error instanceof HttpErrorResponse ? error : nobody(url))));
}

/** As if no server had answered at all. */
export function nobody(url: string): HttpErrorResponse {
  return new HttpErrorResponse({ status: 0, url });
}
