import fc from 'fast-check';
import { cautionRank, type SupplyState } from '../../procedure';
import { DEMO_CONTEXT, DEMO_MODEL, DEMO_PROCEDURE, envelope, uuid, VisitDriver } from '../../testing/demo';
import { VERDICTS } from '../../verdict';
import {
  append,
  EMPTY_VISIT,
  openBypasses,
  replay,
  VisitContext,
  type EventBody,
  type VisitEvent,
  type VisitState,
} from '..';

const stepIds = [...Object.keys(DEMO_PROCEDURE.steps), '@end', 'no-such-step'];
const step = fc.constantFrom(...stepIds);
const next = fc.constantFrom(...stepIds);

/** Any event the contract admits, sensible or not. */
const body: fc.Arbitrary<EventBody> = fc.oneof(
  fc.constant<EventBody>({ type: 'visit-opened', unit: 'mist-line-2', complaint: '', meter: 'hand-6000' }),
  fc.record({
    type: fc.constant('procedure-started' as const),
    procedure: fc.constantFrom(DEMO_PROCEDURE.id, 'other'),
    start: step,
  }),
  fc.record({ type: fc.constant('action-done' as const), step, next }),
  fc.record({
    type: fc.constant('observation-made' as const),
    step,
    answer: fc.constantFrom('none', 'lit', 'x'),
    next,
  }),
  fc.record({
    type: fc.constant('reading-taken' as const),
    step,
    function: fc.constantFrom('ac-voltage' as const, 'resistance' as const),
    from: fc.constant('CB.X1.1'),
    to: fc.constant('CB.X1.8'),
    text: fc.constant('24.1'),
    judgement: fc.record({
      verdict: fc.constantFrom(...VERDICTS),
      sentence: fc.constant('x'),
      rulesVersion: fc.constant(1),
    }),
    next,
    grade: fc.constant('measured' as const),
  }),
  fc.record({
    type: fc.constant('meter-proven' as const),
    step,
    when: fc.constantFrom('before' as const, 'after' as const),
    text: fc.constant('230'),
    shows: fc.constantFrom('live' as const, 'nothing' as const),
    next,
  }),
  fc.record({
    type: fc.constant('undecided-accepted' as const),
    step,
    reading: fc.constant(uuid(3)),
    verdict: fc.constantFrom(...VERDICTS),
    next,
  }),
  fc.record({
    type: fc.constant('step-skipped' as const),
    step,
    how: fc.constant('skipped' as const),
    reason: fc.constant(''),
    next,
  }),
  fc.record({ type: fc.constant('step-jumped' as const), to: next }),
  fc.record({
    type: fc.constant('supply-changed' as const),
    supply: fc.constantFrom('mains', 'control'),
    state: fc.constantFrom('on' as const, 'off' as const, 'locked' as const, 'unknown' as const),
  }),
  fc.record({
    type: fc.constant('call-changed' as const),
    call: fc.constant('mist'),
    state: fc.constantFrom('on' as const, 'off' as const),
  }),
  fc.record({
    type: fc.constant('connector-changed' as const),
    connector: fc.constant('CB.X1'),
    state: fc.constantFrom('in' as const, 'out' as const),
  }),
  fc.record({
    type: fc.constant('bypass-placed' as const),
    bypass: fc.constantFrom('float-test', 'call-test'),
    from: fc.constant('FS1.1'),
    to: fc.constant('FS1.2'),
    why: fc.constant('test'),
  }),
  fc.record({ type: fc.constant('bypass-removed' as const), bypass: fc.constantFrom('float-test', 'call-test') }),
  fc.record({ type: fc.constant('leads-zeroed' as const), text: fc.constant('0.2'), ohms: fc.constant(0.2) }),
  fc.record({ type: fc.constant('note-added' as const), text: fc.constant('note') }),
  fc.record({ type: fc.constant('visit-resumed' as const), awaySeconds: fc.constantFrom(-5, 10, 5000) }),
  fc.record({
    type: fc.constant('finding-reached' as const),
    step,
    class: fc.constant('open' as const),
    text: fc.constant('x'),
    grade: fc.constant('likely' as const),
    next,
  }),
);

const log = fc
  .array(body, { maxLength: 40 })
  .chain((bodies) =>
    fc
      .array(fc.record({ position: fc.nat(45), target: fc.nat(45) }), { maxLength: 6 })
      .map((retractions) => withRetractions(bodies, retractions)),
  );

function withRetractions(
  bodies: readonly EventBody[],
  retractions: readonly { position: number; target: number }[],
): VisitEvent[] {
  const all: EventBody[] = [...bodies];
  for (const { position, target } of retractions)
    all.splice(position % (all.length + 1), 0, { type: 'retracted', event: uuid(target + 1) });
  return all.map((each, index): VisitEvent => ({ ...envelope(index), ...each }));
}

