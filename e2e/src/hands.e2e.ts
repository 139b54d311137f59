import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { Workspace } from './support/workspace';

/** Hands are faster than the page: what nobody can have read is not confirmed, and nothing typed is lost. */

const COVER = 'Lower cover on, lock off, Q1 on, call mist again.';

test('a held Enter logs the reading and confirms nothing behind it', async ({ page, workspace }) => {
  await workspace.start();
  await workspace.toFuse();
  await workspace.read('0.3');
  await page.keyboard.type('9.0');
  for (let strike = 0; strike < 30; strike += 1) {
    await page.keyboard.down('Enter');
    await page.waitForTimeout(40);
  }
  await page.keyboard.up('Enter');
  await workspace.at(COVER);
  await expect(workspace.log).not.toContainText('Lower cover on');
  // A press of its own, after it was shown, does.
  await workspace.key('Enter');
  await expect(workspace.log).toContainText('Lower cover on');
});

test('a double tap answers one look, and says that the second was caught', async ({ page, workspace }) => {
  await workspace.start();
  await workspace.key('Enter');
  const before = await workspace.title.textContent();
  await page.locator('[data-answer]').first().dblclick();
  await expect(workspace.title).not.toHaveText(before ?? '');
  const second = await workspace.title.textContent();
  await expect(page.getByText('Press again if it is meant')).toBeVisible();
  await workspace.settled();
  await expect(workspace.title).toHaveText(second ?? '');
  await workspace.key('1');
  await expect(workspace.title).not.toHaveText(second ?? '');
});

test('a held figure answers one look', async ({ page, workspace }) => {
  await workspace.start();
  await workspace.key('Enter');
  await workspace.settled();
  const before = await workspace.title.textContent();
  for (let strike = 0; strike < 30; strike += 1) {
    await page.keyboard.down('1');
    await page.waitForTimeout(40);
  }
  await page.keyboard.up('1');
  await expect(workspace.title).not.toHaveText(before ?? '');
  await expect(workspace.log.locator('.row.look')).toHaveCount(1);
});

test('digits typed over a change of step are kept in sight and confirm nothing', async ({ page, workspace }) => {
  await workspace.start();
  await workspace.toFuse();
  await workspace.read('0.3');
  await page.keyboard.type('9.0\n12.5\n');
  await workspace.at(COVER);
  // The Enter behind them is theirs, and leaves them in sight.
  await expect(page.getByText('Typed and not logged: 12.5')).toBeVisible();
  await expect(workspace.log).not.toContainText('Lower cover on');
  await page.keyboard.type('27.1');
  await workspace.key('Enter');
  await expect(page.getByText('Typed and not logged: 27.1')).toBeVisible();
  await expect(workspace.log).not.toContainText('Lower cover on');
  await workspace.key('Enter');
  await expect(workspace.log).toContainText('Lower cover on');
  await expect(page.getByText('Typed and not logged')).toBeHidden();
});

test('after a tap on Log the next reading is typed without another', async ({ page, workspace }) => {
  await workspace.start();
  await workspace.toFuse();
  await page.keyboard.type('0.3');
  await page.getByRole('button', { name: /^Log/ }).click();
  await expect(workspace.field).toBeFocused();
  // Also from a button that has the focus: digits go where they belong.
  await page.getByRole('button', { name: 'Undo' }).focus();
  await page.keyboard.type('9.0');
  await expect(workspace.field).toHaveValue('9.0');
});

test('a page in use is not moved by what another page logs: it asks', async ({ context, page, workspace, server }) => {
  await workspace.start();
  await workspace.toFuse();
  const other = new Workspace(await context.newPage(), server.address);
  await other.page.goto(page.url());
  await other.at('Ohms across control fuse F1');
  // Nobody touches this one: it goes along by itself.
  const watcher = new Workspace(await context.newPage(), server.address);
  const broken: string[] = [];
  watcher.page.on('pageerror', ({ message }) => broken.push(message));
  await watcher.page.goto(page.url());
  await watcher.at('Ohms across control fuse F1');
  await page.bringToFront();
  await page.keyboard.type('0.');
  await other.page.bringToFront();
  await other.read('0.3', '9.0');
  await other.at(COVER);
  await watcher.page.bringToFront();
  await watcher.at(COVER);
  expect(broken).toEqual([]);
  await page.bringToFront();
  // Both readings of theirs are in: what is asked for is asked once more with each.
  await expect(page.getByText(/the chart has gone on to “Lower cover on/)).toBeVisible({ timeout: 15_000 });
  await workspace.at('Ohms across control fuse F1');
  await expect(workspace.field).toHaveValue('0.');
  // What the machine is like is known at once, also here.
  await page.keyboard.type('4');
  await page.keyboard.press('Enter');
  await expect(workspace.log).toContainText('check it');
  await workspace.at(COVER);
});

/** A phone with its keyboard up, on its side, and a laptop's page at twice its size. */
const LOW = [
  { width: 390, height: 500 },
  { width: 844, height: 390 },
  { width: 640, height: 400 },
];

