import { compileProcedure, conductorPairs, type MeasurementStep, type ProcedureDocument } from '@juxtameter/core';
import { isGeneral } from '@juxtameter/contract';
import { readDemo } from '@juxtameter/demo';
import type { Page } from '@playwright/test';
import { ChartHands } from './support/chart-hands';
import { expect, test } from './support/fixtures';

const DEMO = readDemo();
const GENERALS = DEMO.procedures.filter(isGeneral);
const TABLET = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

/** A chart as it is walked, with a unit it is for. */
function walked(procedure: ProcedureDocument) {
  const model = DEMO.unitModels.find(({ id }) => id === procedure.unitModel);
  const unit = DEMO.sites.units.find(({ unitModel }) => unitModel === procedure.unitModel);
  if (!model || !unit) throw new Error(procedure.id);
  const { steps } = compileProcedure(procedure, model, GENERALS);
  const measured = Object.entries(steps).flatMap(([id, step]): (readonly [string, MeasurementStep])[] =>
    step.kind === 'measurement' ? [[id, step]] : [],
  );
  return { model, unit, measured };
}

async function goTo(page: Page, step: string): Promise<void> {
  await page.getByRole('tab', { name: 'Chart' }).click();
  const line = page.locator(`jx-chart-list li[data-step="${step}"]`);
  if ((await line.getAttribute('class')) === 'current') {
    await page.getByRole('tab', { name: 'Board' }).click();
    return;
  }
  await line.getByRole('button').first().click();
  await line.getByRole('button', { name: 'Go to this step' }).click();
}

/** Both probes on the map, whole on the screen, with a label each. */
async function areLit(page: Page, map: string): Promise<void> {
  for (const probe of ['A', 'B']) {
    const terminal = page.locator(`${map} [data-probe=${probe}]`);
    await expect(terminal).toBeInViewport({ ratio: 0.95 });
    await expect(terminal.locator('.label')).not.toHaveText('');
  }
}

