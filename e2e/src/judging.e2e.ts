import { readDemo } from '@juxtameter/demo';
import { expect, test } from './support/fixtures';
import { ChartHands, walkHeatBench } from './support/chart-hands';

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

test('a chart with nearly every kind of expectation, digits and one Enter each, its traps named', async ({
  page,
  workspace,
}) => {
  test.setTimeout(90_000);
  const hands = new ChartHands(page);
  await hands.begin(workspace.address, 'heat-bench-1', /Heat bench stays cold/);
  const words = page.locator('jx-reading-entry .verdict');
  await walkHeatBench(hands, async (step) => {
    switch (step) {
      case 'sensor':
        await expect(page.locator('[data-guard=this-point-only]')).toBeVisible();
        await expect(words).toContainText('at 21.4 °C');
        break;
      case 'one leg':
        // Both legs read right to neutral: only across shows that they are one.
        await expect(words).toContainText('117.8 V + 118.6 V = 236.4 V');
        await expect(words).toContainText('absent');
        break;
      case 'rail':
        await expect(page.locator('[data-guard=proves-no-more]')).toBeVisible();
        await expect(words).toContainText('The regulator is alive, no more');
        break;
      case 'stray':
        await expect(page.locator('[data-guard=stray-voltage]')).toBeVisible();
        await expect(words).toContainText('An open lead of 5 m beside 240 V may show');
        break;
    }
  });
  const named = page.getByRole('list', { name: 'Before this is named' });
  await expect(named).toContainText('The display runs on its own cells');
  await expect(named).toContainText('The lamp shows the command, not the contact.');
  await expect(named.locator('[data-guard=this-point-only]')).toBeVisible();
  expect(hands.readings).toBeGreaterThan(35);
  await page.keyboard.press('Enter');
  await expect(page.locator('jx-end-step')).toContainText('The board does not switch leg B');
});

test('windings alike and of the wrong variant are told by name, and the plate is asked for', async ({
  page,
  workspace,
}) => {
  // By its address: other tests open visits to the same fan, and the list begins with the newest.
  const traps = readDemo().visits.find(({ pinned }) => pinned?.unit?.id === 'fan-south');
  await page.goto(`${workspace.address}/visits/${traps?.id}`);
  await expect(page.locator('jx-visit-log')).toContainText('The three windings at the motor plug');
  await page.getByRole('link', { name: 'Report' }).first().click();
  const report = page.locator('article');
  await expect(report).toContainText('Alike, and yet: each should be');
  await expect(report).toContainText('Which of them holds for this unit?');
  await expect(report).toContainText('Holds here: variant B, service sheet page 4');
  await expect(report).toContainText('read 5 min after switching mains off');
  await expect(report.locator('[data-guard=find-the-short]')).toBeVisible();
});

test('a meter is refused over its category, and what was typed stays', async ({ page, workspace }) => {
  const hands = new ChartHands(page);
  await hands.begin(workspace.address, 'heat-bench-1', /Heat bench stays cold/);
  await page.keyboard.press('Alt+m');
  await page.getByRole('button', { name: /Pocket 2000/ }).click();
  await expect(page.locator('h1')).toHaveText('Pocket 2000');
  await page.getByRole('link', { name: 'Back' }).click();
  await page.keyboard.press('Alt+f');
  await page.locator('input[name=from]').fill('Q1·2');
  await page.locator('input[name=to]').fill('Q1·4');
  await page.locator('input[name=expects]').fill('240 V ±10 %');
  await page.locator('input[name=reading]').fill('239');
  await expect(page.getByRole('alert').first()).toContainText('Pocket 2000 is built for CAT II 300 V');
  await page.keyboard.press('Enter');
  await expect(page.locator('input[name=reading]')).toHaveValue('239');
  await page.locator('jx-free-line-form select').selectOption({ label: 'AC amps' });
  await expect(page.getByRole('alert').first()).toContainText('would short it');
});

test('the handbook hands its figure to the next reading, and the documents that disagree stand side by side', async ({
  page,
  workspace,
}) => {
  const hands = new ChartHands(page);
  await hands.begin(workspace.address, 'heat-bench-1', /Heat bench stays cold/);
  await page.keyboard.press('Alt+h');
  await page.getByRole('button', { name: 'Heater from its rating' }).click();
  await page.locator('input[name=power]').fill('1.2 kW');
  await page.getByRole('button', { name: /Use as expected value/ }).click();
  await expect(page.locator('input[name=expects]')).toHaveValue('1.2 kW at 240 V ±10 %');
  await expect(page.locator('jx-free-line-form jx-juxta-bar')).toContainText('43.2 Ω to 52.8 Ω');
  await page.locator('jx-free-line-form select').selectOption({ label: 'AC volts' });
  await page.locator('input[name=from]').fill('X1·1');
  await page.locator('input[name=to]').fill('X1·2');
  await page.locator('input[name=expects]').fill('120 V ±2 % (label) or 127 V ±2 % (manual page 3)');
  await page.locator('input[name=reading]').fill('127.1');
  await expect(page.locator('jx-free-line-form .several')).toHaveCount(2);
  await expect(page.locator('jx-free-line-form .verdict')).toContainText('Which of them holds for this unit?');
  await page.getByRole('button', { name: 'manual page 3' }).click();
  await expect(page.locator('jx-free-line-form .verdict')).toContainText('within');
});

test.describe('by thumb at 390 px', () => {
  test.use(phone);

  test('a long watch with a flexed board, stamped and logged for the step', async ({ page, workspace }) => {
    const hands = new ChartHands(page);
    await hands.begin(workspace.address, 'heat-bench-1', /Heat bench stays cold/);
    const visit = page.url();
    await page.getByRole('button', { name: 'Chart', exact: true }).click();
    await page.locator('jx-chart-list').getByText('It keeps heating').click();
    await page.getByRole('button', { name: 'Go to this step' }).click();
    await hands.at('It keeps heating');
    await page.getByRole('button', { name: /The call is on now/ }).click();
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('link', { name: 'Long watch' }).click();
    await expect(page.locator('input[name=expects]')).toHaveValue('present 240 V');
    await page.getByRole('button', { name: 'Start watching' }).click();
    await page.locator('input[name=sample]').fill('239');
    await page.keyboard.press('Enter');
    await page.getByLabel('Part that is pressed or flexed').selectOption('HB');
    await page.getByRole('button', { name: 'flexed' }).click();
    await page.getByRole('button', { name: 'Dropped out now' }).click();
    await page.getByRole('button', { name: 'It is back' }).click();
    await page.waitForTimeout(1100);
    await page.locator('input[name=sample]').fill('240');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'End the watch' }).click();
    await expect(page.locator('.outcome')).toContainText('Dropped out once');
    await expect(page.locator('.outcome')).toContainText('with Heat bench board HB flexed');
    await page.getByRole('button', { name: /Log it for this step/ }).click();
    await expect(page).toHaveURL(visit);
    await hands.at('The heat comes and goes');
    await expect(page.locator('[data-guard=intermittent]')).toBeVisible();
  });
});
