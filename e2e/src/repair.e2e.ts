import { expect, test } from './support/fixtures';

test('from the finding to a repair that is proven, with what does not count said', async ({ workspace, page }) => {
  await page.clock.install();
  await workspace.start();
  await workspace.toLiveChain();
  await workspace.read('27.0', '26.9', '0.02', '26.9');
  await workspace.at('Is the water above the low mark?');
  await workspace.key('1');
  await expect(page.locator('[data-role=may-start]')).toBeVisible();
  await workspace.key('Enter', '1');
  await workspace.at('The float switch stays open.');
  await workspace.key('Enter');
  await workspace.at('Finding recorded');
  await page.getByRole('link', { name: 'Repair and proof' }).click();

  const check = (words: string | RegExp) => page.locator('jx-check-row', { hasText: words });
  await page.getByRole('button', { name: 'float jammed' }).click();
  await expect(page.getByText('Because: float jammed')).toBeVisible();
  await page.getByRole('button', { name: 'Plan: Clean Float switch FS1, and look again' }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByLabel('Minutes it took').fill('long');
  await page.getByRole('button', { name: 'It is done' }).click();
  await expect(page.getByRole('alert')).toContainText('“long” is no number of minutes');
  await page.getByLabel('Minutes it took').fill('20');
  await page.getByLabel('What stood in the way').fill('hatch rusted shut');
  await page.getByRole('button', { name: 'It is done' }).click();
  await expect(page.getByText('done in 20 min, hatch rusted shut')).toBeVisible();

  // With the jumper across the float switch it runs, and that shows nothing.
  const gone = check(/Mist: watched to its end/);
  await gone.getByRole('radio', { name: 'passed' }).click();
  await expect(gone).toContainText('A pass like this is no pass of the repair: Jumper in: FS1·1 to FS1·2');
  await expect(gone).toContainText('to be seen');

  await page.getByRole('link', { name: 'Close the visit' }).click();
  await page.getByRole('button', { name: 'Jumper removed' }).first().click();
  await expect(page.locator('jx-visit-strip')).toContainText('no bypass');
  await page.getByRole('link', { name: 'Repair and proof' }).click();
  await gone.getByRole('radio', { name: 'passed' }).click();
  await expect(gone).toContainText('passed');
  await expect(gone).not.toContainText('to be seen');

  const soak = check(/It runs for 10 minutes/);
  await soak.getByRole('button', { name: 'It is left running' }).click();
  await expect(soak.getByRole('timer')).toContainText('to go');
  await expect(soak.getByRole('radio', { name: 'passed' })).toHaveCount(0);
  // The page is loaded anew: the time goes on.
  await page.clock.fastForward('04:00');
  await page.reload();
  await expect(soak.getByRole('timer')).toContainText(/^5:\d\d to go|^6:00 to go/);
  await page.clock.fastForward('06:30');
  await expect(soak.getByRole('timer')).toContainText('The time is over');
  await soak.getByRole('radio', { name: 'passed' }).click();
  await expect(soak.locator('.state')).toHaveText('passed');

  const set = check(/0 V across FS1/);
  await set.getByRole('radio', { name: 'postponed' }).click();
  await set.getByRole('button', { name: 'Note it' }).click();
  await expect(set.getByRole('alert')).toContainText('without a reason');
  await set.getByLabel('Why it is put off').fill('the tank fills until Friday');
  await set.getByLabel('Until when').fill('2026-12-04');
  await set.getByRole('button', { name: 'Note it' }).click();
  await expect(set).toContainText('postponed');

  await page.getByRole('link', { name: 'Close the visit' }).click();
  const open = page.locator('.open-points');
  await expect(open).toContainText('Not seen: mist runs from the house controller');
  await expect(open).not.toContainText('0 V across FS1');
  await expect(page.locator('main')).toContainText('repaired, not verified');
  await page.getByRole('radio', { name: 'works, to be watched' }).click();
  await page.getByRole('button', { name: 'Close this visit' }).click();
  await expect(page.getByRole('alert')).toContainText('say why it stays open');
  await workspace.leaveOpen();
  await page.getByRole('button', { name: 'Close this visit' }).click();
  await expect(page.locator('h1')).toHaveText('This visit is closed');
  await expect(page.locator('main')).toContainText('repaired, not verified');
});

test('a visit that waits says so in the list, and nothing is known of the machine when it goes on', async ({
  workspace,
  page,
}) => {
  await workspace.start();
  await workspace.toLiveChain();
  const visit = page.url();
  await page.goto(`${visit}/close`);
  await page.getByRole('button', { name: 'Pause the visit' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Say what it waits for.' })).toBeVisible();
  await page.getByRole('textbox', { name: 'It waits for' }).fill('a float switch');
  await page.getByLabel('Until', { exact: true }).fill('2026-12-09');
  await page.getByRole('textbox', { name: 'It waits for' }).press('Enter');
  const row = page.locator('.card', { hasText: 'Waits for: a float switch, until 2026-12-09 since' });
  await expect(row).toBeVisible();
  await row.click();
  await expect(workspace.strip).toContainText('unknown, so live');
});

test('a unit whose charts do not isolate it is proven dead before its board comes out', async ({ workspace, page }) => {
  await page.goto(workspace.address);
  await page.getByRole('link', { name: 'Start a visit' }).click();
  await page.locator('[data-unit=vent-east]').first().click();
  await page.getByRole('button', { name: /Vent runs one way only/ }).click();
  const first = await workspace.title.textContent();
  const visit = page.url();

  await page.goto(`${visit}/repair`);
  await page.getByText('Something else to be done').click();
  await page.getByRole('textbox', { name: 'What' }).fill('VD');
  await page.getByRole('combobox', { name: 'Kind of work' }).selectOption({ label: 'replace' });
  await page.getByRole('radio', { name: 'diagnosed' }).click();
  await page.getByRole('button', { name: 'Add to the plan' }).click();
  const row = page.locator('jx-work-row');
  await expect(row.getByText(/^Proven dead/).first()).toContainText('not yet');
  await row.getByRole('button', { name: /^Prove it dead/ }).click();

  await page.getByRole('button', { name: 'Isolate and prove dead' }).click();
  await workspace.at('Isolate every supply, lock it off and keep the key.');
  await workspace.key('Enter');
  await workspace.at('Prove dead where you will work.');
  await workspace.read('231 / 9.1', ...Array.from({ length: 12 }, () => '0.1'), '231 / 9.1');
  await expect(page.locator('jx-free-page h1')).toHaveText('Read between any two points');
  await page.goto(`${visit}/repair`);
  await expect(row.getByText(/^Proven dead/).first()).toContainText('done');
  await expect(row.getByRole('button', { name: /^Prove it dead/ })).toHaveCount(0);

  await page.goto(visit);
  await page.getByRole('button', { name: 'Back to: Vent runs one way only' }).click();
  await workspace.at(first ?? '');
});
