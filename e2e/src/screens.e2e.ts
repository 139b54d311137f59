import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';

const HALF_DONE = '01a20cc0-ed60-7001-8000-000000000000';
const FINISHED = '01a1edad-73d0-7000-8000-000000000000';

const VIEWS = [
  ['/', 'Mist line 2'],
  ['/start', 'Which unit?'],
  ['/start?at=mist-line-2', 'Or straight into a chart'],
  ['/library', 'Visited lately'],
  ['/models/mist-pump-panel', 'Units of this kind'],
  ['/charts/pump-contactor-does-not-pull-in', 'Every step'],
  ['/meters/hand-6000', 'Resolution'],
  ['/units/co2-burner-1', 'Parts fitted'],
  ['/units/new', 'What is it?'],
  ['/about', 'A decision aid for qualified people'],
  ['/practice', 'This lamp is made up'],
  [`/visits/${HALF_DONE}/intake`, 'What the customer says'],
  [`/visits/${HALF_DONE}/lamp`, 'Code table'],
  [`/visits/${HALF_DONE}/watch`, 'Start call and timer'],
  [`/visits/${HALF_DONE}`, 'Volts across the float switch FS1'],
  [`/visits/${HALF_DONE}/close`, 'How is the machine left?'],
  [`/visits/${FINISHED}/close`, 'Take it up again'],
  [`/visits/${FINISHED}`, 'This visit is closed'],
  [`/visits/${FINISHED}/report`, 'Supports it'],
  [`/visits/${HALF_DONE}/chart`, 'Every step'],
  [`/visits/${HALF_DONE}/supply`, 'Earth continuity'],
  [`/visits/${HALF_DONE}/meter`, 'Built for CAT III 600 V'],
  [`/visits/${HALF_DONE}/long-watch`, 'Start watching'],
  [`/visits/${HALF_DONE}/handbook`, 'Class B allows'],
  ['/handbook', 'Class B allows'],
  ['/judge', 'Nothing is kept'],
  ['/import', 'Drop files here'],
  ['/backup', 'Make a backup'],
] as const;

/** What axe finds wrong with a page, in the light theme whole and in the dark one by its colours: all else is the same. */
async function violationsOf(page: Page, name: string): Promise<readonly string[]> {
  const inLight = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
  await page.evaluate(() => document.documentElement.classList.add('dark'));
  const inDark = await new AxeBuilder({ page }).withRules(['color-contrast']).analyze();
  await page.evaluate(() => document.documentElement.classList.remove('dark'));
  const found = { light: inLight, dark: inDark };
  return Object.entries(found).flatMap(([theme, { violations }]) =>
    violations.map(
      ({ id, nodes }) => `${name}, ${theme}, ${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`,
    ),
  );
}

