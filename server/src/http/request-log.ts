import type { Request, RequestHandler } from 'express';
import type { Logger } from 'pino';

/** One structured line for every API request. */
export function requestLog(logger: Logger): RequestHandler {
  return (request, response, next) => {
    const begun = process.hrtime.bigint();
    response.on('finish', () => {
      const milliseconds = Number(process.hrtime.bigint() - begun) / 1e6;
      logger.info(
        {
          method: request.method,
          path: addressOf(request),
          status: response.statusCode,
          milliseconds: Number(milliseconds.toFixed(1)),
        },
        'request',
      );
    });
    next();
  };
}

/** Any identity of ours. */
export const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** The address as it is declared, with the id of a visit in its place: other parts of it people may have typed. */
function addressOf(request: Request): string {
  const { path } = (request.route ?? {}) as { readonly path?: string };
  if (path === undefined) return 'no such address';
  const { id } = request.params;
  const visit = typeof id === 'string' && UUID.test(id) ? ` ${id}` : '';
  return `${request.baseUrl}${path}${visit}`;
}
