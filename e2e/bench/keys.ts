import { rmSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { serverProcess } from '../../server/src/testing/server-process';
import { seededFolder } from '../../server/src/testing/test-server';
import { browserOptions } from '../src/support/browser';
import { ChartHands, walkHeatBench } from '../src/support/chart-hands';
import { short, type Benchmark } from './row';

/** What a reading costs beside its digits, over a chart that asks for nearly every kind of expectation. */
export const keys: Benchmark = async () => {
  const folder = await seededFolder();
  const server = await serverProcess(folder);
  const browser = await chromium.launch(browserOptions);
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const hands = new ChartHands(await context.newPage());
    await hands.begin(server.address, 'heat-bench-1', /Heat bench stays cold/);
    const before = hands.keys;
    await walkHeatBench(hands);
    const { readings, digits, asks } = hands;
    const others = hands.keys - before - readings;
    return [
      {
        what: 'keys per reading beside its digits, heat bench by keyboard',
        figure: `${short((hands.keys - before - others) / readings)} (Enter), ${readings} readings of ${short(digits / readings)} digits; ${others} keys for looks and actions, ${asks} asks`,
        budget: 'one Enter',
        isMet: hands.keys - before - others === readings,
        numbers: { readings, digits, others, asks },
      },
    ];
  } finally {
    await browser.close();
    await server.kill('SIGINT');
    rmSync(folder, { recursive: true, force: true });
  }
};