test('every view passes the accessibility check, light and dark', async ({ browser, server }) => {
  // Every view of the product, each looked at whole.
  test.setTimeout(240_000);
  // axe needs a page of a context made by hand.
  const context = await browser.newContext({ colorScheme: 'light', viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  for (const [path, ready] of VIEWS) {
    await page.goto(`${server.address}${path}`);
    await expect(page.getByText(ready).first()).toBeVisible();
    expect(await violationsOf(page, path)).toEqual([]);
  }
  await page.goto(`${server.address}/visits/${HALF_DONE}`);
  await expect(page.getByText('Volts across the float switch FS1').first()).toBeVisible();
  await page.keyboard.press('Alt+e');
  await expect(page.locator('jx-state-pane')).toBeVisible();
  await page.keyboard.press('Alt+f');
  await expect(page.locator('jx-free-page')).toBeVisible();
  expect(await violationsOf(page, 'free reading')).toEqual([]);
  await context.close();
});

test('finds visits by their words and says what each waits for', async ({ page, server }) => {
  await page.goto(server.address);
  await expect(page.getByText('Next: Volts across the float switch FS1')).toBeVisible();
  await page.getByRole('searchbox').fill('frost silent');
  await expect(page.getByText('Mist line 1')).toBeVisible();
  await expect(page.getByText('Mist line 2')).toBeHidden();
  await page.getByRole('searchbox').fill('zebra');
  await expect(page.getByText('No visit matches these words.')).toBeVisible();
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page.getByText('Mist line 2').first()).toBeVisible();
});

test('shows what is typed as text, never as HTML', async ({ page, workspace }) => {
  const hostile = '<img src=x onerror="document.title=1"><b>bold</b>';
  await page.goto(`${workspace.address}/start?at=mist-line-2`);
  await page.getByRole('textbox', { name: 'What does the customer say?' }).fill(hostile);
  await page.getByRole('textbox', { name: 'Your name' }).fill(hostile);
  await page.getByRole('button', { name: /Pump contactor/ }).click();
  await workspace.at('Set the house controller to mist and stand clear of the pump.');
  await workspace.key('n');
  await page.getByRole('textbox', { name: 'Note for the log' }).fill(hostile);
  await page.keyboard.press('Enter');
  await expect(workspace.log).toContainText('<b>bold</b>');
  await page.getByRole('link', { name: 'Report' }).click();
  await expect(page.getByText('<b>bold</b>').first()).toBeVisible();
  expect(await page.locator('img[src=x], article b').count()).toBe(0);
  expect(await page.title()).not.toBe('1');
});

test('keeps entry and buttons in sight with a long instruction and a long log', async ({ page, workspace, server }) => {
  // Forty notes, each read before the next.
  test.setTimeout(120_000);
  const pinned = await page.request.get(`${server.address}/api/procedures/pump-contactor-does-not-pull-in`);
  const procedure = (await pinned.json()) as { id: string; title: string; steps: Record<string, { detail?: string }> };
  const long = { ...procedure, title: 'A long-winded chart', id: 'long-winded' };
  long.steps['secondary']!.detail = 'Read this whole instruction before the probes touch anything. '
    .repeat(7)
    .slice(0, 400);
  expect((await page.request.put(`${server.address}/api/procedures/long-winded`, { data: long })).status()).toBe(200);
  await page.goto(`${workspace.address}/start?at=mist-line-2`);
  await page.getByRole('button', { name: /A long-winded chart/ }).click();
  await workspace.at('Set the house controller to mist and stand clear of the pump.');
  for (let note = 0; note < 40; note += 1) {
    await workspace.key('n');
    await page.getByRole('textbox', { name: 'Note for the log' }).fill(`Note ${note + 1}`);
    await page.keyboard.press('Enter');
  }
  await workspace.toFuse();
  await workspace.read('0.3', '9.0');
  await workspace.key('Enter');
  await workspace.at('Transformer T1, secondary');
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
    { width: 390, height: 480 },
  ]) {
    await page.setViewportSize(size);
    await workspace.field.fill('27.1');
    for (const control of [
      workspace.field,
      page.getByRole('button', { name: 'Undo' }),
      page.getByRole('button', { name: /Log/ }),
      workspace.verdict.locator('.word'),
    ]) {
      await expect(control).toBeInViewport({ ratio: 0.9 });
    }
    // Where the screen is low the log is the first to give way.
    if (size.height > 640) await expect(workspace.log.locator('li.row').last()).toBeInViewport();
  }
});

test('lays nothing over a key, an answer or a warning where the screen is low, and shows each step from its title', async ({
  page,
  workspace,
}) => {
  await workspace.start();
  for (const size of [
    { width: 390, height: 500 },
    { width: 844, height: 390 },
  ]) {
    await page.setViewportSize(size);
    await coversNothing(page);
    await expect(page.locator('[data-role=may-start]')).toBeVisible();
  }
  await page.setViewportSize({ width: 390, height: 500 });
  await workspace.key('Enter', '1', '1', 'Enter');
  await workspace.at('Prove dead at Q1 and X1');
  await workspace.read('231', '9.1', '0.1');
  await coversNothing(page);
  await workspace.read('0.0', '0.2', '0.0', '0.1', '0.0', '0.02 / 0.00 / 0.02 / 0.00 / 0 / 0', '231 / 9.1');
  await workspace.at('Burnt, wet or chewed wires, anything newer than the rest?');
  await expect(workspace.title).toBeInViewport({ ratio: 0.9 });
  await coversNothing(page);
});

test('brings into sight what is said of a reading that cannot be decided, and its choices, on a low screen', async ({
  page,
  workspace,
}) => {
  await workspace.start();
  await workspace.toLiveChain();
  await page.setViewportSize({ width: 390, height: 500 });
  await workspace.read('20.4');
  await expect(workspace.verdict).toContainText('To settle it:');
  await expect(page.getByRole('button', { name: 'low', exact: true })).toBeInViewport({ ratio: 0.9 });
  await expect(workspace.verdict.locator('.word')).toBeInViewport({ ratio: 0.9 });
});

/** Every control of the step, brought into view, is what a finger at its middle meets. */
async function coversNothing(page: Page): Promise<void> {
  const covered = await page.locator('jx-step-page :is(button, input, summary)').evaluateAll((controls) =>
    controls
      .filter((control) => control.checkVisibility())
      .filter((control) => {
        control.scrollIntoView({ block: 'center' });
        const { left, top, width, height } = control.getBoundingClientRect();
        const met = document.elementFromPoint(left + width / 2, top + height / 2);
        return !(met && control.contains(met));
      })
      .map((control) => control.textContent.trim() || control.tagName),
  );
  expect(covered).toEqual([]);
}

