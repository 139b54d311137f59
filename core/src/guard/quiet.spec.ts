import fc from 'fast-check';
import { MAT_CONTEXT, NEW_BOARD_CONTEXT, PUMP_CONTEXT } from '../testing/ambiguities';
import { BURNER_CONTEXT } from '../testing/burner';
import { VisitDriver } from '../testing/demo';
import { BENCH_CONTEXT, FAN_CONTEXT } from '../testing/traps';
import { chainsOf, nodesOf } from '../path';
import type { MeasurementFunction } from '../quantity';
import { enterFreeReading, type EventBody, type EventOf, type VisitContext, type VisitEvent } from '../visit';
import { guardsBeforeFinding, guardsOfReading, type Guard, type GuardId } from './index';

type Reading = EventOf<'reading-taken'>;

function opened(context: VisitContext, calls: readonly string[] = []): VisitDriver {
  const visit = new VisitDriver(context);
  visit.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
  for (const { id } of context.model.supplies) visit.log({ type: 'supply-changed', supply: id, state: 'on' });
  for (const call of calls) visit.log({ type: 'call-changed', call, state: 'on' });
  return visit;
}

interface Line {
  readonly function?: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  readonly expects?: string;
  readonly isLowImpedance?: boolean;
}

/** A reading as it is, or undefined where it is refused. */
function tried(visit: VisitDriver, line: Line, text: string): Reading | undefined {
  const entered = enterFreeReading(visit.context, visit.state, { function: 'ac-voltage', expects: '', ...line, text });
  return entered.outcome === 'event' ? (visit.log(entered.body) as Reading) : undefined;
}

function read(visit: VisitDriver, line: Line, text: string): Reading {
  const reading = tried(visit, line, text);
  if (!reading) throw new Error(`${line.from} to ${line.to}: ${text} refused`);
  return reading;
}

const guards = (visit: VisitDriver, reading: Reading): readonly Guard[] =>
  guardsOfReading(visit.context, visit.state, reading);
const ids = (visit: VisitDriver, reading: Reading): readonly GuardId[] => guards(visit, reading).map(({ id }) => id);
const before = (visit: VisitDriver, item = ''): readonly GuardId[] =>
  guardsBeforeFinding(visit.context, visit.state, { item }, '2026-12-24T09:00:00.000Z').map(({ id }) => id);

/** What an event says, without who, when and where. */
function bodyOf<Event extends VisitEvent>(event: Event): EventBody {
  const envelope = ['id', 'visit', 'device', 'deviceSeq', 'seenSeq', 'at', 'monotonic', 'by'];
  return Object.fromEntries(Object.entries(event).filter(([key]) => !envelope.includes(key))) as unknown as EventBody;
}

