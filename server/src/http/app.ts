import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import type { Logger } from 'pino';
import type { Storage } from '../storage/storage';
import type { ImportStore } from '../import/import-store';
import type { LibraryStore } from '../store/library-store';
import type { SpareStore } from '../store/spare-store';
import type { VisitStore } from '../store/visit-store';
import { version } from '../../../package.json';
import { backupRoute } from './backup-route';
import { BODY_LIMIT, DOCUMENTS_LIMIT, noSuchAddress, problemAnswers } from './errors';
import { importRoute } from './import-route';
import { libraryRoutes } from './library-routes';
import { pageRoutes } from './page';
import { photoRoutes } from './photo-routes';
import { pathPart } from './body';
import { requestLog, UUID } from './request-log';
import { spareRoutes } from './spare-routes';
import { sameSiteOnly, securityHeaders } from './security';
import { appendRoute, visitRoutes } from './visit-routes';

export interface AppParts {
  readonly storage: Storage;
  readonly library: LibraryStore;
  readonly visits: VisitStore;
  readonly spares: SpareStore;
  readonly imports: ImportStore;
  readonly logger: Logger;
  /** Folder of the built page. */
  readonly page: string;
}

/** Page and API in one Express application. */
export function createApp({ storage, library, visits, spares, imports, logger, page }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  // Answers of the API are not stored by anybody: nobody asks whether they changed. The page's files have their own.
  app.disable('etag');
  app.use(marked(storage), securityHeaders(), sameSiteOnly());
  app.use('/api', requestLog(logger), (_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.use('/api', appendRoute(visits));
  app.use(compression());
  // A visit that is begun or brought in carries its documents with it.
  app.use(['/api/visits', '/api/import'], atExactly(express.json({ limit: DOCUMENTS_LIMIT, strict: true })));
  app.use('/api', express.json({ limit: BODY_LIMIT, strict: true }));
  app.get('/api/health', async (_request, response) => {
    const { isWell, ...health } = await storage.health();
    response
      .status(isWell ? 200 : 503)
      .json({ status: isWell ? 'ok' : 'cannot store', product: 'juxtameter', version, ...health });
  });
  app.get('/api/eras/:id', async (request, response) => {
    const id = pathPart(request, 'id');
    const reach = UUID.test(id) ? await storage.reachOf(id) : undefined;
    response.json({ present: storage.era, ...(reach === undefined ? {} : { reach }) });
  });
  app.get('/api/backup', backupRoute(storage));
  app.use(
    '/api',
    libraryRoutes(library, imports),
    visitRoutes(visits),
    photoRoutes(storage.photos),
    spareRoutes(spares),
    importRoute(imports, logger),
    noSuchAddress,
  );
  app.use(pageRoutes(page), noSuchAddress);
  app.use(problemAnswers(logger));
  return app;
}

/** What answers here is this product, in which version and era: a page believes no other answer. */
function marked(storage: Storage): RequestHandler {
  return (_request, response, next) => {
    response.setHeader('Juxtameter', version);
    response.setHeader('Juxtameter-Era', storage.era);
    next();
  };
}

/** Only the address itself, not what lies below it. */
function atExactly(handler: RequestHandler): RequestHandler {
  return (request, response, next) => (request.path === '/' ? void handler(request, response, next) : next());
}
