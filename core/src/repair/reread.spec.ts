import fc from 'fast-check';
import { HAND_METER, VisitDriver } from '../testing/demo';
import { SHIPPED_MODELS } from '../testing/shipped';
import { enterFreeReading, VisitContext, type EventBody, type VisitEvent } from '../visit';
import { verificationOf, type Check } from '.';

/** Two points between which a quantity has two signs or one, and what the record says of them. */
const MEASURED = ['ac-voltage', 'dc-voltage', 'resistance'] as const;

type Measured = (typeof MEASURED)[number];

/** A visit in which a free reading was wrong and a finding rests on it; the part is renewed since. */
function renewedAfter(before: EventBody): VisitDriver {
  const visit = new VisitDriver();
  visit.log({ type: 'visit-opened', unit: 'mist-line-2', complaint: 'no mist', meter: 'hand-6000' });
  for (const supply of ['mains', 'control']) visit.log({ type: 'supply-changed', supply, state: 'on' });
  visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
  const read = visit.log(before);
  visit.log({
    type: 'finding-reached',
    class: 'sensor',
    item: 'FS1',
    text: 'The float switch stays open.',
    grade: 'likely',
    rests: [read.id],
  });
  visit.log({ type: 'part-fitted', part: 'FS1', state: 'new' });
  return visit;
}

interface Read {
  readonly measured: Measured;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly isTurned?: boolean;
  readonly grade?: 'measured' | 'assumed';
}

/** A reading whose record says what its own band says of it, as any program would. */
function readingOf({ measured, value, low, high, isTurned = false, grade = 'measured' }: Read): EventBody {
  const within = value >= low && value <= high;
  const [from, to] = isTurned ? ['FS1.2', 'FS1.1'] : ['FS1.1', 'FS1.2'];
  const unit = measured === 'resistance' ? 'Ω' : 'V';
  return {
    type: 'reading-taken',
    function: measured,
    from,
    to,
    text: `${value}`,
    reading: { kind: 'value', quantity: { value, unit }, resolution: 0.1 } as never,
    judgement: {
      verdict: within ? 'within' : value > high ? 'high' : 'low',
      sentence: '',
      value,
      interval: { low: value, high: value },
      rulesVersion: 1,
    },
    expectation: { low, high, unit, words: `${low} to ${high}`, rule: 'range' },
    grade,
  };
}

const measurementOf = (visit: VisitDriver): Check | undefined =>
  verificationOf(visit.context, visit.state).find(({ kind }) => kind === 'measurement');

