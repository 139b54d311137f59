import { endsOf, magnitudeOfEnds, PRESENCE } from '../reference';
import { formatExpectation } from '../expectation';
import { FUNCTIONS } from '../quantity';
import { supplyPlan } from '../supply';
import {
  ownerOf,
  supplyTerminal,
  terminalLabel,
  type DeviceDocument,
  type UnitModelDocument,
  type Wiring,
} from '../unit-model';
import { measuredOutcome, type EventOf, type VisitContext, type VisitState } from '../visit';
import { INCONCLUSIVE, type JudgementNote } from '../verdict';
import { ambiguitiesOf, ReadingView } from './ambiguity';
import { TRAPS, type Guard, type GuardId } from './guard';

type Reading = EventOf<'reading-taken'>;

/** Under this many ohms the leads matter; common practice, no source. */
const LOW_OHMS = 10;
/** Milliseconds after which leads are zeroed again, and a meter is shown to work again; common practice, no source. */
const HOUR = 3_600_000;
const QUARTER = 900_000;

/** The traps one reading stands in front of, those of its comparison first. */
export function guardsOfReading(context: VisitContext, state: VisitState, reading: Reading): readonly Guard[] {
  const guard = (id: GuardId, words: string = TRAPS[id].words): Guard => ({ id, words, events: [reading.id] });
  const { caveat } = reading.expectation ?? {};
  const found: Guard[] = notesOf(reading).map((note) =>
    note === 'proves-no-more' && caveat !== undefined ? guard(note, `${caveat}.`) : guard(note),
  );
  if (isUnproven(state, reading)) found.push(guard('meter-unproven'));
  if (hasOldLeads(state, reading)) found.push(guard('old-leads'));
  if (isAveragedWrongly(context, reading)) found.push(guard('averaging-meter'));
  if (isBelowAcRange(context, reading)) found.push(guard('below-ac-range'));
  if (isBlownFuse(context.model, reading)) found.push(guard('find-the-short'));
  const earth = earthRead(context.wiring, state);
  if (isToEarth(context.wiring, reading) && earth !== 'whole')
    found.push(
      earth === 'open' ? guard('earth-open') : { ...guard('earth-not-proven'), ...earthSettled(context.wiring) },
    );
  const view = new ReadingView(context, state, reading);
  return [
    ...found
      .filter(({ id }) => id !== 'stray-voltage' || !view.loadedAt(reading.from, reading.to))
      .map((each) => withLoad(context.model, each, reading)),
    ...ambiguitiesOf(context, state, reading),
  ];
}

/** Stray or not is told by loading the same two points. */
function withLoad(model: UnitModelDocument, guard: Guard, reading: Reading): Guard {
  if (guard.id !== 'stray-voltage') return guard;
  const { function: measured, from, to, expects = '' } = reading;
  const words = `${terminalLabel(model, from)} to ${terminalLabel(model, to)}, loaded: low-impedance mode or a test load`;
  return { ...guard, settle: { function: measured, from, to, expects, words } };
}

/** The continuity of the earth, from the supply to the metal. */
function earthSettled(wiring: Wiring): Pick<Guard, 'settle'> {
  const { model } = wiring;
  const pair = model.supplies.flatMap(({ id }) => supplyPlan(wiring, id)).find(({ name }) => name === 'earth');
  if (!pair) return {};
  const { function: measured, from, to, expect } = pair;
  const words = `${terminalLabel(model, from)} to ${terminalLabel(model, to)}, dead`;
  return { settle: { function: measured, from, to, expects: formatExpectation(expect), words } };
}

function notesOf({ judgement, joint, function: measured }: Reading): readonly JudgementNote[] {
  const notes = [...new Set(joint ? (joint.notes ?? []) : (judgement.notes ?? []))];
  // How warm it is is noted, not held against anything.
  return FUNCTIONS[measured].dimension === 'temperature' ? notes.filter((note) => note !== 'no-expected-value') : notes;
}

/** Zero volts from a meter that showed no live source within a quarter of an hour. */
function isUnproven(state: VisitState, reading: Reading): boolean {
  if (!FUNCTIONS[reading.function].readsVolts || reading.proof) return false;
  const { value } = reading.judgement;
  const isNothing =
    value !== undefined && Math.abs(value) < PRESENCE.deadVolts && measuredOutcome(reading).verdict !== 'invalid';
  if (!isNothing) return false;
  return !state.trail.some(({ event, standing }) => {
    if (standing === 'retracted' || Math.abs(Date.parse(event.at) - Date.parse(reading.at)) > QUARTER) return false;
    if (event.type === 'meter-proven')
      return event.shows === 'live' && (event.current === undefined || reading.function === `${event.current}-voltage`);
    return (
      event.type === 'reading-taken' &&
      event.meter === reading.meter &&
      event.function === reading.function &&
      magnitudeOfEnds(endsOf(event.judgement.value ?? 0, event.judgement.interval)).low >= PRESENCE.knownLiveVolts
    );
  });
}

