import { readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from '@playwright/test';
import type { EventBody } from '@juxtameter/core';
import { jpeg, sha256 } from '../../server/src/testing/pictures';
import { serverProcess, type ServerProcess } from '../../server/src/testing/server-process';
import { eventMaker, seededFolder } from '../../server/src/testing/test-server';
import { browserOptions } from '../src/support/browser';
import { FINISHED, HALF_DONE } from '../src/support/demo-visits';
import { median, short, type Benchmark, type Row } from './row';

/** Photos of the visit that is opened, and on the paper; bytes of each as a camera's comes out. */
const [MANY, ON_PAPER, BYTES] = [200, 20, 300_000];
/** Readings on the paper. */
const READINGS = 60;
const OPENINGS = 5;

/** What photos cost: a visit that has two hundred, the room they take, a paper with twenty. */
export const photos: Benchmark = async () => {
  const folder = await seededFolder();
  const server = await serverProcess(folder);
  const browser = await chromium.launch(browserOptions);
  try {
    const without = await opening(browser, server);
    const pictures = Array.from({ length: MANY }, (_, number) => jpeg(number, BYTES));
    for (const picture of pictures) await put(server, picture);
    await log(server, HALF_DONE, pictures.map(taken));
    const withMany = await opening(browser, server);
    const stored = sizeOf(join(folder, 'photos'));
    return [
      {
        what: `opening a visit at its step, ${MANY} photos of ${BYTES / 1000} kB, beside none`,
        figure: `${short(withMany)} ms, ${short(without)} ms`,
        budget: 'not twice as long',
        isMet: withMany < 2 * without,
        numbers: { withMany, without },
      },
      {
        what: `room of ${MANY} photos on the server, beside their bytes`,
        figure: `${short(stored / 1e6)} MB, ${short((MANY * BYTES) / 1e6)} MB`,
        budget: 'no budget',
        numbers: { stored },
      },
      await paper(browser, server),
    ];
  } finally {
    await browser.close();
    await server.kill('SIGINT');
    rmSync(folder, { recursive: true, force: true });
  }
};

async function put({ address }: ServerProcess, picture: Buffer): Promise<void> {
  await fetch(`${address}/api/photos/${sha256(picture)}`, {
    method: 'PUT',
    headers: { 'content-type': 'image/jpeg' },
    body: new Uint8Array(picture),
  });
}

function taken(picture: Buffer): EventBody {
  return { type: 'photo-taken', photo: sha256(picture), width: 8, height: 6, bytes: picture.length };
}

async function log(server: ServerProcess, visit: string, bodies: readonly EventBody[]): Promise<void> {
  const id = visit.split('/').at(-1) ?? '';
  const make = eventMaker(id);
  const events = bodies.map((body) => make(body, { at: new Date().toISOString() }));
  for (let from = 0; from < events.length; from += 200)
    await server.post(`/api/visits/${id}/events`, { events: events.slice(from, from + 200) });
}

async function opening(browser: Browser, server: ServerProcess): Promise<number> {
  const times: number[] = [];
  for (let run = 0; run < OPENINGS; run += 1) {
    const opened = await freshPage(browser);
    const begun = performance.now();
    await opened.goto(`${server.address}${HALF_DONE}`);
    await opened.locator('jx-step-page h1').waitFor();
    times.push(performance.now() - begun);
    await opened.context().close();
  }
  return median(times);
}

/** The evidence of the finished demo visit, with readings and photos added until there are enough. */
async function paper(browser: Browser, server: ServerProcess): Promise<Row> {
  const picture = readFileSync('demo/data/photos/board.jpg');
  const reading = (number: number): EventBody => ({
    type: 'reading-taken',
    function: 'ac-voltage',
    from: 'X1·3',
    to: 'X1·8',
    text: `${20 + number / 10}`,
    judgement: { verdict: 'cannot-judge', sentence: '', rules: '1' } as never,
    grade: 'measured',
  });
  await put(server, picture);
  await log(server, FINISHED, [
    { type: 'visit-reopened', reason: 'to be measured' },
    ...Array.from({ length: READINGS - 20 }, (_, number) => reading(number)),
    ...Array.from({ length: ON_PAPER }, () => ({ ...taken(picture), width: 1200, height: 900 }) as EventBody),
  ]);
  const opened = await freshPage(browser);
  await opened.goto(`${server.address}${FINISHED}/report`);
  const button = opened.getByRole('button', { name: 'Evidence, PDF' });
  await button.waitFor();
  const times: number[] = [];
  let bytes = 0;
  for (let run = 0; run < OPENINGS; run += 1) {
    const begun = performance.now();
    const [file] = await Promise.all([opened.waitForEvent('download'), button.click()]);
    times.push(performance.now() - begun);
    bytes = statSync(await file.path()).size;
    await button.and(opened.locator(':enabled')).waitFor();
  }
  await opened.context().close();
  const first = times[0] ?? Number.NaN;
  return {
    what: `a paper of ${READINGS} readings and more than ${ON_PAPER} photos as PDF, from the tap to the file: the first, median`,
    figure: `${short(first)} ms, ${short(median(times))} ms; ${short(bytes / 1e6)} MB`,
    budget: 'under 3 s',
    isMet: first < 3000,
    numbers: { first, median: median(times), bytes },
  };
}

async function freshPage(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  return context.newPage();
}

function sizeOf(folder: string): number {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .reduce((sum, { parentPath, name }) => sum + statSync(join(parentPath, name)).size, 0);
}