describe('a trap that does not apply', () => {
  it('a return seen alive once is proven, whatever is called since', () => {
    const visit = opened(PUMP_CONTEXT);
    read(visit, { from: 'CB.X1.1', to: 'CB.X1.8', expects: 'present 24 V' }, '26.8');
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
    const dead = read(visit, { from: 'CB.X1.6', to: 'CB.X1.8', expects: 'present 24 V' }, '0.1');
    expect(ids(visit, dead)).not.toContain('reference-not-proven');
    visit.log({ type: 'connector-changed', connector: 'CB.X1', state: 'out' });
    visit.log({ type: 'connector-changed', connector: 'CB.X1', state: 'in' });
    const fresh = opened(PUMP_CONTEXT, ['mist']);
    const unseen = read(fresh, { from: 'CB.X1.6', to: 'CB.X1.8', expects: 'present 24 V' }, '0.1');
    expect(ids(fresh, unseen)).toContain('reference-not-proven');
  });

  it('a rail that passes needs no proof of its return', () => {
    const visit = opened(FAN_CONTEXT);
    const rail: Line = { function: 'dc-voltage', from: 'IV.X4.3', to: 'IV.X2.2' };
    const passing = read(visit, { ...rail, expects: '5 V ±10 %' }, '5.02');
    expect(ids(visit, passing)).not.toContain('reference-not-proven');
  });

  it('what is alive because somebody presses the relay is no way round', () => {
    const alive = (isPressed: boolean): readonly GuardId[] => {
      const visit = opened(PUMP_CONTEXT, ['mist']);
      read(visit, { from: 'CB.X1.3', to: 'CB.X1.8', expects: 'present 24 V' }, '0.1');
      read(visit, { from: 'CB.X1.1', to: 'CB.X1.8', expects: 'present 24 V' }, '26.8');
      if (isPressed) visit.log({ type: 'condition-noted', group: 'press', item: 'CB:mist-output', state: 'pressed' });
      return ids(visit, read(visit, { from: 'CB.X1.7', to: 'CB.X1.8', expects: 'present 24 V' }, '26.3'));
    };
    expect(alive(false)).toContain('sneak-path');
    expect(alive(true)).not.toContain('sneak-path');
  });

  it('legs alive at the source say nothing of a leg that is lost on the way; the same two points alive later do', () => {
    const legs = (source: string | undefined, later: string | undefined): readonly GuardId[] => {
      const visit = opened(MAT_CONTEXT, ['zone-1']);
      if (source !== undefined) read(visit, { from: 'Q1.2', to: 'Q1.4', expects: 'present 240 V' }, source);
      read(visit, { from: 'HB.X2.1', to: 'HB.X1.2', expects: 'present 120 V' }, '119');
      read(visit, { from: 'HB.X2.2', to: 'HB.X1.2', expects: 'present 120 V' }, '119');
      const nothing = read(visit, { from: 'HB.X2.1', to: 'HB.X2.2', expects: 'present 240 V' }, '0.3');
      if (later !== undefined) read(visit, { from: 'HB.X2.2', to: 'HB.X2.1', expects: 'present 240 V' }, later);
      return ids(visit, nothing);
    };
    expect(legs(undefined, undefined)).toContain('one-leg-or-fed-back');
    expect(legs('238', undefined)).toContain('one-leg-or-fed-back');
    expect(legs('238', '0.3')).toContain('one-leg-or-fed-back');
    expect(legs(undefined, '238')).not.toContain('one-leg-or-fed-back');
  });

  it('alive before a lost leg does not settle what is dead now', () => {
    const visit = opened(MAT_CONTEXT, ['zone-1']);
    read(visit, { from: 'HB.X2.1', to: 'HB.X2.2', expects: 'present 240 V' }, '238');
    read(visit, { from: 'HB.X2.1', to: 'HB.X1.2', expects: 'present 120 V' }, '119');
    read(visit, { from: 'HB.X2.2', to: 'HB.X1.2', expects: 'present 120 V' }, '119');
    const nothing = read(visit, { from: 'HB.X2.1', to: 'HB.X2.2', expects: 'present 240 V' }, '0.3');
    expect(ids(visit, nothing)).toContain('one-leg-or-fed-back');
  });

  it('a thermometer is held against nothing', () => {
    const visit = opened(BENCH_CONTEXT);
    const warm = read(visit, { function: 'temperature', from: 'sand', to: 'sand' }, '21.5');
    expect(ids(visit, warm)).not.toContain('no-expected-value');
    const volts = read(visit, { from: 'HB.X2.1', to: 'HB.X2.2' }, '12');
    expect(ids(visit, volts)).toContain('no-expected-value');
  });

  it('parts of a set that differ do not come and go; an unsteady reading does', () => {
    const visit = opened(PUMP_CONTEXT, ['mist']);
    expect(before(visit)).not.toContain('intermittent');
    read(visit, { from: 'CB.X1.1', to: 'CB.X1.8', expects: 'present 24 V' }, '~24');
    expect(before(visit)).toContain('intermittent');
  });

  it('the insulation of one motor says nothing of another part, and a piece of wire is no winding', () => {
    const visit = opened(FAN_CONTEXT);
    const winding = { function: 'resistance', from: 'M1.U', to: 'M1.V', expects: '6 Ω ±20 %' } as const;
    const held = (line: Line, judged: Reading): Reading => ({
      ...judged,
      ...line,
      judgement: { ...judged.judgement, verdict: 'within' },
    });
    const some = read(visit, { from: 'IV.X3.1', to: 'IV.X3.2' }, '1');
    const log = (reading: Reading): VisitDriver => {
      const other = opened(FAN_CONTEXT);
      other.log(bodyOf(reading));
      return other;
    };
    expect(before(log(held(winding, some)), 'IV')).toContain('ohms-are-not-insulation');
    expect(before(log(held({ ...winding, to: 'IV.X3.1' }, some)), 'IV')).not.toContain('ohms-are-not-insulation');
    const elsewhere = log(held(winding, some));
    const tested = held({ function: 'insulation', from: 'Q1.2', to: 'PE.1' }, some);
    elsewhere.log(bodyOf(tested));
    expect(before(elsewhere, 'IV')).toContain('ohms-are-not-insulation');
    elsewhere.log(bodyOf({ ...tested, from: 'M1.U' }));
    expect(before(elsewhere, 'IV')).not.toContain('ohms-are-not-insulation');
  });

  it('what settles a trap is read where both probes reach', () => {
    const visit = opened(PUMP_CONTEXT, ['mist']);
    const across = read(visit, { from: 'LB.J1.1', to: 'LB.J1.3', expects: 'present 24 V' }, '26.4');
    const lost = guards(visit, across).find(({ id }) => id === 'lost-between-boards')?.settle;
    expect(lost && [lost.from, lost.to].map((each) => each.split('.')[0])).toEqual(['CB', 'CB']);
  });
});

