import { readFileSync, rmSync } from 'node:fs';
import { serverProcess, type ServerProcess } from '../../server/src/testing/server-process';
import { fillFolder } from '../../server/src/testing/plausible-visits';
import { eventMaker, OPENING, seededFolder } from '../../server/src/testing/test-server';
import { v7 as uuid } from 'uuid';
import { percentile, short, type Benchmark, type Row } from './row';

/** Visits on file: once, four times, sixteen times. */
const SIZES = [100, 400, 1600];
const ASKED = 15;
const APPENDED = 150;

/** A cost that grows by more than this from the smallest to the largest grows with what is stored. */
const STEADY = 2;

interface Figures {
  readonly start: number;
  readonly firstList: number;
  readonly list: number;
  readonly history: number;
  readonly open: number;
  readonly begin: number;
  readonly append: number;
  readonly backupRate: number;
  readonly appendDuringBackup: number;
  readonly memory: number;
}

/** What is asked for again and again, with more and more on file. */
export const scale: Benchmark = async () => {
  const measured: Figures[] = [];
  for (const size of SIZES) {
    measured.push(await measure(size));
  }
  return rows(measured);
};

async function measure(size: number): Promise<Figures> {
  const folder = await seededFolder();
  const ids = await fillFolder(folder, size);
  // What was never told before is told once: that is the first list after an upgrade, not after a start.
  const telling = await serverProcess(folder);
  const firstList = await timed(() => get(telling, '/api/visits'));
  await telling.kill('SIGINT');
  const begun = performance.now();
  const server = await serverProcess(folder);
  const start = performance.now() - begun;
  try {
    const often = async (path: (index: number) => string): Promise<number> => {
      const times: number[] = [];
      for (let index = 0; index < ASKED; index += 1) times.push(await timed(() => get(server, path(index))));
      return percentile(times, 0.95);
    };
    const list = await often(() => '/api/visits');
    const history = await often(() => '/api/history');
    const open = await often((index) => `/api/visits/${ids[(index * 37) % ids.length]}`);
    const begins: number[] = [];
    let visit = '';
    for (let count = 0; count < ASKED; count += 1) {
      visit = uuid();
      begins.push(await timed(() => server.post('/api/visits', { id: visit, unit: 'mist-line-3' })));
    }
    const make = eventMaker(visit);
    const send = (event: object) => server.post(`/api/visits/${visit}/events`, { events: [event] });
    await send(make(OPENING));
    const appends: number[] = [];
    for (let count = 0; count < APPENDED; count += 1)
      appends.push(await timed(() => send(make({ type: 'note-added', text: 'streamed' }))));
    const backup = await backedUp(server, () => timed(() => send(make({ type: 'note-added', text: 'meanwhile' }))));
    return {
      start,
      firstList,
      list,
      history,
      open,
      begin: percentile(begins, 0.95),
      append: percentile(appends, 0.95),
      ...backup,
      memory: memoryOf(server),
    };
  } finally {
    await server.kill('SIGINT');
    rmSync(folder, { recursive: true, force: true });
  }
}

async function backedUp(
  server: ServerProcess,
  append: () => Promise<number>,
): Promise<Pick<Figures, 'backupRate' | 'appendDuringBackup'>> {
  let isDone = false;
  const begun = performance.now();
  const backup = fetch(`${server.address}/api/backup`)
    .then((answer) => answer.arrayBuffer())
    .finally(() => (isDone = true));
  const waits: number[] = [];
  while (!isDone) waits.push(await append());
  const bytes = (await backup).byteLength;
  const seconds = (performance.now() - begun) / 1000;
  return { backupRate: bytes / 1e6 / seconds, appendDuringBackup: Math.max(0, ...waits) };
}

async function get(server: ServerProcess, path: string): Promise<void> {
  await (await fetch(`${server.address}${path}`)).arrayBuffer();
}

async function timed(task: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await task();
  return performance.now() - begun;
}

/** Resident megabytes of the server. */
function memoryOf({ child }: ServerProcess): number {
  const status = readFileSync(`/proc/${child.pid}/status`, 'utf8');
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1000;
}

function rows(measured: readonly Figures[]): readonly Row[] {
  const on = `${SIZES.map((size) => size.toLocaleString('en-GB')).join(', ')} visits`;
  const row = (what: string, key: keyof Figures, unit: string, budget: string, most?: number): Row => {
    const values = measured.map((each) => each[key]);
    const growth = (values.at(-1) ?? 0) / (values[0] ?? 1);
    const isMet = most === undefined ? undefined : Math.max(...values) <= most && growth <= STEADY;
    return {
      what: `${what}, with ${on} on file`,
      figure: `${values.map(short).join(' / ')} ${unit} (${short(growth)} times)`,
      budget,
      ...(isMet === undefined ? {} : { isMet }),
      numbers: Object.fromEntries(values.map((value, index) => [`at${SIZES[index]}`, value])),
    };
  };
  return [
    row('start to the first answer, the database included', 'start', 'ms', 'no growth'),
    row('the first list after an upgrade', 'firstList', 'ms', 'no budget'),
    row('list of all visits: p95', 'list', 'ms', 'under 100 ms, no growth', 100),
    row('history of all units: p95', 'history', 'ms', 'no growth', 200),
    row('opening a visit: p95', 'open', 'ms', 'under 500 ms, no growth', 500),
    row('beginning a visit at a unit: p95', 'begin', 'ms', 'no growth', 100),
    row('append of one event: p95', 'append', 'ms', 'under 10 ms, no growth', 10),
    row('longest append while a backup is made', 'appendDuringBackup', 'ms', 'under 50 ms', 50),
    { ...row('backup, packed, while one appends', 'backupRate', 'MB/s', 'at least 20 MB/s') },
    row('memory of the server', 'memory', 'MB', 'under 600 MB', 600),
  ];
}