/** A real walk with random events thrown in, so that the properties meet states that matter. */
const walkedLog = fc.tuple(log, fc.nat(60)).map(([noise, cut]) => {
  const driver = new VisitDriver().toFuse();
  driver.read('0.3');
  const walked = driver.events.slice(0, cut);
  return [...walked, ...noise.map((event, index) => ({ ...event, id: uuid(1000 + index) }))].map(
    (event, index): VisitEvent => ({ ...event, deviceSeq: index + 1 }),
  );
});

/** What a visit is about apart from its record and its safety state. */
function essence({
  procedure,
  step: at,
  outcomes,
  walks,
  findings,
  closed,
  leadZero,
  meter,
  conditions,
}: VisitState): unknown {
  const { supplies: _supplies, bypasses: _bypasses, ...others } = conditions;
  return { procedure, at, outcomes, walks, findings, closed, leadZero, meter, others };
}

describe('replay', () => {
  it('never throws on any order of events the contract admits', () => {
    fc.assert(
      fc.property(fc.oneof(log, walkedLog), (events) => {
        expect(replay(DEMO_CONTEXT, events).trail.length).toBe(events.length);
      }),
      { numRuns: 600, seed: 8 },
    );
  });

  it('is the same event by event as all at once', () => {
    fc.assert(
      fc.property(walkedLog, (events) => {
        let state = EMPTY_VISIT;
        events.forEach((event, index) => (state = append(DEMO_CONTEXT, events.slice(0, index), state, event)));
        expect(state).toEqual(replay(DEMO_CONTEXT, events));
      }),
      { numRuns: 100, seed: 9 },
    );
  });

  it('makes retracting equal to never having sent, except that safety only grows more cautious', () => {
    const retractable = walkedLog.chain((events) =>
      fc.record({ events: fc.constant(events), index: fc.nat(Math.max(0, events.length - 1)) }),
    );
    fc.assert(
      fc.property(retractable, ({ events, index }) => {
        const target = events[index];
        if (
          !target ||
          ['visit-opened', 'retracted', 'visit-closed', 'visit-resumed', 'handed-over'].includes(target.type)
        )
          return;
        const never = replay(
          DEMO_CONTEXT,
          events.filter((event) => event !== target),
        );
        const taken = replay(DEMO_CONTEXT, [
          ...events,
          { ...envelope(events.length), id: uuid(9999), type: 'retracted', event: target.id },
        ]);
        expect(essence(taken)).toEqual(essence(never));
        for (const { id } of DEMO_MODEL.supplies) {
          const rank = (state: VisitState): number =>
            cautionRank(state.conditions.supplies?.[id] ?? ('unknown' as SupplyState));
          expect(rank(taken)).withContext(id).toBeGreaterThanOrEqual(rank(never));
        }
        const open = (state: VisitState): string[] => openBypasses(state).map((entry) => entry.bypass);
        for (const bypass of open(never)) expect(open(taken)).toContain(bypass);
      }),
      { numRuns: 600, seed: 10 },
    );
  });

  it('gives a prefix of the trail for a prefix of the log', () => {
    fc.assert(
      fc.property(walkedLog, fc.nat(80), (events, length) => {
        const part = replay(DEMO_CONTEXT, events.slice(0, length));
        const whole = replay(DEMO_CONTEXT, events);
        expect(whole.trail.slice(0, part.trail.length).map((line) => line.event.id)).toEqual(
          part.trail.map((line) => line.event.id),
        );
      }),
      { numRuns: 200, seed: 11 },
    );
  });
});

describe('a walk', () => {
  it('follows the chart, decides by itself and counts', () => {
    const driver = new VisitDriver().toFuse();
    driver.read('0.3');
    driver.read('9.0');
    expect(driver.state.step).toBe('energise');
    expect(driver.state.walks['fuse']).toBe(1);
  });

  it('hands over to "exceeded" when a step has been walked often enough', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'wait-delay' });
    driver.act();
    expect(driver.state.step).toBe('coil-volts');
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    driver.read('0.1');
    expect(driver.state.step).toBe('delay-in');
  });

  it('keeps a step taken from a position that has moved on as evidence', () => {
    const driver = new VisitDriver().open().act();
    driver.log({ type: 'action-done', step: 'call-mist', next: 'watch' });
    expect(driver.state.step).toBe('watch');
    expect(driver.state.trail.at(-1)?.standing).toBe('evidence');
  });

  it('marks intervals that cross a clock jump or a reload', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'note-added', text: 'same clock' });
    driver.log({ type: 'note-added', text: 'clock set back' }, { at: '2026-11-24T08:00:00.000Z' });
    driver.log({ type: 'note-added', text: 'page loaded anew' }, { device: uuid(901), deviceSeq: 1 });
    expect(driver.state.trail.map((line) => line.clockDoubtful)).toEqual([false, false, false, true, true]);
  });
});

