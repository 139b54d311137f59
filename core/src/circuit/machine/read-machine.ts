import type { Conditions } from '../../procedure';
import type { MeasurementFunction } from '../../quantity';
import type { Wiring } from '../../unit-model';
import { Solver, type Elimination, type Network, type NetworkElement, type Solution } from '../linear';
import { AS_RATED, machineNetwork, type MachineNetwork, type Vary } from './machine-network';
import type { Undeclared } from './undeclared-pins';
import type { MachineState } from './machine-state';
import { Situation, type InjectedFault } from './situation';
import { between, settled, type Settled } from './settle';

/** What is asked of a machine: the two points, how it is measured, and what holds. */
export interface MachineQuestion {
  readonly wiring: Wiring;
  readonly from: string;
  readonly to: string;
  readonly function: MeasurementFunction;
  readonly conditions: Conditions;
  readonly faults?: readonly InjectedFault[];
  /** Ohms the meter puts across the two points. */
  readonly meterOhms?: number;
  /** Whether machines within their tolerances are looked at as well; `low` and `high` are the value itself where not. */
  readonly isSpreadWanted?: boolean;
  /** Outputs of boards that are known to operate or not. */
  readonly outputs?: ReadonlyMap<string, boolean>;
  /** The same machine under the same conditions and faults, from an earlier question: what is known of it is kept. */
  readonly situation?: Situation;
}

/** What a meter would show, or why nobody can say. */
export type MachineReading =
  | {
      readonly value: number;
      readonly unit: 'V' | 'Ω';
      /** What machines within their tolerances show at least and at most. */
      readonly low: number;
      readonly high: number;
    }
  | { readonly cannotCompute: string };

/** What a meter has across its probes where it does not say; common practice, no source. */
export const USUAL_METER_OHMS = 10e6;
/** More ohms than this a meter shows as open. */
const MOST_OHMS = 60e6;
/** A point that something undeclared moves by more than this part of what it does is not computed. */
const MOVED = 1e-3;
/** A contact nobody knows of matters where it changes a reading by more than this part. */
const MATTERS = 0.01;
/** Ohms behind something undeclared, for finding what it moves. */
const PROBING_OHMS = 1000;
/** Machines looked at for the spread. */
const SAMPLES = 48;

/**
 * What a meter would show between two points of a machine, healthy or with faults, through the meter's own ohms. A
 * point that hangs on something nobody declared cannot be computed; it never gets a made-up number.
 */
