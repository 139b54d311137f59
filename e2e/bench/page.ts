import { rmSync } from 'node:fs';
import { chromium, type Browser, type Page } from '@playwright/test';
import { serverProcess, type ServerProcess } from '../../server/src/testing/server-process';
import { eventMaker, seededFolder } from '../../server/src/testing/test-server';
import { browserOptions } from '../src/support/browser';
import { HALF_DONE } from '../src/support/demo-visits';
import { Workspace } from '../src/support/workspace';
import { median, percentile, short, type Benchmark, type Row } from './row';

const EVENTS = 500;
const SAMPLES = 60;
const LAYOUTS = 5;

/** What is seen of the page. */
interface Glass {
  readonly words: string;
  readonly width: number;
  readonly height: number;
  readonly isTouched?: boolean;
}

const DESK: Glass = { words: '1280x800', width: 1280, height: 800 };
/** A phone whose on-screen keyboard takes the lower part. */
const KEYBOARD_UP: Glass = { words: 'a phone with its keyboard up, 390x500', width: 390, height: 500, isTouched: true };

/** What is felt in the page, in headless Chromium. */
export const page: Benchmark = async () => {
  const folder = await seededFolder();
  const server = await serverProcess(folder);
  const browser = await chromium.launch(browserOptions);
  try {
    // The first load before there is an open visit of five hundred events, which would be fetched with it.
    const load = await firstLoad(browser, server);
    return [
      await enterToPaint(browser, server, DESK),
      await enterToPaint(browser, server, KEYBOARD_UP),
      load,
      await firstLayout(browser, server),
    ];
  } finally {
    await browser.close();
    await server.kill('SIGINT');
    rmSync(folder, { recursive: true, force: true });
  }
};

async function freshPage(browser: Browser, { width, height, isTouched = false }: Glass = DESK): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width, height },
    hasTouch: isTouched,
    serviceWorkers: 'block',
  });
  return context.newPage();
}

/** A visit at "Ohms across control fuse F1", filled up with notes. */
async function longVisit(opened: Page, server: ServerProcess): Promise<void> {
  const workspace = new Workspace(opened, server.address);
  await workspace.start();
  await opened.waitForFunction(() => document.querySelector('[data-strip=saved]')?.textContent?.includes('Saved'));
  const visit = opened.url().split('/').at(-1) ?? '';
  const make = eventMaker(visit);
  const events = Array.from({ length: EVENTS - 30 }, (_, index) =>
    make({ type: 'note-added', text: `Note ${index}` }, { at: new Date().toISOString() }),
  );
  for (let from = 0; from < events.length; from += 200)
    await server.post(`/api/visits/${visit}/events`, { events: events.slice(from, from + 200) });
  await opened.reload();
  await opened.getByRole('button', { name: /earlier entries/ }).waitFor();
  // Proven after the notes: what another device logs in between leaves no proof standing.
  await workspace.toFuse();
}

declare global {
  interface Window {
    paints: number[];
  }
}

async function enterToPaint(browser: Browser, server: ServerProcess, glass: Glass): Promise<Row> {
  const opened = await freshPage(browser, glass);
  await longVisit(opened, server);
  await opened.evaluate(() => {
    window.paints = [];
    document.addEventListener(
      'keydown',
      (event) => {
        if (event.key !== 'Enter') return;
        const begun = event.timeStamp;
        // The frame callback runs before the paint; a message posted in it is handled after.
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => window.paints.push(performance.now() - begun);
          channel.port2.postMessage(undefined);
        });
      },
      { capture: true },
    );
  });
  const workspace = new Workspace(opened, server.address);
  for (let sample = 0; sample < SAMPLES; sample += 1) {
    // What was shown a moment ago counts for no press.
    await workspace.settled();
    await workspace.read('0.3');
    await workspace.at('Ohms of the contactor coil K1');
    await workspace.key('z');
    await workspace.at('Ohms across control fuse F1');
  }
  const times = (await opened.evaluate(() => window.paints)).slice(5);
  await opened.context().close();
  const p95 = percentile(times, 0.95);
  return {
    what: `Enter to verdict and next step painted, ${EVENTS} events, ${glass.words}: p95`,
    figure: `${short(p95)} ms (median ${short(median(times))} ms)`,
    budget: 'under 50 ms',
    isMet: p95 < 50,
    numbers: { p95, median: median(times) },
  };
}

async function firstLoad(browser: Browser, server: ServerProcess): Promise<Row> {
  const opened = await freshPage(browser);
  const sizes: Promise<number>[] = [];
  opened.on('requestfinished', (request) => {
    sizes.push(
      request.sizes().then(({ responseBodySize, responseHeadersSize }) => responseBodySize + responseHeadersSize),
    );
  });
  await opened.goto(server.address, { waitUntil: 'networkidle' });
  await opened.locator('.card').first().waitFor();
  const bytes = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0);
  await opened.context().close();
  return {
    what: 'first load, transferred and compressed, fonts included',
    figure: `${short(bytes / 1000)} kB in ${sizes.length} answers`,
    budget: 'under 290 kB',
    isMet: bytes < 290_000,
    numbers: { bytes, answers: sizes.length },
  };
}

async function firstLayout(browser: Browser, server: ServerProcess): Promise<Row> {
  const times: number[] = [];
  for (let run = 0; run < LAYOUTS; run += 1) {
    const opened = await freshPage(browser);
    await opened.goto(`${server.address}${HALF_DONE}`);
    await opened.getByRole('tab', { name: 'Chart' }).click();
    const link = opened.getByRole('link', { name: 'Flowchart' });
    const begun = performance.now();
    await link.click();
    await opened.locator('.node.current').waitFor();
    times.push(performance.now() - begun);
    await opened.context().close();
  }
  return {
    what: 'first layout of a chart with 56 steps: from the tap to the picture, engine fetched and started',
    figure: `${short(median(times))} ms`,
    budget: 'no budget',
    numbers: { median: median(times) },
  };
}
