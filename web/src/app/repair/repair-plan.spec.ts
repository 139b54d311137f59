import type { Type } from '@angular/core';
import type { EventBody } from '@juxtameter/core';
import { burnerVisit } from '../../../../core/src/testing/burner';
import { VisitDriver } from '../../../../core/src/testing/demo';
import { Shown } from '../../testing/shown';
import { DepartureCard } from '../close/departure-card';
import { TimeCard } from '../close/time-card';
import { PartsCard } from './parts-card';
import { TemporaryCard } from './temporary-card';
import { TransferCard } from './transfer-card';
import { WorkCard } from './work-card';

interface Records {
  readonly recorded: { subscribe(heard: (body: EventBody) => void): unknown };
}

/** A card of the plan on the screen, its entries logged as the page would. */
class Card<Of extends Records> {
  private constructor(
    readonly shown: Shown<Of>,
    readonly visit: VisitDriver,
  ) {}

  static async of<Of extends Records>(type: Type<Of>, visit: VisitDriver): Promise<Card<Of>> {
    const inputs = type === (TimeCard as Type<unknown>) ? {} : { context: visit.context };
    const card = new Card(await Shown.of(type, { ...inputs, visit: visit.state }), visit);
    card.shown.fixture.componentInstance.recorded.subscribe((body) => visit.log(body));
    return card;
  }

  async press(words: string): Promise<void> {
    await this.shown.press(words);
    await this.shown.set('visit', this.visit.state);
  }

  async submit(selector: string): Promise<void> {
    await this.shown.submit(selector);
    await this.shown.set('visit', this.visit.state);
  }

  get types(): readonly string[] {
    return this.visit.events.map(({ type }) => type).slice(2);
  }
}

describe('the parts of a repair', () => {
  it('are offered, arrive, fail on the bench and are refused; a test that passes lets them in', async () => {
    const visit = new VisitDriver().open();
    const planned = visit.log({
      type: 'work-planned',
      kind: 'replace',
      text: 'Replace the contactor',
      reason: 'diagnosed',
      item: 'K1',
    });
    visit.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
    const card = await Card.of(PartsCard, visit);
    await card.submit('details form');
    expect(card.shown.words).toContain('Give its number');
    await card.shown.type('input[name=number]', 'PC-24-B');
    await card.shown.type('input[name=days]', 'soon');
    await card.shown.press('new');
    await card.submit('details form');
    expect(card.shown.words).toContain('“soon” is no number of days');
    await card.shown.type('input[name=days]', '2');
    await card.submit('details form');
    expect(visit.events.at(-1)).toEqual(
      jasmine.objectContaining({ type: 'part-offered', part: 'K1', number: 'PC-24-B', work: planned.id, days: 2 }),
    );
    await card.press('Test on the bench');
    await card.press('A1 to A2');
    await card.shown.type('input[name=text]', 'OL');
    await card.submit('jx-part-row form');
    expect(card.shown.words).toContain('dead on arrival');
    expect(() => card.shown.button('It is in')).toThrowError();
    await card.press('Test on the bench');
    await card.press('A1 to A2');
    const expects = card.shown.page.querySelector<HTMLInputElement>('input[name=expects]')?.value ?? '';
    await card.shown.type('input[name=text]', expects.slice(0, expects.indexOf('±')).trim());
    await card.submit('jx-part-row form');
    await card.press('It is in');
    await card.submit('jx-part-row form');
    expect(visit.events.at(-1)).toEqual(
      jasmine.objectContaining({ type: 'part-fitted', part: 'K1', number: 'PC-24-B', state: 'new', work: planned.id }),
    );
  });
});

describe('work that programs a board', () => {
  it('has no recipes beside it where nothing is set', async () => {
    const visit = burnerVisit();
    visit.log({ type: 'work-planned', kind: 'clean', reason: 'diagnosed', text: 'Clean the nozzle' });
    expect((await Card.of(WorkCard, visit)).shown.words).not.toContain('Recipes of this unit');
  });

  it('has the recipes of the unit beside it, and what became of them is on record', async () => {
    const visit = burnerVisit();
    visit.log({ type: 'work-planned', kind: 'replace', reason: 'diagnosed', text: 'New burner board', item: 'BC' });
    const card = await Card.of(WorkCard, visit);
    expect(card.shown.words).toContain('Recipes of this unit');
    await card.press('Service mode');
    await card.press('Play it');
    await card.press('Stop here');
    expect(visit.events.at(-1)).toEqual(jasmine.objectContaining({ type: 'recipe-played', result: 'aborted' }));
  });
});

