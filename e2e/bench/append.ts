import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { v7 as uuid } from 'uuid';
import type { VisitEvent } from '@juxtameter/core';
import { serverProcess, type ServerProcess } from '../../server/src/testing/server-process';
import { eventMaker, OPENING, scratchFolder, seededFolder } from '../../server/src/testing/test-server';
import { median, percentile, short, type Benchmark, type Row } from './row';

const SINGLE = 1500;
const CLIENTS = 64;
const EACH = 20;
const BATCHES = 60;
const BATCH = 50;
const WARM_UP = 500;

/** Events through HTTP to the disk, beside inserts into the same embedded database with nothing around it. */
export const append: Benchmark = async () => {
  const bare = await bareInserts();
  const folder = await seededFolder();
  const server = await serverProcess(folder);
  try {
    const single = await oneClient(server);
    const many = await manyClients(server);
    const batches = await inBatches(server);
    return rows(bare, single, many, batches);
  } finally {
    await server.kill('SIGINT');
    rmSync(folder, { recursive: true, force: true });
  }
};

interface Measured {
  /** Events a second. */
  readonly rate: number;
  /** Milliseconds of each request. */
  readonly times: readonly number[];
}

function rows(bare: number, single: Measured, many: Measured, batches: Measured): readonly Row[] {
  const ratio = single.rate / bare;
  const p95 = percentile(single.times, 0.95);
  return [
    {
      what: 'bare inserts into the embedded database, one after the other',
      figure: `${short(bare)} a second`,
      budget: 'for comparison',
      numbers: { rate: bare },
    },
    {
      what: 'append one event through HTTP, journal synced, one client: p95',
      figure: `${short(p95)} ms (median ${short(median(single.times))} ms)`,
      budget: 'under 10 ms',
      isMet: p95 < 10,
      numbers: { p95, median: median(single.times) },
    },
    {
      what: 'the same as a rate, beside bare inserts',
      figure: `${short(single.rate)} a second, ${short(ratio)} of bare`,
      budget: 'at least 0.2 of bare',
      isMet: ratio >= 0.2,
      numbers: { rate: single.rate, ratio },
    },
    {
      what: `append, ${CLIENTS} clients at once`,
      figure: `${short(many.rate)} a second, p95 ${short(percentile(many.times, 0.95))} ms`,
      budget: 'no budget',
      numbers: { rate: many.rate, p95: percentile(many.times, 0.95) },
    },
    {
      what: `append in batches of ${BATCH}, one client`,
      figure: `${short(batches.rate)} events a second`,
      budget: 'at least 1,000 a second',
      isMet: batches.rate >= 1000,
      numbers: { rate: batches.rate },
    },
  ];
}

async function bareInserts(): Promise<number> {
  const folder = scratchFolder();
  const database = await PGlite.create(join(folder, 'bare'));
  await database.exec(
    'create table visit_events (seq bigint primary key, id uuid unique, visit uuid, device uuid, device_seq bigint, hash text, document json)',
  );
  const make = eventMaker(uuid());
  const insert = async (seq: number): Promise<void> => {
    const event = make({ type: 'note-added', text: 'streamed' });
    await database.query('insert into visit_events values ($1, $2, $3, $4, $5, $6, $7)', [
      seq,
      event.id,
      event.visit,
      event.device,
      event.deviceSeq,
      'x'.repeat(64),
      JSON.stringify(event),
    ]);
  };
  for (let seq = 1; seq <= WARM_UP; seq += 1) await insert(seq);
  const begun = performance.now();
  for (let seq = 1; seq <= SINGLE; seq += 1) await insert(WARM_UP + seq);
  const rate = (SINGLE / (performance.now() - begun)) * 1000;
  await database.close();
  rmSync(folder, { recursive: true, force: true });
  return rate;
}

async function newVisit(server: ServerProcess): Promise<(count: number) => readonly VisitEvent[]> {
  const id = uuid();
  await server.post('/api/visits', { id, unit: 'mist-line-3' });
  const make = eventMaker(id);
  await server.post(`/api/visits/${id}/events`, { events: [make(OPENING)] });
  return (count) => Array.from({ length: count }, () => make({ type: 'note-added', text: 'streamed' }));
}

async function send(server: ServerProcess, events: readonly VisitEvent[]): Promise<number> {
  const begun = performance.now();
  const response = await server.post(`/api/visits/${events[0]?.visit}/events`, { events });
  if (!response.ok) throw new Error(`refused with ${response.status}`);
  await response.arrayBuffer();
  return performance.now() - begun;
}

async function oneClient(server: ServerProcess): Promise<Measured> {
  const make = await newVisit(server);
  for (let count = 0; count < WARM_UP; count += 1) await send(server, make(1));
  const times: number[] = [];
  const begun = performance.now();
  for (let count = 0; count < SINGLE; count += 1) times.push(await send(server, make(1)));
  return { rate: (SINGLE / (performance.now() - begun)) * 1000, times };
}

async function manyClients(server: ServerProcess): Promise<Measured> {
  const makers = await Promise.all(Array.from({ length: CLIENTS }, () => newVisit(server)));
  const times: number[] = [];
  const begun = performance.now();
  await Promise.all(
    makers.map(async (make) => {
      for (let count = 0; count < EACH; count += 1) times.push(await send(server, make(1)));
    }),
  );
  return { rate: ((CLIENTS * EACH) / (performance.now() - begun)) * 1000, times };
}

async function inBatches(server: ServerProcess): Promise<Measured> {
  const make = await newVisit(server);
  const times: number[] = [];
  const begun = performance.now();
  for (let count = 0; count < BATCHES; count += 1) times.push(await send(server, make(BATCH)));
  return { rate: ((BATCHES * BATCH) / (performance.now() - begun)) * 1000, times };
}
