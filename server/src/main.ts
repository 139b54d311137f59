import { join } from 'node:path';
import type { Logger } from 'pino';
import { readDemo } from '@juxtameter/demo';
import { requestLogger } from './request-logger';
import { ROOT } from './places';
import { readSettings, StartRefused } from './settings';
import { startServer } from './start-server';

try {
  const settings = readSettings(process.env, ROOT);
  const logger = (folder: string): Logger => requestLogger(folder, process.env['LOG_LEVEL'] ?? 'info');
  const server = await startServer({
    settings,
    page: join(ROOT, 'dist', 'web', 'browser'),
    demo: readDemo,
    logger,
    onLost: () => {
      process.stderr.write(`Another Juxtameter has taken over ${settings.dataDir}; this one ends.\n`);
      process.exit(1);
    },
  });
  let isStopping = false;
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      if (isStopping) return;
      isStopping = true;
      void server.stop().then(() => process.exit(0));
    });
  }
  server.notices.forEach((notice) => process.stdout.write(`${notice}\n`));
  process.stdout.write(`Juxtameter is ready at ${server.address}\n`);
} catch (error) {
  if (!(error instanceof StartRefused)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exit(1);
}
