import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { HALF_DONE } from './support/demo-visits';
import { expect, test } from './support/fixtures';

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

test('a chart is read before a visit, step by step, and the kind of unit it is for', async ({ page, workspace }) => {
  await page.goto(`${workspace.address}/library/charts`);
  await page.getByRole('link', { name: /Pump contactor does not pull in/ }).click();
  await expect(page.locator('h1')).toHaveText('Pump contactor does not pull in');
  const card = page.locator('jx-chart-board .card');
  await expect(card).toContainText('Set the house controller to mist');
  await page.locator('[data-step] button').filter({ hasText: 'Ohms across control fuse F1' }).click();
  await expect(card).toContainText('Ohms, F1·1 to F1·2');
  await expect(page.getByRole('button', { name: 'Go to this step' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Back' }).click();
  await page.getByRole('radio', { name: 'Kinds of unit' }).click();
  await page.getByRole('link', { name: /^Mist-line pump panel/ }).click();
  await page.locator('[data-terminal="CB.X1.4"]').click();
  await expect(page.locator('jx-terminal-card')).toContainText('back from the float switch');
  await expect(page.getByRole('button', { name: 'Probe here' })).toHaveCount(0);
  await page.getByRole('link', { name: /^Mist line 2/ }).click();
  await expect(page.locator('h1')).toHaveText('Mist line 2');
});
