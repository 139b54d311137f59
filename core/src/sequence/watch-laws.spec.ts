import fc from 'fast-check';
import { aheadOf, fittingChoices, readSequence, runningWatch, runsOf, watchesOf, watchOutcome } from '.';
import { BURNER_CONTEXT } from '../testing/burner';
import { VisitDriver } from '../testing/demo';
import type { SequenceDocument, StageDocument, UnitModelDocument } from '../unit-model';
import { VisitContext, type EventBody, type StageMark } from '../visit';

/** A made-up stage: how it is left, whether somebody sees it, and what happens when it is late. */
interface Sketch {
  readonly kind: 'until' | 'timed';
  readonly seconds: number;
  readonly isWatched: boolean;
  readonly isSeenEarly: boolean;
  readonly retries: number;
}

const sketch: fc.Arbitrary<Sketch> = fc.record({
  kind: fc.constantFrom('until' as const, 'timed' as const),
  seconds: fc.integer({ min: 4, max: 25 }),
  isWatched: fc.boolean(),
  isSeenEarly: fc.boolean(),
  retries: fc.integer({ min: 0, max: 2 }),
});

function sequenceOf(sketches: readonly Sketch[]): SequenceDocument {
  const stages = sketches.map(({ kind, seconds, isWatched, isSeenEarly, retries }, index): StageDocument => {
    const seen = { look: `stage ${index}`, commandedBy: 'a lamp' };
    const suspects = { notCommanded: [`B${index}`], notActual: [`L${index}`] };
    const common = { id: `s${index}`, on: ['out'], suspects, ...(isWatched ? seen : {}) };
    if (kind === 'timed')
      return { ...common, for: `${seconds} s`, ...(isWatched && isSeenEarly ? { within: `${seconds / 2} s` } : {}) };
    const retry = retries > 0 && index > 0 ? { else: 's0', tries: retries + 1, then: 'locked' } : {};
    return { ...common, until: `proof-${index}`, within: `${seconds} s`, ...retry };
  });
  return {
    id: 'seq',
    name: 'Sequence',
    start: 'call.enrich',
    call: 'enrich',
    stages: [
      ...stages,
      { id: 'run', until: 'not call.enrich', next: '@end' },
      { id: 'locked', holdOff: 'lock-out', until: 'not call.enrich', next: '@end' },
    ],
  } as unknown as SequenceDocument;
}

interface Fault {
  readonly stage: number;
  readonly how: 'not-commanded' | 'not-actual';
}

/**
 * A machine that is no code under test: stage by stage, each in its time; the one that fails is not seen, goes on by its
 * timer, tries again or stops.
 */
function played(sketches: readonly Sketch[], fault: Fault | undefined, parts: readonly number[]) {
  const seen: { readonly stage: number; readonly at: number }[] = [];
  let [at, stage, tries, count] = [0, 0, 0, 0];
  while (stage < sketches.length && count < 60) {
    const { kind, seconds, isWatched, isSeenEarly, retries } = sketches[stage] as Sketch;
    const part = parts[count % parts.length] ?? 0.5;
    count += 1;
    const isFailing = fault?.stage === stage;
    if (kind === 'timed') {
      const lasts = seconds * (0.95 + part / 10);
      if (isWatched && !isFailing) seen.push({ stage, at: at + (isSeenEarly ? (part * seconds) / 2 : lasts) });
      [at, stage] = [at + lasts, stage + 1];
      continue;
    }
    if (!isFailing) {
      at += 0.1 + part * (seconds - 0.2);
      if (isWatched) seen.push({ stage, at });
      stage += 1;
      continue;
    }
    const isAgain = retries > 0 && stage > 0 && tries < retries;
    if (!isAgain) break;
    tries += 1;
    [at, stage] = [at + seconds, 0];
  }
  return seen;
}

const OTHER_CALL = 'vent';
const START = Date.UTC(2026, 10, 24, 9, 0);

class Hand {
  readonly driver: VisitDriver;
  readonly watch: string;

