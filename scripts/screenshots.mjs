// Takes the pictures of docs/screenshots from the demo data: `npm run screenshots`, or some of them by name.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browserOptions } from '../e2e/src/support/browser.ts';
import { readBeforePressing } from '../e2e/src/support/read-before-pressing.ts';
import { buildPage, buildServer } from './lib/build.mjs';
import { installPackages, root } from './lib/packages.mjs';

const HALF_DONE = '/visits/01a20cc0-ed60-7001-8000-000000000000';
const FINISHED = '/visits/01a1edad-73d0-7000-8000-000000000000';
const RENEWED = '/visits/01a21bdb-8120-7053-8000-000000000000';
const tablet = { viewport: { width: 1280, height: 800 } };
const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

installPackages();
if (!(await buildPage()) || !(await buildServer())) process.exit(1);
const folder = mkdtempSync(join(tmpdir(), 'juxtameter-pictures-'));
const server = spawn(process.execPath, [join(root, 'dist/server/main.js')], {
  cwd: root,
  env: { ...process.env, DATA_DIR: folder, PORT: '0' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise((resolve) => {
  server.stdout.on('data', (chunk) => {
    const found = /http:\/\/\S+/.exec(String(chunk));
    if (found) resolve(found[0]);
  });
});
const browser = await chromium.launch(browserOptions);

await picture('visits', tablet, '/', async () => {});
await picture('before', tablet, '/start?at=co2-burner-1', async (page) => {
  await lookFirst(page, 'Burner does not fire since the rain');
  await page.keyboard.press('Alt+r');
  await page.locator('jx-tap-pad button').waitFor();
  await page.getByRole('button', { name: /no flame after three tries/ }).click();
  await page.keyboard.press('Escape');
  await page.locator('[data-code]').waitFor();
});
await picture('lamp', tablet, '/start?at=co2-burner-2', async (page) => {
  await lookFirst(page, 'No carbon dioxide');
  await page.keyboard.press('Alt+r');
  await page.locator('jx-tap-pad button').focus();
  for (let round = 0; round < 3; round += 1) {
    for (const pause of [450, 1200, 450, 450, 2500]) {
      await page.keyboard.press(' ');
      await page.waitForTimeout(pause);
    }
  }
});
await picture('watch', tablet, '/start?at=co2-burner-2', watchedCall);
await picture('unit', tablet, '/units/co2-burner-1', async () => {});
await picture('workspace', tablet, HALF_DONE, typed('26.9'));
await picture('workspace-dark', { ...tablet, colorScheme: 'dark' }, HALF_DONE, typed('26.9'));
await picture('workspace-phone', phone, HALF_DONE, typed('26.9'));
await picture('proof-of-dead', tablet, '/start?at=mist-line-3', async (page) => {
  await startVisit(page);
  await page.keyboard.press('Enter');
  for (const key of ['1', '1', 'Enter']) await page.keyboard.press(key);
  for (const text of ['231 / 9.4', '0.1', '0.0']) await read(page, text);
  await page.keyboard.type('0.2');
});
await picture('finding', tablet, HALF_DONE, async (page) => {
  await read(page, '26.9');
  for (const key of ['1', 'Enter', '1']) await page.keyboard.press(key);
});
await picture('supply', tablet, '/start?at=heat-bench-2', async (page) => {
  await page.getByRole('button', { name: /halve its two legs/ }).click();
  await page.locator('jx-step-page h1').waitFor();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt+u');
  await page.locator('jx-supply-page .entry-card').waitFor();
  await page.locator('input[name=reading]').focus();
  for (const text of ['119.4', '0.8', '119.5', '119.1', '0.4']) {
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.type('119.2');
});
await picture('chain', tablet, '/start?at=mist-line-4', async (page) => {
  await page.getByRole('button', { name: /halve the chain/ }).click();
  await page.locator('jx-step-page h1').waitFor();
  await page.keyboard.press('Enter');
  for (const text of ['26.9', '26.7', '0.1']) await read(page, text);
  await page.keyboard.press('Alt+k');
});
await picture('long-watch', tablet, '/start?at=heat-bench-1', async (page) => {
  await startBench(page);
  await jumpTo(page, 'It keeps heating');
  await page.getByRole('button', { name: /The call is on now/ }).click();
  await page.keyboard.press('Alt+v');
  await page.getByRole('button', { name: 'Start watching' }).click();
  const stamp = async (text, pause) => {
    await page.locator('input[name=sample]').fill(text);
    await page.keyboard.press('Enter');
    await page.waitForTimeout(pause);
  };
  await stamp('239.4', 2600);
  await stamp('239.0', 2000);
  await page.getByLabel('Part that is pressed or flexed').selectOption('HB:leg-1b');
  for (const [button, pause] of [
    ['flexed', 600],
    ['Dropped out now', 1500],
    ['It is back', 900],
    ['let go', 1500],
  ]) {
    await page.getByRole('button', { name: button }).click();
    await page.waitForTimeout(pause);
  }
  await stamp('240.2', 1800);
  await stamp('8.4', 1200);
  await stamp('239.8', 1500);
});
await picture('free-visit', tablet, '/start', async (page) => {
  await page.getByText('A machine that is not on file').click();
  await page.getByLabel('Which machine?').fill('Cold-frame misting pump');
  await page.getByLabel('Where?').fill('Fernhollow Nursery, bay 9');
  await page.getByText('Mains, 230 V').click();
  await page.getByText('Control, 24 V').click();
  await page.getByRole('button', { name: 'Start without a chart' }).click();
  for (const [from, to, expects, reading] of [
    ['transformer S1', 'transformer S2', '24 V +20 % -15 %', '26.9'],
    ['float red', 'float blue', 'closed 24 V', '26.4'],
  ]) {
    await page.locator('input[name=from]').fill(from);
    await page.locator('input[name=to]').fill(to);
    await page.locator('input[name=expects]').fill(expects);
    await page.locator('input[name=reading]').fill(reading);
    if (from.startsWith('transformer')) await page.keyboard.press('Enter');
  }
});
await picture('chart', tablet, `${HALF_DONE}/chart`, async (page) => {
  await page.locator('.node.current').waitFor();
});
await picture('chart-proof', tablet, '/charts/pump-contactor-does-not-pull-in/proof', async (page) => {
  await page.getByRole('button', { name: 'Prove this chart' }).click();
  const fault = page.getByRole('button', { name: /^Wire X1·3 to FS1·1 open/ });
  await fault.waitFor({ timeout: 120_000 });
  await fault.click();
  await page.evaluate(() => globalThis.scrollTo(0, 0));
});
await picture('repair', tablet, `${RENEWED}/repair`, async (page) => {
  await page.locator('jx-check-row').first().waitFor();
});
await picture('photos', tablet, `${FINISHED}/photos?photo=2`, async (page) => {
  await page.locator('jx-photo-view img').waitFor();
});
await picture('report', tablet, `${FINISHED}/report`, async () => {});

await browser.close();
server.kill('SIGINT');
server.on('exit', () => rmSync(folder, { recursive: true, force: true }));

async function picture(name, options, path, act) {
  const wanted = process.argv.slice(2);
  if (wanted.length > 0 && !wanted.includes(name)) return;
  const context = await browser.newContext({ colorScheme: 'light', locale: 'en-GB', timezoneId: 'UTC', ...options });
  const page = await context.newPage();
  readBeforePressing(page);
  await page.goto(address + path, { waitUntil: 'networkidle' });
  await act(page);
  await page.waitForTimeout(400);
  await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`) });
  await context.close();
  console.log(`docs/screenshots/${name}.png`);
}

function typed(text) {
  return async (page) => {
    await page.locator('input[name=reading]').fill(text);
  };
}

async function lookFirst(page, complaint) {
  await page.getByPlaceholder('In their words').fill(complaint);
  await page.getByRole('button', { name: /Pre-checks/ }).click();
  await page.locator('jx-look-page h1').waitFor();
}

async function watchedCall(page) {
  await lookFirst(page, 'No carbon dioxide');
  await page.getByRole('link', { name: /Time the sequence/ }).click();
  await page.getByRole('checkbox', { name: /No gas is smelt/ }).check();
  await page.getByRole('button', { name: /Start call/ }).click();
  await page.waitForTimeout(4200);
  await page.getByTestId('seen').click();
  await page.waitForTimeout(2500);
}

async function startVisit(page) {
  await page.getByRole('button', { name: /Pump contactor/ }).click();
  await page.getByRole('button', { name: /Done/ }).waitFor();
}

async function startBench(page) {
  await page.getByRole('button', { name: /Heat bench stays cold/ }).click();
  await page.locator('jx-step-page h1').waitFor();
}

async function jumpTo(page, step) {
  await page.keyboard.press('Alt+c');
  await page.locator('jx-chart-list').getByText(step, { exact: true }).click();
  await page.getByRole('button', { name: 'Go to this step' }).click();
  await page.locator('jx-step-page h1', { hasText: step }).waitFor();
  await page.keyboard.press('Alt+b');
}

async function read(page, text) {
  await page.locator('input[name=reading]').waitFor();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}
