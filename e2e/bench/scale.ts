import { createWriteStream, readFileSync, rmSync } from 'node:fs';
import { Agent, get as httpGet, type IncomingMessage } from 'node:http';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { v7 as uuid } from 'uuid';
import yauzl from 'yauzl';
import { openEmbedded } from '../../server/src/database/open-database';
import { serverProcess, type ServerProcess } from '../../server/src/testing/server-process';
import { fillFolder } from '../../server/src/testing/plausible-visits';
import { eventMaker, OPENING, seededFolder } from '../../server/src/testing/test-server';
import { percentile, short, type Benchmark, type Row } from './row';

/** Entries of each visit. */
const ENTRIES = 100;
const ASKED = 40;
const APPENDED = 300;
/** Entries of the long visit that is opened. */
const LONG = 10_000;
const BATCH = 200;

/** A cost that grows by more than this from the smallest to the largest grows with what is stored. */
const STEADY = 2;

interface Figures {
  readonly database: number;
  readonly start: number;
  readonly firstPage: number;
  readonly search: number;
  readonly history: number;
  readonly open: number;
  readonly openLong: number;
  readonly begin: number;
  readonly append: number;
  readonly firstLoad: number;
  readonly backupRate: number;
  readonly appendDuringBackup: number;
  readonly longestDuringBackup: number;
  readonly memory: number;
}

/** What is asked for again and again, with so many visits on file, four times as many and sixteen times. */
export const scale =
  (largest: number): Benchmark =>
  async () => {
    const sizes = [largest / 16, largest / 4, largest].map(Math.round);
    const measured: Figures[] = [];
    for (const size of sizes) measured.push(await measure(size));
    return rows(sizes, measured);
  };