test('says what to do when a visit or the server is not there', async ({ page, server }) => {
  await page.goto(`${server.address}/visits/01a20cc0-ed60-7001-8000-00000000dead`);
  await expect(page.getByRole('alert')).toContainText('There is no visit');
  await page.goto(`${server.address}/nowhere`);
  await expect(page.getByText('There is no page at this address.')).toBeVisible();
  await page.route('**/api/visits?*', (route) => route.abort());
  await page.getByRole('link', { name: 'To the visits' }).click();
  await expect(page.getByRole('alert')).toContainText('No answer from the server.');
  await page.unroute('**/api/visits?*');
  await page.getByRole('button', { name: 'Try again' }).click();
  // Which visits are drawn first depends on what ran before.
  await expect(page.locator('.card').first()).toBeVisible();
});

test('works by keyboard from the first page on, with keys explained and a view to stand back from', async ({
  page,
  workspace,
}) => {
  await page.goto(`${workspace.address}/visits/${HALF_DONE}`);
  await workspace.at('Volts across the float switch FS1');
  await expect(workspace.field).toBeFocused();
  await workspace.key('?');
  await expect(page.getByRole('dialog')).toContainText('leave the field: letters are keys then');
  await workspace.key('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await workspace.key('w');
  const points = page.locator('jx-stand-back .point').first();
  await expect(points).toContainText('X1·3');
  expect(
    await points.evaluate((element) => Number.parseFloat(getComputedStyle(element).fontSize)),
  ).toBeGreaterThanOrEqual(64);
  await workspace.key('Escape');
  await expect(points).toBeHidden();
});

test('no bare letter in a field is a command: words are typed, Escape or Alt makes letters keys', async ({
  workspace,
  page,
}) => {
  await workspace.start();
  await workspace.toFuse();
  const field = page.locator('jx-reading-entry input[name=reading]');
  await expect(field).toBeFocused();
  const lines = await page.locator('jx-visit-log li').count();
  for (const word of ['zero', 'high', 'closed', 'short', 'varies', 'nothing']) {
    await page.keyboard.type(word);
    await expect(field).toHaveValue(word);
    await page.keyboard.press('Enter');
    await expect(page.locator('jx-reading-entry')).toContainText(/Type what the meter shows|not a number/);
    expect(page.url()).toContain('/visits/');
    expect(await page.locator('jx-visit-log li').count()).toBe(lines);
    await field.fill('');
  }
  await page.keyboard.press('Alt+f');
  await expect(page.locator('jx-free-page')).toBeVisible();
  await page.keyboard.press('Alt+f');
  await expect(field).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(field).not.toBeFocused();
  await page.keyboard.press('f');
  await expect(page.locator('jx-free-page')).toBeVisible();
});

for (const [name, viewport] of [
  ['a phone', { width: 390, height: 844 }],
  ['a tablet', { width: 1280, height: 800 }],
  ['a phone with its keyboard up', { width: 390, height: 560 }],
] as const)
  test(`a finding that rests on many readings is recorded on ${name}`, async ({ workspace, page }) => {
    await page.setViewportSize(viewport);
    await page.goto(`${workspace.address}/start`);
    await page.getByText('A machine that is not on file').click();
    await page.getByRole('button', { name: 'Start without a chart' }).click();
    await expect(page.locator('jx-free-page h1')).toBeVisible();
    for (let reading = 1; reading <= 9; reading += 1) {
      await page.locator('jx-free-line-form input[name=from]').fill(`X${reading}`);
      await page.locator('jx-free-line-form input[name=to]').fill('N');
      await page.locator('input[name=reading]').fill('24.1');
      await page.keyboard.press('Enter');
    }
    await page.getByRole('button', { name: 'Finding', exact: true }).click();
    const confirm = page.getByRole('button', { name: 'Record finding' });
    await expect(confirm).toBeInViewport({ ratio: 1 });
    const last = page.locator('jx-finding-form input[type=checkbox]').last();
    await last.scrollIntoViewIfNeeded();
    await expect(last).toBeInViewport({ ratio: 1 });
    await page.locator('input[name=finding]').fill('Nothing found yet');
    await confirm.click();
    // What it is decides: no answer stands there beforehand.
    await expect(page.getByRole('alert').filter({ hasText: 'Choose what it is' })).toBeVisible();
    await page.getByLabel('It is', { exact: true }).selectOption({ label: 'not found out' });
    await confirm.click();
    await expect(page.locator('jx-visit-log')).toContainText('Nothing found yet');
  });
