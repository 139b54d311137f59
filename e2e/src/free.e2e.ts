import { expect, test } from './support/fixtures';
import type { Workspace } from './support/workspace';

/** A visit to a machine that is not on file, fed by mains alone. */
async function startFree(workspace: Workspace): Promise<void> {
  const { page } = workspace;
  await page.goto(`${workspace.address}/start`);
  await page.getByText('A machine that is not on file').click();
  await page.getByLabel('Which machine?').fill('Cold-frame pump');
  await page.getByLabel('Where?').fill('Fernhollow Nursery, bay 9');
  await page.getByText('Mains, 230 V').click();
  await page.getByRole('button', { name: 'Start without a chart' }).click();
  await expect(page.locator('jx-free-page h1')).toBeVisible();
}

async function say(workspace: Workspace, from: string, to: string, expects: string): Promise<void> {
  const { page } = workspace;
  await page.locator('input[name=from]').fill(from);
  await page.locator('input[name=to]').fill(to);
  await page.locator('input[name=expects]').fill(expects);
  await workspace.field.focus();
}

test('a machine nobody has on file: readings, dead before ohms, a jumper, a finding, the report', async ({
  workspace,
  page,
}) => {
  test.setTimeout(90_000);
  await startFree(workspace);
  await say(workspace, 'left red wire', 'frame', '24 V ±15 %');
  await workspace.read('26.4', '3.1');
  await expect(workspace.log).toContainText('AC volts, left red wire to frame');
  await expect(workspace.log).toContainText('partial');
  await workspace.key('z');
  await expect(workspace.log.locator('.retracted, del, s')).not.toHaveCount(0);

  await page.locator('jx-select select').first().selectOption({ label: 'Ohms' });
  await expect(page.getByRole('alert')).toContainText('Do not measure yet');
  await page.getByRole('button', { name: 'Isolate and prove dead' }).click();
  await page.keyboard.press('Enter');
  await workspace.at('Prove dead where you will work.');
  await workspace.read('231 / 9.1', '0.1', '0.0', '0.1', '0.0', '0.1', '0.0', '231 / 9.1');
  await expect(workspace.strip).toContainText('proven dead');
  await say(workspace, 'coil A1', 'coil A2', '8 Ω ±10 %');
  await workspace.read('8.1');
  await expect(workspace.log).toContainText('Ohms, coil A1 to coil A2');

  await page.getByRole('button', { name: 'Jumper' }).click();
  await page.locator('input[name=jumper-from]').fill('float red');
  await page.locator('input[name=jumper-to]').fill('float blue');
  await page.locator('input[name=why]').fill('float out of the way');
  await page.locator('input[name=may-start]').fill('the pump');
  await page.locator('jx-select select').first().selectOption({ label: 'flame protection' });
  await expect(page.getByRole('alert')).toContainText('never bypassed');
  await page.locator('jx-select select').first().selectOption({ label: 'level protection' });
  await page.getByRole('button', { name: 'Jumper fitted' }).click();
  await page.getByRole('link', { name: 'Close visit' }).click();
  await page.getByRole('button', { name: 'Close this visit' }).click();
  await expect(page.getByRole('alert').first()).toContainText('Not before it is put right: Jumper in');
  await page.getByRole('button', { name: 'Jumper removed' }).first().click();
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'Finding' }).click();
  await page.getByLabel('It is', { exact: true }).selectOption({ label: 'supply' });
  await page.locator('input[name=finding]').fill('The feed gives 3 V instead of 24 V.');
  await page.getByRole('checkbox').first().check();
  await page.getByRole('button', { name: 'Record finding' }).click();
  await workspace.close('locked off');
  await page.getByRole('link', { name: 'Report' }).first().click();
  await expect(page.locator('article')).toContainText('The feed gives 3 V instead of 24 V.');
  await expect(page.locator('article')).toContainText('left red wire');
});

test('what was used before is offered again, in another visit too', async ({ workspace, page }) => {
  await startFree(workspace);
  await say(workspace, 'X9 left', 'X9 right', '4.5..5.5 V');
  await workspace.read('5.02');
  await startFree(workspace);
  await page.getByRole('button', { name: /X9 left to X9 right · 4\.5\.\.5\.5 V/ }).click();
  await workspace.read('4.98');
  await expect(workspace.log).toContainText('4.98 V');
});

test('beside a chart a free reading never moves the step, and the step that asks for the same takes it', async ({
  workspace,
  page,
}) => {
  test.setTimeout(60_000);
  await workspace.start();
  await workspace.toFuse();
  await workspace.key('f');
  await page.locator('jx-select select').first().selectOption({ label: 'Ohms' });
  await say(workspace, 'F1.1', 'F1.2', '');
  await workspace.read('0.3');
  await workspace.key('f');
  await workspace.at('Ohms across control fuse F1');
  await page.getByRole('button', { name: 'Take it for this step' }).click();
  await workspace.at('Ohms of the contactor coil K1');
  await expect(workspace.log).toContainText('taken from a free reading');
});

test('one reading is judged without a visit, and a wrong line says what is accepted', async ({ page, workspace }) => {
  await page.goto(`${workspace.address}/judge`);
  await page.locator('input[name=expects]').fill('24 V ±15 %');
  await workspace.field.fill('27.1');
  await expect(page.locator('.verdict')).toContainText(/within/i);
  await expect(page.locator('jx-juxta-bar svg')).toHaveAttribute('aria-label', /is 27\.1.V: within/);
  await page.locator('input[name=expects]').fill('warm');
  await expect(page.locator('.verdict')).toContainText('Accepted: 24 V ±15 %');
});
