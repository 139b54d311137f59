import type { RequestHandler } from 'express';
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
          path: request.originalUrl.split('?')[0],
          status: response.statusCode,
          milliseconds: Number(milliseconds.toFixed(1)),
        },
        'request',
      );
    });
    next();
  };
}
