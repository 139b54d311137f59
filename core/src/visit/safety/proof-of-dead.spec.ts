import fc from 'fast-check';
import { DEMO_CONTEXT, envelope, HAND_METER, uuid, VisitDriver } from '../../testing/demo';
import type { SingleReading } from '../../quantity';
import { askedReading, enterReading } from '../reading';
import { VisitContext, type EventBody, type EventEnvelope, type VisitState } from '../record';
import { EVENT_KINDS, EVENT_TYPES, eventWords } from '../kinds';
import { replay } from '../replay';
import { unpublishedConductors, type SupplyDocument } from '../../unit-model';
import { pairExpectation, proofRefusal, proofTasks, provenDead, provenSince, showsLive } from '.';
import { currentStep } from '../walking';

const value = (volts: number): SingleReading => ({
  kind: 'value',
  quantity: { value: volts, unit: 'V', exponent: -1 },
});

/** At the proof of dead of the demo chart, nothing read yet. */
const atProof = (): VisitDriver => new VisitDriver().open().act().answer('nothing').answer('both-lit').act();

/** What a whole proof types, in order: the meter, every pair AC and DC, the meter. */
const WHOLE = ['231', '9.1', ...Array.from({ length: 12 }, () => '0.1'), '230', '-9.1'];

/** The check of the meter that ends a proof, logged as it stands. */
function checkMeterLast(visit: VisitDriver): void {
  const reading = value(9.1);
  const { step } = visit.state;
  visit.log({
    type: 'meter-proven',
    step,
    when: 'after',
    current: 'dc',
    text: '9.1',
    reading,
    shows: 'live',
    next: 'look',
  });
}

const isDead = ({ state }: VisitDriver): boolean =>
  Object.values(state.conditions.supplies ?? {}).includes('proven-dead');

function tasksDone({ context, state }: VisitDriver): number {
  const step = currentStep(context, state);
  return step?.kind === 'measurement' ? proofTasks(context, state, step).filter(({ done }) => done).length : -1;
}

/** One of each kind that may have changed what was read before. */
const DISTURBANCES: readonly EventBody[] = [
  { type: 'supply-changed', supply: 'mains', state: 'off' },
  { type: 'call-changed', call: 'mist', state: 'off' },
  { type: 'connector-changed', connector: 'CB.X1', state: 'out' },
  { type: 'bypass-placed', bypass: 'j', from: 'FS1.1', to: 'FS1.2', why: 'test' },
  { type: 'bypass-removed', bypass: 'j' },
  { type: 'condition-noted', group: 'covers', item: 'lid', state: 'off' },
  { type: 'meter-changed', meter: 'pocket-2000' },
  { type: 'part-fitted', part: 'K1' },
  { type: 'repair-done', items: ['K1'], text: 'cleaned' },
  { type: 'codes-cleared', how: 'key' },
  { type: 'recipe-played', recipe: 'service', result: 'entered' },
  { type: 'watch-started', sequence: 'mist', label: 'before' },
  { type: 'call-ended', watch: '00000000-0000-7000-8000-000000000001' },
  { type: 'visit-resumed', awaySeconds: 20 },
  { type: 'handed-over', to: 'Finch' },
  { type: 'visit-reopened', reason: 'called back' },
  { type: 'visit-paused', reason: 'a part' },
  { type: 'wire-moved', transfer: '00000000-0000-7000-8000-000000000001', place: 0, state: 'off' },
  { type: 'temporary-ended', temporary: '00000000-0000-7000-8000-000000000001', text: 'the part is in' },
  { type: 'meter-proven', when: 'before', text: '0', shows: 'nothing' },
];

