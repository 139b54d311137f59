import { lampSchedule, USUAL_LAMP, type Press, type RecipeDocument, type RecipePlayed } from '@juxtameter/core';
import { BURNER_CONTEXT } from '../../../../core/src/testing/burner';
import { Shown } from '../../testing/shown';
import { BlinkReader, type FollowedSign } from './blink-reader';
import { RecipePlayer } from './recipe-player';
import { TapPad } from './tap-pad';

function key(target: HTMLElement, type: 'keydown' | 'keyup', name: string, repeat = false): void {
  target.dispatchEvent(new KeyboardEvent(type, { key: name, repeat, bubbles: true, cancelable: true }));
}

describe('the tap pad', () => {
  async function pad() {
    const shown = await Shown.of(TapPad, {});
    const presses: (readonly Press[])[] = [];
    shown.fixture.componentInstance.presses.subscribe((each) => presses.push(each));
    return { shown, button: shown.page.querySelector('button') as HTMLButtonElement, last: () => presses.at(-1) ?? [] };
  }

  it('takes a press of the space bar once, however long it is held, with the time of its event', async () => {
    const { shown, button, last } = await pad();
    key(button, 'keydown', ' ');
    key(button, 'keydown', ' ', true);
    key(button, 'keydown', ' ', true);
    key(button, 'keyup', ' ');
    await shown.settle();
    expect(last().length).toBe(1);
    const [press] = last();
    expect(press?.up).toBeGreaterThanOrEqual(press?.down ?? Infinity);
    expect(shown.words).toContain('1');
  });

  it('keeps on Enter and ignores every other key', async () => {
    const { shown, button, last } = await pad();
    let confirmed = 0;
    shown.fixture.componentInstance.confirmed.subscribe(() => (confirmed += 1));
    key(button, 'keydown', 'x');
    key(button, 'keydown', 'Enter');
    expect(confirmed).toBe(1);
    expect(last()).toEqual([]);
  });
});

describe('the blink reader', () => {
  const taps = (counts: readonly number[], rounds: number): readonly Press[] =>
    lampSchedule({ kind: 'blinks', counts }, USUAL_LAMP, rounds).map(({ on }) => ({ down: on }));

  it('says the sign, how sure it is, and keeps it on a tap', async () => {
    const known = [{ kind: 'blinks', counts: [2, 3] } as const];
    const shown = await Shown.of(BlinkReader, { presses: taps([2, 3], 3), known });
    const kept: FollowedSign[] = [];
    shown.fixture.componentInstance.followed.subscribe((sign) => kept.push(sign));
    expect(shown.page.querySelector('[data-testid=decoded]')?.textContent?.trim()).toBe('2 + 3');
    expect(shown.words).toContain('Sure');
    await shown.press('Keep 2 + 3');
    expect(kept[0]?.sign).toEqual({ kind: 'blinks', counts: [2, 3] });
    expect(kept[0]?.confidence).toBeGreaterThan(0.9);
  });

  it('is not sure without a code table, and says why', async () => {
    const alone = await Shown.of(BlinkReader, { presses: taps([2, 3], 4) });
    expect(alone.words).toContain('There is no code table to compare with');
  });

  it('is not sure of what the table does not have', async () => {
    const known = [{ kind: 'blinks', counts: [4] } as const];
    const outside = await Shown.of(BlinkReader, { presses: taps([2, 3], 4), known });
    expect(outside.words).toContain('The code table does not have it');
  });

  it('asks for another round before the second one, and names what was missed', async () => {
    const shown = await Shown.of(BlinkReader, { presses: taps([5], 1) });
    expect(shown.words).toContain('Not sure yet');
    await shown.set(
      'presses',
      taps([5], 4).filter((_, index) => index !== 12),
    );
    expect(shown.words).toContain('1 missed');
  });

  it('says how to begin, and that there is no pattern in wild taps', async () => {
    const shown = await Shown.of(BlinkReader, { presses: [] });
    expect(shown.words).toContain('Watch one round first');
    const wild = [0, 80, 1900, 2100, 3300, 3390, 6000, 6600, 6700, 9000].map((down) => ({ down }));
    await shown.set('presses', wild);
    expect(shown.words).toMatch(/No pattern|Not sure yet/);
  });
});

describe('the recipe player', () => {
  const recipe = BURNER_CONTEXT.model.recipes?.[0] as RecipeDocument;

  beforeEach(() => {
    jasmine.clock().install();
    jasmine.clock().mockDate(new Date(2026, 10, 25));
  });

  afterEach(() => jasmine.clock().uninstall());

  it('shows cautions and the whole plan first, then goes on by itself when a step is timed', async () => {
    const shown = await Shown.of(RecipePlayer, { recipe });
    const played: RecipePlayed[] = [];
    shown.fixture.componentInstance.played.subscribe((body) => played.push(body));
    expect(shown.words).toContain('May start: combustion fan');
    expect(shown.words).toContain('How you know you are in: STATUS flashes long');
    shown.button('Play it').click();
    shown.fixture.detectChanges();
    expect(shown.words).toContain('Step 1 of 5');
    jasmine.clock().tick(4000);
    shown.fixture.detectChanges();
    expect(shown.words).toContain('6.0');
    jasmine.clock().tick(6200);
    shown.fixture.detectChanges();
    expect(shown.words).toContain('Step 2 of 5');
    for (const words of ['Next now', 'Next', 'Next now', 'Done', 'Yes, I am in']) {
      shown.button(words).click();
      shown.fixture.detectChanges();
    }
    expect(played).toEqual([{ type: 'recipe-played', recipe: 'service', result: 'entered' }]);
  });

  it('says when to stop, and records that it was', async () => {
    const shown = await Shown.of(RecipePlayer, { recipe });
    const played: RecipePlayed[] = [];
    shown.fixture.componentInstance.played.subscribe((body) => played.push(body));
    shown.button('Play it').click();
    shown.fixture.detectChanges();
    expect(shown.words).toContain('Stop when STATUS flashes fast');
    shown.button('Stop here').click();
    expect(played[0]?.result).toBe('aborted');
  });
});