interface Places {
  readonly points: readonly string[];
  /** At the loads, and between the conductors of a supply. */
  readonly certain: readonly (readonly [string, string])[];
}

function placesOf({ model }: VisitContext): Places {
  const chains = chainsOf(model);
  const loads = chains.flatMap(({ links }) =>
    links.flatMap(({ kind, from, to }) => (kind === 'load' ? [[from, to] as const] : [])),
  );
  const supplies = model.supplies.flatMap(({ terminals = {} }) => {
    const ends = Object.values(terminals);
    return ends.flatMap((a, at) => ends.slice(at + 1).map((b) => [a, b] as const));
  });
  return { points: chains.flatMap(nodesOf), certain: [...loads, ...supplies] };
}

/** Pairs of points where traps lie: any two along the chains, or one of those above. */
function pairAt({ points, certain }: Places, pick: number, other: number): readonly [string, string] {
  if (pick % 2 === 0) return certain[other % certain.length] ?? ['', ''];
  return [points[pick % points.length] ?? '', points[other % points.length] ?? ''];
}

/** Figures a meter may show at two points of a machine that is switched on. */
const TEXTS = ['0.02', '0.4', '12.1', '13', '26.4', '115', '119', '231', '239'] as const;
const EXPECTED = [
  'present 24 V',
  'closed 24 V',
  'absent 24 V',
  'present 230 V',
  'present 120 V',
  'closed 240 V',
  '',
] as const;

