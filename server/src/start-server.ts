import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino, type Logger } from 'pino';
import type { DemoData } from '@juxtameter/demo';
import { lockFolder, type FolderLock, type LockOptions } from './folder-lock';
import { describedError } from './http/described-error';
import { createApp } from './http/app';
import { ImportStore } from './import/import-store';
import { RequestProblem } from './request-problem';
import { seedWhenEmpty } from './seed';
import { StartRefused, type Settings } from './settings';
import { isOfTheDisk } from './storage/disk-room';
import { removeDrafts, Storage, type StorageOptions } from './storage/storage';
import { LibraryStore } from './store/library-store';
import { SpareStore } from './store/spare-store';
import { VisitStore } from './store/visit-store';

export interface RunningServer {
  readonly address: string;
  /** What had to be mended in the stored data, in words. */
  readonly notices: readonly string[];
  /** Lets running requests finish, closes the database and gives the folder free. */
  stop(): Promise<void>;
}

export interface StartOptions {
  readonly settings: Settings;
  readonly page: string;
  /** Read only when the database is empty. */
  readonly demo?: () => DemoData;
  /** Made once the folder is ours; silent when missing. */
  readonly logger?: (folder: string) => Logger;
  /** Told when another server has taken the folder over: this one stores nothing any more. */
  readonly onLost?: () => void;
  readonly lockOptions?: LockOptions;
  readonly storageOptions?: StorageOptions;
  /** Milliseconds a sender may take for its headers and for the whole request. */
  readonly patience?: { readonly headersTimeout: number; readonly requestTimeout: number };
}

/** Milliseconds an idle connection is kept: longer than an open page is silent, so that it need not be made anew. */
const KEPT_ALIVE = 65_000;

/** Starts page and API on the data folder. @throws StartRefused with one sentence when it cannot. */
export async function startServer({
  settings,
  page,
  demo,
  logger = () => pino({ level: 'silent' }),
  onLost,
  lockOptions = {},
  storageOptions,
  patience = { headersTimeout: 10_000, requestTimeout: 30_000 },
}: StartOptions): Promise<RunningServer> {
  const lock = await lockFolder(settings.dataDir, { ...(onLost ? { onLost } : {}), ...lockOptions });
  try {
    await removeDrafts(settings.dataDir);
    const storage = await openStorage(settings, lock, storageOptions);
    const log = logger(settings.dataDir);
    storage.notices.forEach((notice) => log.warn(notice));
    const noteTrouble = (error: unknown): void =>
      log.error({ error: describedError(error) }, 'something went wrong beside any request');
    storage.onTrouble(noteTrouble);
    await storage.beginEra().catch((error: unknown) => {
      throw error instanceof RequestProblem ? new StartRefused(error.detail) : error;
    });
    const library = new LibraryStore(storage);
    const visits = new VisitStore(storage, library);
    const spares = new SpareStore(storage);
    if (demo) await seedWhenEmpty(demo, library, visits, storage.photos, spares);
    visits.tellAnew().catch(noteTrouble);
    const imports = new ImportStore(storage, library, visits);
    const app = createApp({ storage, library, visits, spares, imports, logger: log, page });
    // Slow senders are cut off instead of holding a connection for ever.
    const server = createServer(
      { ...patience, connectionsCheckingInterval: patience.headersTimeout / 4, keepAliveTimeout: KEPT_ALIVE },
      app,
    );
    try {
      await listen(server, settings);
    } catch (error) {
      await visits.close();
      await storage.close();
      throw error;
    }
    const { port } = server.address() as AddressInfo;
    const host = settings.host.includes(':') ? `[${settings.host}]` : settings.host;
    const address = `http://${host}:${port}`;
    lock.publish(address);
    storage.checkOn();
    return {
      address,
      notices: storage.notices,
      async stop() {
        await closeServer(server);
        imports.close();
        await visits.close();
        await storage.close();
        lock.release();
      },
    };
  } catch (error) {
    lock.release();
    throw error;
  }
}

async function openStorage(
  { dataDir, databaseUrl }: Settings,
  lock: FolderLock,
  options: StorageOptions = {},
): Promise<Storage> {
  try {
    return await (databaseUrl === undefined ? Storage.embedded(dataDir, lock, options) : Storage.server(databaseUrl));
  } catch (error) {
    if (error instanceof StartRefused || !isOfTheDisk(error)) throw error;
    throw new StartRefused(
      `${dataDir} cannot be written: its disk is full or read only; free some space or set DATA_DIR.`,
    );
  }
}

function listen(server: Server, { host, port }: Settings): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const reason =
        error.code === 'EADDRINUSE'
          ? `Port ${port} on ${host} is in use; stop what uses it or set PORT.`
          : `Cannot listen on ${host}:${port} (${error.code ?? error.message}); set PORT.`;
      reject(new StartRefused(reason));
    });
    server.listen(port, host, resolve);
  });
}

function closeServer(server: Server): Promise<void> {
  return new Promise((resolve) => {
    server.close(() => resolve());
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 2000).unref();
  });
}
