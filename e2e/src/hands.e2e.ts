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
  await page.bringToFront();
  await page.keyboard.type('0.');
  await other.page.bringToFront();
  await other.read('0.3', '9.0');
  await other.at(COVER);
  await page.bringToFront();
  await expect(page.getByText(/the chart has gone on to/)).toBeVisible({ timeout: 15_000 });
  await workspace.at('Ohms across control fuse F1');
  await expect(workspace.field).toHaveValue('0.');
  // What the machine is like is known at once, also here.
  await page.keyboard.type('4');
  await page.keyboard.press('Enter');
  await expect(workspace.log).toContainText('check it');
  await workspace.at(COVER);
});
