import { expect, test } from './support/fixtures';

test('from the call to a sensor that stays open, by keyboard alone', async ({ workspace, page }) => {
  await workspace.start();
  await workspace.toLiveChain();
  await workspace.read('27.0', '26.9', '0.02', '26.9');
  await workspace.at('Is the water above the low mark?');
  await workspace.key('1');
  await expect(page.locator('[data-role=may-start]')).toHaveText('May start: mist pump, mist valves');
  await workspace.key('Enter', '1');
  await workspace.at('The float switch stays open.');
  await expect(workspace.strip).toContainText('jumper in: FS1·1 to FS1·2');
  await workspace.key('Enter');
  await workspace.at('Finding recorded');
  await page.getByRole('link', { name: 'Close visit' }).click();
  await page.getByRole('radio', { name: 'on, and does not work', exact: true }).click();
  await workspace.leaveOpen();
  await page.getByRole('button', { name: 'Close this visit' }).click();
  await expect(page.getByRole('alert')).toContainText('Not before it is put right: Jumper in');
  await page.getByRole('button', { name: 'Jumper removed' }).first().click();
  await expect(page.locator('jx-visit-strip')).toContainText('no bypass');
  await page.getByRole('button', { name: 'Close this visit' }).click();
  await expect(page.locator('h1')).toHaveText('This visit is closed');
  await expect(page.locator('jx-saved-state')).toContainText('Saved on server');

  await page.getByRole('link', { name: 'Report' }).first().click();
  await expect(page.locator('article .name')).toHaveText('Mist line 2 · Mist-line pump panel');
  await expect(page.getByText('Float switch FS1, stuck open')).toBeVisible();
  await expect(page.getByRole('row', { name: /Volts across the float switch FS1/ })).toContainText('high');
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Readings, CSV' }).click(),
  ]);
  expect(csv.suggestedFilename()).toMatch(/readings\.csv$/);
});

test('from the call to a dead board output, by keyboard alone', async ({ workspace, page }) => {
  await page.clock.install();
  await workspace.start();
  await workspace.toLiveChain();
  // The short-cycle delay after the call before is over: what is dead within it accuses nothing.
  await page.clock.fastForward('00:40');
  await workspace.read('27.0', '0.0');
  await workspace.at('CALL lamp on the board, with mist called?');
  await workspace.key('1');
  await workspace.at('The board sees the call and passes nothing on at X1·3.');
  await workspace.key('Enter');
  await expect(workspace.log).toContainText('board, likely');
});

test('from the call to a blown fuse and a shorted cable, by keyboard alone', async ({ workspace, page }) => {
  await workspace.start();
  await workspace.toFuse();
  await workspace.read('OL', '9.0');
  await workspace.at('Pull strip X1 off the board.');
  await workspace.key('Enter');
  await expect(page.locator('jx-probe-chips')).toContainText('X1·3 (plug side)');
  await workspace.read('0.4');
  await workspace.at('The float cable is shorted to earth: that blew F1.');
  await workspace.key('Enter');
  // The reading does not tell the two cores of the cable apart.
  await expect(workspace.log).toContainText('wiring, not narrowed down');
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('by touch to an honest ending: the tank is low', async ({ workspace, page }) => {
    await workspace.page.goto(workspace.address);
    await page.getByRole('link', { name: 'Start a visit' }).tap();
    // The unit visited last is chosen by itself; which one that is depends on what ran before.
    await page.locator('[data-unit=mist-line-2]').first().click();
    await page.getByRole('button', { name: /Pump contactor does not pull in/ }).tap();
    const done = page.getByRole('button', { name: /Done/ });
    const answer = (id: string) => page.locator(`[data-answer=${id}]`).tap();
    const read = async (text: string) => {
      await workspace.field.fill(text);
      await page.getByRole('button', { name: /Log/ }).tap();
    };
    await done.tap();
    await answer('nothing');
    await answer('both-lit');
    await done.tap();
    for (const text of ['231', '9.1', '0', '0', '0', '0', '0', '0', '0', '0', '0', '0', '0', '0', '230', '9.1'])
      await read(text);
    await answer('none');
    await read('0.4');
    await read('9.0');
    await done.tap();
    for (const [title, text] of [
      ['Transformer T1, secondary', '27'],
      ['After fuse F1 to return', '27'],
      ['Mist output X1·3 to return', '27'],
      ['Half of the chain: after the pressure switch X1·6 to return', '0'],
      ['Volts across the float switch FS1', '27'],
    ] as const) {
      await workspace.at(title);
      await expect(page.locator('jx-juxta-bar svg')).toBeInViewport();
      await expect(page.getByRole('button', { name: /Log/ })).toBeInViewport();
      await read(text);
    }
    await answer('below');
    await workspace.at('The float is right: the tank is low. Nothing wrong in the panel.');
    await page.getByRole('button', { name: /Record finding/ }).tap();
    await workspace.at('Finding recorded');
    await page.getByRole('button', { name: 'Board', exact: true }).tap();
    await expect(page.locator('[data-terminal="CB.X1.10"]')).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
});
