import {
  CIRCUMSTANCES,
  circumstanceOf,
  circumstanceWords,
  conditionEntries,
  isFedElsewhere,
  requirementsOf,
  stateOf,
  USUAL,
  type AfterCondition,
  type ConditionEntry,
  type ConditionGroup,
  type Conditions,
  type MeasuringMethod,
} from '../../procedure';
import { FUNCTIONS, inBase, readQuantity } from '../../quantity';
import { lastTurn } from './last-turn';
import type { VisitState } from '../record';
import {
  coverName,
  elementName,
  isCutOff,
  plugsReached,
  sourcesOf,
  supplyOf,
  terminalLabel,
  type AsItStands,
  type UnitModelDocument,
  type Wiring,
} from '../../unit-model';

/** A condition that does not hold. */
export interface Unmet extends Omit<ConditionEntry, 'group'> {
  readonly group: ConditionGroup | 'repaired' | 'after';
  readonly found: string;
  /** "mains supply is on, must be proven dead". */
  readonly words: string;
}

/**
 * What stands between the conditions that hold and a measurement, with what its function always demands. `stands` is how
 * plugs and leads stand by somebody's word that still counts.
 */
export function unmetForMeasuring(
  wiring: Wiring,
  method: MeasuringMethod,
  holding: Conditions,
  stands: () => AsItStands,
): readonly Unmet[] {
  const electronics =
    method.function !== undefined && FUNCTIONS[method.function].stresses
      ? unmetElectronics(wiring, method, holding)
      : [];
  // A chart that says so itself does not say why.
  const isSaid = ({ group, id }: Unmet): boolean => electronics.some((each) => each.group === group && each.id === id);
  const requires = isMeasuredCutOff(wiring, method, stands)
    ? (method.requires ?? {})
    : requirementsOf(wiring.model, method);
  const required = unmetConditions(wiring.model, requires, holding);
  return [...required.filter((each) => !isSaid(each)), ...electronics];
}

/**
 * Whether its two points are cut off from every source by hands, so that ohms count there while something else is live.
 * Never so for an insulation test: its own hundreds of volts go where the wiring leads.
 */
export function isMeasuredCutOff(
  wiring: Wiring,
  { function: measured, from, to }: MeasuringMethod,
  stands: () => AsItStands,
): boolean {
  if (measured === undefined) return false;
  const { needsDead, stresses } = FUNCTIONS[measured];
  return needsDead && !stresses && from !== undefined && to !== undefined && isCutOff(wiring, [from, to], stands());
}

/** A tester's hundreds of volts kill a board, and a board makes good insulation look bad. */
function unmetElectronics(wiring: Wiring, { from, to }: MeasuringMethod, holding: Conditions): readonly Unmet[] {
  const asked = [from, to].flatMap((point) => (point === undefined ? [] : [point]));
  return plugsReached(wiring, asked, holding.leads).flatMap((id): Unmet[] => {
    const found = stateOf(holding, 'connectors', id);
    if (found === 'out') return [];
    const words = `${conditionName(wiring.model, { group: 'connectors', id })} is ${spoken(found)}, must be out: the test voltage would reach the board`;
    return [{ group: 'connectors', id, state: 'out', found, words }];
  });
}

/** What stands between the conditions that hold and those required. Unknown meets nothing. */
export function unmetConditions(model: UnitModelDocument, required: Conditions, holding: Conditions): readonly Unmet[] {
  return [
    ...unmetFeed(required, holding),
    ...unmetStates(model, required, holding),
    ...unmetRepairs(model, required, holding),
  ];
}

/** What is fed from elsewhere is live whatever the switches of the machine say, and however often they were proven dead. */
function unmetFeed(required: Conditions, holding: Conditions): readonly Unmet[] {
  const isToBeOff = Object.values(required.supplies ?? {}).some((state) => state !== 'on' && state !== 'unknown');
  if (!isToBeOff || !isFedElsewhere(holding)) return [];
  const found = circumstanceOf(holding, 'feed');
  const words = `it is ${circumstanceWords('feed', found)}: that feed comes off first`;
  return [{ group: 'circumstances', id: 'feed', state: USUAL, found, words }];
}

function unmetRepairs(model: UnitModelDocument, required: Conditions, holding: Conditions): readonly Unmet[] {
  const done = new Set(holding.repaired);
  return (required.repaired ?? [])
    .filter((item) => !done.has(item))
    .map((item) => ({
      group: 'repaired' as const,
      id: item,
      state: 'repaired',
      found: 'not repaired',
      words: `${elementName(model, item)} is not repaired yet`,
    }));
}

