import type { Locator, Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import type { Workspace } from './support/workspace';

/** The day the demo's history is told from. */
const TODAY = new Date('2026-11-25T09:00:00Z');
const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** Counts what a technician does: every key, tap and filled field. */
class Hands {
  actions = 0;

  constructor(readonly page: Page) {}

  async key(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.actions += 1;
      await this.page.keyboard.press(key);
    }
  }

  async press(target: Locator): Promise<void> {
    this.actions += 1;
    await target.click();
  }

  async fill(target: Locator, text: string): Promise<void> {
    this.actions += 1;
    await target.fill(text);
  }

  /** Taps so many flashes a round, in time with a lamp. */
  async tapRounds(count: number, rounds: number): Promise<void> {
    for (let round = 0; round < rounds; round += 1) {
      for (let flash = 0; flash < count; flash += 1) {
        await this.key(' ');
        await this.page.waitForTimeout(350);
      }
      await this.page.waitForTimeout(1400);
    }
  }
}

async function startLooking(hands: Hands, { address }: Workspace, unit: string, complaint: string): Promise<void> {
  const { page } = hands;
  await page.goto(`${address}/start`);
  await hands.press(page.getByText(unit, { exact: true }).first());
  await hands.fill(page.getByPlaceholder('In their words'), complaint);
  await hands.press(page.getByRole('button', { name: /Pre-checks/ }));
  await expect(page.locator('jx-look-page h1')).toBeVisible();
}

test('from the complaint to the right step, by keyboard: intake, lamp, watched call', async ({ page, workspace }) => {
  test.setTimeout(90_000);
  await page.clock.setSystemTime(TODAY);
  const hands = new Hands(page);
  await startLooking(hands, workspace, 'Burner 1', 'Burner does not fire');
  await expect(page.locator('[data-suspicion=new-board]')).toContainText('A new board went in');
  await expect(page.locator('[data-suspicion=same-code]')).toContainText('Code 3');

  await hands.key('i');
  await hands.press(page.locator('[data-topic=onset]').getByRole('button', { name: 'with the weather' }));
  await hands.key('Escape');

  await hands.key('r');
  await expect(page.locator('jx-tap-pad button')).toBeFocused();
  await hands.tapRounds(3, 3);
  await expect(page.getByTestId('decoded')).toHaveText('3 flashes');
  await hands.key('Enter', 'Escape');
  await expect(page.locator('[data-code="STATUS 3"]')).toContainText('no flame after three tries');
  await expect(page.locator('[data-code="STATUS 3"]')).toContainText('Does not prove');

  await hands.key('t');
  await expect(page.getByText('May start or open')).toBeVisible();
  await expect(page.getByRole('button', { name: /Start call/ })).toBeDisabled();
  await hands.press(page.getByRole('checkbox', { name: /No gas is smelt/ }));
  await hands.press(page.getByRole('button', { name: /Start call/ }));
  await page.waitForTimeout(3200);
  await hands.key(' ');
  await expect(page.locator('[data-due=wait]')).toContainText('Purge: nothing is wrong');
  await expect(page.getByRole('button', { name: /Has not happened/ })).toBeDisabled();
  await page.keyboard.press('x');
  await expect(page.getByTestId('outcome')).toHaveCount(0);
  await expect(page.locator('[data-due=late]')).toBeVisible({ timeout: 40_000 });
  await hands.key('x');
  await expect(page.getByTestId('asked')).toContainText('Was it commanded: igniter?');
  await hands.key('c');
  await expect(page.getByTestId('outcome')).toContainText('Igniter was commanded and did not happen');
  await expect(page.getByTestId('leads')).toContainText('Igniter output');
  await hands.press(page.getByRole('button', { name: 'Stop watching here' }));
  await hands.key('Escape');

  await expect(page.locator('[data-entry="burner-does-not-fire/igniter-volts"]')).toContainText('Code 3');
  await hands.key('Enter');
  // The look that keeps somebody safe comes first, and the log says where then.
  await expect(page.locator('jx-step-page h1')).toContainText('Smell at the floor duct');
  await expect(workspace.log).toContainText('Chart: Burner does not fire');
  await workspace.log.getByText('Chart: Burner does not fire').click();
  await expect(workspace.log).toContainText('Then to: Igniter output X2·3 to X2·4 after the purge');
  expect(hands.actions).toBeLessThan(40);
});

