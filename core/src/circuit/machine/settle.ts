import { Solver, type Solution } from '../linear';
import { worldOf, isSo } from './contacts';
import { loadsOf } from './loads';
import { AS_RATED, derivedPart, machineNetwork, type MachineNetwork, type Vary } from './machine-network';
import { poorJoint } from './fault-size';
import { AT_REST, stateKey, type MachineState } from './machine-state';
import type { Points } from './points';
import { rated, ratedOr, ratedPart } from './rated';
import type { Situation } from './situation';
import { USUAL_OHMS } from './usual-ohms';

/** A machine that has come to rest, with its volts. */
export interface Settled {
  readonly state: MachineState;
  readonly alternating: MachineNetwork;
  readonly direct: MachineNetwork;
  /** Volts between two points, alternating (RMS) and direct. */
  volts(from: string, to: string): { readonly alternating: number; readonly direct: number };
}

/** A machine nobody can compute, and why. */
export interface Unsettled {
  readonly cannotCompute: string;
}

/** Changes one after the other until nothing changes any more; more than this is a machine that chatters. */
const MOST_CHANGES = 200;

/** Parts of the coil's volts at which it pulls in and drops out where nobody says (IEC 60947-4-1: 60-75 %, 20-75 %). */
const PULL_IN = 0.7;
const DROP_OUT = 0.45;
/** Part of its volts with which a load does what it is for; common practice, no source. */
const WORKS = 0.7;
/** Part of its volts with which a board lives; common practice, no source. */
const LIVES = 0.6;

/**
 * Lets a machine settle: what has volts pulls in, powers up, is seen and works, one change at a time, until all agrees
 * with all. A state that comes back is a chatter and has no answer. `from` is where it stood before.
 */
export function settled(
  situation: Situation,
  vary: Vary = AS_RATED,
  closed: ReadonlySet<string> = new Set(),
  from: MachineState = AT_REST,
): Settled | Unsettled {
  const isRated = vary === AS_RATED && closed.size === 0 && from === AT_REST;
  const known = isRated ? RATED.get(situation) : undefined;
  if (known) return known;
  const found = settledFrom(situation, vary, closed, from);
  if (isRated) RATED.set(situation, found);
  return found;
}

/** The rated machine of a situation: every reading of it asks for the same. */
const RATED = new WeakMap<Situation, Settled | Unsettled>();

function settledFrom(
  situation: Situation,
  vary: Vary,
  closed: ReadonlySet<string>,
  from: MachineState,
): Settled | Unsettled {
  const problem = situation.faultProblem() ?? situation.conditionProblem();
  if (problem !== undefined) return { cannotCompute: problem };
  let state = from;
  const seen = new Set<string>();
  for (let change = 0; change < MOST_CHANGES; change += 1) {
    const solved = solvedAt(situation, state, vary, closed);
    if ('cannotCompute' in solved) return solved;
    const next = changedOnce(situation, solved);
    if (next === undefined) return solved;
    const key = stateKey(next);
    if (seen.has(key)) return { cannotCompute: 'It chatters: what pulls in takes away what holds it.' };
    seen.add(key);
    state = next;
  }
  return { cannotCompute: 'It does not come to rest.' };
}

function solvedAt(
  situation: Situation,
  state: MachineState,
  vary: Vary,
  closed: ReadonlySet<string>,
): Settled | Unsettled {
  const alternating = machineNetwork(situation, state, 'alternating', vary, closed);
  const direct = machineNetwork(situation, state, 'direct', vary, closed);
  const ac = new Solver(alternating.network, situation.plans).solve(situation.hertz);
  const dc = new Solver(direct.network, situation.plans).solve(0);
  if ('unsolvable' in ac) return { cannotCompute: ac.unsolvable };
  if ('unsolvable' in dc) return { cannotCompute: dc.unsolvable };
  return {
    state,
    alternating,
    direct,
    volts: (from, to) => ({
      alternating: Math.hypot(...between(ac, alternating.points, from, to)),
      direct: between(dc, direct.points, from, to)[0],
    }),
  };
}

/** Volts between two points as a phasor. */
export function between(solution: Solution, points: Points, from: string, to: string): readonly [number, number] {
  const [a, b] = [points.find(from) ?? 0, points.find(to) ?? 0];
  return [
    (solution.real[a] ?? 0) - (solution.real[b] ?? 0),
    (solution.imaginary[a] ?? 0) - (solution.imaginary[b] ?? 0),
  ];
}

/** The first thing that is not as its volts want it, changed; undefined where all is. */
function changedOnce(situation: Situation, machine: Settled): MachineState | undefined {
  const { state } = machine;
  const size = (from: string, to: string): number => {
    const { alternating, direct } = machine.volts(from, to);
    return Math.hypot(alternating, direct);
  };
  return (
    changedFuse(situation, state, size) ??
    changedBoard(situation, state, size) ??
    changedSupply(situation, state, machine) ??
    changedInput(situation, state, size) ??
    changedLoad(situation, state, size) ??
    changedEffect(situation, state)
  );
}

/** Times its rating at which a fuse blows within minutes; below 1.5 it holds (IEC 60127-2, time-lag: 2.1). */
const BLOWS = 2.1;