test.describe('where the probes go', () => {
  test.use({ viewport: TABLET });
  test.setTimeout(180_000);

  for (const procedure of DEMO.procedures.filter((each) => !isGeneral(each))) {
    test(`is lit at every step of "${procedure.title}", on a tablet and on a phone`, async ({ workspace, page }) => {
      const { model, unit, measured } = walked(procedure);
      const hands = new ChartHands(page);
      const name = new RegExp(procedure.title.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
      await hands.begin(workspace.address, unit.id, name);
      // A look that keeps somebody safe is not gone past.
      const first = procedure.steps[procedure.start];
      if (first?.kind === 'observation' && first.skippable === false) await page.keyboard.press('1');
      const [proof] = measured.filter(([, step]) => step.measure.proofOfDead);
      if (proof) {
        await goTo(page, proof[0]);
        await areLitAfterMeter(page, hands);
        const pairs = conductorPairs(model, proof[1].measure.proofOfDead ?? []).length * 2;
        await hands.read(Array.from({ length: pairs }, () => '0').join(' / '), '230 / 9.1');
      }
      for (const [id, step] of measured) {
        if (step.measure.proofOfDead) continue;
        await goTo(page, id);
        await expect(page.locator(`jx-step-page article[data-step="${id}"]`)).toBeVisible();
        if (step.measure.function === 'insulation') {
          // Nobody is led to where this meter must not be used.
          await expect(page.getByText('does not test insulation').first()).toBeVisible();
          continue;
        }
        await areLit(page, 'jx-board-map');
        await page.setViewportSize(PHONE);
        await areLit(page, 'jx-reading-entry jx-point-map');
        await page.setViewportSize(TABLET);
      }
    });
  }

  /** The proof of dead asks for the meter first, which has no terminal; then for a pair. */
  async function areLitAfterMeter(page: Page, hands: ChartHands): Promise<void> {
    await hands.read('230 / 9.1');
    await areLit(page, 'jx-board-map');
  }
});

test.describe('by touch on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true, isMobile: true });

  test('two taps on the map take two points, and the reading is logged', async ({ workspace, page }) => {
    await page.goto(`${workspace.address}/start?at=mist-line-4`);
    await page.getByRole('button', { name: /halve the chain/ }).tap();
    await page.getByRole('button', { name: /Done/ }).tap();
    await page.getByRole('button', { name: 'Board', exact: true }).tap();
    const terminal = (address: string) => page.locator(`jx-board-map [data-terminal="${address}"]`);
    await expect(terminal('CB.X1.3')).toBeInViewport();
    await terminal('CB.X1.3').tap();
    await expect(page.locator('jx-terminal-card')).toContainText('mist output, to the float switch');
    await terminal('CB.X1.4').tap();
    // The form has the two points as they are called at the machine.
    await expect(page.locator('jx-free-page input[name=from]')).toHaveValue('X1·3');
    await expect(page.locator('jx-free-page input[name=to]')).toHaveValue('X1·4');
    await page.locator('jx-free-page input[name=expects]').fill('closed 24 V');
    await page.locator('jx-free-page input[name=reading]').fill('0.02');
    await expect(page.locator('[data-guard=zero-closed-or-dead]')).toContainText('X1·3 to X1·8');
    await page.getByRole('button', { name: /^Log/ }).tap();
    await expect(page.locator('jx-visit-log')).toContainText('X1·3 to X1·4');
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });

  test('a wire of another colour is noted and stands everywhere', async ({ workspace, page }) => {
    await page.goto(`${workspace.address}/start?at=mist-line-4`);
    await page.getByRole('button', { name: /halve the chain/ }).tap();
    await page.getByRole('button', { name: 'Board', exact: true }).tap();
    await page.locator('jx-board-map [data-terminal="CB.X1.4"]').tap();
    // On file for this unit already, beside what the drawing says.
    await expect(page.locator('jx-terminal-card')).toContainText('here; the drawing says orange');
    await page.getByRole('button', { name: 'Another colour here' }).first().tap();
    await page.getByRole('button', { name: 'pink' }).tap();
    await expect(page.locator('jx-terminal-card')).toContainText('pink');
    await page.getByRole('button', { name: 'Step', exact: true }).tap();
    await expect(page.locator('jx-visit-log')).toContainText('is pink here');
    await expect(page.locator('[data-strip=saved]')).toContainText('Saved on server');
    // The next visit to this unit knows it.
    await page.goto(`${workspace.address}/start?at=mist-line-4`);
    await page.getByRole('button', { name: /halve the chain/ }).tap();
    await page.getByRole('button', { name: 'Board', exact: true }).tap();
    await page.locator('jx-board-map [data-terminal="CB.X1.4"]').tap();
    await expect(page.locator('jx-terminal-card')).toContainText('pink');
  });
});