describe('safety', () => {
  const mains = (driver: VisitDriver): SupplyState | undefined => driver.state.conditions.supplies?.['mains'];

  it('starts unknown, and a chart may put a supply on but never calm one', () => {
    expect(EMPTY_VISIT.conditions.supplies).toBeUndefined();
    const given = {
      ...DEMO_PROCEDURE,
      given: { supplies: { mains: 'proven-dead', control: 'on' } },
    } as typeof DEMO_PROCEDURE;
    const driver = new VisitDriver(new VisitContext({ ...DEMO_CONTEXT, procedures: { [given.id]: given } })).open();
    expect(driver.state.conditions.supplies).toEqual({ control: 'on' });
  });

  it('takes locked for locked, and dead only after every pair between two checks of the meter', () => {
    const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    expect(mains(driver)).toBe('locked');
    const live = (): void => ['231', '9.1'].forEach((text) => driver.read(text));
    live();
    for (let pair = 0; pair < 12; pair += 1) driver.read('0.1');
    expect(mains(driver)).toBe('locked');
    live();
    expect(mains(driver)).toBe('proven-dead');
    expect(driver.state.step).toBe('look');
  });

  it('sets what the chart says of a proof, and no supply dead that was not proven', () => {
    const proof = DEMO_PROCEDURE.steps['prove-dead'] as unknown as Record<string, unknown>;
    const changed = {
      ...DEMO_PROCEDURE,
      steps: {
        ...DEMO_PROCEDURE.steps,
        'prove-dead': {
          ...proof,
          measure: { proofOfDead: ['mains'] },
          sets: { within: { supplies: { control: 'proven-dead' }, covers: { lower: 'off' } } },
        },
      },
    } as unknown as typeof DEMO_PROCEDURE;
    const driver = new VisitDriver(new VisitContext({ ...DEMO_CONTEXT, procedures: { [changed.id]: changed } }));
    driver.open().act().answer('nothing').answer('both-lit').act();
    ['231', '9.1', ...Array.from({ length: 6 }, () => '0.1'), '231', '9.1'].forEach((text) => driver.read(text));
    expect(driver.state.conditions.covers).toEqual({ lower: 'off' });
    expect(driver.state.conditions.supplies).toEqual({ mains: 'proven-dead', control: 'off' });
  });

  it('begins the proof anew when the meter turns out dead or something is switched meanwhile', () => {
    const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    ['231', '9.1', '0.1', '0.1'].forEach((text) => driver.read(text));
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'locked' });
    driver.prove();
    expect(mains(driver)).toBe('proven-dead');
    const unlucky = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    ['231', '9.1', ...Array.from({ length: 12 }, () => '0.1'), '0.0'].forEach((text) => unlucky.read(text));
    expect(mains(unlucky)).toBe('locked');
    expect(unlucky.state.step).toBe('prove-dead');
  });

  it('leaves the proof as soon as a pair is alive', () => {
    const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    ['231', '9.1', '229'].forEach((text) => driver.read(text));
    expect(driver.state.step).toBe('second-supply');
    expect(mains(driver)).toBe('locked');
  });

  it('revokes every proof when something is switched on, after a long pause and at a hand-over', () => {
    for (const body of [
      { type: 'supply-changed', supply: 'control', state: 'on' },
      { type: 'visit-resumed', awaySeconds: 15 * 60 },
      { type: 'visit-resumed', awaySeconds: -1 },
      { type: 'handed-over', to: 'Moss' },
    ] as const) {
      const driver = new VisitDriver().toFuse();
      driver.log(body);
      expect(mains(driver)).withContext(JSON.stringify(body)).toBe('unknown');
    }
    const short = new VisitDriver().toFuse();
    short.log({ type: 'visit-resumed', awaySeconds: 60 });
    expect(mains(short)).toBe('proven-dead');
  });

  it('leaves unknown behind a retracted supply change, never an earlier proof', () => {
    const driver = new VisitDriver().toFuse();
    const change = driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    driver.log({ type: 'retracted', event: change.id });
    expect(mains(driver)).toBe('unknown');
  });

  it('keeps a retracted jumper in the bypass list until someone confirms it is out', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'float-jumper' });
    driver.act();
    const placed = driver.events.at(-1);
    driver.log({ type: 'retracted', event: placed?.id ?? '' });
    expect(openBypasses(driver.state)).toEqual([jasmine.objectContaining({ bypass: 'float-test', unconfirmed: true })]);
    driver.log({ type: 'bypass-removed', bypass: 'float-test' });
    expect(openBypasses(driver.state)).toEqual([]);
  });

  it('leaves the bypass list to hands: a conclusion takes no jumper out', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'float-jumper' });
    driver.act().answer('pulls-in');
    driver.log({
      type: 'finding-reached',
      step: 'float-open',
      class: 'sensor',
      item: 'FS1',
      text: 'x',
      grade: 'likely',
      next: '@end',
    });
    expect(openBypasses(driver.state).length).toBe(1);
  });

  it('merges late news from another device to the more cautious state', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' }, { seq: 10 });
    driver.log(
      { type: 'supply-changed', supply: 'mains', state: 'locked' },
      { device: uuid(901), seenSeq: 3, seq: 11 },
    );
    expect(mains(driver)).toBe('on');
    driver.log(
      { type: 'supply-changed', supply: 'mains', state: 'locked' },
      { device: uuid(901), seenSeq: 11, seq: 12 },
    );
    expect(mains(driver)).toBe('locked');
  });
});
