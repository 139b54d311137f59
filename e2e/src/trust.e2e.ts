import { expect, test } from './support/fixtures';

test('a mistyped reading is undone and both stay in the record', async ({ workspace }) => {
  await workspace.start();
  await workspace.toLiveChain();
  await workspace.read('270');
  await workspace.at('The control voltage is too high: check the primary tap of T1 and the mains.');
  await workspace.key('z');
  await workspace.at('After fuse F1 to return');
  await expect(workspace.log.locator('.retracted')).toContainText('taken back');
  await workspace.read('27.0');
  await workspace.at('Mist output X1·3 to return');
});

test('nothing is lost when the page reloads or the server is killed', async ({ workspace, server, page }) => {
  await workspace.start();
  await workspace.toFuse();
  await workspace.read('0.3');
  await expect(workspace.strip).toContainText('Saved on server');
  await page.reload();
  await workspace.at('Ohms of the contactor coil K1');

  await server.kill();
  await workspace.read('9.0');
  await workspace.at('Lower cover on, lock off, Q1 on, call mist again.');
  await workspace.key('Enter');
  await expect(workspace.strip).toContainText('Offline: 2 waiting on this device');
  await server.resume();
  await expect(workspace.strip).toContainText('Saved on server', { timeout: 15_000 });
  await page.reload();
  await workspace.at('Transformer T1, secondary');
  await expect(workspace.log).toContainText('9.0 Ω');
});

test('a proof of dead ends by itself while the page stays open and nobody touches it', async ({ page, workspace }) => {
  await page.clock.install();
  await workspace.start();
  await workspace.toFuse();
  await expect(workspace.strip).toContainText('proven dead');
  await page.clock.fastForward('16:00');
  await expect(workspace.strip).not.toContainText('proven dead');
  await expect(workspace.log).toContainText('nothing counts as proven dead');
  await expect(page.getByRole('alert').filter({ hasText: 'Do not measure yet' })).toBeVisible();
});

test('what was logged without a server survives a reload once the server is back', async ({
  workspace,
  server,
  page,
}) => {
  await workspace.start();
  await workspace.key('Enter');
  await expect(workspace.strip).toContainText('Saved on server');
  await server.kill();
  await workspace.key('1');
  await workspace.at('Lamps on the mist controller board?');
  await expect(workspace.strip).toContainText('Offline: 1 waiting on this device');
  const address = page.url();
  await page.reload().catch(() => undefined);
  await server.resume();
  await page.goto(address);
  await workspace.at('Lamps on the mist controller board?');
  await expect(workspace.strip).toContainText('Saved on server');
});

test('no way leads to ohms on a live circuit', async ({ workspace, page }) => {
  await workspace.start();
  await workspace.key('c');
  await page.getByRole('button', { name: 'Ohms across control fuse F1' }).click();
  await page.getByRole('button', { name: 'Go to this step' }).click();
  await workspace.at('Ohms across control fuse F1');
  await expect(page.getByRole('alert')).toContainText('Do not measure yet.');
  await expect(page.getByRole('alert')).toContainText('mains supply is on, must be proven dead');
  await workspace.field.fill('0.3');
  await page.keyboard.press('Enter');
  await expect(workspace.log).toContainText('invalid');
  await workspace.at('Ohms across control fuse F1');
  await page.getByRole('button', { name: 'Prove it dead' }).first().click();
  await workspace.at('Prove dead at Q1 and X1');
});

test('a live pair stops the proof of dead', async ({ workspace }) => {
  await workspace.start();
  await workspace.key('Enter', '1', '1', 'Enter');
  await workspace.read('231 / 9.1', '228');
  await workspace.at('Still alive with Q1 locked: it does not cut this panel off, or something else feeds it.');
  await expect(workspace.strip).toContainText('locked, not proven dead');
});

