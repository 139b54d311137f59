import fc from 'fast-check';
import { VisitDriver } from '../testing/demo';
import { ARRIVAL_CONDITIONS, type EventBody } from '../visit';
import {
  benchTest,
  closingPoints,
  interventionsOf,
  notedTime,
  offeredTests,
  partsOf,
  safeguardsOf,
  verificationOf,
  workOf,
} from '.';

const OFFERED: EventBody = { type: 'part-offered', part: 'K1', number: 'PC-24-B', state: 'new' };

/** A visit with something found, and a part offered for it. */
function withPart(body: Extract<EventBody, { type: 'part-offered' }> = OFFERED as never): VisitDriver {
  const visit = new VisitDriver().open();
  visit.log({ type: 'finding-reached', class: 'load', item: 'K1', text: 'The coil is open.', grade: 'likely' });
  visit.log(body);
  return visit;
}

function offerOf(visit: VisitDriver): string {
  return visit.events.find(({ type }) => type === 'part-offered')?.id ?? '';
}

describe('a test on the bench', () => {
  it('is good well inside what the part should read, bad well outside, and never both', () => {
    const nominal = fc.integer({ min: 40, max: 900 });
    fc.assert(
      fc.property(nominal, fc.double({ min: -0.95, max: 3, noNaN: true }), (ohms, off) => {
        const text = (ohms * (1 + off)).toFixed(2);
        const { verdict } = benchTest({
          offer: '',
          what: 'coil',
          function: 'resistance',
          expects: `${ohms} Ω ±20 %`,
          text,
        });
        // The meter is not named: what is within a tenth of the limits is nobody's word.
        if (Math.abs(off) < 0.18) expect(verdict).toBe('good');
        else if (Math.abs(off) > 0.22) expect(verdict).toBe('bad');
      }),
    );
  });

  it('is bad for an open coil and a shorted one, and unclear where nothing decides it', () => {
    const test = (rest: object): string =>
      benchTest({ offer: '', what: 'coil', function: 'resistance', expects: '48 Ω ±20 %', ...rest }).verdict;
    expect(test({ text: 'OL' })).toBe('bad');
    expect(test({ text: '0.2' })).toBe('bad');
    expect(test({ text: '48' })).toBe('good');
    expect(test({ text: 'rather high' })).toBe('unclear');
    expect(test({ text: '48', expects: 'about right' })).toBe('unclear');
    expect(test({ text: '48', expects: '' })).toBe('unclear');
    expect(test({ text: 'OL', looks: 'good' })).toBe('bad');
    expect(test({ text: 'hm', looks: 'bad' })).toBe('bad');
    expect(test({ text: 'hm', looks: 'good' })).toBe('unclear');
    expect(test({ text: undefined, looks: 'good' })).toBe('good');
    expect(test({ text: undefined })).toBe('unclear');
    expect(test({ text: '8', expects: '8 Ω ±20 %' })).toBe('unclear');
    expect(test({ text: '8.2', expects: '8 Ω ±20 %', leadZero: 0.2 })).toBe('good');
  });

  it('is offered for what the drawing rates, and what it offers can be read', () => {
    const visit = withPart();
    const all = visit.context.model.devices.flatMap(({ id }) => offeredTests(visit.context, id));
    expect(offeredTests(visit.context, 'K1').length).toBeGreaterThan(0);
    for (const { what, expects } of all) {
      const ohms = expects.slice(0, expects.indexOf('±')).trim();
      const { verdict, words } = benchTest({ offer: '', what, function: 'resistance', expects, text: ohms });
      // A few ohms are less than what the leads may have: that is not decided, and said.
      if (Number.parseFloat(ohms) >= 20) expect(verdict).withContext(words).toBe('good');
      else expect(verdict).withContext(words).not.toBe('bad');
    }
  });
});

type Deed =
  | { readonly kind: 'test'; readonly what: 'coil' | 'contact'; readonly text: '48' | 'OL' | 'hm' }
  | { readonly kind: 'arrive'; readonly condition: (typeof ARRIVAL_CONDITIONS)[number] }
  | { readonly kind: 'order' | 'note' };

const deeds = fc.array(
  fc.oneof(
    fc.record({
      kind: fc.constant('test'),
      what: fc.constantFrom('coil', 'contact'),
      text: fc.constantFrom('48', 'OL', 'hm'),
    }) as fc.Arbitrary<Deed>,
    fc.record({ kind: fc.constant('arrive'), condition: fc.constantFrom(...ARRIVAL_CONDITIONS) }) as fc.Arbitrary<Deed>,
    fc.record({ kind: fc.constantFrom('order', 'note') }) as fc.Arbitrary<Deed>,
  ),
  { maxLength: 8 },
);

function bodyOf(deed: Deed, offer: string): EventBody {
  switch (deed.kind) {
    case 'test':
      return {
        type: 'part-tested',
        offer,
        what: deed.what,
        function: 'resistance',
        expects: '48 Ω ±20 %',
        text: deed.text,
      };
    case 'arrive':
      return { type: 'part-arrived', offer, condition: deed.condition };
    case 'order':
      return { type: 'part-ordered', offer, due: '2026-12-03' };
    case 'note':
      return { type: 'note-added', text: 'wet' };
  }
}

/** Whoever holds it in his hand: broken, the wrong one, or with one end that reads wrong and was not seen right since. */
function isDeadBy(done: readonly Deed[]): boolean {
  const wrong = new Set<string>();
  let isRefused = false;
  for (const deed of done) {
    if (deed.kind === 'arrive') isRefused = deed.condition === 'damaged' || deed.condition === 'wrong';
    if (deed.kind !== 'test') continue;
    if (deed.text === 'OL') wrong.add(deed.what);
    if (deed.text === '48') wrong.delete(deed.what);
  }
  return isRefused || wrong.size > 0;
}