/** What of the page is not whole in sight: outside of it, or under something else. */
async function hiddenOf(page: Page, selectors: readonly string[]): Promise<readonly string[]> {
  return page.evaluate((wanted) => {
    const isWhole = (element: Element): boolean => {
      const { left, top, right, bottom } = element.getBoundingClientRect();
      if (left < 0 || top < 0 || right > innerWidth || bottom > innerHeight || right === left) return false;
      const inset = Math.min(6, (bottom - top) / 3);
      return [top + inset, (top + bottom) / 2, bottom - inset].every((y) => {
        const over = document.elementFromPoint((left + right) / 2, y);
        return over !== null && (element.contains(over) || over.contains(element));
      });
    };
    return wanted.flatMap((selector) => {
      const found = Array.from(document.querySelectorAll(selector));
      if (found.length === 0) return [`${selector}: not there`];
      return found
        .filter((element) => !isWhole(element))
        .map((element) => `${selector}: ${element.textContent?.trim()}`);
    });
  }, selectors);
}

test('a reading is typed with points, range and refusal in sight, however low the screen', async ({
  page,
  workspace,
}) => {
  await workspace.start();
  await workspace.key('Enter', '1', '1', 'Enter');
  await workspace.at('Prove dead at Q1 and X1');
  await workspace.read('231 / 9.1');
  const entry = ['jx-probe-chips .chip', 'jx-juxta-bar svg', 'input[name=reading]', '.log', 'jx-undo-button button'];
  for (const size of LOW) {
    await page.setViewportSize(size);
    await expect.poll(() => hiddenOf(page, [...entry, '.caution'])).toEqual([]);
    await workspace.field.pressSequentially('0.1');
    await expect.poll(() => hiddenOf(page, [...entry, 'jx-reading-entry .verdict'])).toEqual([]);
    await workspace.field.fill('');
  }
  // Without the proof the ohms behind it are refused: that is in sight as long as the field is.
  await page.setViewportSize({ width: 1280, height: 800 });
  await workspace.provePairs();
  await workspace.key('1');
  await workspace.at('Ohms across control fuse F1');
  await workspace.key('e');
  await page.getByRole('button', { name: 'Mains supply on', exact: true }).click();
  await page.setViewportSize({ width: 390, height: 500 });
  await page.getByRole('navigation').getByRole('button', { name: 'Step' }).click();
  for (const size of LOW) {
    await page.setViewportSize(size);
    await expect.poll(() => hiddenOf(page, ['jx-unmet-list', 'input[name=reading]', '.log'])).toEqual([]);
  }
});

test('what may start stands whole with the button that starts it', async ({ page, workspace }) => {
  await workspace.start();
  for (const size of [...LOW, { width: 390, height: 844 }, { width: 1280, height: 800 }]) {
    await page.setViewportSize(size);
    await expect
      .poll(() => hiddenOf(page, ['[data-role=may-start]', 'jx-caution-list p', 'jx-action-step .done']))
      .toEqual([]);
  }
});

test('a visit is closed with what was found and how the machine is left, and taken up again with nothing known', async ({
  page,
  workspace,
}) => {
  await workspace.start();
  await workspace.toFuse();
  await workspace.key('x');
  const confirm = page.getByRole('button', { name: 'Close this visit' });
  await confirm.click();
  await expect(page.getByText('Nothing is named yet: record a finding, or say why there is none.')).toBeVisible();
  await expect(page.getByText('Say how the machine is left.')).toBeVisible();
  await page.getByRole('radio', { name: 'waits for a part' }).click();
  await page.getByRole('radio', { name: 'works as it should' }).click();
  await expect(page.getByText(/It is said to be on, and by the record: .* proven dead/)).toBeVisible();
  await page.getByRole('radio', { name: 'switched off' }).click();
  await confirm.click();
  await expect(page.locator('h1')).toHaveText('This visit is closed');
  await page.reload();
  await expect(page.getByText('Nothing was named: waits for a part.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it up again' }).click();
  await expect(page.getByRole('alert')).toContainText('Say why');
  await page.getByLabel('What is it taken up again for?').fill('the part is here');
  await page.getByRole('button', { name: 'Take it up again' }).click();
  await workspace.at('Ohms across control fuse F1');
  await expect(workspace.strip).toContainText('unknown, so live');
  await expect(workspace.log).toContainText('the part is here');
  await expect(page.locator('jx-unmet-list')).toContainText('must be proven dead');
});

test('a unit is found by its name before its neighbours, and the keys go on from what was chosen', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}/start`);
  await page.getByRole('searchbox').fill('line 3');
  await expect(page.locator('[data-unit]').first()).toHaveAttribute('data-unit', 'mist-line-3');
  await page.locator('[data-unit]').first().click();
  await expect(page.getByRole('button', { name: 'Other unit' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('searchbox')).toBeFocused();
});

test('nothing of the handbook lies beside a phone', async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.address}/handbook`);
  await expect(page.getByText('Class B allows')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
});
