import type { Locator, Page } from '@playwright/test';
import { readyForTheCellar } from './support/cellar';
import { expect, test } from './support/fixtures';
import { paper, signByHand } from './support/paper';
import type { Workspace } from './support/workspace';

// The page is cached by its service worker here, as on a tablet.
test.use({ serviceWorkers: 'allow' });

/** To a switch that stays open, read and shown, with the jumper of the test still in. */
async function toTheFloatSwitch(workspace: Workspace): Promise<void> {
  await workspace.toLiveChain();
  await workspace.read('27.0', '26.9', '0.02', '26.9');
  await workspace.at('Is the water above the low mark?');
  await workspace.key('1');
  await expect(workspace.page.locator('[data-role=may-start]')).toBeVisible();
  await workspace.key('Enter', '1');
  await workspace.at('The float switch stays open.');
  await workspace.key('Enter');
  await workspace.at('Finding recorded');
}

/** Reached and pressed by keys alone. */
async function press(control: Locator): Promise<void> {
  await control.press('Enter');
}

/** Every check that can be answered with a tap, from the first on. */
async function passEveryCheck(page: Page, pick: (radio: Locator) => Promise<void>): Promise<void> {
  const rows = page.locator('jx-check-row');
  for (let row = 0; row < (await rows.count()); row += 1) {
    const passed = rows.nth(row).getByRole('radio', { name: 'passed' });
    if ((await passed.count()) === 1 && (await passed.getAttribute('aria-checked')) !== 'true') await pick(passed);
  }
}

test('from the call to a signed paper, by keyboard, with a part that is tested and wires that are moved', async ({
  workspace,
  page,
}) => {
  test.setTimeout(150_000);
  await page.clock.install();
  await workspace.start();
  await toTheFloatSwitch(workspace);
  await press(page.getByRole('link', { name: 'Repair and proof' }));

  const wires = page.locator('jx-transfer-card');
  await press(page.getByRole('button', { name: 'Plan: Replace Float switch FS1' }));
  const parts = page.locator('jx-parts-card');
  await parts.getByLabel('Number of the part offered').pressSequentially('FL-24 rev B');
  await press(parts.getByRole('radio', { name: 'new', exact: true }));
  await press(parts.getByRole('button', { name: 'Add the part' }));
  await press(parts.getByRole('button', { name: 'Test on the bench' }));
  await parts.getByLabel('What is tested').pressSequentially('contact, float up');
  await parts.getByLabel('What it should read').pressSequentially('<1 Ω');
  await parts.getByLabel('What it reads').pressSequentially('OL\n');
  await expect(parts).toContainText('dead on arrival');
  await expect(parts.getByRole('button', { name: 'It is in', exact: true })).toHaveCount(0);
  // The float had hung down: the same test again.
  await press(parts.getByRole('button', { name: 'Test on the bench' }));
  await parts.getByLabel('What is tested').pressSequentially('contact, float up');
  await parts.getByLabel('What it should read').pressSequentially('<3 Ω');
  await parts.getByLabel('What it reads').pressSequentially('0.2\n');
  await expect(parts.locator('.state')).toHaveText('tested');

  // The machine still has power: the list says so before a wire comes off.
  await wires.locator('summary').press('Enter');
  await wires.getByLabel('Which part', { exact: true }).selectOption('FS1');
  await press(wires.getByRole('button', { name: 'Begin with these 2' }));
  await expect(wires.getByRole('alert')).toContainText('Not proven dead');
  for (const place of [0, 1]) {
    await press(wires.getByRole('button', { name: /^Off: / }).nth(place));
    await press(wires.getByRole('button', { name: /^On: / }));
  }
  await expect(wires).toContainText('2 of 2 on');
  await press(wires.getByRole('button', { name: 'Every wire sits where the list says' }));
  await expect(wires).toContainText('Held against the list once more');
  await press(parts.getByRole('button', { name: 'It is in', exact: true }));
  await press(parts.getByRole('button', { name: 'It is fitted' }));
  await expect(parts.locator('.state')).toHaveText('in');

  await press(page.getByRole('link', { name: 'Close the visit' }));
  await press(page.getByRole('button', { name: 'Jumper removed' }).first());
  await expect(page.locator('jx-visit-strip')).toContainText('no bypass');
  await press(page.getByRole('link', { name: 'Repair and proof' }));
  const soak = page.locator('jx-check-row', { hasText: /It runs for 10 minutes/ });
  await press(soak.getByRole('button', { name: 'It is left running' }));
  await page.clock.fastForward('11:00');
  await expect(soak.getByRole('timer')).toContainText('The time is over');
  await passEveryCheck(page, press);
  await press(page.getByRole('link', { name: 'Close the visit' }));

  const time = page.locator('jx-time-card');
  await press(time.getByRole('radio', { name: 'travel' }));
  await time.getByLabel('Minutes').pressSequentially('25\n');
  await expect(time).toContainText('25 min travel');
  await press(page.getByRole('radio', { name: 'works as it should' }));
  await signByHand(page, 'Hazel Ostler');
  await workspace.leaveOpen();
  await press(page.getByRole('button', { name: 'Close this visit' }));
  await expect(page.locator('h1')).toHaveText('This visit is closed');
  await press(page.getByRole('link', { name: 'Report' }).first());
  const customer = await paper(page, 'For the customer, PDF');
  for (const fact of ['Replace Float switch FS1', 'Hazel Ostler', '25 min travel'])
    expect(customer.text).toContain(fact);
  const evidence = await paper(page, 'Evidence, PDF');
  expect(evidence.text).toContain('contact, float up: 0.2 Ω, should be <3 Ω, as it should be');
});

