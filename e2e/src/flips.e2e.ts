import type { BrowserContext, Page } from '@playwright/test';
import type { VisitDocument } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import { seeded } from '../../server/src/testing/mutate';
import { readyForTheCellar } from './support/cellar';
import { expect, test } from './support/fixtures';

test.use({ serviceWorkers: 'allow' });

/** `FLIPS=200` for the long run. */
const FLIPS = Number(process.env['FLIPS'] ?? 60);
/** A page is loaded anew after this many flips, wherever it stands. */
const RELOAD_EVERY = 4;

async function note(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Alt+n');
  await page.getByRole('textbox', { name: 'Note for the log' }).fill(text);
  await page.keyboard.press('Enter');
}

async function storedEvents(page: Page, visit: string): Promise<readonly VisitEvent[]> {
  const response = await page.request.get(visit.replace('/visits/', '/api/visits/'));
  return ((await response.json()) as VisitDocument).events;
}

test(`after ${FLIPS} random losses of the network, with reloads in between, every entry is there once and in order`, async ({
  page,
  context,
  workspace,
  browser,
}) => {
  test.setTimeout(300_000);
  const random = seeded(310);
  await workspace.start();
  await readyForTheCellar(page);
  await expect(workspace.strip).toContainText('Saved on server');
  await page.reload();
  await workspace.at('Set the house controller to mist and stand clear of the pump.');
  const visit = page.url();
  const written: string[] = [];
  const takenBack = new Set<string>();
  for (let flip = 0; flip < FLIPS; flip += 1) {
    await setNetwork(context, random() < 0.5);
    const text = `entry ${flip}`;
    await note(page, text);
    written.push(text);
    if (random() < 0.2) {
      await page.keyboard.press('Alt+z');
      takenBack.add(text);
    }
    if (flip % RELOAD_EVERY === RELOAD_EVERY - 1) {
      await page.reload();
      await workspace.at('Set the house controller to mist and stand clear of the pump.');
    }
  }
  await setNetwork(context, true);
  await expect(workspace.strip).toContainText('Saved on server', { timeout: 30_000 });

  const other = await (await browser.newContext({ serviceWorkers: 'block' })).newPage();
  await other.goto(visit);
  await expect(other.locator('jx-visit-log .title').last()).toHaveText(written.at(-1) ?? '');
  const state = (at: Page): Promise<readonly string[]> => at.locator('jx-safety-strip li').allInnerTexts();
  await expect.poll(() => state(other)).toEqual(await state(page));
  await other.context().close();

  const events = await storedEvents(page, visit);
  const notes = events.flatMap((event) => (event.type === 'note-added' ? [event.text] : []));
  expect(notes).toEqual(written);
  expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);
  const retracted = new Set(events.flatMap((event) => (event.type === 'retracted' ? [event.event] : [])));
  const struck = events.flatMap((event) =>
    event.type === 'note-added' && retracted.has(event.id) ? [event.text] : [],
  );
  expect(struck).toEqual(written.filter((text) => takenBack.has(text)));
});

test('a clock that jumps changes no order, and what it makes doubtful is marked', async ({ page, workspace }) => {
  await page.addInitScript(() => {
    const Real = Date;
    const shift = { by: 0 };
    Object.assign(window, { shift });
    window.Date = class extends Real {
      constructor(...given: unknown[]) {
        super(...((given.length === 0 ? [Real.now() + shift.by] : given) as [number]));
      }
      static override now(): number {
        return Real.now() + shift.by;
      }
    } as DateConstructor;
  });
  await workspace.start();
  await note(page, 'before the jump');
  await page.evaluate(() => ((window as unknown as { shift: { by: number } }).shift.by = -3_600_000));
  await note(page, 'an hour back');
  await page.evaluate(() => ((window as unknown as { shift: { by: number } }).shift.by = 86_400_000));
  await note(page, 'a day ahead');
  await expect(workspace.strip).toContainText('Saved on server');
  const texts = (events: readonly VisitEvent[]): string[] =>
    events.flatMap((event) => (event.type === 'note-added' ? [event.text] : []));
  expect(texts(await storedEvents(page, page.url()))).toEqual(['before the jump', 'an hour back', 'a day ahead']);
  const marks = workspace.log.locator('time', { hasText: '≈' });
  await expect(marks).toHaveCount(2);
  await page.reload();
  await expect(workspace.log.locator('.title').last()).toHaveText('a day ahead');
});

async function setNetwork(context: BrowserContext, isUp: boolean): Promise<void> {
  await context.setOffline(!isUp);
}