describe('the check of the meter on a live source', () => {
  it('shows life from ten volts on, whatever the sign, and nothing else is life', () => {
    for (const volts of [10.2, 24, 231])
      expect(showsLive(value(volts)))
        .withContext(`${volts}`)
        .toBe('live');
    for (const volts of [0, 0.3, 9.4])
      expect(showsLive(value(volts)))
        .withContext(`${volts}`)
        .toBe('nothing');
    // Over range is what a meter shows that is set wrongly or broken: it proves no life.
    for (const kind of ['over-range', 'never'] as const) expect(showsLive({ kind })).toBe('nothing');
    expect(showsLive({ kind: 'list', members: [value(231), value(230)] })).toBe('nothing');
    expect(showsLive({ kind: 'below', quantity: { value: 400, unit: 'V', exponent: 0 } })).toBe('nothing');
  });

  it('begins a proof only where it shows life', () => {
    const visit = atProof();
    visit.read('OL');
    expect(tasksDone(visit)).toBe(0);
    visit.read('231');
    expect(tasksDone(visit)).toBe(1);
  });

  it('ends a proof only where it shows life again', () => {
    const visit = atProof();
    WHOLE.slice(0, -1).forEach((text) => visit.read(text));
    visit.read('OL');
    expect(isDead(visit)).toBeFalse();
    expect(tasksDone(visit)).toBe(0);
  });

  it('is none while a function is not shown alive, before and after, whatever the other shows', () => {
    for (const blind of [1, WHOLE.length - 1])
      for (const shown of ['0.2', '-0.4', '0', 'OL']) {
        const visit = atProof();
        WHOLE.forEach((text, index) => {
          const entered = enterReading(visit.context, visit.state, { text: index === blind ? shown : text });
          if (entered.outcome === 'event') visit.log(entered.body);
        });
        expect(isDead(visit)).withContext(`${shown} at reading ${blind}`).toBeFalse();
      }
  });

  it('asks for AC and DC in turn, and takes the one typed as the other for neither', () => {
    const visit = atProof();
    const typed = (text: string) => enterReading(visit.context, visit.state, { text }).outcome;
    expect(askedReading(visit.context, visit.state)?.function).toBe('ac-voltage');
    expect(typed('231 VDC')).toBe('error');
    visit.read('231');
    expect(askedReading(visit.context, visit.state)?.function).toBe('dc-voltage');
    expect(typed('231 VAC')).toBe('error');
  });

  it('opens in a log that does not say which function its checks showed', () => {
    const visit = atProof();
    const check = { type: 'meter-proven', step: visit.state.step, text: '230', shows: 'live' } as const;
    visit.log({ ...check, when: 'before' });
    expect(tasksDone(visit)).toBe(2);
    for (let pair = 0; pair < 12; pair += 1) visit.read('0.1');
    visit.log({ ...check, when: 'after', next: 'look' });
    expect(isDead(visit)).toBeTrue();
  });
});