test.describe('by thumb at 390 px, with no server in reach', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('from the call to a jumper that stays in for a while, signed for; the next visit is told, and ends it', async ({
    workspace,
    server,
    page,
  }) => {
    test.setTimeout(180_000);
    await page.goto(`${server.address}/start?at=mist-line-2`);
    await expect(page.getByRole('button', { name: /Pump contactor does not pull in/ })).toBeVisible();
    await readyForTheCellar(page);
    await server.kill();
    await workspace.start();
    await toTheFloatSwitch(workspace);
    const visit = page.url();
    await page.getByRole('link', { name: 'Repair and proof' }).tap();

    const card = page.locator('jx-temporary-card');
    await card.locator('summary').tap();
    await card.getByLabel('What kind of makeshift').selectOption('jumper');
    await card.getByLabel('Which jumper stays in').selectOption({ index: 1 });
    await card.getByLabel('What was done, and how').fill('float switch bridged, tank looked at twice a day');
    await card.getByLabel('Gone by').fill('2099-12-04');
    await card.getByRole('button', { name: 'Leave it so' }).tap();
    await expect(card.getByRole('alert')).toContainText('who was told and who accepted it');
    await card.getByLabel('What the machine does without').fill('the dry run protection');
    await card.getByLabel('What has to be watched').fill('the water in the tank');
    await card.getByLabel('Who was told').fill('the head grower');
    await card.getByLabel('Who accepted it').fill('the head grower');
    await card.getByRole('button', { name: 'Leave it so' }).tap();
    await expect(card).toContainText('Until 2099-12-04');
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

    await page.getByRole('link', { name: 'Close the visit' }).tap();
    await expect(page.locator('main')).toContainText('Jumper in: FS1·1 to FS1·2');
    await page.getByRole('textbox', { name: 'It stays so, because' }).fill('the switch comes on Friday');
    await page.locator('jx-departure-card').getByRole('button', { name: 'sign that it is temporary' }).tap();
    await page.getByRole('button', { name: 'Note it as it is left' }).tap();
    await page.getByRole('radio', { name: 'works, to be watched' }).tap();
    await workspace.leaveOpen();
    await signByHand(page, 'Hazel Ostler');
    await page.getByRole('button', { name: 'Close this visit' }).tap();
    await expect(page.locator('h1')).toHaveText('This visit is closed');
    await expect(page.locator('main')).toContainText('runs on a temporary repair');
    await page.goto(`${visit}/report`);
    const customer = await paper(page, 'For the customer, PDF');
    for (const fact of [
      'until 2099-12-04',
      'without the dry run protection',
      'accepted by the head grower',
      'Hazel Ostler',
    ])
      expect(customer.text).toContain(fact);

    await server.resume();
    await page.goto(server.address);
    await expect(page.locator('jx-saved-state')).toContainText('Saved on server', { timeout: 20_000 });
    await expect(page.locator('jx-temporary-list')).toContainText('Until 2099-12-04');

    // Somebody comes by before the day: told on the first page of the visit, and ends it there.
    await page.goto(`${server.address}/start?at=mist-line-2`);
    await page.getByRole('button', { name: /Pre-checks/ }).tap();
    const left = page.locator('jx-left-running-card');
    await expect(workspace.strip).toContainText('left in by an earlier visit: FS1·1 to FS1·2');
    await left.getByRole('button', { name: 'The jumper is still in' }).tap();
    await expect(workspace.strip).toContainText('jumper in: FS1·1 to FS1·2');
    await left.getByLabel('How was it found, what took its place?').fill('jumper out, new switch in');
    await left.getByRole('button', { name: 'It is gone' }).tap();
    await expect(left).toHaveCount(1);
    await expect(left.locator('section')).toHaveCount(0);
    await page.goto(server.address);
    await expect(page.locator('jx-temporary-list section')).toHaveCount(0);
  });
});
