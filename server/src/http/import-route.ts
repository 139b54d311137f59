import { Router } from 'express';
import { importContract } from '@juxtameter/contract/check';
import type { ImportStore } from '../store/import-store';
import { bodyAs } from './body';

/** Documents by file. `?trial` answers what would happen and stores nothing; 422 says that nothing was stored. */
export function importRoute(imports: ImportStore): Router {
  const router = Router();
  router.post('/import', async (request, response) => {
    const isTrial = request.query['trial'] !== undefined;
    const answer = await imports.run(bodyAs(request, importContract), isTrial);
    response.status(isTrial || answer.isDone ? 200 : 422).json(answer);
  });
  return router;
}
