import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Router } from 'express';
import staticFiles from 'express-static-gzip';
import { RequestProblem } from '../request-problem';

/** The built page, as small as the build has packed it. Files with a hash in their name never change; index.html is asked for every time. */
export function pageRoutes(folder: string): Router {
  const router = Router();
  const index = join(folder, 'index.html');
  router.use(
    staticFiles(folder, {
      index: false,
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: {
        setHeaders(response, path) {
          const isHashed = /-[A-Z0-9]{8}\.\w+(\.br)?$/.test(path);
          response.setHeader('Cache-Control', isHashed ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      },
    }),
  );
  router.get('/{*view}', (request, response, next) => {
    const isView = !request.path.startsWith('/api') && !/\.\w+$/.test(request.path);
    if (!isView) return next();
    if (!existsSync(index)) throw new RequestProblem(503, 'Not built', 'The page is not built yet; run npm start.');
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(index);
  });
  return router;
}