test('bad input gets a clear message, keeps the text and stores nothing', async ({ workspace, page }) => {
  await workspace.start();
  await workspace.toLiveChain();
  const lines = await workspace.log.locator('li.row').count();
  for (const [text, message] of [
    ['abc', 'This is not a number with a unit.'],
    ['12 mA', 'is a unit of current, not of voltage'],
    ['5 k%', 'is not a unit this step knows'],
  ] as const) {
    await workspace.field.fill(text);
    await page.keyboard.press('Enter');
    await expect(workspace.verdict).toContainText(message);
    await expect(workspace.verdict).toContainText('Accepted:');
    await expect(workspace.field).toHaveValue(text);
  }
  await workspace.field.fill('5M');
  await expect(workspace.verdict).toContainText('mean milli or something else');
  expect(await workspace.log.locator('li.row').count()).toBe(lines);
});

test('an undecided reading says how to decide and can be accepted by name', async ({ workspace, page }) => {
  await workspace.start();
  await workspace.toLiveChain();
  await workspace.read('20.4');
  await expect(workspace.verdict).toContainText('To settle it:');
  await page.getByRole('button', { name: 'low', exact: true }).click();
  await workspace.at('Into fuse F1: its first terminal to return');
  await workspace.read('0.2');
  await workspace.at('24 V at X1·1 and none at F1: the wire between them.');
  await expect(page.locator('jx-evidence-list')).toContainText('undecided, taken as low');
});

test('zeroed leads are taken off, methods are chosen, a step is passed over with a reason', async ({
  workspace,
  page,
}) => {
  await workspace.start();
  await workspace.toFuse();
  await page.getByRole('button', { name: 'Zero the leads' }).click();
  await workspace.field.fill('1.7');
  await page.keyboard.press('Enter');
  await expect(workspace.log).toContainText('Leads zeroed at 1.7 Ω');
  await workspace.field.fill('1.8');
  await expect(workspace.verdict).toContainText('less the leads is 0.1');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'at the strip' }).click();
  await expect(page.locator('jx-probe-chips')).toContainText('DM1·2');
  await workspace.field.focus();
  await workspace.key('s');
  await page.getByRole('textbox', { name: /What stands in the way/ }).fill('coil covered');
  await page.keyboard.press('Enter');
  await expect(workspace.log).toContainText('skipped: coil covered');
  await workspace.key('n');
  await page.getByRole('textbox', { name: 'Note for the log' }).fill('smells burnt');
  await page.keyboard.press('Enter');
  await expect(workspace.log).toContainText('smells burnt');
});

test('a reading is measured again from its line, the old one kept', async ({ workspace, page }) => {
  await workspace.start();
  await workspace.toLiveChain();
  const lines = workspace.log.locator('button[aria-expanded]', { hasText: 'Transformer T1, secondary' });
  await lines.click();
  await expect(workspace.log).toContainText('should be 24 V +20 % −15 %');
  await page.getByRole('button', { name: 'Measure again' }).click();
  await workspace.at('Transformer T1, secondary');
  await workspace.field.fill('26.8');
  await page.keyboard.press('Enter');
  await expect(lines).toHaveCount(3);
});

test('no call is made from another page while the supply is known to be dead, and the strip says so there', async ({
  workspace,
  page,
}) => {
  await page.goto(`${workspace.address}/start?at=co2-burner-2`);
  await page.getByRole('button', { name: /Pre-checks/ }).click();
  await page.locator('jx-look-page h1').waitFor();
  await page.getByRole('tab', { name: 'State' }).click();
  await page
    .locator('[data-state="supplies mains"]')
    .getByRole('button', { name: /locked/ })
    .click();
  for (const name of ['Intake', 'Read a flash code', 'Time the sequence'] as const) {
    await page.getByRole('link', { name }).click();
    await expect(page.locator('jx-visit-strip')).toContainText('locked, not proven dead');
    if (name !== 'Time the sequence') await page.getByRole('link', { name: 'Back' }).click();
  }
  await page.getByRole('checkbox', { name: /No gas is smelt/ }).check();
  await expect(page.locator('[data-dead=mains]')).toContainText('nothing would start');
  await expect(page.getByRole('button', { name: /Start call/ })).toBeDisabled();
  await page.getByRole('button', { name: 'It is on now' }).click();
  await expect(page.locator('jx-visit-strip')).toContainText('live');
  await expect(page.getByRole('button', { name: /Start call/ })).toBeEnabled();
});
