import { magnitudeOfEnds, PRESENCE } from '../../reference';
import { resolveExpectation, type ResolvedExpectation } from '../../expectation';
import { uncertaintyOf, type Meter } from '../../meter';
import {
  conductorPairs,
  deadLimit,
  HAZARDOUS_LIMITS,
  REFUSALS,
  supplyOf,
  unpublishedConductors,
  type ConductorPair,
  type Wiring,
} from '../../unit-model';
import { formatValue, FUNCTIONS, type MeasurementFunction, type Quantity, type Reading } from '../../quantity';
import type { MeasurementStep } from '../../procedure';
import { measuredInterval } from '../../verdict';
import { currentStep } from '../walking';
import { showsDead, showsMeterAlive } from './said-and-shown';
import { isVouchedFor } from './vouched';
import type { EventOf, VisitContext, VisitEvent, VisitState } from '../record';

type Current = 'ac' | 'dc';
/** A meter that shows AC may be blind to DC, and the other way round: each function is shown alive. */
const CURRENTS: readonly Current[] = ['ac', 'dc'];

/** One thing to read in a proof of dead, in this order: known live, every pair AC and DC, known live again. */
export type ProofTask =
  | { readonly kind: 'meter'; readonly when: 'before' | 'after'; readonly current: Current; readonly done: boolean }
  | {
      readonly kind: 'pair';
      readonly pair: ConductorPair;
      readonly current: Current;
      readonly limit: number;
      readonly done: boolean;
      /** What was read of it last in this proof. */
      readonly read?: EventOf<'reading-taken'>;
    };

/** What the proof at the current step still needs. Counts only what was read since the position came here. */
export function proofTasks(context: VisitContext, state: VisitState, step: MeasurementStep): readonly ProofTask[] {
  const events = eventsHere(state);
  const meter = context.meters[state.meter ?? ''];
  const nominal = highestVolts(context, step.measure.proofOfDead ?? []);
  const checks = (when: 'before' | 'after'): readonly ProofTask[] =>
    CURRENTS.map((current) => ({
      kind: 'meter',
      when,
      current,
      done: events.some(
        (event) => event.type === 'meter-proven' && event.when === when && showsMeterAlive(event, current, nominal),
      ),
    }));
  const readLast = (pair: ConductorPair, current: Current): EventOf<'reading-taken'> | undefined =>
    events
      .filter((event) => event.type === 'reading-taken')
      .findLast(({ proof }) => proof?.supply === pair.supply && proof.name === pair.name && proof.current === current);
  const pairs = conductorPairs(context.model, step.measure.proofOfDead ?? []).flatMap((pair) =>
    CURRENTS.map((current): ProofTask => {
      const read = readLast(pair, current);
      const limit = limitOf(context, step, pair, current);
      // A pair that was read again and is live is not dead, whatever it read before.
      const done = read !== undefined && showsDead(read, pair, current, limit, meter);
      return { kind: 'pair', pair, current, limit, done, ...(read ? { read } : {}) };
    }),
  );
  return [...checks('before'), ...pairs, ...checks('after')];
}

/** Events of this step since the position came here, as long as nothing was switched in between. */
function eventsHere(state: VisitState): readonly VisitEvent[] {
  const lines = state.trail.slice(state.arrivedAt);
  // Also what was taken back: hands may have switched what the log no longer says.
  const lastChange = lines.findLastIndex(({ disturbsProof }) => disturbsProof);
  return lines
    .slice(lastChange + 1)
    .filter(
      ({ event, chart, standing }) =>
        standing !== 'retracted' && chart === state.procedure && 'step' in event && event.step === state.step,
    )
    .map(({ event }) => event);
}

function limitOf(context: VisitContext, step: MeasurementStep, pair: ConductorPair, current: Current): number {
  return deadLimit(context.wiring, pair.supply, current, step.measure.place);
}

/** What one meter has to read for a proof of dead: AC shows nothing of DC, and the other way round. */
const PROOF_FUNCTIONS = ['ac-voltage', 'dc-voltage'] as const satisfies readonly MeasurementFunction[];

/**
 * Why these supplies cannot be proven dead with this meter, in one sentence; undefined where nothing speaks against it.
 * Nobody knows what an unnamed meter shows, and a conductor without a point is never read.
 */
