import { Router, type Response } from 'express';
import type { Logger } from 'pino';
import { importContract } from '@juxtameter/contract/check';
import type { ImportStore, ImportWatch } from '../import/import-store';
import { bodyAs } from './body';
import { asProblem } from './errors';

const LINES = 'application/x-ndjson';

/**
 * Documents by file. `?trial` answers what would happen and stores nothing; 422 says that nothing was stored. Asked for
 * in lines, the answer says first how far it is. Who goes away while it is looked through stops it.
 */
export function importRoute(imports: ImportStore, logger: Logger): Router {
  const router = Router();
  router.post('/import', async (request, response) => {
    const isTrial = request.query['trial'] !== undefined;
    const given = bodyAs(request, importContract);
    const gone = new AbortController();
    response.on('close', () => gone.abort());
    if (request.accepts(['application/json', LINES]) === LINES)
      return inLines(response, logger, (progress) => imports.run(given, isTrial, { progress, stop: gone.signal }));
    const answer = await imports.run(given, isTrial, { progress: () => undefined, stop: gone.signal });
    response.status(isTrial || answer.isDone ? 200 : 422).json(answer);
  });
  return router;
}

/** One line of JSON for every piece of news, and a last one with what it came to. */
async function inLines(
  response: Response,
  logger: Logger,
  task: (progress: ImportWatch['progress']) => Promise<unknown>,
): Promise<void> {
  // Not to be packed: a line that waits for others to be packed with is no news.
  response.status(200).type(LINES).setHeader('Cache-Control', 'no-store, no-transform');
  const say = (line: object): void => void response.write(`${JSON.stringify(line)}\n`);
  try {
    const answer = await task((done, of) => say({ progress: { done, of } }));
    say({ answer });
  } catch (error) {
    say({ problem: asProblem(error, logger).toDocument() });
  }
  response.end();
}