function hasOldLeads(state: VisitState, reading: Reading): boolean {
  if (!FUNCTIONS[reading.function].readsLeads) return false;
  const { value } = reading.judgement;
  if (value === undefined || value > LOW_OHMS) return false;
  const zeroed = state.leadZeroAt === undefined ? -Infinity : Date.parse(state.leadZeroAt);
  return Date.parse(reading.at) - zeroed > HOUR;
}

const AC: ReadonlySet<string> = new Set(['ac-voltage', 'ac-current']);
/** Part of its lowest range below which a meter's AC figures are not specified; common practice, no source. */
const LEAST_OF_AC_RANGE = 0.05;

function acFunctionOf({ meters }: VisitContext, { meter, function: measured, proof }: Reading) {
  return AC.has(measured) && !proof && meter !== undefined ? meters[meter]?.functions.get(measured) : undefined;
}

/** AC read by a meter that averages, where a triac or an inverter shapes the wave. */
function isAveragedWrongly(context: VisitContext, reading: Reading): boolean {
  const by = acFunctionOf(context, reading);
  if (!by || by.trueRms) return false;
  const { model, byWire } = context.wiring;
  const shaped = model.boards.flatMap(({ functions = [] }) =>
    functions.flatMap(({ kind, between = [] }) => (kind === 'triac' || kind === 'driver' ? between : [])),
  );
  return shaped.some((point) => byWire.joined(point, reading.from) || byWire.joined(point, reading.to));
}

/** Less than its lowest range can tell, where as little as that is to be there. */
function isBelowAcRange(context: VisitContext, reading: Reading): boolean {
  const [lowest] = acFunctionOf(context, reading)?.ranges ?? [];
  const { value } = reading.judgement;
  const { low = 0 } = reading.expectation ?? {};
  if (!lowest || value === undefined || value === 0 || low <= 0) return false;
  const least = LEAST_OF_AC_RANGE * lowest.upTo;
  // Where much more is to be there, nothing that is so little makes a difference.
  return Math.abs(value) < least && low < least;
}

/** Open between the two ends of one fuse, by ohms or by the voltage across it. */
function isBlownFuse(model: UnitModelDocument, { from, to, judgement, function: measured }: Reading): boolean {
  const owner = ownerOf(from);
  const isFuse = model.devices.some(({ id, kind }) => id === owner && kind === 'fuse');
  if (ownerOf(to) !== owner || !isFuse) return false;
  return FUNCTIONS[measured].dimension === 'resistance' ? judgement.verdict === 'open' : judgement.verdict === 'high';
}

/** Whether a point is the protective earth, by wires alone. */
export function isEarth({ model, byWire }: Wiring, point: string): boolean {
  return model.supplies.some((supply) => {
    const earth = supplyTerminal(supply, 'earth');
    return earth !== undefined && byWire.joined(earth, point);
  });
}

/** Volts to earth that are not as they should be. */
function isToEarth(wiring: Wiring, reading: Reading): boolean {
  if (reading.function !== 'ac-voltage' || reading.proof || measuredOutcome(reading).verdict === 'within') return false;
  if (reading.judgement.verdict === 'invalid') return false;
  return isEarth(wiring, reading.from) !== isEarth(wiring, reading.to);
}

/** What the last reading of the earth's continuity came to; undefined where nobody took one that says. */
function earthRead(wiring: Wiring, state: VisitState): 'whole' | 'open' | undefined {
  const verdicts = state.trail.flatMap(({ event, standing }) =>
    standing !== 'retracted' &&
    event.type === 'reading-taken' &&
    FUNCTIONS[event.function].readsLeads &&
    isEarth(wiring, event.from) &&
    isEarth(wiring, event.to)
      ? [measuredOutcome(event).verdict]
      : [],
  );
  const last = verdicts.findLast((verdict) => !INCONCLUSIVE.has(verdict));
  if (last === undefined) return undefined;
  return last === 'within' ? 'whole' : 'open';
}

/** The device a reading is taken at, by either end. */
export function devicesAt(
  model: UnitModelDocument,
  { from, to }: Pick<Reading, 'from' | 'to'>,
): readonly DeviceDocument[] {
  return model.devices.filter(({ id }) => ownerOf(from) === id || ownerOf(to) === id);
}