export function proofRefusal(
  { model, wiring }: Pick<VisitContext, 'model' | 'wiring'>,
  meter: Meter | undefined,
  supplies: readonly string[],
  place: 'dry' | 'wet' = 'dry',
): string | undefined {
  if (!meter) return REFUSALS.noMeterNamed();
  const lacking = PROOF_FUNCTIONS.find((each) => !meter.functions.has(each));
  if (lacking) return REFUSALS.meterCannotProve(meter.name, FUNCTIONS[lacking].name);
  for (const supply of supplies.map((id) => supplyOf(model, id))) {
    const missing = supply ? unpublishedConductors(supply) : [];
    if (supply && missing.length > 0) return REFUSALS.unpublished(supply.name ?? supply.id, missing);
    const tooCoarse = supply && tooCoarseFor(wiring, meter, supply.id, place);
    if (supply && tooCoarse)
      return REFUSALS.tooCoarse(meter.name, tooCoarse.shows, supply.name ?? supply.id, tooCoarse.limit);
  }
  return undefined;
}

/** What a clean zero of this meter leaves open, where that is more than still counts as nothing: no reading would ever do. */
function tooCoarseFor(
  wiring: Wiring,
  meter: Meter,
  supply: string,
  place: 'dry' | 'wet',
): { readonly shows: string; readonly limit: string } | undefined {
  for (const current of CURRENTS) {
    const measured = `${current}-voltage` as const;
    const [finest] = meter.functions.get(measured)?.ranges ?? [];
    const limit = deadLimit(wiring, supply, current, place);
    if (!finest) continue;
    const zero: Quantity = { value: 0, unit: 'V', exponent: Math.floor(Math.log10(finest.resolution)) };
    const open = uncertaintyOf(zero, measured, meter).halfWidth95;
    if (open > limit) return { shows: formatValue(open, 'V', 2), limit: formatValue(limit, 'V') };
  }
  return undefined;
}

/** The supplies a proof shows dead once `event`, its last check of the meter, is in; empty when anything is missing. */
export function provenDead(context: VisitContext, state: VisitState, event: VisitEvent): readonly string[] {
  if (event.type !== 'meter-proven' || event.when !== 'after') return [];
  const step = currentStep(context, state);
  if (step?.kind !== 'measurement') return [];
  const last = state.trail.at(-1)?.event;
  if (last !== undefined && !isVouchedFor(last, event)) return [];
  const supplies = step.measure.proofOfDead ?? [];
  if (proofRefusal(context, context.meters[state.meter ?? ''], supplies, step.measure.place) !== undefined) return [];
  const nominal = highestVolts(context, supplies);
  const missing = proofTasks(context, state, step).filter(
    (task) =>
      !task.done && !(task.kind === 'meter' && task.when === 'after' && showsMeterAlive(event, task.current, nominal)),
  );
  return missing.length === 0 ? supplies : [];
}

/** What a pair of a proof should be: dead is about nothing. */
const NOTHING = 'nothing';

/** The function and expectation for one pair: AC or DC volts, under the limit both ways. */
export function pairExpectation(
  limit: number,
  current: Current,
): { function: MeasurementFunction; expectation: ResolvedExpectation } {
  const measured: MeasurementFunction = current === 'ac' ? 'ac-voltage' : 'dc-voltage';
  const upper = resolveExpectation({ kind: 'limit', atMost: `${Number(limit.toPrecision(3))} V` }, measured);
  // DC may be dead from either side of zero.
  return { function: measured, expectation: { ...upper, words: NOTHING, low: current === 'dc' ? -limit : 0 } };
}

/**
 * Whether a reading on a known source shows that the meter works there: a source of a level that tells, which twelve volts
 * of a battery are not where 230 V are to be found gone. `nominal` is the highest of the supplies that are proven, in volts.
 * The DC function is shown alive by a battery, whichever way the probes are.
 *
 * @example showsLive({ kind: 'over-range' }) // "nothing"
 * @example showsLive({ kind: 'value', quantity: { value: 231, unit: 'V', exponent: 0 } }) // "live"
 */
export function showsLive(reading: Reading, nominal = 0, current: Current = 'ac'): 'live' | 'nothing' {
  if (reading.kind === 'list' || reading.kind === 'over-range' || reading.kind === 'never') return 'nothing';
  const shown = magnitudeOfEnds(measuredInterval(reading, `${current}-voltage`));
  return shown.low >= leastLive(nominal, current) ? 'live' : 'nothing';
}

/** The highest of the supplies that are to be proven dead, in volts. */
export function highestVolts({ wiring }: Pick<VisitContext, 'wiring'>, supplies: readonly string[]): number {
  return Math.max(0, ...supplies.map((id) => wiring.volts(id)));
}

/** Volts that a source known to be live has at least, where a supply of so many volts is to be found gone. */
export function leastLive(nominal: number, current: Current = 'ac'): number {
  if (current === 'dc') return PRESENCE.knownLiveDcVolts;
  return nominal > HAZARDOUS_LIMITS.dry.dc ? PRESENCE.knownLiveMainsVolts : PRESENCE.knownLiveVolts;
}
