import { spawn, spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { Client } from 'pg';

/** A PostgreSQL server of Debian's package, on a socket in a folder of its own. */
export interface PostgresServer {
  /** Address of one of its databases. */
  url(database: string): string;
  stop(): Promise<void>;
}

const PACKAGES = '/usr/lib/postgresql';

/** Folder of the newest installed server's programs; undefined when the package is not there. */
export function postgresPrograms(): string | undefined {
  if (!existsSync(PACKAGES)) return undefined;
  const newest = readdirSync(PACKAGES).sort((a, b) => Number(b) - Number(a))[0];
  const programs = newest === undefined ? undefined : join(PACKAGES, newest, 'bin');
  return programs !== undefined && existsSync(join(programs, 'initdb')) ? programs : undefined;
}

/** Starts a server that keeps nothing beyond its life; undefined when the package is not there. */
export async function startPostgres(): Promise<PostgresServer | undefined> {
  const programs = postgresPrograms();
  if (programs === undefined) return undefined;
  const folder = mkdtempSync(join(tmpdir(), 'juxtameter-postgres-'));
  const user = ordinaryUser();
  if (user) chownSync(folder, user.uid, user.gid);
  const data = join(folder, 'data');
  const made = spawnSync(join(programs, 'initdb'), ['-D', data, '-U', 'spec', '-A', 'trust', '-N'], {
    ...user,
    encoding: 'utf8',
  });
  if (made.status !== 0) throw new Error(`initdb failed: ${made.stderr}`);
  const server = spawn(join(programs, 'postgres'), ['-D', data, '-k', folder, '-c', 'listen_addresses=', '-F'], {
    ...user,
    stdio: 'ignore',
  });
  const url = (database: string): string =>
    `postgresql://spec@localhost/${database}?host=${encodeURIComponent(folder)}`;
  await answers(url('postgres'));
  return {
    url,
    async stop() {
      const gone = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGINT');
      await gone;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** PostgreSQL refuses to run as root: the package's own user does instead. */
function ordinaryUser(): { readonly uid: number; readonly gid: number } | undefined {
  if (process.getuid?.() !== 0) return undefined;
  const id = (flag: string): number => Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout);
  return { uid: id('-u'), gid: id('-g') };
}

async function answers(url: string): Promise<void> {
  for (let attempt = 0; attempt < 100; attempt += 1) {
    const client = new Client({ connectionString: url });
    try {
      await client.connect();
      await client.end();
      return;
    } catch {
      await wait(100);
    }
  }
  throw new Error('PostgreSQL did not come up within 10 s.');
}

let databases = 0;

/** A new empty database on the server the specs were told to use; undefined when they use the embedded one. */
export async function freshDatabaseUrl(): Promise<string | undefined> {
  const admin = process.env['TEST_DATABASE_URL'];
  if (admin === undefined) return undefined;
  databases += 1;
  const name = `spec_${process.pid}_${databases}`;
  const client = new Client({ connectionString: admin });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  const url = new URL(admin);
  url.pathname = `/${name}`;
  return url.href;
}
