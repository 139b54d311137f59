import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { expect, test } from './support/fixtures';

const HALF_DONE = '/visits/01a20cc0-ed60-7001-8000-000000000000';

test('the chart is drawn with the way walked; a step is read, the view moved by keys and the step gone to', async ({
  page,
  workspace,
}) => {
  await page.goto(`${workspace.address}${HALF_DONE}`);
  await page.getByRole('tab', { name: 'Chart' }).click();
  await page.getByRole('link', { name: 'Flowchart' }).click();
  await expect(page.locator('.node.current')).toContainText('Volts across the float switch');
  await expect(page.locator('.taken').first()).toBeAttached();
  await expect(page.locator('.card h2')).toHaveText('Volts across the float switch FS1');

  const picture = page.locator('jx-chart-picture svg');
  const place = (): Promise<string | null> => picture.locator('> g').getAttribute('transform');
  await picture.focus();
  const before = await place();
  await page.keyboard.press('ArrowDown');
  await expect.poll(place).not.toBe(before);
  await page.keyboard.press('0');
  await expect.poll(place).toMatch(/scale\(0\.[0-6]\d*\)/);
  await page.keyboard.press('Home');
  await expect.poll(place).toMatch(/scale\(1\)/);

  await page.locator('.node.ahead').first().click();
  await expect(page.locator('.card')).toContainText('Not done');
  await page.locator('.card').getByRole('button', { name: 'Go to this step' }).click();
  await expect(page.locator('jx-step-page h1')).toBeVisible();
  // Taken back: other tests find the demo visit where it stood.
  await workspace.key('z');
  await workspace.at('Volts across the float switch FS1');
  await expect(workspace.strip).toContainText('Saved on server');
});

test('every step is in the list beside the picture, and every letter at the size it is read at', async ({
  page,
  workspace,
}) => {
  await page.goto(`${workspace.address}${HALF_DONE}/chart`);
  await expect(page.locator('.node').first()).toBeAttached();
  const listed = await page.locator('jx-chart-list li button:not(.jump)').count();
  expect(listed).toBeGreaterThan(40);
  const sizes = await page
    .locator('.node.current text')
    .evaluateAll((texts) => texts.map((text) => text.getBoundingClientRect().height));
  expect(Math.min(...sizes)).toBeGreaterThan(12);
});

test('the layout is kept: a second page draws without the worker', async ({ page, workspace }) => {
  await page.goto(`${workspace.address}${HALF_DONE}/chart`);
  await expect(page.locator('.node.current')).toBeVisible();
  await page.route('**/worker-*.js', (route) => route.abort());
  await page.reload();
  await expect(page.locator('.node.current')).toBeVisible();
});

test('the Mermaid text is drawn by the library it is meant for, and the SVG by the browser', async ({
  page,
  workspace,
  browser,
}) => {
  await page.goto(`${workspace.address}${HALF_DONE}/chart`);
  await expect(page.locator('.node.current')).toBeVisible();
  const saved = async (name: string): Promise<string> => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name }).click();
    return readFileSync(await (await download).path(), 'utf8');
  };
  const mermaid = await saved('Save as Mermaid');
  const svg = await saved('Save as SVG');
  const steps = (mermaid.match(/^ {2}step\d+[[({]/gm) ?? []).length;

  const blank = await browser.newPage();
  const library = join(dirname(createRequire(import.meta.url).resolve('mermaid')), 'mermaid.min.js');
  await blank.addScriptTag({ path: library });
  const drawn = await blank.evaluate(async (text) => {
    const { mermaid: drawer } = globalThis as unknown as {
      mermaid: { render(id: string, text: string): Promise<{ svg: string }> };
    };
    const result = await drawer.render('chart', text);
    document.body.innerHTML = result.svg;
    return document.querySelectorAll('g.node').length;
  }, mermaid);
  expect(drawn).toBe(steps + 1);
  await blank.setContent(svg);
  await expect(blank.locator('rect.box')).toHaveCount(steps);
  await expect(blank.locator('g.current')).toHaveCount(1);
  await blank.close();
});
