import { expect, type Locator, type Page } from '@playwright/test';

/** The workspace as a technician meets it: titles, keys, the field, the log. */
export class Workspace {
  readonly field: Locator;
  readonly title: Locator;
  readonly log: Locator;
  readonly strip: Locator;
  /** What the page says of the digits typed, under the field. */
  readonly verdict: Locator;

  constructor(
    readonly page: Page,
    readonly address: string,
  ) {
    this.field = page.locator('input[name=reading]');
    this.title = page.locator('jx-step-page h1');
    this.log = page.locator('jx-visit-log');
    this.strip = page.locator('jx-safety-strip');
    this.verdict = page.locator('jx-reading-entry .verdict');
  }

  /** A few taps from the first page to the first step. */
  async start(): Promise<void> {
    await this.page.goto(this.address);
    await this.page.getByRole('link', { name: 'Start a visit' }).click();
    await this.page.locator('[data-unit=mist-line-2]').first().click();
    await this.page.getByRole('button', { name: /Pump contactor does not pull in/ }).click();
    await this.at('Set the house controller to mist and stand clear of the pump.');
  }

  async at(title: string): Promise<void> {
    await expect(this.title).toHaveText(title);
  }

  /** Keys of the visit, wherever the focus is: a letter in a field is a letter, so it is held with Alt. */
  async key(...keys: string[]): Promise<void> {
    for (const key of keys) {
      await this.settled();
      await this.page.keyboard.press(/^[a-z]$/.test(key) ? `Alt+${key}` : key);
    }
  }

  /** What is shown has been there long enough to be answered. */
  async settled(): Promise<void> {
    await expect(this.page.locator('main[data-settling]')).toHaveCount(0);
  }

  /** Digits, then Enter, wherever the focus is. */
  async read(...readings: string[]): Promise<void> {
    for (const reading of readings) {
      await expect(this.field).toBeFocused();
      await this.page.keyboard.type(`${reading}\n`);
    }
  }

  /** Says why what is open stays open, where something is. */
  async leaveOpen(): Promise<void> {
    const reasons = this.page.getByRole('radiogroup', { name: 'Why it stays open' });
    if (await reasons.isVisible()) await reasons.getByRole('radio', { name: 'waits for a part' }).click();
  }

  /** Closes the visit, with what is asked on the page for it. */
  async close(machine: string): Promise<void> {
    await this.page.getByRole('link', { name: 'Close visit' }).click();
    await this.page.getByRole('radio', { name: machine, exact: true }).click();
    await this.leaveOpen();
    await this.page.getByRole('button', { name: 'Close this visit' }).click();
    await expect(this.page.locator('h1')).toHaveText('This visit is closed');
  }

  /** The meter live in AC and DC, every pair of both supplies, the meter again. */
  async proveDead(): Promise<void> {
    await this.read('231 / 9.1');
    await this.provePairs();
  }

  /** Every pair of both supplies, and the meter again. */
  async provePairs(): Promise<void> {
    await this.read('0.1', '0.0', '0.2', '0.0', '0.1', '0.0', '0.02 / 0.00 / 0.02 / 0.00 / 0 / 0');
    await this.read('231 / 9.1');
  }

  /** From the start to "Ohms across control fuse F1", by keyboard. */
  async toFuse(): Promise<void> {
    await this.key('Enter', '1', '1', 'Enter');
    await this.at('Prove dead at Q1 and X1');
    await this.proveDead();
    await this.at('Burnt, wet or chewed wires, anything newer than the rest?');
    await this.key('1');
    await this.at('Ohms across control fuse F1');
  }

  /** On to "After fuse F1 to return", with everything so far in order. */
  async toLiveChain(): Promise<void> {
    await this.toFuse();
    await this.read('0.3', '9.0');
    await this.at('Lower cover on, lock off, Q1 on, call mist again.');
    await this.key('Enter');
    await this.read('27.1');
    await this.at('After fuse F1 to return');
  }
}
