import { rmSync } from 'node:fs';
import { v7 as uuid } from 'uuid';
import { startPostgres } from '../../server/src/testing/postgres';
import { serverProcess, type ServerProcess } from '../../server/src/testing/server-process';
import { eventMaker, OPENING, scratchFolder } from '../../server/src/testing/test-server';
import { median, percentile, short, type Benchmark, type Row } from './row';

const CLIENTS = 64;
const EACH = 30;
const WARM_UP = 5;

/** Entries one by one from many clients, to one server on PostgreSQL and to three; this machine does everything else too. */
export const servers: Benchmark = async () => {
  const rows: Row[] = [];
  for (const count of [1, 3]) rows.push(await measured(count));
  return rows;
};

async function measured(count: number): Promise<Row> {
  const postgres = await startPostgres();
  if (!postgres) throw new Error("PostgreSQL is not there; it comes with Debian's package: apt-get install postgresql");
  const folders = Array.from({ length: count }, () => scratchFolder());
  const running: ServerProcess[] = [];
  try {
    for (const folder of folders) running.push(await serverProcess(folder, { DATABASE_URL: postgres.url('postgres') }));
    const clients = await Promise.all(
      Array.from({ length: CLIENTS }, (_, index) => clientOf(running[index % running.length]!)),
    );
    await Promise.all(clients.map((send) => times(WARM_UP, send)));
    const begun = performance.now();
    const waits = (await Promise.all(clients.map((send) => times(EACH, send)))).flat();
    const rate = (waits.length / (performance.now() - begun)) * 1000;
    return {
      what: `append one by one, ${CLIENTS} clients at once, ${count === 1 ? 'one server' : `${count} servers`} on one PostgreSQL`,
      figure: `${short(rate)} a second, median ${short(median(waits))} ms, p95 ${short(percentile(waits, 0.95))} ms`,
      budget: 'no budget',
      numbers: { rate, median: median(waits), p95: percentile(waits, 0.95) },
    };
  } finally {
    for (const server of running) await server.kill('SIGINT');
    await postgres.stop();
    folders.forEach((folder) => rmSync(folder, { recursive: true, force: true }));
  }
}

async function clientOf(server: ServerProcess): Promise<() => Promise<void>> {
  const visit = uuid();
  const make = eventMaker(visit);
  const post = async (path: string, body: unknown): Promise<void> => {
    const answer = await server.post(path, body);
    if (!answer.ok) throw new Error(`${path} was refused with ${answer.status}`);
    await answer.arrayBuffer();
  };
  await post('/api/visits', { id: visit, unit: 'mist-line-3' });
  await post(`/api/visits/${visit}/events`, { events: [make(OPENING)] });
  return () => post(`/api/visits/${visit}/events`, { events: [make({ type: 'note-added', text: 'streamed' })] });
}

async function times(count: number, task: () => Promise<void>): Promise<readonly number[]> {
  const waits: number[] = [];
  for (let index = 0; index < count; index += 1) {
    const begun = performance.now();
    await task();
    waits.push(performance.now() - begun);
  }
  return waits;
}
