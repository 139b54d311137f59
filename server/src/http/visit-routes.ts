import { Router } from 'express';
import { eventBatchContract, startVisitContract, VISIT_EXPORTS } from '@juxtameter/contract/check';
import type { VisitStore } from '../store/visit-store';
import { bodyAs, pathPart } from './body';
import { UUID } from './request-log';
import { notFound, unacceptable } from '../request-problem';

/** Visits, their logs and what is handed over of them. */
export function visitRoutes(visits: VisitStore): Router {
  const router = Router();
  router.param('id', (_request, _response, next, id: string) => {
    next(UUID.test(id) ? undefined : notFound(`visit "${id.slice(0, 60)}"`));
  });
  router.get('/visits', async (_request, response) => {
    response.json(await visits.list());
  });
  router.get('/history', async (_request, response) => {
    response.json(await visits.history());
  });
  router.post('/visits', async (request, response) => {
    response.status(201).json(await visits.start(bodyAs(request, startVisitContract)));
  });
  router.get('/visits/:id', async (request, response) => {
    response.json(await visits.visit(pathPart(request, 'id')));
  });
  router.post('/visits/:id/events', async (request, response) => {
    const { events } = bodyAs(request, eventBatchContract);
    response.json(await visits.append(pathPart(request, 'id'), events));
  });
  router.get('/visits/:id/events', async (request, response) => {
    const after = Number(request.query['after'] ?? 0);
    if (!Number.isSafeInteger(after) || after < 0)
      throw unacceptable('Ask for the events behind one that was seen.', [
        { path: 'after', message: 'must be the order of an event; accepted: 0, 17' },
      ]);
    response.json({ events: await visits.eventsAfter(pathPart(request, 'id'), after) });
  });
  for (const { id, fileName, type, write } of VISIT_EXPORTS)
    router.get(`/visits/:id/${id}`, async (request, response) => {
      const visit = await visits.visit(pathPart(request, 'id'));
      response.attachment(fileName(visit)).type(type).send(write(visit));
    });
  return router;
}