test('the same with one thumb at 390 pixels', async ({ browser, server }) => {
  test.setTimeout(90_000);
  const context = await browser.newContext(phone);
  const page = await context.newPage();
  const hands = new Hands(page);
  await startLooking(
    hands,
    { address: server.address } as Workspace,
    'Roof vent west',
    'Vent opens but does not close',
  );
  await hands.press(page.getByRole('link', { name: /Read a flash code/ }));
  await hands.press(page.getByRole('radio', { name: /Close lamp/ }));
  await hands.press(page.getByRole('button', { name: 'Lit steadily', exact: true }));
  await expect(page.locator('[data-code="CLOSE close"]')).toContainText('no fault');
  await hands.press(page.getByRole('link', { name: 'To the machine' }));
  await hands.press(page.getByRole('link', { name: /Time the sequence/ }));
  await hands.press(page.getByRole('radio', { name: 'Close' }));
  await hands.press(page.getByRole('button', { name: /Start call/ }));
  await page.waitForTimeout(3200);
  await hands.press(page.getByTestId('seen'));
  await hands.press(page.getByRole('button', { name: /Has not happened/ }));
  await expect(page.getByTestId('outcome')).toContainText('may still come');
  await expect(page.locator('[data-due=late]')).toBeVisible({ timeout: 20_000 });
  await hands.press(page.getByRole('button', { name: /Has not happened/ }));
  await hands.press(page.getByTestId('asked').getByRole('button', { name: 'Yes' }));
  await expect(page.getByTestId('leads')).toContainText('Motor output X2·2 to X2·1, closing');
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(wide).toBeLessThanOrEqual(0);
  await hands.press(page.getByRole('link', { name: 'To the machine, begin there' }));
  await hands.press(page.locator('[data-entry="vent-runs-one-way/motor-volts-close"]'));
  await expect(page.locator('jx-step-page h1')).toHaveText('Motor output X2·2 to X2·1, closing');
  expect(hands.actions).toBeLessThan(40);
  await context.close();
});

test('a watch survives a reload and a tab in the background: times come from stamps', async ({ page, workspace }) => {
  test.setTimeout(60_000);
  const hands = new Hands(page);
  await startLooking(hands, workspace, 'Roof vent west', 'stuck');
  await hands.key('t');
  await page.getByRole('button', { name: /Start call/ }).click();
  await page.waitForTimeout(1500);
  await page.reload();
  await expect(page.getByRole('timer')).toContainText('s since the call');
  const seconds = Number.parseFloat((await page.getByRole('timer').textContent()) ?? '0');
  expect(seconds).toBeGreaterThan(1.4);
  await page.waitForTimeout(1800);
  await hands.key(' ');
  await page.getByRole('button', { name: 'Abandon' }).click();
  // Times that crossed a reload call nothing right.
  await expect(page.locator('[data-watch=before]')).toContainText('Last stage seen: open relay.');
  await expect(page.getByText('these times are by the wall clock')).toBeVisible();
  await expect(page.locator('[data-watch=before]')).toContainText('abandoned');
  await expect(page.getByTestId('leads')).toHaveCount(0);
});

test('gas that was smelt stops every call until somebody notes that it is gone', async ({ page, workspace }) => {
  const hands = new Hands(page);
  await startLooking(hands, workspace, 'Burner 2', 'smells odd');
  const note = async (answer: string): Promise<void> => {
    await page.getByRole('button', { name: 'Add an observation' }).click();
    await page.getByRole('radio', { name: 'Smell', exact: true }).click();
    await page.getByRole('radio', { name: 'gas', exact: true }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'no switch, no plug' })).toBeVisible();
    await page.getByRole('button', { name: answer }).click();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
  };
  await note('It is there');
  await expect(page.getByText('Gas was smelt.')).toBeVisible();
  await hands.key('t');
  await expect(page.getByText('Gas was smelt: no call is made.')).toBeVisible();
  await expect(page.getByRole('button', { name: /Start call/ })).toBeDisabled();
  await hands.key(' ');
  await expect(page.getByRole('timer')).toHaveCount(0);
  await hands.key('Escape');
  await note('Looked for it: not there');
  await hands.key('t');
  await page.getByRole('checkbox', { name: /No gas is smelt/ }).check();
  await expect(page.getByRole('button', { name: /Start call/ })).toBeEnabled();
});

test('the practice lamp is read by following it', async ({ page, server }) => {
  test.setTimeout(60_000);
  await page.goto(`${server.address}/practice`);
  const lamp = page.locator('[data-lit]');
  await page.locator('jx-tap-pad button').focus();
  let wasLit = (await lamp.getAttribute('data-lit')) === 'true';
  for (const until = Date.now() + 15_000; Date.now() < until;) {
    const isLit = (await lamp.getAttribute('data-lit')) === 'true';
    if (isLit && !wasLit) await page.keyboard.press(' ');
    wasLit = isLit;
    await page.waitForTimeout(15);
  }
  await expect(page.getByTestId('decoded')).toHaveText('3 flashes');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Right.')).toBeVisible();
});