describe('a proof of dead', () => {
  it('is whole with every pair, AC and DC, between two checks of the meter', () => {
    const visit = atProof();
    WHOLE.forEach((text, index) => {
      expect(isDead(visit)).withContext(`before ${index}`).toBeFalse();
      visit.read(text);
    });
    expect(isDead(visit)).toBeTrue();
  });

  it('is none with any one of its readings taken back before its end', () => {
    fc.assert(
      fc.property(fc.nat(WHOLE.length - 2), (index) => {
        const visit = atProof();
        const read = WHOLE.slice(0, -1).map((text) => visit.read(text));
        visit.log({ type: 'retracted', event: read[index]?.id ?? '' });
        // What is typed next goes to the task that is open again, not to the end.
        checkMeterLast(visit);
        expect(isDead(visit)).toBeFalse();
      }),
    );
  });

  it('is none any more when any one of its readings is taken back after its end', () => {
    fc.assert(
      fc.property(fc.nat(WHOLE.length - 1), (index) => {
        const visit = atProof();
        const read = WHOLE.map((text) => visit.read(text));
        expect(isDead(visit)).toBeTrue();
        visit.log({ type: 'retracted', event: read[index]?.id ?? '' });
        expect(isDead(visit)).toBeFalse();
        expect(Object.values(visit.state.conditions.supplies ?? {})).not.toContain('on');
      }),
    );
  });

  it('loses nothing but its reading when a digit was mistyped: the supplies stay locked and off as they were logged', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: WHOLE.length - 1 }), fc.constantFrom('0.1', '230', '11'), (count, last) => {
        const visit = atProof();
        const before = visit.state.conditions.supplies;
        WHOLE.slice(0, count - 1).forEach((text) => visit.read(text));
        const stood = visit.state.step;
        const wrong = visit.read(count <= 2 || count > 14 ? '231' : last);
        visit.log({ type: 'retracted', event: wrong.id });
        expect(visit.state.conditions.supplies).toEqual(before);
        expect(visit.state.step).toBe(stood);
        // And the proof goes on from there, to its end.
        WHOLE.slice(tasksDone(visit)).forEach((text) => visit.read(text));
        expect(isDead(visit)).toBeTrue();
      }),
    );
  });

  it('is none while the last reading of any of its pairs is a live one, however often it was read as nothing', () => {
    fc.assert(
      fc.property(fc.nat(11), fc.constantFrom('wrong', 'undecided', 'high'), (pair, verdict) => {
        const visit = atProof();
        const read = WHOLE.slice(0, -1).map((text) => visit.read(text));
        const before = read[2 + pair];
        if (before?.type !== 'reading-taken') throw new Error('no reading of a pair');
        visit.log({
          ...before,
          ...envelope(visit.events.length),
          text: '230',
          judgement: { ...before.judgement, verdict: verdict as 'high' },
        });
        checkMeterLast(visit);
        expect(isDead(visit)).toBeFalse();
      }),
    );
  });

  it('begins anew after anything that may have changed what was read, also where that is taken back', () => {
    for (const disturbance of DISTURBANCES) {
      for (const isTakenBack of [false, true]) {
        const visit = atProof();
        WHOLE.slice(0, 5).forEach((text) => visit.read(text));
        const { id } = visit.log(disturbance);
        const undo = EVENT_KINDS[disturbance.type].undo !== 'never' && disturbance.type !== 'meter-proven';
        if (isTakenBack && undo) visit.log({ type: 'retracted', event: id });
        expect(tasksDone(visit))
          .withContext(`${disturbance.type}${isTakenBack ? ', taken back' : ''}`)
          .toBe(0);
      }
    }
  });

  it('goes on after what leaves it alone', () => {
    const visit = atProof();
    WHOLE.slice(0, 5).forEach((text) => visit.read(text));
    visit.log({ type: 'note-added', text: 'dry in here' });
    visit.log({ type: 'sign-noted', sense: 'sight', what: 'dust', where: '', isThere: true, grade: 'observed' });
    visit.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
    expect(tasksDone(visit)).toBe(5);
  });

  it('is disturbed by every kind that does not say that it leaves it alone', () => {
    const covered = new Set(DISTURBANCES.map(({ type }) => type));
    const silent = EVENT_TYPES.filter((type) => EVENT_KINDS[type].disturbsProof === undefined);
    const walking = ['procedure-started', 'action-done', 'finding-reached', 'matrix-looked'];
    expect(silent.filter((type) => !covered.has(type) && !walking.includes(type))).toEqual([]);
  });

  it('ends with a check after it that shows life, and with nothing else', () => {
    const visit = atProof();
    WHOLE.slice(0, -1).forEach((text) => visit.read(text));
    const check = {
      ...envelope(visit.events.length),
      type: 'meter-proven',
      step: visit.state.step,
      text: '230',
    } as const;
    const proven = (rest: { readonly when: 'before' | 'after'; readonly shows: 'live' | 'nothing' }) =>
      provenDead(visit.context, visit.state, { ...check, ...rest });
    expect(proven({ when: 'after', shows: 'live' })).not.toEqual([]);
    expect(proven({ when: 'before', shows: 'live' })).toEqual([]);
    expect(proven({ when: 'after', shows: 'nothing' })).toEqual([]);
    expect(
      provenDead(visit.context, visit.state, { ...envelope(visit.events.length), type: 'note-added', text: '' }),
    ).toEqual([]);
    const elsewhere = new VisitDriver().open();
    expect(provenDead(elsewhere.context, elsewhere.state, { ...check, when: 'after', shows: 'live' }))
      .withContext('at a step that proves nothing')
      .toEqual([]);
  });

  it('is refused with a meter that lacks AC or DC volts, at every reading, and proves nothing in a log that has it', () => {
    for (const lacking of ['ac-voltage', 'dc-voltage'] as const) {
      const functions = new Map([...HAND_METER.functions].filter(([each]) => each !== lacking));
      const half = { ...HAND_METER, id: 'half', name: 'Half', functions };
      const context = new VisitContext({ ...DEMO_CONTEXT, meters: { ...DEMO_CONTEXT.meters, half } });
      const visit = new VisitDriver(context).open();
      visit.log({ type: 'meter-changed', meter: 'half' });
      visit.act().answer('nothing').answer('both-lit').act();
      const entered = enterReading(context, visit.state, { text: '231' });
      expect(entered.outcome === 'error' && entered.message).toContain('a proof of dead takes AC and DC of one meter');
      const whole = atProof();
      WHOLE.forEach((text) => whole.read(text));
      for (const event of whole.events.slice(visit.events.length - 1)) {
        const { type } = event;
        if (type === 'meter-proven' || type === 'reading-taken') visit.log(event);
      }
      expect(isDead(whole)).toBeTrue();
      expect(isDead(visit)).withContext(lacking).toBeFalse();
    }
  });

  it('is refused with a meter nobody named, and proves nothing in a log that has it', () => {
    const visit = new VisitDriver(DEMO_CONTEXT);
    visit.log({ type: 'visit-opened', unit: 'mist-pump-east', complaint: '' });
    const whole = atProof();
    const before = whole.events.length;
    for (const event of whole.events.slice(1)) visit.log(event);
    const entered = enterReading(DEMO_CONTEXT, visit.state, { text: '231' });
    expect(entered.outcome === 'error' && entered.message).toContain('belongs to one meter');
    WHOLE.forEach((text) => whole.read(text));
    for (const event of whole.events.slice(before)) visit.log(event);
    expect(isDead(whole)).toBeTrue();
    expect(isDead(visit)).toBeFalse();
  });

  it('is refused where any conductor of the supply has no terminal to read at', () => {
    const [mains, ...others] = DEMO_CONTEXT.model.supplies;
    if (!mains) throw new Error('The demo has mains');
    for (const left of ['L', 'N', 'E']) {
      const terminals = Object.fromEntries(Object.entries(mains.terminals ?? {}).filter(([name]) => name !== left));
      const supplies = [{ ...mains, terminals }, ...others];
      const context = new VisitContext({ ...DEMO_CONTEXT, model: { ...DEMO_CONTEXT.model, supplies } });
      const visit = new VisitDriver(context).open().act().answer('nothing').answer('both-lit').act();
      const entered = enterReading(context, visit.state, { text: '231' });
      expect(entered.outcome === 'error' && entered.message)
        .withContext(left)
        .toContain('cannot be proven dead: its data say no terminal');
    }
  });

  it('needs a point on every conductor, whatever the system', () => {
    const of = (system: SupplyDocument['system'], ...names: readonly string[]): readonly string[] =>
      unpublishedConductors({
        id: 's',
        system,
        nominal: '230 V',
        terminals: Object.fromEntries(names.map((n) => [n, `T.${n}`])),
      });
    expect(of('single-phase', 'L', 'N', 'E')).toEqual([]);
    expect(of('single-phase')).toEqual(['line-1', 'earth']);
    expect(of('single-phase', 'L', 'E')).toEqual(['return']);
    expect(of('split-phase', 'L1', 'N', 'E')).toEqual(['line-2']);
    expect(of('three-phase', 'L1', 'L2', 'L3', 'N', 'E')).toEqual([]);
    expect(of('three-phase', 'L1', 'L3', 'E')).toEqual(['line-2']);
    expect(of('dc', 'plus', 'minus')).toEqual(['earth']);
  });

  it('names the supply that has no point on a conductor, and is not stopped by a name nobody knows', () => {
    const { model } = DEMO_CONTEXT;
    const supplies = model.supplies.map((supply) => {
      const { feed: _feed, ...terminals } = supply.terminals ?? {};
      return supply.id === 'control' ? { ...supply, terminals } : supply;
    });
    const context = new VisitContext({ ...DEMO_CONTEXT, model: { ...model, supplies } });
    expect(proofRefusal(context, HAND_METER, ['mains', 'control'])).toContain('24 V control');
    expect(proofRefusal(DEMO_CONTEXT, HAND_METER, ['mains', 'no-such-supply'])).toBeUndefined();
    const unranged = new Map([...HAND_METER.functions].map(([id, each]) => [id, { ...each, ranges: [] }]));
    expect(proofRefusal(DEMO_CONTEXT, { ...HAND_METER, functions: unranged }, ['mains'])).toBeUndefined();
  });

  it('takes no battery of 12 V for a source that shows 230 V gone', () => {
    const visit = atProof();
    visit.read('12.4');
    expect(tasksDone(visit)).toBe(0);
    expect(showsLive(value(12.4), 24)).toBe('live');
    expect(showsLive(value(48), 230)).toBe('nothing');
    // Up to 60 V a source of extra-low voltage tells.
    expect(showsLive(value(12.4), 60)).toBe('live');
    expect(showsLive(value(231), 230)).toBe('live');
  });

  it('takes no 25 V for nothing where 230 V should be gone', () => {
    const visit = atProof();
    visit.read('231');
    visit.read('9.1');
    visit.read('25');
    expect(visit.state.step).not.toBe('prove-dead');
    expect(isDead(visit)).toBeFalse();
  });

  it('says since when, as long as it lasts', () => {
    const visit = atProof();
    expect(provenSince(visit.state)).toBeUndefined();
    visit.prove();
    const { at } = visit.events.at(-1) ?? {};
    visit.log({ type: 'note-added', text: 'dry' });
    expect(provenSince(visit.state)).toBe(at);
    visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    expect(provenSince(visit.state)).toBeUndefined();
  });

  it('is as old at each reading that rests on it as the stamps say, in the log and after undo and reload', () => {
    const visit = atProof();
    visit.prove();
    const { at = '' } = visit.events.at(-1) ?? {};
    visit.answer('none');
    const later = new Date(Date.parse(at) + 4 * 60_000).toISOString();
    const entered = enterReading(visit.context, visit.state, { text: '0.3' });
    if (entered.outcome !== 'event') throw new Error('Refused.');
    const { id } = visit.log(entered.body, { at: later });
    const said = (state: VisitState): readonly string[] => {
      const line = state.trail.find(({ event }) => event.id === id);
      return line ? (eventWords(visit.context, state, line).more ?? []) : [];
    };
    expect(said(visit.state)).toContain('Proven dead 4 min before');
    expect(said(replay(visit.context, visit.events))).toContain('Proven dead 4 min before');
    visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    expect(said(visit.state)).toContain('Proven dead 4 min before');
  });

  /** Ways in which nobody was there: sixteen minutes by either clock, a clock set back, somebody else on another device. */
  const UNWATCHED: readonly ((before: EventEnvelope) => Partial<EventEnvelope>)[] = [
    ({ at }) => ({ at: new Date(Date.parse(at) + 16 * 60_000).toISOString() }),
    ({ at }) => ({ at: new Date(Date.parse(at) + 7 * 3_600_000).toISOString() }),
    ({ at, monotonic }) => ({ at, monotonic: monotonic + 16 * 60_000 }),
    ({ at }) => ({ at: new Date(Date.parse(at) - 60_000).toISOString() }),
    () => ({ device: uuid(901), by: 'Finch' }),
    () => ({ at: 'no time' }),
  ];

  it('is none where nobody was there between any two of its readings', () => {
    UNWATCHED.forEach((gap, way) => {
      for (let at = 1; at < WHOLE.length; at += 1) {
        const visit = atProof();
        WHOLE.forEach((text, index) => {
          const entered = enterReading(visit.context, visit.state, { text });
          const previous = visit.events.at(-1);
          if (entered.outcome !== 'event' || !previous) return;
          visit.log(entered.body, index === at ? gap(previous) : {});
        });
        expect(isDead(visit)).withContext(`way ${way}, before reading ${at}`).toBeFalse();
      }
    });
  });

  it('outlasts a page that is loaded again a minute later, by the same technician', () => {
    const visit = atProof();
    visit.prove();
    visit.log({ type: 'note-added', text: 'page loaded again' }, { device: uuid(902), monotonic: 4000 });
    expect(isDead(visit)).toBeTrue();
  });

  it('ends by itself with whatever is logged after nobody was there, and lasts while somebody is', () => {
    for (const gap of UNWATCHED) {
      const visit = atProof();
      visit.prove();
      expect(isDead(visit)).toBeTrue();
      visit.log({ type: 'note-added', text: 'still dry' });
      expect(isDead(visit)).withContext('a minute on').toBeTrue();
      const previous = visit.events.at(-1);
      if (previous) visit.log({ type: 'note-added', text: 'back' }, gap(previous));
      expect(isDead(visit)).withContext('after nobody was there').toBeFalse();
    }
  });

  it('stops at a live pair, and does not count it', () => {
    const visit = atProof();
    visit.read('231');
    visit.read('9.1');
    visit.read('229');
    expect(visit.state.step).not.toBe('prove-dead');
    expect(isDead(visit)).toBeFalse();
  });
});

describe('what one pair of a proof should be', () => {
  it('is under the limit, AC from nothing up and DC from either side', () => {
    const ac = pairExpectation(30, 'ac');
    expect([ac.function, ac.expectation.low, ac.expectation.high]).toEqual(['ac-voltage', 0, 30]);
    const dc = pairExpectation(60, 'dc');
    expect([dc.function, dc.expectation.low, dc.expectation.high]).toEqual(['dc-voltage', -60, 60]);
  });

  it('takes ten volts for life, and what is just under it for none', () => {
    const exactly = (volts: number): SingleReading => ({
      kind: 'above',
      quantity: { value: volts, unit: 'V', exponent: 0 },
    });
    expect(showsLive(exactly(10))).toBe('live');
    expect(showsLive(exactly(9))).toBe('nothing');
  });
});