describe('the wires of a part that comes out', () => {
  it('are listed from the drawing, warn while it may be live, and are checked once all are on', async () => {
    const visit = new VisitDriver().open();
    const card = await Card.of(TransferCard, visit);
    await card.shown.type('select', 'FS1');
    await card.press('Begin with these 2');
    expect(card.shown.words).toContain('Not proven dead');
    await card.press('Comes off');
    expect(card.shown.words).toContain('Nothing gets power');
    await card.press('Comes off');
    expect(card.shown.words).toContain('More than one is off');
    await card.press('too short');
    expect(card.shown.words).toContain('too short');
    await card.press('It is on');
    await card.press('It is on');
    await card.press('Every wire sits');
    expect(card.shown.words).toContain('Held against the list once more, Wren');
    expect(card.shown.words).not.toContain('Not proven dead');
  });

  it('are listed by hand where nobody has drawn the part', async () => {
    const visit = new VisitDriver().open();
    const card = await Card.of(TransferCard, visit);
    await card.shown.type('input[name=at]', 'upper left');
    await card.shown.type('input[name=colour]', 'blue');
    await card.submit('form.entry-row');
    await card.shown.type('input[name=of]', 'old timer');
    await card.submit('jx-line-form form');
    expect(card.shown.words).toContain('old timer');
    expect(card.shown.words).toContain('upper left, blue');
  });
});

describe('a temporary repair', () => {
  it('has its end, and a jumper stays in only with somebody who answers for it', async () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'bypass-placed', bypass: 'a', from: 'FS1.1', to: 'FS1.2', why: 'to see whether it runs' });
    const card = await Card.of(TemporaryCard, visit);
    await card.submit('form');
    expect(card.shown.words).toContain('Say what kind');
    await card.shown.type('select', 'jumper');
    await card.shown.type('select[aria-label="Which jumper stays in"]', 'a');
    await card.shown.type('input[name=text]', 'bridged until the switch is here');
    await card.submit('form');
    expect(card.shown.words).toContain('by which day');
    await card.shown.type('input[name=until]', '2026-11-27');
    await card.submit('form');
    expect(card.shown.words).toContain('who was told and who accepted it');
    await card.shown.type('input[name=lacks]', 'the dry run protection');
    await card.shown.type('input[name=told]', 'the gardener');
    await card.shown.type('input[name=accepted]', 'the owner');
    await card.submit('form');
    expect(visit.events.at(-1)).toEqual(jasmine.objectContaining({ type: 'temporary-made', bypass: 'a' }));
    expect(card.shown.words).toContain('Until 2026-11-27');
    await card.shown.type('input[name=ended]', 'the switch is in');
    await card.submit('jx-line-form form');
    expect(card.types.at(-1)).toBe('temporary-ended');
    expect(card.shown.words).not.toContain('Until 2026-11-27');
  });

  it('says why a jumper that makes a call never stays', async () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'bypass-placed', bypass: 'b', from: 'HC.1', to: 'HC.2', why: 'call', makes: 'mist' });
    const card = await Card.of(TemporaryCard, visit);
    await card.shown.type('select', 'jumper');
    await card.shown.type('select[aria-label="Which jumper stays in"]', 'b');
    expect(card.shown.words).toContain('It makes a call that nothing would end.');
  });
});

describe('what is noted before one goes', () => {
  it('keeps how the settings stand, and what was left in the unit', async () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'setting-read', setting: 'CB.S1', value: '1000', grade: 'observed' });
    const card = await Card.of(DepartureCard, visit);
    await card.press('diagram');
    await card.press('Note it');
    expect(visit.events.at(-1)).toEqual(
      jasmine.objectContaining({
        type: 'departure-noted',
        settings: [{ setting: 'CB.S1', value: '1000' }],
        left: ['diagram'],
      }),
    );
    expect(card.shown.words).toContain('Mist interval at 1000');
  });

  it('keeps work, waiting and travel apart, and refuses what is no number', async () => {
    const card = await Card.of(TimeCard, new VisitDriver().open());
    await card.press('Note the time');
    expect(card.shown.words).toContain('Say what the time went to.');
    await card.press('waiting');
    await card.shown.type('input[name=time-minutes]', 'an hour');
    await card.press('Note the time');
    expect(card.shown.words).toContain('“an hour” is no number of minutes');
    await card.shown.type('input[name=time-minutes]', '40');
    await card.press('Note the time');
    expect(card.shown.words).toContain('40 min waiting');
    expect(card.types).toEqual(['time-spent']);
  });
});