export function readMachine(question: MachineQuestion): MachineReading {
  const points = pointsOf(question);
  if ('cannotCompute' in points) return points;
  const unsaid = unsaidSupplies(question);
  if (unsaid.length > 0 && !isOhms(question.function)) return readBothWays(question, unsaid);
  const situation =
    question.situation ?? new Situation(question.wiring, question.conditions, question.faults, question.outputs);
  const rated = readOnce(situation, question, points, AS_RATED);
  if (typeof rated !== 'number') return rated;
  const random = seededNumbers(1);
  const machine = settled(situation);
  const from = 'cannotCompute' in machine ? undefined : machine.state;
  let [low, high] = [rated, rated];
  const samples = question.isSpreadWanted === false ? 0 : SAMPLES;
  for (let sample = 0; sample < samples; sample += 1) {
    const value = readOnce(situation, question, points, toleranceOf(random), from);
    if (typeof value !== 'number') continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  return { value: rated, unit: isOhms(question.function) ? 'Ω' : 'V', low, high };
}

/** Supplies from outside of which nobody said whether they are on. */
function unsaidSupplies({ wiring, conditions }: MachineQuestion): readonly string[] {
  return wiring.model.supplies
    .filter(({ id, from }) => from === undefined && (conditions.supplies?.[id] ?? 'unknown') === 'unknown')
    .map(({ id }) => id);
}

/** Nobody said whether something is on: a figure is one only where it is the same either way. */
function readBothWays(question: MachineQuestion, unsaid: readonly string[]): MachineReading {
  const [on, off] = (['on', 'off'] as const).map((state) => {
    const supplies = { ...question.conditions.supplies, ...Object.fromEntries(unsaid.map((id) => [id, state])) };
    return readMachine({ ...question, conditions: { ...question.conditions, supplies } });
  });
  const isSame =
    on &&
    off &&
    'value' in on &&
    'value' in off &&
    Math.abs(on.value - off.value) <= MATTERS * Math.max(1, Math.abs(on.value));
  return isSame ? on : { cannotCompute: `Nobody said whether "${unsaid.join('", "')}" is on.` };
}

interface Points {
  readonly from: string;
  readonly to: string;
}

function pointsOf({ wiring, from, to }: MachineQuestion): Points | { readonly cannotCompute: string } {
  const [a, b] = [wiring.pointOf(from), wiring.pointOf(to)];
  const unknown = [a, b].find((each) => !wiring.hasTerminal(each));
  return unknown === undefined ? { from: a, to: b } : { cannotCompute: `"${unknown}" is no terminal of this machine.` };
}

function isOhms(measured: MeasurementFunction): boolean {
  return measured === 'resistance' || measured === 'continuity';
}

/** Tolerances of what is rated; common practice, no source, but for the supply: IEC 60038. */
function toleranceOf(random: () => number): Vary {
  const supply = 1 + 0.1 * (2 * random() - 1);
  return (what) => {
    const spread = { supply: 0, ratio: 0.03, ohms: 0.1, wire: 0.1 }[what];
    return what === 'supply' ? supply : 1 + spread * (2 * random() - 1);
  };
}

/** The same numbers for the same seed (mulberry32). */
function seededNumbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

function readOnce(
  situation: Situation,
  question: MachineQuestion,
  points: Points,
  vary: Vary,
  before?: MachineState,
): number | { readonly cannotCompute: string } {
  // What was found out of the rated machine is not found out again for every one that differs a little.
  const isChecked = before === undefined;
  if (isOhms(question.function)) return ohmsOnce(situation, points, vary, isChecked);
  if (question.function !== 'ac-voltage' && question.function !== 'dc-voltage')
    return { cannotCompute: 'Volts and ohms are computed, nothing else.' };
  const kind = question.function === 'ac-voltage' ? 'alternating' : 'direct';
  const meterOhms = question.meterOhms ?? USUAL_METER_OHMS;
  const read = (closed: ReadonlySet<string>): number | { readonly cannotCompute: string } => {
    const machine = settled(situation, vary, closed, before);
    if ('cannotCompute' in machine) return machine;
    return voltsThrough(machine, kind, points, meterOhms, isChecked, situation);
  };
  return agreed(situation, read, vary, isChecked);
}

/** A reading that hangs on a contact of which nobody can tell whether it is closed is not computed. */
function agreed(
  situation: Situation,
  read: (closed: ReadonlySet<string>) => number | { readonly cannotCompute: string },
  vary: Vary,
  isChecked: boolean,
): number | { readonly cannotCompute: string } {
  const asOpen = read(new Set());
  if (typeof asOpen !== 'number' || !isChecked) return asOpen;
  const machine = settled(situation, vary);
  if ('cannotCompute' in machine) return machine;
  const contacts = machine.alternating.unsettled;
  const names = [...new Set(contacts.map(({ element }) => element))];
  for (const closed of [...names.map((name) => [name]), names]) {
    if (closed.length === 0) continue;
    const other = read(new Set(closed));
    if (typeof other !== 'number') return other;
    if (Math.abs(other - asOpen) > MATTERS * Math.max(1, Math.abs(asOpen)))
      return {
        cannotCompute: contacts.find(({ element }) => element === closed[0])?.because ?? 'It hangs on a contact.',
      };
  }
  return asOpen;
}

function voltsThrough(
  machine: Settled,
  kind: 'alternating' | 'direct',
  { from, to }: Points,
  meterOhms: number,
  isChecked: boolean,
  { plans, hertz: alternating }: Situation,
): number | { readonly cannotCompute: string } {
  const built = machine[kind];
  const hertz = kind === 'direct' ? 0 : alternating;
  const moved = isChecked ? movedBy(built, hertz, { from, to }, meterOhms, plans) : undefined;
  if (moved !== undefined) return { cannotCompute: moved };
  const solution = new Solver(withMeter(built, { from, to }, meterOhms), plans).solve(hertz);
  if ('unsolvable' in solution) return { cannotCompute: solution.unsolvable };
  const [real, imaginary] = between(solution, built.points, from, to);
  return kind === 'direct' ? real : Math.hypot(real, imaginary);
}

function withMeter({ network, points }: MachineNetwork, { from, to }: Points, ohms: number): Network {
  const [a, b] = [points.find(from) ?? 0, points.find(to) ?? 0];
  const meter: NetworkElement = { kind: 'resistor', a, b, ohms };
  return a === b ? network : { ...network, elements: [...network.elements, meter] };
}

/**
 * Why the two points cannot be computed: something undeclared moves what stands between them. A current at the probes
 * makes the same volts at it as the same current at it makes at the probes (reciprocity), so that one solution asks
 * all of them; what might move them is then tried.
 */
function movedBy(
  { network, points, undeclared }: MachineNetwork,
  hertz: number,
  probed: Points,
  meterOhms: number,
  plans: Map<string, Elimination>,
): string | undefined {
  if (undeclared.length === 0) return undefined;
  const quiet = network.elements.map((element): NetworkElement => {
    if (element.kind === 'voltage') return { ...element, volts: 0 };
    return element.kind === 'current' ? { ...element, amperes: 0 } : element;
  });
  const resting: MachineNetwork = { network: { ...network, elements: quiet }, points, undeclared: [], unsettled: [] };
  const metered = withMeter(resting, probed, meterOhms);
  const [one, other] = [points.find(probed.from) ?? 0, points.find(probed.to) ?? 0];
  if (one === other) return undefined;
  const driven: NetworkElement = { kind: 'current', a: one, b: other, amperes: 1, hertz };
  const transfer = new Solver({ ...metered, elements: [...metered.elements, driven] }, plans).solve(hertz);
  if ('unsolvable' in transfer) return transfer.unsolvable;
  const volts = (a: number, b: number, { real, imaginary }: Solution): number =>
    Math.hypot((real[a] ?? 0) - (real[b] ?? 0), (imaginary[a] ?? 0) - (imaginary[b] ?? 0));
  return undeclared.find(({ from, to }) => {
    const [a, b] = [points.find(from) ?? 0, to === undefined ? 0 : (points.find(to) ?? 0)];
    if (a === b || volts(a, b, transfer) < MOVED * PROBING_OHMS) return false;
    const probe: NetworkElement = { kind: 'voltage', a, b, volts: 1, hertz, ohms: PROBING_OHMS };
    const solution = new Solver({ ...metered, elements: [...metered.elements, probe] }, plans).solve(hertz);
    return 'unsolvable' in solution || volts(one, other, solution) > MOVED;
  })?.because;
}

/** Ohms as a meter's own battery finds them: every source at rest, and nothing alive. */
function ohmsOnce(
  situation: Situation,
  { from, to }: Points,
  vary: Vary,
  isChecked: boolean,
): number | { readonly cannotCompute: string } {
  const live = situation.model.supplies.find(
    ({ id, from: made }) => made === undefined && situation.isOn(id) !== false,
  );
  if (live) return { cannotCompute: `Ohms are read on a dead machine; "${live.id}" is not off.` };
  const machine = settled(situation, vary);
  if ('cannotCompute' in machine) return machine;
  const read = (closed: ReadonlySet<string>, shunt?: Undeclared): number | { readonly cannotCompute: string } => {
    const { network, points } = machineNetwork(situation, machine.state, 'ohms', vary, closed);
    const [a, b] = [points.find(from) ?? 0, points.find(to) ?? 0];
    if (a === b) return 0;
    const elements: NetworkElement[] = [...network.elements, { kind: 'current', a, b, amperes: 1, hertz: 0 }];
    if (shunt) {
      const [one, other] = [points.find(shunt.from) ?? 0, shunt.to === undefined ? 0 : (points.find(shunt.to) ?? 0)];
      if (one !== other) elements.push({ kind: 'resistor', a: one, b: other, ohms: PROBING_OHMS });
    }
    const solution = new Solver({ ...network, elements }, situation.plans).solve(0);
    if ('unsolvable' in solution) return { cannotCompute: solution.unsolvable };
    const ohms = between(solution, points, from, to)[0];
    return ohms > MOST_OHMS ? Infinity : Math.max(0, ohms);
  };
  const plain = read(new Set());
  if (typeof plain !== 'number' || !isChecked) return plain;
  const { undeclared, unsettled } = machineNetwork(situation, machine.state, 'ohms', vary);
  for (const each of undeclared) {
    const other = read(new Set(), each);
    if (typeof other === 'number' && !isAlike(other, plain)) return { cannotCompute: each.because };
  }
  for (const { element, because } of unsettled) {
    const other = read(new Set([element]));
    if (typeof other === 'number' && !isAlike(other, plain))
      return { cannotCompute: because ?? 'It hangs on a contact.' };
  }
  return plain;
}

function isAlike(one: number, other: number): boolean {
  return one === other || Math.abs(one - other) <= 0.01 * Math.max(1, Math.abs(other));
}
