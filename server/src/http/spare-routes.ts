import { Router } from 'express';
import { spareBatchContract } from '@juxtameter/contract/check';
import type { SpareStore } from '../store/spare-store';
import { bodyAs } from './body';

/** Spares in vans and stores. */
export function spareRoutes(spares: SpareStore): Router {
  const router = Router();
  router.get('/spares', async (_request, response) => {
    response.json({ entries: await spares.all() });
  });
  router.post('/spares', async (request, response) => {
    const { entries } = bodyAs(request, spareBatchContract);
    response.json({ stored: await spares.note(entries) });
  });
  return router;
}
