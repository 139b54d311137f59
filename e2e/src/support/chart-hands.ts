import type { Page } from '@playwright/test';

/** Two hands at the tablet, every key and tap of theirs counted. */
export class ChartHands {
  /** Keys that are the figure itself. */
  digits = 0;
  /** Keys beside the figures: Enter, an answer's number. */
  keys = 0;
  /** Taps on what was asked for before a reading counts or can be judged. */
  asks = 0;
  readings = 0;

  constructor(readonly page: Page) {}

  /** From the start page to the first step of a unit's chart. */
  async begin(address: string, unit: string, chart: RegExp): Promise<void> {
    await this.page.goto(`${address}/start?at=${unit}`);
    await this.page.getByRole('button', { name: chart }).click();
    await this.title().waitFor();
    // The first step may still be drawn: a key struck before it would be lost.
    await this.page.locator('jx-step-page article').waitFor();
  }

  title() {
    return this.page.locator('jx-step-page h1');
  }

  async at(words: string): Promise<void> {
    await this.title().filter({ hasText: words }).waitFor();
  }

  async key(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.keys += 1;
      await this.page.locator('main[data-settling]').waitFor({ state: 'detached' });
      await this.page.keyboard.press(/^[a-z]$/.test(key) ? `Alt+${key}` : key);
    }
  }

  /** Digits, then one Enter. */
  async read(...figures: string[]): Promise<void> {
    for (const figure of figures) {
      await this.page.locator('input[name=reading]:focus').waitFor();
      await this.page.keyboard.type(figure);
      await this.page.keyboard.press('Enter');
      this.digits += figure.length;
      this.keys += 1;
      this.readings += 1;
    }
  }

  async type(figure: string): Promise<void> {
    await this.page.locator('input[name=reading]:focus').waitFor();
    await this.page.keyboard.type(figure);
  }

  async clear(): Promise<void> {
    await this.page.locator('input[name=reading]').fill('');
  }

  /** Something the tool asks for: one tap, and back to the field. */
  async ask(name: RegExp): Promise<void> {
    this.asks += 1;
    await this.page.getByRole('button', { name }).first().click();
    await this.page.locator('input[name=reading]').focus();
  }
}

/** The heat bench from its first step to a dead contact, everything measured that its chart can ask for. */
export async function walkHeatBench(
  hands: ChartHands,
  see: (step: string) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  await hands.key('1', '1');
  await hands.at("The display's cells, test key held");
  await hands.ask(/BD1 is pressed now/);
  await hands.read('2.95');
  await hands.key('1');
  await hands.at('Thermometer in the sand');
  await hands.read('21.4');
  await hands.at('Lock the bench isolator');
  await hands.key('Enter');
  await hands.at('Prove dead at X1');
  await hands.read('119.6 / 9.4', ...Array.from({ length: 12 }, () => '0.1'), '119.5 / 9.4');
  await hands.at('Pull the sensor plug');
  await hands.key('Enter');
  await hands.at('Earth bar to bench frame');
  await hands.ask(/Zero the leads/);
  await hands.read('0.2', '0.3');
  await hands.at('Leg fuse F1, end to end');
  await hands.read('0.3');
  await hands.at('Sensor 1 at its plug');
  await hands.type('1083');
  await see('sensor');
  await hands.clear();
  await hands.read('1083');
  await hands.at('Sensor 2, the sister');
  await hands.read('1079', '47.6', '0.5');
  await hands.at('Set knob');
  await hands.ask(/^2$/);
  await hands.read('2.21k');
  await hands.at('Cover switch LS1');
  await hands.read('OL', '0.3', 'OL', '0.3', 'OL', '0.4');
  await hands.at('Plug X2 and X3 in again');
  await hands.key('Enter');
  await hands.at('Isolator on.');
  await hands.key('Enter');
  await hands.at('The supply at X1');
  await hands.read('117.8', '118.6');
  await hands.type('0.3');
  await see('one leg');
  await hands.clear();
  await hands.read('236.3', '0.4');
  await hands.at('5 V at the display plug');
  await hands.type('5.03');
  await see('rail');
  await hands.clear();
  await hands.read('5.03');
  await hands.at('Call heat in zone 1');
  await hands.key('Enter');
  await hands.at('Lamp HEAT1?');
  await hands.key('1');
  await hands.at('Across mat 1');
  await hands.type('14.3');
  await see('stray');
  await hands.clear();
  await hands.ask(/^low-impedance mode/);
  await hands.read('0.4');
  await hands.at('Leg A to neutral');
  await hands.read('117.5');
  await hands.at('Leg B to neutral');
  await hands.read('9.8');
  await hands.at('The board does not switch leg B');
}