function changedFuse(situation: Situation, state: MachineState, size: Size): MachineState | undefined {
  for (const { id, kind, rating } of situation.model.devices) {
    const amperes = kind === 'fuse' ? rated(rating, 'current') : undefined;
    const faults = situation.faultsOf(id);
    if (amperes === undefined || state.blown.get(id) === true || faults.some(({ mode }) => mode === 'open')) continue;
    const through = size(`${id}.1`, `${id}.2`) / (USUAL_OHMS.fuse + poorJoint(faults));
    if (through >= BLOWS * amperes) return { ...state, blown: new Map(state.blown).set(id, true) };
  }
  return undefined;
}

type Size = (from: string, to: string) => number;

function changedBoard(situation: Situation, state: MachineState, size: Size): MachineState | undefined {
  for (const board of situation.model.boards)
    for (const { id, kind, input: [from, to] = [] } of board.functions ?? []) {
      if (kind !== 'supply' || from === undefined || to === undefined) continue;
      const feed = situation.feedOf(from);
      const isDead = situation.faultsOf(`${board.id}:${id}`).some(({ mode }) => mode === 'dead');
      const lives = !isDead && feed !== undefined && size(from, to) >= LIVES * situation.nominalBetween(from, to);
      const element = `${board.id}:${id}`;
      if (lives !== (state.powered.get(element) ?? false))
        return { ...state, powered: new Map(state.powered).set(element, lives) };
    }
  return undefined;
}

/** Direct supplies that are made out of alternating ones follow them. */
function changedSupply(situation: Situation, state: MachineState, machine: Settled): MachineState | undefined {
  const { model, wiring } = situation;
  for (const supply of model.supplies) {
    if (supply.system !== 'dc' || supply.from === undefined) continue;
    const device = model.devices.find(({ id }) => id === supply.from);
    const made = model.boards
      .flatMap((board) => (board.functions ?? []).map((each) => ({ element: `${board.id}:${each.id}`, ...each })))
      .find(({ element }) => element === supply.from);
    const [from, to] = device ? [`${device.id}.P1`, `${device.id}.P2`] : (made?.input ?? []);
    if (from === undefined || to === undefined) continue;
    const isDead = situation.faultsOf(supply.from).some(({ mode }) => DEAD.has(mode));
    const feed = device ? ratedOr(230, device.primary, 'voltage') : wiring.volts(situation.feedOf(from) ?? '');
    const part = isDead ? 0 : derivedPart(wiring.volts(supply.id), machine.volts(from, to).alternating, feed);
    const given = part < 0.1 ? 0 : part;
    if (Math.abs(given - (state.derived.get(supply.id) ?? 0)) > 1e-4)
      return { ...state, derived: new Map(state.derived).set(supply.id, given) };
  }
  return undefined;
}

function changedInput(situation: Situation, state: MachineState, size: Size): MachineState | undefined {
  for (const board of situation.model.boards)
    for (const { id, kind, between: [from, to] = [], threshold } of board.functions ?? []) {
      const least = rated(threshold, 'voltage');
      if (kind !== 'input' || from === undefined || to === undefined || least === undefined) continue;
      const element = `${board.id}:${id}`;
      const isDeaf = situation.faultsOf(element).some(({ mode }) => mode === 'deaf');
      const sees = !isDeaf && size(from, to) >= least;
      if (sees !== (state.inputs.get(element) ?? false))
        return { ...state, inputs: new Map(state.inputs).set(element, sees) };
    }
  return undefined;
}

function changedLoad(situation: Situation, state: MachineState, size: Size): MachineState | undefined {
  for (const device of situation.model.devices) {
    const { id, coil } = device;
    const holds = state.pulledIn.get(id) ?? false;
    const loads = loadsOf(device, holds, situation.madeFor(device)).filter(({ nominal }) => nominal !== undefined);
    if (loads.length === 0) continue;
    const part = Math.min(...loads.map(({ from, to, nominal }) => size(from, to) / (nominal ?? 1)));
    const isBroken = situation.faultsOf(id).some(({ mode }) => BROKEN.has(mode));
    if (coil) {
      const least = holds ? (ratedPart(coil.dropOut) ?? DROP_OUT) : (ratedPart(coil.pickUp) ?? PULL_IN);
      const pulls = !isBroken && part >= least;
      if (pulls !== holds) return { ...state, pulledIn: new Map(state.pulledIn).set(id, pulls) };
    }
    const works = !isBroken && part >= WORKS;
    if (works !== (state.energised.get(id) ?? false))
      return { ...state, energised: new Map(state.energised).set(id, works) };
  }
  return undefined;
}

/** A power unit with any of these gives nothing. */
const DEAD: ReadonlySet<string> = new Set(['dead', 'primary-open', 'secondary-open']);

const BROKEN: ReadonlySet<string> = new Set(['open', 'coil-open', 'coil-shorted', 'shorted', 'seized']);

function changedEffect(situation: Situation, state: MachineState): MachineState | undefined {
  for (const { id, when } of situation.model.effects ?? []) {
    const is = isSo(when, worldOf(situation, state)) ?? false;
    if (is !== (state.effects.get(id) ?? false)) return { ...state, effects: new Map(state.effects).set(id, is) };
  }
  return undefined;
}