async function measure(size: number): Promise<Figures> {
  const folder = await seededFolder();
  const agent = new Agent({ keepAlive: true, maxSockets: 4 });
  try {
    const ids = await fillFolder(folder, size, {
      entries: ENTRIES,
      progress: (done) => process.stderr.write(`\rfilling: ${done} of ${size} visits `),
    });
    process.stderr.write('\n');
    const database = await timed(async () => (await openEmbedded(join(folder, 'pglite'))).close());
    const begun = performance.now();
    const server = await serverProcess(folder);
    await fetched(server, agent, '/api/health');
    const start = performance.now() - begun;
    try {
      await checked(server, agent);
      const asked = asking(server, agent, ids, size);
      const long = await longVisit(server);
      const send = (await sender(server)).send;
      for (let count = 0; count < APPENDED / 3; count += 1) await send();
      return {
        database,
        start: start - database,
        firstPage: await asked(() => '/api/visits?limit=100'),
        search: await asked(() => `/api/visits?limit=40&search=number${1 + Math.floor(Math.random() * size)}`),
        history: await asked((count) => `/api/history?sites=site-${count}`),
        open: await asked((count) => `/api/visits/${ids[(count * 37) % ids.length]}`),
        openLong: await asked(() => `/api/visits/${long}`),
        begin: await often(() => server.post('/api/visits', { id: uuid(), unit: 'mist-line-3' })),
        append: await often(send, APPENDED),
        firstLoad: await firstLoad(server, agent),
        ...(await backedUp(folder, server, send)),
        memory: memoryOf(server),
      };
    } finally {
      await server.kill('SIGINT');
    }
  } finally {
    agent.destroy();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Waits until what goes on beside the requests after a start is done. */
async function checked(server: ServerProcess, agent: Agent): Promise<void> {
  const begun = performance.now();
  while ((await fetched(server, agent, '/api/health')).text.includes('checked')) {
    if (performance.now() - begun > 1_200_000) throw new Error('The database was not checked within 20 minutes.');
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  process.stderr.write(`checked within ${((performance.now() - begun) / 1000).toFixed(0)} s\n`);
}

function asking(
  server: ServerProcess,
  agent: Agent,
  ids: readonly string[],
  size: number,
): (path: (count: number) => string) => Promise<number> {
  if (ids.length !== size) throw new Error(`${ids.length} visits were made instead of ${size}`);
  return (path) => often((count) => fetched(server, agent, path(count)));
}

async function longVisit(server: ServerProcess): Promise<string> {
  const { visit, make } = await sender(server);
  for (let count = 0; count < LONG / BATCH; count += 1) {
    const events = Array.from({ length: BATCH }, () => make({ type: 'note-added', text: 'streamed' }));
    await server.post(`/api/visits/${visit}/events`, { events });
  }
  return visit;
}

async function sender(server: ServerProcess) {
  const visit = uuid();
  const make = eventMaker(visit);
  await server.post('/api/visits', { id: visit, unit: 'mist-line-3' });
  await server.post(`/api/visits/${visit}/events`, { events: [make(OPENING)] });
  const send = async (): Promise<void> => {
    const answer = await server.post(`/api/visits/${visit}/events`, {
      events: [make({ type: 'note-added', text: 'streamed' })],
    });
    if (!answer.ok) throw new Error(`refused with ${answer.status}`);
    await answer.arrayBuffer();
  };
  return { visit, make, send };
}

/** Bytes on the wire until a tablet that is new has what it needs. */
async function firstLoad(server: ServerProcess, agent: Agent): Promise<number> {
  let bytes = 0;
  for (const path of ['/api/library', '/api/visits?limit=100']) bytes += (await fetched(server, agent, path)).bytes;
  return bytes / 1000;
}

async function backedUp(
  folder: string,
  server: ServerProcess,
  send: () => Promise<void>,
): Promise<Pick<Figures, 'backupRate' | 'appendDuringBackup' | 'longestDuringBackup'>> {
  const file = join(folder, 'bench-backup.zip');
  let isDone = false;
  const begun = performance.now();
  const backup = new Promise<IncomingMessage>((resolve) => httpGet(`${server.address}/api/backup`, resolve))
    .then((answer) => pipeline(answer, createWriteStream(file)))
    .finally(() => (isDone = true));
  const waits: number[] = [];
  while (!isDone) {
    waits.push(await timed(send));
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  await backup;
  const seconds = (performance.now() - begun) / 1000;
  return {
    backupRate: (await unpackedBytes(file)) / 1e6 / seconds,
    appendDuringBackup: percentile(waits, 0.95),
    longestDuringBackup: Math.max(0, ...waits),
  };
}

function unpackedBytes(file: string): Promise<number> {
  return new Promise((resolve, reject) => {
    yauzl.open(file, { lazyEntries: false }, (error, zip) => {
      if (error) return reject(error);
      let bytes = 0;
      zip.on('entry', (entry: yauzl.Entry) => (bytes += entry.uncompressedSize));
      zip.on('end', () => resolve(bytes));
      zip.on('error', reject);
    });
  });
}

async function often(task: (count: number) => Promise<unknown>, times = ASKED): Promise<number> {
  const taken: number[] = [];
  for (let count = 0; count < times; count += 1) taken.push(await timed(() => task(count)));
  return percentile(taken, 0.95);
}

/** As a browser asks: packed, over a connection that is kept. */
function fetched(
  { address }: ServerProcess,
  agent: Agent,
  path: string,
): Promise<{ readonly bytes: number; readonly text: string }> {
  return new Promise((resolve, reject) => {
    const request = httpGet(`${address}${path}`, { agent, headers: { 'accept-encoding': 'gzip' } }, (answer) => {
      const chunks: Buffer[] = [];
      answer.on('data', (chunk: Buffer) => chunks.push(chunk));
      answer.on('end', () => {
        const body = Buffer.concat(chunks);
        if (answer.statusCode !== 200) reject(new Error(`${path} answered ${answer.statusCode}`));
        else resolve({ bytes: body.length, text: body.length < 2000 ? body.toString() : '' });
      });
    });
    request.on('error', reject);
  });
}

async function timed(task: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await task();
  return performance.now() - begun;
}

/** The most megabytes the server ever had in memory. */
function memoryOf({ child }: ServerProcess): number {
  const status = readFileSync(`/proc/${child.pid}/status`, 'utf8');
  return Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1000;
}

function rows(sizes: readonly number[], measured: readonly Figures[]): readonly Row[] {
  const on = `${sizes.map((size) => size.toLocaleString('en-GB')).join(', ')} visits of ${ENTRIES} entries`;
  const row = (
    what: string,
    key: keyof Figures,
    unit: string,
    budget: string,
    { most = Number.POSITIVE_INFINITY, least = 0, mayGrow = false } = {},
  ): Row => {
    const values = measured.map((each) => each[key]);
    const growth = (values.at(-1) ?? 0) / (values[0] ?? 1);
    const isWithin = Math.max(...values) <= most && Math.min(...values) >= least;
    return {
      what: `${what}, with ${on} on file`,
      figure: `${values.map(short).join(' / ')} ${unit} (${short(growth)} times)`,
      budget: mayGrow ? budget : `${budget}, no growth`,
      isMet: isWithin && (mayGrow || growth <= STEADY),
      numbers: Object.fromEntries(values.map((value, index) => [`at${sizes[index]}`, value])),
    };
  };
  return [
    row('the embedded database opened and closed alone', 'database', 'ms', 'for comparison', { mayGrow: true }),
    row('start to the first answer, beyond that', 'start', 'ms', 'under 3 s', { most: 3000 }),
    row('first page of visits: p95', 'firstPage', 'ms', 'under 100 ms', { most: 100 }),
    row('search: p95', 'search', 'ms', 'under 200 ms', { most: 200 }),
    row('history of a site: p95', 'history', 'ms', 'under 200 ms', { most: 200, mayGrow: true }),
    row('opening a visit: p95', 'open', 'ms', 'under 500 ms', { most: 500 }),
    row(`opening a visit of ${LONG.toLocaleString('en-GB')} entries: p95`, 'openLong', 'ms', 'under 500 ms', {
      most: 500,
    }),
    row('beginning a visit at a unit: p95', 'begin', 'ms', 'under 100 ms', { most: 100 }),
    row('append of one entry: p95', 'append', 'ms', 'under 10 ms', { most: 10 }),
    row('the same while a backup is made', 'appendDuringBackup', 'ms', 'under 50 ms', { most: 50 }),
    row('the longest of these', 'longestDuringBackup', 'ms', 'under 50 ms', { most: 50, mayGrow: true }),
    row('backup, unpacked, while one appends', 'backupRate', 'MB/s', 'at least 20 MB/s', { least: 20, mayGrow: true }),
    row('first load of data, packed', 'firstLoad', 'kB', 'under 300 kB', { most: 300 }),
    row('most memory of the server', 'memory', 'MB', 'under 600 MB', { most: 600 }),
  ];
}
