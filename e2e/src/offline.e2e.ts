import type { Browser, BrowserContext, Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { readyForTheCellar } from './support/cellar';
import { Workspace } from './support/workspace';

// The page is cached by its service worker here; everywhere else it is kept out of the way.
test.use({ serviceWorkers: 'allow' });

async function secondDevice(browser: Browser): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } });
  return { context, page: await context.newPage() };
}

test('a visit begun online goes through a cellar, a reload and a power cut, and is whole on a second device', async ({
  workspace,
  server,
  page,
  browser,
}) => {
  test.setTimeout(120_000);
  await workspace.start();
  await readyForTheCellar(page);
  await workspace.key('Enter', '1', '1', 'Enter');
  await workspace.at('Prove dead at Q1 and X1');
  await expect(workspace.strip).toContainText('Saved on server');
  const address = page.url();

  await server.kill();
  await workspace.proveDead();
  await workspace.key('1');
  await workspace.at('Ohms across control fuse F1');
  await page.goto(address);
  await workspace.at('Ohms across control fuse F1');
  await expect(workspace.strip).toContainText('waiting on this device');
  await workspace.read('0.3', '9.0');
  await workspace.at('Lower cover on, lock off, Q1 on, call mist again.');
  await page.goto(`${address}/report`);
  await expect(page.locator('article')).toContainText('Ohms across control fuse F1');
  const lines = await page.locator('article tbody tr').allInnerTexts();

  await server.resumeAfterPowerCut();
  await page.goto(server.address);
  await expect(page.locator('jx-saved-state')).toContainText('Saved on server', { timeout: 20_000 });
  const other = await secondDevice(browser);
  await other.page.goto(`${address}/report`);
  await expect(other.page.locator('article tbody tr')).toHaveCount(lines.length);
  expect(await other.page.locator('article tbody tr').allInnerTexts()).toEqual(lines);
  await other.context.close();
});

test('with no server a visit is started, walked, reported and found again from a cold page', async ({
  workspace,
  server,
  page,
}) => {
  test.setTimeout(120_000);
  await page.goto(`${server.address}/start?at=mist-line-2`);
  await expect(page.getByRole('button', { name: /Pump contactor does not pull in/ })).toBeVisible();
  await readyForTheCellar(page);
  await server.kill();
  await workspace.start();
  await workspace.toLiveChain();
  await expect(workspace.strip).toContainText('waiting on this device');
  const visit = page.url();

  await page.goto(server.address);
  await expect(page.getByText('these are the visits on this device')).toBeVisible();
  await page.locator('.card', { hasText: 'waiting on this device' }).click();
  await workspace.at('After fuse F1 to return');
  const download = page.waitForEvent('download');
  await page.goto(`${visit}/report`);
  await page.getByRole('button', { name: 'Readings, CSV' }).click();
  expect((await download).suggestedFilename()).toContain('readings.csv');

  // The file of a unit, its history and the look before the meter need no server either.
  await page.goto(`${server.address}/units/mist-line-3`);
  await expect(page.getByText('history as kept on this device')).toBeVisible();
  await expect(page.getByText('Found: Float switch stayed open again.')).toBeVisible();
  await page.getByRole('link', { name: 'Start a visit here' }).click();
  await page.getByRole('button', { name: /Pre-checks/ }).click();
  await expect(page.locator('jx-look-page')).toContainText('History as this device keeps it');
  await page.keyboard.press('Alt+i');
  await page.locator('[data-topic=onset]').getByRole('button', { name: 'gradually' }).click();
  await page.keyboard.press('Escape');
  await expect(workspace.log).toContainText('How it began: gradually');

  await server.resume();
  await page.goto(visit);
  await expect(workspace.strip).toContainText('Saved on server', { timeout: 20_000 });
  const stored = await page.request.get(`${visit.replace('/visits/', '/api/visits/')}`);
  const { events } = (await stored.json()) as { events: { deviceSeq: number; device: string }[] };
  expect(events.length).toBeGreaterThan(20);
});

test('two devices in one visit see each other, and the more cautious state wins', async ({
  workspace,
  page,
  browser,
}) => {
  await workspace.start();
  await workspace.toFuse();
  await expect(workspace.strip).toContainText('Saved on server');
  const other = await secondDevice(browser);
  await other.page.goto(page.url());
  const theirs = new Workspace(other.page, workspace.address);
  await theirs.at('Ohms across control fuse F1');
  await theirs.read('0.3');
  await theirs.at('Ohms of the contactor coil K1');
  await expect(workspace.log).toContainText('0.3 Ω');
  // A page in use is asked before it goes along.
  await expect(page.getByText(/gone on to “Ohms of the contactor coil K1”/)).toBeVisible();
  await workspace.at('Ohms across control fuse F1');
  await page.getByRole('button', { name: 'Go there' }).click();
  await workspace.at('Ohms of the contactor coil K1');
  await other.context.close();
});

test('storage that is switched off is said plainly, and the server keeps everything', async ({ browser, server }) => {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  await context.addInitScript(() => {
    indexedDB.open = () => {
      throw new DOMException('storage is off', 'SecurityError');
    };
  });
  const page = await context.newPage();
  const workspace = new Workspace(page, server.address);
  await workspace.start();
  await expect(workspace.strip).toContainText('This browser keeps nothing');
  await workspace.key('Enter');
  await workspace.at('What does contactor K1 do?');
  await page.reload();
  await workspace.at('What does contactor K1 do?');
  await context.close();
});
