import { describedError } from './described-error';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Logger } from 'pino';
import { RequestProblem } from '../request-problem';

export const BODY_LIMIT = '1mb';
/** For requests that bring whole documents. */
export const DOCUMENTS_LIMIT = '16mb';

/** Turns whatever went wrong into a problem document; only the unforeseen is logged with its stack. */
export function problemAnswers(logger: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    if (response.headersSent) return next(error);
    const problem = asProblem(error, logger);
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem.toDocument()));
  };
}

/** What an error is told as; only the unforeseen is logged. */
export function asProblem(error: unknown, logger: Logger): RequestProblem {
  if (error instanceof RequestProblem) return error;
  const { type, status } = (typeof error === 'object' && error !== null ? error : {}) as {
    type?: string;
    status?: number;
  };
  if (type === 'entity.too.large')
    return new RequestProblem(
      413,
      'Too large',
      `The request is larger than what is taken here (${BODY_LIMIT}, ${DOCUMENTS_LIMIT} for whole documents, 4 MB for a photo); nothing was stored. Send smaller batches.`,
    );
  if (type === 'entity.parse.failed')
    return new RequestProblem(400, 'Not JSON', 'The request is not JSON; nothing was stored.');
  if (status !== undefined && status >= 400 && status < 500)
    return new RequestProblem(status, 'Bad request', 'The request could not be read; nothing was stored.');
  if (isOutOfReach(error))
    return new RequestProblem(
      503,
      'Database out of reach',
      'The PostgreSQL server is out of reach; nothing was stored.',
    );
  logger.error({ error: describedError(error) }, 'unforeseen error');
  return new RequestProblem(
    500,
    'Internal error',
    'Something went wrong in the server; nothing was stored by halves. The log has the details.',
  );
}

export const noSuchAddress: RequestHandler = (request) => {
  throw new RequestProblem(404, 'Not found', `There is nothing at ${request.method} ${request.path}.`);
};

/** Codes of a connection that failed, and of a server that is going down or coming up (PostgreSQL, appendix A). */
const OUT_OF_REACH: ReadonlySet<string> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOENT',
  'EPIPE',
  'ETIMEDOUT',
  '57P01',
  '57P02',
  '57P03',
  '08006',
]);

/** True where the database was lost, however deep the query builder wrapped it. */
function isOutOfReach(error: unknown): boolean {
  const { code, cause, query, message } = (typeof error === 'object' && error !== null ? error : {}) as {
    code?: unknown;
    cause?: unknown;
    query?: unknown;
    message?: unknown;
  };
  if (typeof code === 'string' && OUT_OF_REACH.has(code) && query === undefined) return true;
  const isLost =
    typeof message === 'string' && /connection (terminated|timeout)|timeout exceeded when trying/i.test(message);
  return isLost || (cause !== undefined && isOutOfReach(cause));
}
