import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { readyForTheCellar } from './support/cellar';

// The page is cached by its service worker here, as on a tablet.
test.use({ serviceWorkers: 'allow' });

const BOARD = readFileSync('demo/data/photos/board.jpg');

const file = (name: string, buffer: Buffer = BOARD, mimeType = 'image/jpeg') => ({ name, mimeType, buffer });

/** Another picture for every number: a comment is left out, so a line is drawn into the page's own canvas instead. */
async function pictures(page: Page, count: number): Promise<ReturnType<typeof file>[]> {
  const all = await page.evaluate(async (many) => {
    const made: string[] = [];
    for (let number = 0; number < many; number += 1) {
      const canvas = new OffscreenCanvas(320, 240);
      const context = canvas.getContext('2d');
      context?.fillText(`photo ${number}`, 40, 40);
      context?.fillRect(number * 4, 100, 3, 40);
      const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg' })).arrayBuffer());
      made.push(btoa(String.fromCharCode(...bytes)));
    }
    return made;
  }, count);
  return all.map((text, number) => file(`${number}.jpg`, Buffer.from(text, 'base64')));
}

test('photos taken in a cellar survive a reload, reach the server when it is back, and a second device', async ({
  workspace,
  server,
  page,
  browser,
}) => {
  test.setTimeout(150_000);
  await workspace.start();
  await readyForTheCellar(page);
  await expect(workspace.strip).toContainText('Saved on server');
  const visit = page.url();
  await server.kill();

  await page
    .locator('jx-step-page')
    .getByLabel(/^Photo/)
    .setInputFiles(file('camera.jpg'));
  await page.locator('jx-visit-log').getByText('Photo', { exact: true }).waitFor();
  await page.goto(`${visit}/photos`);
  await expect(page.locator('jx-photo-view img')).toBeVisible();
  await expect(page.locator('jx-photo-view')).toContainText('at “Set the house controller');
  await page.getByLabel('What it shows').fill('the whole panel');
  await page.getByRole('radio', { name: 'as found' }).click();
  await page.getByLabel('Take a photo').setInputFiles(await pictures(page, 3));
  await expect(page.getByRole('heading', { name: '4 photos' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: '4 photos' })).toBeVisible();
  await expect(page.locator('jx-photo-view img')).toBeVisible();

  await server.resume();
  await page.goto(server.address);
  await expect(page.locator('jx-saved-state')).toContainText('Saved on server and device', { timeout: 30_000 });
  const other = await browser.newContext({ serviceWorkers: 'block' });
  const there = await other.newPage();
  await there.goto(`${visit}/photos`);
  for (const name of ['1 at “Set the house controller', '2 as found · the whole panel', '4 as found'])
    await expect(there.getByRole('button', { name: new RegExp(name) }).locator('img')).toBeVisible();
  await other.close();
});

test('what is pointed at is kept beside the picture, drawn on the report, and taken back', async ({
  workspace,
  page,
}) => {
  await workspace.start();
  const visit = page.url();
  await page.keyboard.press('o');
  await page.getByLabel('Take a photo').setInputFiles(file('board.jpg'));
  const view = page.locator('jx-photo-view');
  await expect(view.locator('img')).toBeVisible();
  const stored = await view.locator('img').getAttribute('src');

  await view.locator('jx-mark-pad').click({ position: { x: 90, y: 60 } });
  await page.getByLabel('Terminal').fill('X1·3');
  await page.getByLabel('Colour of the wire').fill('red');
  await page.getByRole('button', { name: 'Keep the mark' }).click();
  await expect(view.locator('.words')).toHaveText('X1·3 · red');
  await view.locator('jx-mark-pad').focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowUp');
  await page.getByLabel('What is there').fill('slip of the thumb');
  await page.getByRole('button', { name: 'Keep the mark' }).click();
  await page.getByRole('button', { name: 'Take back: slip of the thumb' }).click();
  await expect(view.locator('.words')).toHaveCount(1);
  expect(await view.locator('img').getAttribute('src')).toBe(stored);

  await page.goto(`${visit}/report`);
  await expect(page.locator('jx-photo-section .words')).toHaveText('X1·3 · red');
  await page.goto(visit);
  await expect(page.locator('jx-board-photos img')).toBeVisible();
  await expect(page.locator('jx-board-photos .words')).toHaveText('X1·3');
});

test('what is no photo is said in words, and the others are taken all the same', async ({ workspace, page }) => {
  await workspace.start();
  await page.keyboard.press('o');
  const svg = '<svg xmlns="http://www.w3.org/2000/svg"><script>document.title="hacked"</script></svg>';
  await page
    .getByLabel('Take a photo')
    .setInputFiles([
      file('drawing.svg', Buffer.from(svg), 'image/svg+xml'),
      file('cut.jpg', BOARD.subarray(0, 3000)),
      file('board.jpg'),
    ]);
  await expect(page.getByRole('heading', { name: 'One photo' })).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: '“drawing.svg” is no photo' })).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: '“cut.jpg” is broken' })).toBeVisible();
  expect(await page.title()).toBe('Photos · Juxtameter');
});
