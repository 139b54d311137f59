import { Router, type Request } from 'express';
import type { Problem } from '@juxtameter/core';
import { isGeneral } from '@juxtameter/contract';
import {
  isAcceptableId,
  meterContract,
  procedureContract,
  siteContract,
  unitContract,
  unitModelContract,
} from '@juxtameter/contract/check';
import type { ImportStore } from '../import/import-store';
import type { LibraryStore } from '../store/library-store';
import { bodyAs, pathPart } from './body';
import { notFound, unacceptable } from '../request-problem';

/** Sites, units and the documents visits are started with. Writes are idempotent: the same content twice is one version. */
export function libraryRoutes(library: LibraryStore, imports: ImportStore): Router {
  const router = Router();
  router.param('id', (_request, _response, next, id: string) => {
    next(isAcceptableId(id) ? undefined : notFound('document by that id'));
  });
  router.get('/library', async (_request, response) => {
    response.json(await library.library());
  });
  router.get('/unit-models/:id', async (request, response) => {
    response.json(await library.unitModel(pathPart(request, 'id')));
  });
  router.get('/procedures/:id', async (request, response) => {
    response.json(await library.procedure(pathPart(request, 'id')));
  });
  router.get('/meters/:id', async (request, response) => {
    response.json(await library.meter(pathPart(request, 'id')));
  });
  router.put('/sites/:id', async (request, response) => {
    const site = withPathId(request, bodyAs(request, siteContract));
    await library.putSite(site);
    response.json(site);
  });
  router.put('/units/:id', async (request, response) => {
    const unit = withPathId(request, bodyAs(request, unitContract));
    await library.putUnit(unit);
    response.json(unit);
  });
  router.put('/unit-models/:id', async (request, response) => {
    const document = withPathId(request, bodyAs(request, unitModelContract));
    refuseErrors(await imports.problemsOf(document));
    response.json(await library.put({ of: 'unit-model', document }));
  });
  router.put('/procedures/:id', async (request, response) => {
    const document = withPathId(request, bodyAs(request, procedureContract));
    // A chart for a kind of unit that is not here is asked for at another address.
    if (!isGeneral(document)) await library.unitModel(document.unitModel);
    refuseErrors(await imports.problemsOf(document));
    response.json(await library.put({ of: 'procedure', document }));
  });
  router.put('/meters/:id', async (request, response) => {
    const document = withPathId(request, bodyAs(request, meterContract));
    response.json(await library.put({ of: 'meter', document }));
  });
  return router;
}

function withPathId<Document extends { readonly id: string }>(request: Request, document: Document): Document {
  const id = pathPart(request, 'id');
  if (document.id === id) return document;
  throw unacceptable('Nothing was stored: the document is addressed by another id.', [
    { path: 'id', message: `is "${document.id}", the address says "${id}"` },
  ]);
}

function refuseErrors(problems: readonly Problem[]): void {
  const errors = problems.filter((problem) => problem.severity === 'error');
  if (errors.length > 0)
    throw unacceptable(
      'Nothing was stored: the document has errors.',
      errors.map(({ path, message }) => ({ path, message })),
    );
}