test.describe('by keyboard on a tablet', () => {
  test.use({ viewport: TABLET });

  test('the map is walked by arrow keys, and two Enters take two points', async ({ workspace, page }) => {
    const hands = new ChartHands(page);
    await hands.begin(workspace.address, 'mist-line-4', /halve the chain/);
    await page.keyboard.press('Enter');
    await hands.at('Control voltage');
    await page.locator('jx-board-map [tabindex="0"]').focus();
    for (const key of ['ArrowRight', 'ArrowRight', 'Enter', 'ArrowRight', 'Enter']) await page.keyboard.press(key);
    await expect(page.locator('jx-free-page input[name=from]')).toHaveValue('X1·3');
    await expect(page.locator('jx-free-page input[name=to]')).toHaveValue('X1·4');
    await page.keyboard.type('0.02');
    await page.keyboard.press('Enter');
    await expect(page.locator('jx-visit-log')).toContainText('X1·3 to X1·4');
    await page.keyboard.press('Alt+f');
    await hands.at('Control voltage');
  });

  test('a chain that was read before its step is taken by one key', async ({ workspace, page }) => {
    const hands = new ChartHands(page);
    await hands.begin(workspace.address, 'mist-line-4', /halve the chain/);
    await page.keyboard.press('Enter');
    await hands.at('Control voltage');
    for (const [from, text] of [
      ['X1·3', '26.9'],
      ['X1·4', '0.02'],
    ] as const) {
      await page.keyboard.press('Alt+f');
      await page.locator('input[name=from]').fill(from);
      await page.locator('input[name=to]').fill('X1·8');
      await page.locator('input[name=expects]').fill('present 24 V');
      await page.locator('input[name=reading]').fill(text);
      await page.keyboard.press('Enter');
      await expect(page.locator('jx-visit-log')).toContainText(`${from} to X1·8`);
      await page.keyboard.press('Alt+f');
    }
    await hands.at('Control voltage');
    await hands.read('26.9');
    await hands.at('Where does the 24 V stop?');
    await expect(page.locator('jx-reading-entry')).toContainText('Read already along this chain: It stops between');
    await page.keyboard.press('Alt+a');
    await hands.at('Float switch FS1, closed or open?');
    await expect(page.locator('jx-visit-log')).toContainText('at Float switch FS1 or wires');
  });

  test('a chain is halved and the call jumped from place to place', async ({ workspace, page }) => {
    const hands = new ChartHands(page);
    await hands.begin(workspace.address, 'mist-line-4', /halve the chain/);
    await hands.key('Enter');
    await hands.at('Control voltage');
    await hands.read('26.9');
    await hands.at('Where does the 24 V stop?');
    await page.keyboard.press('Alt+k');
    await expect(page.locator('jx-chain-pane [data-role=break]')).toContainText('It stops between X1·1 and X1·8');
    await hands.read('0.1');
    await expect(page.locator('jx-chain-pane [data-point="CB.X1.5"]')).toHaveAttribute('data-state', 'dead');
    await hands.read('0.1', '26.8');
    await hands.at('Where can mist be called from?');
    await page.keyboard.press('Alt+b');
    await areLit(page, 'jx-board-map');
    const safety = page.locator('jx-safety-strip');
    await hands.key('Enter');
    await expect(safety).toContainText('jumper in: HC·1 to HC·2');
    await hands.key('2', 'Enter', 'Enter', '1', 'Enter');
    await expect(safety).toContainText('no bypass');
    await expect(page.locator('jx-matrix-step')).toContainText('the cable between the two places');
    await hands.key('Enter');
    await hands.at('The call is lost on its way to the board');
  });

  test('a supply is read all round and what it says is kept', async ({ workspace, page }) => {
    const hands = new ChartHands(page);
    await hands.begin(workspace.address, 'heat-bench-2', /halve its two legs/);
    await page.keyboard.press('Enter');
    await hands.at('Where do the 240 V of mat 1 stop?');
    await page.keyboard.press('Alt+u');
    await page.locator('jx-supply-page h2').first().waitFor();
    await page.locator('input[name=reading]').focus();
    for (const text of ['119.4', '0.8', '119.5', '119.1', '0.4', '119.2']) {
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
    }
    await expect(page.locator('[data-role=outcome]')).toContainText('Take the load off and read again');
    await page.getByRole('button', { name: 'Keep this in the log' }).click();
    await page.keyboard.press('Escape');
    await expect(page.locator('jx-visit-log')).toContainText('Bench feeder: one conductor, or fed back');
  });

  test('a new board gets no power before it is cleared', async ({ workspace, page }) => {
    const hands = new ChartHands(page);
    await hands.begin(workspace.address, 'co2-burner-3', /clear it, then power/);
    await hands.key('Enter');
    await hands.at('Prove dead at X1 and X3');
    await hands.read('230 / 9.1', Array.from({ length: 12 }, () => '0').join(' / '), '230 / 9.1');
    await hands.at('Fit the new board');
    await hands.key('Enter');
    await hands.at('Clear what plugs into the new board');
    await hands.ask(/Zero the leads/);
    await hands.read('0.2', '0.4');
    await expect(page.locator('jx-visit-log')).toContainText('FM1 across X2·1 and X2·2');
    await page.getByRole('button', { name: 'Cannot be read' }).click();
    await page.locator('input[name=waiver]').fill('cover is riveted');
    await page.keyboard.press('Enter');
    await expect(page.locator('jx-visit-log')).toContainText('Not read: IG1 across X2·3 and X2·4');
    await goTo(page, 'energise');
    await hands.at('Lid on, lock off');
    await expect(page.locator('jx-action-step [role=alert]')).toContainText('is new and gets no power before');
    await expect(page.getByRole('button', { name: /Done/ })).toBeDisabled();
  });
});