  constructor(sequence: SequenceDocument, ...before: readonly EventBody[]) {
    const calls = [...(BURNER_CONTEXT.model.calls ?? []), { id: OTHER_CALL, between: ['BC.X3.1', 'BC.X3.3'] }];
    const model = {
      ...BURNER_CONTEXT.model,
      sequences: [sequence],
      holdOffs: [],
      calls,
    } as unknown as UnitModelDocument;
    this.driver = new VisitDriver(new VisitContext({ model, procedures: {}, meters: {} }));
    this.log({ type: 'visit-opened', unit: 'unit', complaint: '' }, -900);
    before.forEach((body, index) => this.log(body, -10 + index));
    this.watch = this.log({ type: 'watch-started', sequence: sequence.id, label: 'before' }, 0);
  }

  log(body: EventBody, seconds: number): string {
    const at = new Date(START + Math.round(seconds * 1000)).toISOString();
    return this.driver.log(body, { at, monotonic: 1e6 + Math.round(seconds * 1000) }).id;
  }

  mark(stage: string, mark: StageMark, seconds: number): void {
    this.log({ type: 'stage-marked', watch: this.watch, stage, mark }, seconds);
  }

  end(how: 'completed' | 'stopped', seconds: number): void {
    this.log({ type: 'watch-ended', watch: this.watch, how }, seconds);
  }

  get outcome() {
    const watch = watchesOf(this.driver.context, this.driver.state).at(-1);
    if (!watch) throw new Error('no watch');
    return watchOutcome(this.driver.context, watch);
  }
}

const machines = fc
  .array(sketch, { minLength: 1, maxLength: 5 })
  .filter((sketches) => sketches.some(({ isWatched }) => isWatched))
  .chain((sketches) =>
    fc.record({
      sketches: fc.constant(sketches),
      fault: fc.option(
        fc.record({
          stage: fc.nat({ max: sketches.length - 1 }),
          how: fc.constantFrom('not-commanded' as const, 'not-actual' as const),
        }),
        { nil: undefined },
      ),
      parts: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 8 }),
      /** Up to where it is watched, in seconds, and whether a tap is missed. */
      until: fc.integer({ min: 1, max: 240 }),
      missed: fc.option(fc.nat({ max: 6 }), { nil: undefined }),
      told: fc.constantFrom('truly' as const, 'not' as const, 'unknown' as const),
      lag: fc.double({ min: 0, max: 0.7, noNaN: true }),
    }),
  );

describe('a watched call, on machines that are made up', () => {
  it('accuses no healthy one, and of one with a fault never anything but what failed', () => {
    fc.assert(
      fc.property(machines, ({ sketches, fault, parts, until, missed, told, lag }) => {
        const isTimer =
          fault !== undefined &&
          !(sketches[fault.stage]?.isWatched ?? false) &&
          sketches[fault.stage]?.kind === 'timed';
        // A timer nobody sees that goes on has not failed.
        fc.pre(!isTimer);
        const hand = new Hand(sequenceOf(sketches));
        const seen = played(sketches, fault, parts).filter(({ at }) => at + lag < until);
        const tapped = seen.filter((_each, index) => index !== missed);
        for (const { stage, at } of tapped) hand.mark(`s${stage}`, 'actual', at + lag);
        const next = runningWatch(hand.driver.context, hand.driver.state)?.next?.stage.id;
        // Nobody says that something did not come which came and was not tapped.
        const lastTapped = seen.findLastIndex((each) => tapped.includes(each));
        const isLying = seen.slice(lastTapped + 1).some(({ stage }) => `s${stage}` === next);
        if (next !== undefined && !isLying) {
          hand.mark(next, 'never', until);
          const isIt = fault !== undefined && next === `s${fault.stage}`;
          const command = isIt && fault.how === 'not-commanded' ? 'not-commanded' : 'commanded';
          if (told !== 'not' && isIt) hand.mark(next, told === 'truly' ? command : 'command-unknown', until + 0.1);
        }
        const { failed, suspects, words } = hand.outcome;
        const says = `${words} ${JSON.stringify({ sketches, fault, parts, until, missed, lag, next, isLying, seen })}`;
        if (fault === undefined) expect(suspects).withContext(says).toEqual([]);
        else if (failed.length > 0) {
          expect(failed.map(({ id }) => id))
            .withContext(says)
            .toContain(`s${fault.stage}`);
          expect(suspects)
            .withContext(says)
            .toContain(`${fault.how === 'not-commanded' ? 'B' : 'L'}${fault.stage}`);
        }
        if (fault === undefined && missed === undefined) expect(words).withContext(says).not.toContain('does not fit');
      }),
      { numRuns: 500 },
    );
  });

  it('names what failed as soon as it is late, and the tap that was missed is no failure', () => {
    fc.assert(
      fc.property(machines, ({ sketches, fault, parts }) => {
        fc.pre(fault !== undefined && (sketches[fault.stage]?.isWatched ?? false));
        if (!fault) return;
        const { kind, retries } = sketches[fault.stage] as Sketch;
        fc.pre(kind === 'until' && (retries === 0 || fault.stage === 0));
        const hand = new Hand(sequenceOf(sketches));
        for (const { stage, at } of played(sketches, fault, parts)) hand.mark(`s${stage}`, 'actual', at);
        const next = runningWatch(hand.driver.context, hand.driver.state)?.next;
        if (!next) throw new Error('nothing due');
        hand.mark(next.stage.id, 'never', next.latest + 2);
        expect(hand.outcome.failed.map(({ id }) => id)).toContain(`s${fault.stage}`);
        expect(hand.outcome.stoppedAt?.id).toBe(next.stage.id);
      }),
      { numRuns: 200 },
    );
  });
});

