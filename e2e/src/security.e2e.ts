import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { ServerProcess } from './support/server-process';
import { Workspace } from './support/workspace';

const DATA = join(import.meta.dirname, '../../demo/data');
const HOSTILE = '<img src=x onerror=__ran=1><script>__ran=1</script>"\'--><b>&amp;';
/** Fields that hold a person's words; quantities, ids and expressions have grammars of their own. */
const WORDS = new Set(
  'name title text detail why complaint by words rule source sentence note notes where meaning location address serial signal colour revision madeBy number code look commandedBy clearedBy abort proof what page variant gauge2 comment'.split(
    ' ',
  ),
);
const VISIT = '01a20cc0-ed60-7001-8000-00000000dead';

type Json = string | number | boolean | null | Json[] | { [key: string]: Json };

/** Every field of words begins with markup that would tell on itself. */
function poisoned(value: Json, key = ''): Json {
  if (typeof value === 'string') return WORDS.has(key) ? `${HOSTILE}${value}`.slice(0, 190) : value;
  // A list under such a name holds ids.
  if (Array.isArray(value)) return value.map((each) => poisoned(each));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, child]) => [name, poisoned(child, name)]));
}

function demoFile(path: string): Json {
  return JSON.parse(readFileSync(join(DATA, path), 'utf8')) as Json;
}

function hostileFiles(): { name: string; text: string }[] {
  const visit = JSON.stringify(poisoned(demoFile('visits/mist-line-2-half-done.json')));
  const renamed = visit
    .replaceAll('01a20cc0-ed60-7001-8000-000000000000', VISIT)
    .replace(/-7001-8000-(\d{12})/g, '-7002-8000-$1');
  return [
    {
      name: `${HOSTILE.slice(0, 60)}.json`,
      text: JSON.stringify(poisoned(demoFile('unit-models/mist-pump-panel.json'))),
    },
    { name: 'chart.json', text: JSON.stringify(poisoned(demoFile('procedures/pump-contactor-does-not-pull-in.json'))) },
    { name: 'meter.json', text: JSON.stringify(poisoned(demoFile('meters/hand-6000.json'))) },
    { name: 'sites.json', text: JSON.stringify(poisoned(demoFile('sites.json'))) },
    { name: 'visit.json', text: renamed },
  ];
}

async function nothingRan(page: Page, where: string): Promise<void> {
  const found = await page.evaluate(() => ({
    ran: '__ran' in window,
    images: document.querySelectorAll('img[src=x]').length,
    scripts: document.querySelectorAll('script:not([src])').length,
    bold: document.querySelectorAll('main b, article b, li b, h1 b').length,
  }));
  expect(found, where).toEqual({ ran: false, images: 0, scripts: 0, bold: 0 });
}

test('markup in every field of every document stays text on every page', async ({ page }) => {
  test.setTimeout(120_000);
  // A server of its own: what is brought in here stays.
  const server = await ServerProcess.start();
  const workspace = new Workspace(page, server.address);
  const violations: string[] = [];
  page.on('console', (message) => {
    if (/Content Security Policy/i.test(message.text())) violations.push(message.text());
  });
  page.on('dialog', (dialog) => void dialog.dismiss().then(() => violations.push('a dialog')));
  await page.goto(`${workspace.address}/import`);
  await page
    .locator('input[type=file]')
    .setInputFiles(
      hostileFiles().map(({ name, text }) => ({ name, mimeType: 'application/json', buffer: Buffer.from(text) })),
    );
  await expect(page.locator('.items')).toContainText('<img src=x');
  await nothingRan(page, 'import');
  await page.getByRole('button', { name: /^Import all/ }).click();
  await expect(page.getByRole('heading', { name: 'Imported' })).toBeVisible();
  await nothingRan(page, 'brought in');

  const visit = `/visits/${VISIT}`;
  for (const [path, ready] of [
    ['/', '<img src=x'],
    ['/start', '<img src=x'],
    [visit, '<img src=x'],
    [`${visit}/chart`, '<img src=x'],
    [`${visit}/report`, '<img src=x'],
    [`${visit}/intake`, '<img src=x'],
    [`${visit}/lamp`, '<img src=x'],
    [`${visit}/watch`, '<img src=x'],
    ['/units/mist-line-2', '<img src=x'],
    ['/units/mist-line-2/edit', 'What is it?'],
    ['/judge', 'Nothing is kept'],
  ] as const) {
    await page.goto(`${workspace.address}${path}`);
    await expect(page.getByText(ready).first()).toBeVisible();
    await nothingRan(page, path);
  }
  await page.goto(`${workspace.address}${visit}`);
  await expect(workspace.log).toContainText('<img src=x');
  for (const tab of ['Board', 'Chart', 'Notes']) {
    await page.getByRole('tab', { name: tab }).click();
    await nothingRan(page, tab);
  }
  await workspace.key('f');
  await page.locator('input[name=from]').fill(HOSTILE.slice(0, 100));
  await page.locator('input[name=to]').fill(HOSTILE.slice(0, 100));
  await page.locator('input[name=reading]').fill('24');
  await page.keyboard.press('Enter');
  await nothingRan(page, 'free reading');
  await page.keyboard.press('Alt+f');
  await workspace.key('w');
  await nothingRan(page, 'stand back');
  expect(violations).toEqual([]);
  await server.discard();
});

test('the page holds no script of its own and runs none that is put into it', async ({ browser, workspace }) => {
  // In a context of its own: the browser says aloud that it refuses the script.
  const page = await browser.newPage();
  const html = await (await page.request.get(workspace.address)).text();
  expect(html.match(/<script(?![^>]*\ssrc=)[^>]*>/g)).toBeNull();
  expect(html).not.toMatch(/\son\w+=/);
  await page.goto(workspace.address);
  const ran = await page.evaluate(() => {
    const script = document.createElement('script');
    script.textContent = 'window.__ran = 1';
    document.body.append(script);
    return '__ran' in window;
  });
  expect(ran).toBe(false);
  await page.close();
});
