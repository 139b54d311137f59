import express, { Router, type Request } from 'express';
import { MOST_IDS, type VisitQuery } from '@juxtameter/contract';
import { eventBatchContract, startVisitContract, VISIT_EXPORTS } from '@juxtameter/contract/check';
import type { VisitStore } from '../store/visit-store';
import { bodyAs, pathPart } from './body';
import { BODY_LIMIT } from './errors';
import { UUID } from './request-log';
import { notFound, unacceptable } from '../request-problem';

/** The address most requests go to, apart from the others: what stands before it costs every entry. */
export function appendRoute(visits: VisitStore): Router {
  const router = routerOfVisits();
  router.post('/visits/:id/events', express.json({ limit: BODY_LIMIT, strict: true }), async (request, response) => {
    const { events } = bodyAs(request, eventBatchContract);
    response.json(await visits.append(pathPart(request, 'id'), events));
  });
  return router;
}

/** Visits, their logs and what is handed over of them. */
export function visitRoutes(visits: VisitStore): Router {
  const router = routerOfVisits();
  router.get('/visits', async (request, response) => {
    const ids = listed(request.query['ids']);
    if (ids === undefined) response.json(await visits.list(visitQuery(request.query)));
    else response.json({ visits: await visits.summariesOf(acceptedIds(ids)), untold: 0 });
  });
  router.get('/history', async (request, response) => {
    const sites = listed(request.query['sites']) ?? [];
    if (sites.length === 0 || sites.length > MOST_SITES)
      throw unacceptable('Ask for the history of some sites.', [
        { path: 'sites', message: `must name from 1 to ${MOST_SITES} sites, divided by commas` },
      ]);
    response.json(await visits.history(sites));
  });
  router.post('/visits', async (request, response) => {
    response.status(201).json(await visits.start(bodyAs(request, startVisitContract)));
  });
  router.get('/visits/:id', async (request, response) => {
    response.json(await visits.visit(pathPart(request, 'id')));
  });
  router.get('/visits/:id/events', async (request, response) => {
    const after = Number(request.query['after'] ?? 0);
    if (!Number.isSafeInteger(after) || after < 0)
      throw unacceptable('Ask for the events behind one that was seen.', [
        { path: 'after', message: 'must be the order of an event; accepted: 0, 17' },
      ]);
    response.json({ events: await visits.eventsAfter(pathPart(request, 'id'), after) });
  });
  for (const { id, fileName, type, write, nothing } of VISIT_EXPORTS)
    router.get(`/visits/:id/${id}`, async (request, response) => {
      const visit = await visits.visit(pathPart(request, 'id'));
      const missing = nothing?.(visit);
      if (missing !== undefined) throw notFound(missing);
      response.attachment(fileName(visit)).type(type).send(write(visit));
    });
  return router;
}

function routerOfVisits(): Router {
  const router = Router();
  router.param('id', (_request, _response, next, id: string) => {
    next(UUID.test(id) ? undefined : notFound(`visit "${id.slice(0, 60)}"`));
  });
  return router;
}

/** Sites whose history can be asked for at a time. */
const MOST_SITES = 50;

function visitQuery({ search, unit, after, limit }: Request['query']): VisitQuery {
  return {
    ...(typeof search === 'string' ? { search } : {}),
    ...(typeof unit === 'string' ? { unit } : {}),
    ...(typeof after === 'string' ? { after } : {}),
    ...(limit === undefined ? {} : { limit: Number(limit) }),
  };
}

function acceptedIds(ids: readonly string[]): readonly string[] {
  if (ids.length <= MOST_IDS && ids.every((id) => UUID.test(id))) return ids;
  throw unacceptable('Ask for visits by their ids.', [
    { path: 'ids', message: `must be at most ${MOST_IDS} ids of visits, divided by commas` },
  ]);
}

/** The parts of `a,b,c`; undefined where it is not asked for. */
function listed(value: Request['query'][string]): readonly string[] | undefined {
  return typeof value === 'string' ? value.split(',').filter((part) => part !== '') : undefined;
}