describe('a trap that was settled', () => {
  it('goes quiet, whatever the reading it asked for came to', () => {
    const contexts = [PUMP_CONTEXT, MAT_CONTEXT, NEW_BOARD_CONTEXT, BURNER_CONTEXT];
    const places = new Map(contexts.map((context) => [context, placesOf(context)]));
    const settled = new Map<GuardId, number>();
    const lines = fc.array(
      fc.tuple(fc.nat({ max: 200 }), fc.nat({ max: 200 }), fc.constantFrom(...TEXTS), fc.constantFrom(...EXPECTED)),
      {
        minLength: 1,
        maxLength: 6,
      },
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...contexts),
        fc.boolean(),
        lines,
        fc.constantFrom(...TEXTS, 'OL', '1.2'),
        (context, isCalled, taken, answer) => {
          const calls = (context.model.calls ?? []).map(({ id }) => id);
          const visit = opened(context, isCalled ? calls : []);
          const readings = taken.flatMap(([a, b, text, expects]) => {
            const [from, to] = pairAt(places.get(context) ?? placesOf(context), a, b);
            return from === to ? [] : (tried(visit, { from, to, ...(expects ? { expects } : {}) }, text) ?? []);
          });
          for (const reading of readings)
            for (const { id, settle } of guards(visit, reading)) {
              if (!settle) continue;
              const { words, ...asks } = settle;
              const line = { ...asks, ...(words.includes('loaded') ? { isLowImpedance: true } : {}) };
              const after = new VisitDriver(context);
              for (const event of visit.events) after.log(bodyOf(event));
              prepare(after, words, line.function);
              const asked = tried(after, line, answer);
              if (!asked || asked.judgement.verdict === 'invalid' || asked.judgement.verdict === 'undecided') continue;
              settled.set(id, (settled.get(id) ?? 0) + 1);
              const again = after.events.find(
                (event) => event.type === 'reading-taken' && event.deviceSeq === reading.deviceSeq,
              ) as Reading;
              const still = guards(after, again).some(
                (each) => each.id === id && each.settle?.from === line.from && each.settle.to === line.to,
              );
              expect(still)
                .withContext(
                  `${id} of ${reading.from} ${reading.to} ${reading.text}, ${line.from} ${line.to} read ${answer}`,
                )
                .toBeFalse();
            }
        },
      ),
      { numRuns: 400, seed: 61 },
    );
    for (const id of ['reference-not-proven', 'zero-closed-or-dead', 'return-not-call', 'sneak-path'] as const)
      expect(settled.get(id) ?? 0)
        .withContext(id)
        .toBeGreaterThan(3);
  });

  const dead = (visit: VisitDriver, like: Reading, line: Line, verdict: 'within' | 'open'): void => {
    visit.log(bodyOf({ ...like, ...line, judgement: { ...like.judgement, verdict } }));
  };

  it('a coil with its voltage, once its ohms are read, whatever they are', () => {
    for (const verdict of ['within', 'open'] as const) {
      const visit = opened(PUMP_CONTEXT, ['mist']);
      const fed = read(visit, { from: 'K1.A1', to: 'K1.A2', expects: 'present 24 V' }, '26.4');
      expect(ids(visit, fed)).toContain('fed-and-idle');
      dead(visit, fed, { function: 'resistance', from: 'K1.A1', to: 'K1.A2' }, verdict);
      expect(ids(visit, fed)).not.toContain('fed-and-idle');
    }
  });

  it('a zero across a contact at which nothing arrives is said to say nothing of it', () => {
    const visit = opened(PUMP_CONTEXT, ['mist']);
    const zero = read(visit, { from: 'CB.X1.3', to: 'CB.X1.4', expects: 'closed 24 V' }, '0.02');
    expect(ids(visit, zero)).toContain('zero-closed-or-dead');
    read(visit, { from: 'CB.X1.3', to: 'CB.X1.8', expects: 'present 24 V' }, '0.1');
    expect(ids(visit, zero)).not.toContain('zero-closed-or-dead');
    expect(ids(visit, zero)).toContain('nothing-arrives');
    expect(before(visit, 'K1')).toContain('nothing-arrives');
    const alive = opened(PUMP_CONTEXT, ['mist']);
    const closed = read(alive, { from: 'CB.X1.3', to: 'CB.X1.4', expects: 'closed 24 V' }, '0.02');
    read(alive, { from: 'CB.X1.3', to: 'CB.X1.8', expects: 'present 24 V' }, '26.8');
    expect(ids(alive, closed)).not.toContain('nothing-arrives');
  });

  it('a point that is dead to a return whose own feed reads nothing to it is not shown to be dead', () => {
    const deadWith = (feed: string): readonly GuardId[] => {
      const visit = opened(PUMP_CONTEXT, ['mist']);
      const point = read(visit, { from: 'CB.X1.6', to: 'CB.X1.8', expects: 'present 24 V' }, '0.1');
      expect(ids(visit, point)).toContain('reference-not-proven');
      read(visit, { from: 'CB.X1.1', to: 'CB.X1.8', expects: 'present 24 V' }, feed);
      expect(ids(visit, point)).not.toContain('reference-not-proven');
      return ids(visit, point);
    };
    expect(deadWith('0.1')).toContain('reference-dead');
    expect(deadWith('26.8')).not.toContain('reference-dead');
  });

  it('an earth, once its continuity is read; one that is open is said to be', () => {
    for (const verdict of ['within', 'open'] as const) {
      const visit = opened(NEW_BOARD_CONTEXT);
      const half = read(visit, { from: 'BC.X1.1', to: 'BC.X1.3', expects: 'present 230 V' }, '114.2');
      expect(ids(visit, half)).toContain('earth-not-proven');
      dead(visit, half, { function: 'resistance', from: 'PE.1', to: 'FM1.E' }, verdict);
      expect(ids(visit, half)).not.toContain('earth-not-proven');
      expect(ids(visit, half).includes('earth-open')).toBe(verdict === 'open');
    }
  });
});

/** Brings about what the settling reading wants: a call made or taken away, everything dead for ohms. */
function prepare(visit: VisitDriver, words: string, measured: MeasurementFunction): void {
  const calls = (visit.context.model.calls ?? []).map(({ id }) => id);
  if (words.includes('called') && !words.includes('taken away'))
    for (const call of calls) visit.log({ type: 'call-changed', call, state: 'on' });
  if (words.includes('taken away')) for (const call of calls) visit.log({ type: 'call-changed', call, state: 'off' });
  if (measured === 'resistance' || measured === 'continuity')
    for (const { id } of visit.context.model.supplies)
      visit.log({ type: 'supply-changed', supply: id, state: 'proven-dead' as never });
}