describe('a reading taken again', () => {
  it('passes exactly where its figure is what the first one should have been, whatever is expected of it now', () => {
    const value = fc.double({ min: -60, max: 60, noNaN: true });
    const band = fc.record({ low: value, size: fc.double({ min: 0.1, max: 40, noNaN: true }) });
    let passed = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...MEASURED),
        band,
        band,
        value,
        fc.boolean(),
        (measured, should, expected, read, isTurned) => {
          const isSigned = measured === 'dc-voltage';
          const sign = (each: number): number => (isSigned ? each : Math.abs(each));
          const [low, high] = [sign(should.low), sign(should.low) + should.size];
          const visit = renewedAfter(readingOf({ measured, value: high + 500, low, high }));
          const own = { low: sign(expected.low), high: sign(expected.low) + expected.size };
          const now = sign(read);
          visit.log(readingOf({ measured, value: now, ...own, isTurned }));
          // The probes turned, the same point of the machine shows the other sign.
          const asBefore = isTurned && isSigned ? -now : now;
          const isRight = asBefore >= low && asBefore <= high;
          if (isRight) passed += 1;
          expect(measurementOf(visit)?.state).toBe(isRight ? 'passed' : 'failed');
        },
      ),
      { numRuns: 400 },
    );
    expect(passed).toBeGreaterThan(20);
  });

  it('says nothing where the machine was not as it was: no supply, no call, a plug or a lead off', () => {
    const changes: readonly EventBody[] = [
      { type: 'supply-changed', supply: 'mains', state: 'off' },
      { type: 'supply-changed', supply: 'control', state: 'off' },
      { type: 'call-changed', call: 'mist', state: 'off' },
      { type: 'connector-changed', connector: 'CB.X1', state: 'out' },
      { type: 'condition-noted', group: 'leads', item: 'w13', state: 'CB.X1.3' },
    ];
    for (const change of changes) {
      const closed = { measured: 'ac-voltage', low: 0, high: 1 } as const;
      const visit = renewedAfter(readingOf({ ...closed, value: 26.9 }));
      visit.log(change);
      visit.log(readingOf({ ...closed, value: 0 }));
      expect(measurementOf(visit)?.state).withContext(JSON.stringify(change)).toBe('open');
      expect(measurementOf(visit)?.doubts.join()).toContain('other conditions');
    }
  });

  it('is not taken for granted, nor believed against its own figure', () => {
    const closed = { measured: 'ac-voltage', low: 0, high: 1 } as const;
    const assumed = renewedAfter(readingOf({ ...closed, value: 26.9 }));
    assumed.log(readingOf({ ...closed, value: 0, grade: 'assumed' }));
    expect(measurementOf(assumed)?.state).toBe('open');
    const denied = renewedAfter(readingOf({ ...closed, value: 26.9 }));
    const wrong = readingOf({ ...closed, value: 26.9 }) as EventBody & { judgement: object };
    denied.log({ ...wrong, judgement: { ...wrong.judgement, verdict: 'within' } } as EventBody);
    expect(measurementOf(denied)?.state).not.toBe('passed');
  });
});

describe('the rail of a new board', () => {
  /** The inverter's rectifier is on its board and makes the direct voltage bus. */
  const found = SHIPPED_MODELS.find(({ id }) => id === 'fan-inverter');
  if (!found) throw new Error('no inverter ships');
  const model = found;
  const context = new VisitContext({ model, procedures: {}, meters: { [HAND_METER.id]: HAND_METER } });
  const RAIL = { from: 'IV.X2.1', to: 'IV.X2.2', measured: 'dc-voltage', nominal: 325 } as const;

  function railVisit(): VisitDriver {
    const visit = new VisitDriver(context);
    visit.log({ type: 'visit-opened', unit: 'fan-south', complaint: 'does not run', meter: HAND_METER.id });
    for (const { id } of model.supplies) visit.log({ type: 'supply-changed', supply: id, state: 'on' });
    visit.log({ type: 'part-fitted', part: 'IV', state: 'new' });
    return visit;
  }
  const railOf = (visit: VisitDriver): Check | undefined =>
    verificationOf(visit.context, visit.state).find(({ kind }) => kind === 'rail');

  function read(visit: VisitDriver, text: string, expects: string): VisitEvent {
    const { from, to, measured } = RAIL;
    const entered = enterFreeReading(visit.context, visit.state, { function: measured, from, to, text, expects });
    if (entered.outcome !== 'event') throw new Error(`${text}: ${entered.outcome}`);
    return visit.log(entered.body);
  }

  it('is shown by its nominal voltage alone: nothing where nothing was expected is no rail', () => {
    const visit = railVisit();
    expect(railOf(visit)?.state).toBe('open');
    read(visit, '0.0', '0 V ±0.5 V');
    expect(railOf(visit)?.state).withContext('dead, as expected').toBe('open');
    read(visit, `${RAIL.nominal}`, `${RAIL.nominal} V ±10 %`);
    expect(railOf(visit)?.state).toBe('passed');
    const failing = railVisit();
    read(failing, '0.0', `${RAIL.nominal} V ±10 %`);
    expect(railOf(failing)?.state).toBe('failed');
    const unpowered = railVisit();
    unpowered.log({ type: 'supply-changed', supply: 'mains', state: 'off' });
    read(unpowered, '0.0', `${RAIL.nominal} V ±10 %`);
    expect(railOf(unpowered)?.state).withContext('no power').toBe('open');
  });
});