/** How long it still takes, or that it is too late; undefined where the time is right or nothing is timed. */
export function unmetWait(
  after: AfterCondition | undefined,
  state: VisitState,
  at: string | undefined,
): Unmet | undefined {
  if (!after || at === undefined) return undefined;
  const began = beganAt(state, after.event);
  const what = afterWords(after.event);
  const unmet = (found: string, words: string): Unmet => ({
    group: 'after',
    id: after.event,
    state: 'in time',
    found,
    words,
  });
  if (began === undefined) return unmet('not logged', `${what} was not logged: it has to be timed from there`);
  const seconds = (Date.parse(at) - began) / 1000;
  const limit = (text: string | undefined, fallback: number): number =>
    text === undefined ? fallback : inBase(readQuantity(text, 'after', 'time'));
  const from = limit(after.from, 0);
  if (seconds < from)
    return unmet('too early', `${clockWords(from - seconds)} to go: read ${after.from} after ${what}`);
  if (seconds > limit(after.to, Infinity))
    return unmet('too late', `more than ${after.to} after ${what}: too late to say anything`);
  return undefined;
}

/** "20 s", "4:59": as one reads a clock. */
function clockWords(seconds: number): string {
  const whole = Math.ceil(seconds);
  return whole < 60 ? `${whole} s` : `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

function beganAt(state: VisitState, event: string): number | undefined {
  const [kind = '', id = ''] = event.split(':');
  if (kind === 'call') return lastTurn(state, 'calls', id, 'on');
  if (kind === 'stop') return lastTurn(state, 'calls', id, 'off', 'on');
  if (kind === 'power-up') return lastTurn(state, 'supplies', id, 'on');
  const off = (['off', 'locked'] as const).flatMap((into) => lastTurn(state, 'supplies', id, into) ?? []);
  return off.length === 0 ? undefined : Math.max(...off);
}

/**
 * "the call mist", "the end of the call mist", "power-up of mains", "switching mains off".
 *
 * @example afterWords('power-up:mains') // "power-up of mains"
 * @example afterWords('stop:mist') // "the end of the call mist"
 */
export function afterWords(event: string): string {
  const [kind = '', id = ''] = event.split(':');
  const name = id.replaceAll('-', ' ');
  if (kind === 'call') return `the call ${name}`;
  if (kind === 'stop') return `the end of the call ${name}`;
  return kind === 'power-off' ? `switching ${name} off` : `power-up of ${name}`;
}

function unmetStates(model: UnitModelDocument, required: Conditions, holding: Conditions): readonly Unmet[] {
  return conditionEntries(required).flatMap((entry) => {
    const found = stateOf(holding, entry.group, entry.id);
    if (found === entry.state || isDeadByPlug(model, entry, holding)) return [];
    const words = `${conditionName(model, entry)} is ${spoken(found)}, must be ${spoken(entry.state)}`;
    return [{ ...entry, found, words }];
  });
}

/**
 * Whether a supply that has to be proven dead is dead because its plug is out and in sight. What a machine derives from it
 * through a transformer is dead with it; a direct current may be held by capacitors, and is measured.
 */
function isDeadByPlug(model: UnitModelDocument, { group, id, state }: ConditionEntry, holding: Conditions): boolean {
  if (group !== 'supplies' || state !== 'proven-dead') return false;
  const isOut = (supply: string): boolean => stateOf(holding, 'supplies', supply) === 'plug-out';
  if (isOut(id)) return true;
  const supply = supplyOf(model, id);
  if (supply?.from === undefined || supply.system === 'dc') return false;
  const sources = sourcesOf(model, id);
  return sources.length > 0 && sources.every(isOut);
}

/** What a condition is about, as said at the machine. */
export function conditionName(model: UnitModelDocument, entry: Pick<ConditionEntry, 'group' | 'id'>): string {
  switch (entry.group) {
    case 'supplies':
      return `${supplyOf(model, entry.id)?.name ?? entry.id} supply`;
    case 'calls':
      return `the call "${model.calls?.find((call) => call.id === entry.id)?.name ?? entry.id}"`;
    case 'connectors':
      return `plug ${terminalLabel(model, entry.id)}`;
    case 'bypasses':
      return `jumper "${entry.id.replaceAll('-', ' ')}"`;
    case 'leads':
    case 'parts':
    case 'press':
    case 'fitted':
      return elementName(model, entry.id);
    case 'interlocks':
      return `interlock ${elementName(model, entry.id)}`;
    case 'covers':
      return coverName(model, entry.id);
    case 'circumstances':
      return (CIRCUMSTANCES[entry.id]?.name ?? entry.id).toLowerCase();
    case 'positions':
      return `selector ${entry.id.replaceAll('-', ' ')}`;
    default:
      return entry.id.replaceAll('-', ' ');
  }
}

/** A state of a condition as it is said: "out of service". */
export function spoken(state: string): string {
  return state.replaceAll('-', ' ');
}
