import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { serverProcess } from '../../server/src/testing/server-process';
import { scratchFolder, seededFolder } from '../../server/src/testing/test-server';
import { median, short, type Benchmark } from './row';

const RUNS = 5;
const OPEN_ALONE =
  "import('@electric-sql/pglite').then(async ({ PGlite }) => { const db = await PGlite.create(process.argv[1]); await db.query('select 1'); await db.close(); });";

/** From the command to the first answer on a folder with data, beside what the embedded database takes alone. */
export const startTime: Benchmark = async () => {
  const folder = await seededFolder();
  const alone: number[] = [];
  const whole: number[] = [];
  for (let run = 0; run < RUNS; run += 1) {
    alone.push(await databaseAlone(folder));
    whole.push(await firstAnswer(folder));
  }
  rmSync(folder, { recursive: true, force: true });
  const beyond = median(whole) - median(alone);
  return [
    {
      what: 'server start to first answer on existing data, beyond the embedded database itself',
      figure: `${short(beyond / 1000)} s (${short(median(whole) / 1000)} s in all, ${short(median(alone) / 1000)} s of it the database alone)`,
      budget: 'under 3 s',
      isMet: beyond < 3000,
      numbers: { beyond, whole: median(whole), alone: median(alone) },
    },
  ];
};

async function databaseAlone(folder: string): Promise<number> {
  const copy = scratchFolder();
  cpSync(join(folder, 'pglite'), join(copy, 'pglite'), { recursive: true });
  const begun = performance.now();
  const child = spawn(process.execPath, ['--input-type=module', '-e', OPEN_ALONE, join(copy, 'pglite')], {
    stdio: 'inherit',
  });
  await once(child, 'exit');
  const time = performance.now() - begun;
  rmSync(copy, { recursive: true, force: true });
  return time;
}

async function firstAnswer(folder: string): Promise<number> {
  const begun = performance.now();
  const server = await serverProcess(folder);
  await (await fetch(`${server.address}/api/health`)).arrayBuffer();
  const time = performance.now() - begun;
  await server.kill('SIGINT');
  return time;
}