test('an unknown code is kept and asks for its legend; one set aside needs a reason', async ({ page, workspace }) => {
  const hands = new Hands(page);
  await startLooking(hands, workspace, 'Burner 2', '');
  await hands.key('r');
  await page.getByLabel('Code as shown').fill('E77');
  await page.keyboard.press('Enter');
  const code = page.locator('[data-code="STATUS E77"]');
  await expect(code).toContainText('Not in the code table: kept as it was read');
  await code.getByLabel('What the legend says').fill('fan board link lost');
  await code.getByRole('button', { name: 'Keep' }).click();
  await expect(page.locator('[data-code="STATUS E77"]')).toContainText('fan board link lost');
  await page.getByRole('button', { name: 'Ignore this code' }).click();
  await page.locator('input[name=reason]').press('Enter');
  await expect(code).not.toContainText('set aside:');
  await page.locator('input[name=reason]').fill('left from the service');
  await page.locator('input[name=reason]').press('Enter');
  await expect(code).toContainText('set aside: left from the service');
  await page.reload();
  await expect(code).toContainText('set aside: left from the service');
});

test('taps without a pattern are said to be none, and nothing is kept of them', async ({ page, workspace }) => {
  const hands = new Hands(page);
  await startLooking(hands, workspace, 'Burner 2', '');
  await hands.key('r');
  await expect(page.locator('jx-tap-pad button')).toBeFocused();
  for (const pause of [90, 1700, 240, 900, 130, 2100, 420, 1300]) {
    await page.keyboard.press(' ');
    await page.waitForTimeout(pause);
  }
  await expect(page.locator('jx-blink-reader .result')).toContainText(/No pattern|Not sure yet/);
});

test('absurd temperatures are asked for again, with what is accepted and nothing lost', async ({ page, workspace }) => {
  const hands = new Hands(page);
  await startLooking(hands, workspace, 'Burner 2', 'cold');
  await hands.key('i');
  const weather = page.locator('[data-topic=weather]');
  await weather.locator('input[name=outside]').fill('-80');
  await weather.locator('input[name=inside]').fill('70 F');
  await weather.getByRole('button', { name: 'Add' }).click();
  await expect(weather.getByRole('alert')).toContainText('accepted: -60 to 70 °C');
  await expect(weather.locator('input[name=outside]')).toHaveValue('-80');
  await weather.locator('input[name=outside]').fill('-8');
  await weather.getByRole('button', { name: 'rain' }).click();
  await weather.getByRole('button', { name: 'Add' }).click();
  await expect(weather).toContainText('rain, outside -8 °C, inside 21.1 °C');
});

test('a unit is on file in a moment, without a wiring list too, and a visit starts there', async ({ page, server }) => {
  await page.goto(`${server.address}/units/new`);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('Give it the name');
  await page.getByLabel('Name').fill('Boiler shed fan');
  await page.getByRole('radio', { name: 'No wiring list on file' }).click();
  await page.getByRole('button', { name: /mains, 230 V/ }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('No wiring list on file')).toBeVisible();
  await page.getByRole('link', { name: 'Start a visit here' }).click();
  await expect(page.locator('.picked')).toContainText('Boiler shed fan');
  await page.getByRole('button', { name: /Pre-checks/ }).click();
  await expect(page.locator('jx-look-page')).toContainText('No chart is on file');
  await page.keyboard.press('Alt+i');
  await page.getByLabel(/number on the board/).fill('FX-1 rev A');
  await page.keyboard.press('Tab');
  // Out of the field that is next, then out of the page.
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.locator('jx-visit-log')).toContainText('FX-1 rev A');
  await page.goto(`${server.address}/units/new`);
  await page.getByLabel('Name').fill('boiler shed fan');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('is on file at this site already');
});

test('earlier visits warn: the same part again, work that was never right', async ({ page, server }) => {
  await page.clock.setFixedTime(TODAY);
  await page.goto(`${server.address}/units/mist-line-3`);
  await expect(page.locator('[data-suspicion=same-part]')).toContainText('Float switch FS1 failed 2 times');
  await page.goto(`${server.address}/units/vent-east`);
  await expect(page.locator('[data-suspicion=never-right]')).toContainText("the neighbour's helper");
  await expect(page.locator('[data-suspicion=never-right]')).toContainText('opens slowly');
});

test('a visit somebody else reports says so in every grade', async ({ page, workspace }) => {
  await page.goto(`${workspace.address}/start`);
  await page.getByText('Mist line 1', { exact: true }).first().click();
  await page.getByRole('checkbox', { name: /Remote/ }).check();
  await page.getByLabel('Who reports?').fill('the gardener');
  await page.getByRole('button', { name: /Pre-checks/ }).click();
  await expect(page.getByText('the gardener reports from the machine')).toBeVisible();
  await page.keyboard.press('Alt+i');
  await page.locator('[data-topic=reproduced]').getByRole('button', { name: 'as described' }).click();
  await expect(page.locator('[data-topic=reproduced]')).toContainText('reported');
});
