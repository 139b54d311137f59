import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import type { Logger } from 'pino';
import type { Storage } from '../storage/storage';
import { ImportStore } from '../store/import-store';
import type { LibraryStore } from '../store/library-store';
import type { VisitStore } from '../store/visit-store';
import { version } from '../../../package.json';
import { backupRoute } from './backup-route';
import { BODY_LIMIT, DOCUMENTS_LIMIT, noSuchAddress, problemAnswers } from './errors';
import { importRoute } from './import-route';
import { libraryRoutes } from './library-routes';
import { pageRoutes } from './page';
import { requestLog } from './request-log';
import { sameSiteOnly, securityHeaders } from './security';
import { visitRoutes } from './visit-routes';

export interface AppParts {
  readonly storage: Storage;
  readonly library: LibraryStore;
  readonly visits: VisitStore;
  readonly logger: Logger;
  /** Folder of the built page. */
  readonly page: string;
}

/** Page and API in one Express application. */
export function createApp({ storage, library, visits, logger, page }: AppParts): Express {
  const imports = new ImportStore(storage, library, visits);
  const app = express();
  app.disable('x-powered-by');
  app.use(securityHeaders(), sameSiteOnly(), compression());
  app.use('/api', requestLog(logger), (_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  // A visit that is begun or brought in carries its documents with it.
  app.use(['/api/visits', '/api/import'], atExactly(express.json({ limit: DOCUMENTS_LIMIT, strict: true })));
  app.use('/api', express.json({ limit: BODY_LIMIT, strict: true }));
  app.get('/api/health', async (_request, response) => {
    const { isWell, ...health } = await storage.health();
    response
      .status(isWell ? 200 : 503)
      .json({ status: isWell ? 'ok' : 'cannot store', product: 'juxtameter', version, ...health });
  });
  app.get('/api/backup', backupRoute(storage));
  app.use('/api', libraryRoutes(library), visitRoutes(visits), importRoute(imports), noSuchAddress);
  app.use(pageRoutes(page), noSuchAddress);
  app.use(problemAnswers(logger));
  return app;
}

/** Only the address itself, not what lies below it. */
function atExactly(handler: RequestHandler): RequestHandler {
  return (request, response, next) => (request.path === '/' ? void handler(request, response, next) : next());
}