describe('a part on its way in', () => {
  it('is dead exactly while it came broken or one of its tests stands against it', () => {
    fc.assert(
      fc.property(deeds, (done) => {
        const visit = withPart();
        for (const deed of done) visit.log(bodyOf(deed, offerOf(visit)));
        const [part] = partsOf(visit.context, visit.state);
        expect(part?.stage === 'dead').toBe(isDeadBy(done));
        // Tested is only what stands good in every test there was.
        const last = new Map(done.flatMap((deed) => (deed.kind === 'test' ? [[deed.what, deed.text] as const] : [])));
        const isTested = last.size > 0 && [...last.values()].every((text) => text === '48');
        expect(part?.stage === 'good').toBe(isTested && !isDeadBy(done));
        expect((part?.doubts ?? []).some((words) => words.includes('dead on arrival'))).toBe(isDeadBy(done));
        const isPoint = closingPoints(visit.context, visit.state).some(
          ({ kind, words }) => kind === 'part' && words.startsWith('Dead'),
        );
        expect(isPoint).toBe(isDeadBy(done));
      }),
      { numRuns: 300 },
    );
  });

  it('says nothing of the machine, whatever becomes of it', () => {
    fc.assert(
      fc.property(deeds, (done) => {
        const visit = withPart();
        const before = [verificationOf(visit.context, visit.state), visit.state.findings, visit.state.conditions];
        for (const deed of done) visit.log(bodyOf(deed, offerOf(visit)));
        expect([verificationOf(visit.context, visit.state), visit.state.findings, visit.state.conditions]).toEqual(
          before,
        );
        expect(interventionsOf(visit.context, visit.state)).toEqual([]);
      }),
    );
  });

  it('is held against the number that is read at the machine, suffix and all', () => {
    const doubts = (number: string): readonly string[] => {
      const visit = withPart({ type: 'part-offered', part: 'CB', number, state: 'new' });
      return partsOf(visit.context, visit.state)[0]?.doubts ?? [];
    };
    expect(doubts('MC-20 rev C')).toEqual([]);
    expect(doubts('mc20 REV-C')).toEqual([]);
    expect(doubts('MC-20 rev D')[0]).toContain('MC-20 rev C');
    expect(doubts('MC-20')[0]).toContain('side by side');
  });

  it('goes when the offer is taken back', () => {
    const visit = withPart();
    visit.log({ type: 'part-ordered', offer: offerOf(visit), due: '2026-12-03' });
    visit.log({ type: 'retracted', event: offerOf(visit) });
    expect(partsOf(visit.context, visit.state)).toEqual([]);
    expect(visit.state.trail.filter(({ standing }) => standing === 'retracted').length).toBe(2);
  });
});

describe('what surrounds the change of a board', () => {
  function planned(): VisitDriver {
    const visit = new VisitDriver().open();
    visit.log({ type: 'work-planned', kind: 'replace', text: 'Replace the board', reason: 'diagnosed', item: 'CB' });
    return visit;
  }

  function stands(visit: VisitDriver): Readonly<Record<string, string>> {
    const [work] = workOf(visit.state);
    const all = work ? safeguardsOf(visit.context, visit.state, work) : [];
    return Object.fromEntries(all.map(({ id, words, state }) => [id === 'dead' ? words : id, state]));
  }

  it('asks for every source that comes in, and says where it was missed once the board is in', () => {
    const visit = planned();
    const open = stands(visit);
    expect(Object.keys(open).filter((key) => key.startsWith('Proven dead')).length).toBe(
      visit.context.model.supplies.filter(({ from }) => from === undefined).length,
    );
    expect(Object.values(open).every((state) => state === 'open')).toBeTrue();
    const [work] = workOf(visit.state);
    visit.log({ type: 'part-fitted', part: 'CB', state: 'new', work: work?.planned.id ?? '' });
    const missed = stands(visit);
    expect(
      Object.entries(missed)
        .filter(([key]) => key.startsWith('Proven dead'))
        .every(([, each]) => each === 'failed'),
    ).toBeTrue();
    expect(missed['settings']).toBe('failed');
    expect(missed['clearance']).toBe('open');
  });

  it('is nothing for work that leaves the boards alone', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'work-planned', kind: 'clean', text: 'Clean it', reason: 'diagnosed', item: 'CB' });
    visit.log({ type: 'work-planned', kind: 'replace', text: 'Replace it', reason: 'diagnosed', item: 'FS1' });
    for (const work of workOf(visit.state)) expect(safeguardsOf(visit.context, visit.state, work)).toEqual([]);
  });
});

describe('time that went to a job', () => {
  it('is kept apart, every minute once', () => {
    const spent = fc.array(fc.record({ kind: fc.constantFrom('work', 'wait', 'travel'), minutes: fc.nat(300) }));
    fc.assert(
      fc.property(spent, fc.nat(90), (all, took) => {
        const visit = new VisitDriver().open();
        const work = visit.log({ type: 'work-planned', kind: 'clean', text: 'Clean it', reason: 'precaution' });
        visit.log({ type: 'repair-done', items: [], text: 'Clean it', work: work.id, minutes: took });
        for (const each of all) visit.log({ type: 'time-spent', ...each });
        const time = notedTime(visit.state);
        expect(time.work + time.wait + time.travel).toBe(all.reduce((sum, { minutes }) => sum + minutes, took));
        for (const kind of ['wait', 'travel'] as const)
          expect(time[kind]).toBe(all.reduce((sum, each) => sum + (each.kind === kind ? each.minutes : 0), 0));
      }),
    );
  });
});