describe('what ends or stretches a watch', () => {
  const plain: readonly Sketch[] = [
    { kind: 'until', seconds: 10, isWatched: true, isSeenEarly: false, retries: 0 },
    { kind: 'timed', seconds: 5, isWatched: false, isSeenEarly: false, retries: 0 },
    { kind: 'until', seconds: 10, isWatched: true, isSeenEarly: false, retries: 0 },
  ];

  it('gives three answers to what has not come: too early, may still come, late', () => {
    const asked = (at: number) => {
      const hand = new Hand(sequenceOf(plain));
      hand.mark('s0', 'actual', 5);
      hand.mark('s2', 'never', at);
      return hand.outcome;
    };
    expect([asked(7).words, asked(7).suspects]).toEqual([
      'Last stage seen: s0. It is too early for s2: due from 10 s on.'.replace(
        'Last stage seen: s0.',
        'S0 was the last stage seen, as it should be.',
      ),
      [],
    ]);
    expect(asked(15).words).toContain('S2 may still come, until 21 s.');
    expect(asked(15).suspects).toEqual([]);
    expect(asked(23).words).toContain('S2 did not follow');
    expect(asked(23).suspects).toEqual(['L1', 'B1', 'L2', 'B2']);
  });

  it('accuses nothing while a wait runs that was noted, and says of one that nobody noted', () => {
    const sequence = sequenceOf(plain);
    const holdOffs = [
      { id: 'wait', name: 'short-cycle wait', kind: 'short-cycle', for: '60 s', since: 'call-end', of: 'enrich' },
    ];
    const model = { ...BURNER_CONTEXT.model, sequences: [sequence], holdOffs } as unknown as UnitModelDocument;
    const watched = (ended: number | undefined, opened: number) => {
      const driver = new VisitDriver(new VisitContext({ model, procedures: {}, meters: {} }));
      const log = (body: EventBody, seconds: number): string =>
        driver.log(body, {
          at: new Date(START + seconds * 1000).toISOString(),
          monotonic: 1e6 + seconds * 1000,
        }).id;
      log({ type: 'visit-opened', unit: 'unit', complaint: '' }, opened);
      if (ended !== undefined) {
        log({ type: 'call-changed', call: 'enrich', state: 'on' }, ended - 20);
        log({ type: 'call-changed', call: 'enrich', state: 'off' }, ended);
      }
      const watch = log({ type: 'watch-started', sequence: 'seq', label: 'before' }, 0);
      log({ type: 'stage-marked', watch, stage: 's0', mark: 'never' }, 30);
      const [found] = watchesOf(driver.context, driver.state);
      return found ? watchOutcome(driver.context, found) : undefined;
    };
    expect(watched(-10, -300)?.suspects).toEqual([]);
    expect(watched(-10, -300)?.words).toContain('S0 may still come, until 66 s.');
    expect(watched(-100, -300)?.stoppedAt?.id).toBe('s0');
    expect(watched(-100, -300)?.words).not.toContain('still ran');
    expect(watched(undefined, -20)?.words).toContain('Or short-cycle wait still ran: when it began is not noted.');
    expect(watched(undefined, -300)?.words).not.toContain('still ran');
  });

  it('follows nothing from when the supply went, another call was made, or the clock jumped, and says so', () => {
    const cut = (body: EventBody, at: number, ...before: readonly EventBody[]) => {
      const hand = new Hand(sequenceOf(plain), ...before);
      hand.mark('s0', 'actual', 5);
      hand.log(body, at);
      hand.mark('s2', 'never', 60);
      return hand.outcome;
    };
    const on: EventBody = { type: 'supply-changed', supply: 'mains', state: 'on' };
    const gone = cut({ type: 'supply-changed', supply: 'mains', state: 'off' }, 8, on);
    expect(gone.suspects).toEqual([]);
    expect(gone.words).toMatch(/went after 8 s: the watch says nothing from then on/);
    // It went after the stage was late already.
    const hand = new Hand(sequenceOf(plain), on);
    hand.mark('s0', 'never', 20);
    hand.log({ type: 'supply-changed', supply: 'mains', state: 'off' }, 25);
    expect(hand.outcome.stoppedAt?.id).toBe('s0');
    const off = new Hand(sequenceOf(plain), { type: 'supply-changed', supply: 'mains', state: 'locked' });
    off.mark('s0', 'never', 40);
    expect(off.outcome.suspects).toEqual([]);
    expect(off.outcome.words).toMatch(/is not on: nothing can start/);
    // Another call was on before it began.
    const both = new Hand(sequenceOf(plain), { type: 'call-changed', call: OTHER_CALL, state: 'on' });
    both.mark('s0', 'never', 40);
    expect(both.outcome.suspects).toEqual([]);
    expect(both.outcome.words).toMatch(/another call .* is on: the watch says nothing/i);
    // A stage marked on another tablet, whose clock is a minute behind, makes nothing late.
    const astray = new Hand(sequenceOf(plain));
    astray.driver.log(
      { type: 'stage-marked', watch: astray.watch, stage: 's0', mark: 'actual' },
      { at: new Date(START).toISOString(), monotonic: 5, device: '00000000-0000-7000-8000-000000000901' },
    );
    astray.mark('s2', 'never', 40);
    expect(astray.outcome.suspects).toEqual([]);
    // The call goes, by whatever hand: nothing is due any more.
    const dropped = cut({ type: 'call-changed', call: 'enrich', state: 'off' }, 8);
    expect(dropped.suspects).toEqual([]);
  });

  it('does not call right what was seen late, and judges by the switches of the watch', () => {
    const hand = new Hand(sequenceOf(plain));
    hand.mark('s0', 'actual', 20);
    expect(hand.outcome.words).toBe('Last stage seen: s0. Not in its time: s0.');
    expect(hand.outcome.suspects).toEqual([]);
    const missed = new Hand(sequenceOf(plain));
    missed.mark('s2', 'actual', 18);
    expect(missed.outcome.words).toBe('Last stage seen: s2. Not marked on the way: s0.');
    expect(fittingChoices({ choices: [60, 90] } as never, 92)).toEqual([90]);
  });

  it('tells pump 2 from pump 1 where they take turns', () => {
    const sequence = {
      id: 'seq',
      start: 'call.enrich',
      call: 'enrich',
      stages: [
        { id: 'turn', until: 'first-is-due', within: '1 s', else: 'second' },
        {
          id: 'first',
          look: 'pump 1 runs',
          until: 'flow',
          within: '10 s',
          next: 'run',
          suspects: { notActual: ['P1'] },
        },
        {
          id: 'second',
          look: 'pump 2 runs',
          until: 'flow',
          within: '10 s',
          next: 'run',
          suspects: { notActual: ['P2'] },
        },
        { id: 'run', until: 'not call.enrich', next: '@end' },
      ],
    } as unknown as SequenceDocument;
    const seen = new Hand(sequence);
    seen.mark('second', 'actual', 6);
    expect(seen.outcome.words).toBe('Second was the last stage seen, as it should be.');
    const dead = new Hand(sequence);
    dead.mark('second', 'never', 20);
    dead.mark('first', 'never', 20.5);
    expect(dead.outcome.suspects).toEqual(jasmine.arrayContaining(['P1', 'P2']));
    const plan = readSequence(BURNER_CONTEXT.model, sequence);
    expect(aheadOf(plan, runsOf(plan, [], { least: 0, most: 0 })).map(({ stage }) => stage.id)).toEqual([
      'second',
      'first',
    ]);
  });
});
