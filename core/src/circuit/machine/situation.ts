import { lintConditionNames, type Conditions } from '../../procedure';
import type { Elimination } from '../linear';
import { faultModesOf } from './fault-modes';
import { jumperEnds } from './jumper-ends';
import { rated, ratedOr } from './rated';
import { sourcePhasor } from './source-phasor';
import {
  conductorRole,
  SERIES_KINDS,
  terminalsOf,
  type DeviceDocument,
  type FaultDocument,
  type Nets,
  type UnitModelDocument,
  type Wiring,
} from '../../unit-model';

/** A fault that is there: of which element, how it failed, where along it, and how large it is. */
export type InjectedFault = Pick<FaultDocument, 'of' | 'mode' | 'at'> & {
  /** "200 Ω", "-15 %"; what is usual for the mode where nothing is said. */
  readonly size?: string;
};

/** A machine under conditions, with faults in it. */
export class Situation {
  /** Frequency of the machine's alternating supplies. */
  readonly hertz: number;
  /** Points that are one with everything in series closed. */
  readonly reach: Nets;
  /** How its networks are eliminated, state by state. */
  readonly plans = new Map<string, Elimination>();
  private readonly feeds = new Map<string, string | undefined>();
  /** Board inputs that see a call, by board and call. */
  private readonly seenBy = new Map<string, string>();

  constructor(
    readonly wiring: Wiring,
    readonly conditions: Conditions,
    readonly faults: readonly InjectedFault[] = [],
    /** Outputs of boards that are known to operate or not, whatever the model says: `CB:mist-output`. */
    readonly outputs: ReadonlyMap<string, boolean> = new Map(),
  ) {
    this.reach = wiring.through(() => true);
    this.hertz = ratedOr(
      50,
      this.model.supplies.find(({ frequency }) => frequency !== undefined)?.frequency,
      'frequency',
    );
    const nets = this.reach;
    const feeds = this.model.supplies.flatMap(({ terminals = {} }) => Object.values(terminals));
    for (const call of this.model.calls ?? [])
      for (const board of this.model.boards)
        for (const { id, kind, between = [] } of board.functions ?? []) {
          const other = call.joins.find((end) => end !== between[0]);
          // Where the list does not say what feeds the call, the board is taken to see it.
          const isFed = other !== undefined && feeds.some((terminal) => nets.joined(terminal, other));
          if (kind !== 'input' || !isFed || between[0] === undefined) continue;
          const key = `${board.id} ${call.id}`;
          const isEnd = call.joins.includes(between[0]);
          // A board on the call's way sees it by its own input there, whatever becomes of it further on.
          const isOnWay = call.joins.some((end) => end !== other && nets.joined(end, between[0] ?? ''));
          if (isEnd || (isOnWay && !this.seenBy.has(key))) this.seenBy.set(key, `${board.id}:${id}`);
        }
  }

  get model(): UnitModelDocument {
    return this.wiring.model;
  }

  /** The input of a board that a call is seen by, as `board:function`. */
  inputFor(board: string, call: string): string | undefined {
    return this.seenBy.get(`${board} ${call}`);
  }

  /**
   * The two points a call is made at: terminals of the controller that its pins lead to, so that a wire between them
   * can be cut; the pins themselves where no controller is drawn.
   */
  callEnds(call: string): readonly string[] {
    const joins = this.model.calls?.find(({ id }) => id === call)?.joins ?? [];
    for (const device of this.model.devices) {
      if (device.kind !== 'room-control') continue;
      const terminals = terminalsOf(device).map((terminal) => `${device.id}.${terminal}`);
      const ends = joins.map((pin) => terminals.find((terminal) => this.reach.joined(terminal, pin)));
      const found = ends.flatMap((end) => end ?? []);
      if (found.length === joins.length && new Set(found).size === found.length) return found;
    }
    return joins;
  }

  /** Whether a supply that comes from outside gives anything; undefined where nobody knows. */
  isOn(supply: string): boolean | undefined {
    const state = this.conditions.supplies?.[supply];
    if (state === undefined || state === 'unknown') return undefined;
    return state === 'on';
  }

  /** An isolator stands as the supplies behind it do. */
  isIsolatorOn(device: string): boolean | undefined {
    const [supply] = this.model.supplies.filter(({ isolatedBy }) => isolatedBy === device);
    if (!supply) return this.conditions.parts?.[device] !== 'out-of-service';
    return this.isOn(supply.id);
  }

  /** The supply whose conductor reaches a point through whatever conducts when it is closed. */
  feedOf(point: string): string | undefined {
    if (this.feeds.has(point)) return this.feeds.get(point);
    const feed = [...this.model.supplies]
      .reverse()
      .find((supply) =>
        Object.entries(supply.terminals ?? {}).some(
          ([name, terminal]) => conductorRole(supply, name) !== 'earth' && this.reach.joined(terminal, point),
        ),
      )?.id;
    this.feeds.set(point, feed);
    return feed;
  }

  /** Volts a load has where it does not say: those that reach its first two terminals. */
  madeFor(device: DeviceDocument): number {
    const [one, other] = terminalsOf(device).map((terminal) => `${device.id}.${terminal}`);
    return this.nominalBetween(one ?? '', other ?? '');
  }

  /** Volts between two points when everything in series is closed, as their supply is rated: 120 of 240 V from a leg to its neutral. */
  nominalBetween(one: string, other: string): number {
    const feed = this.model.supplies.find(({ id }) => id === (this.feedOf(one) ?? this.model.supplies[0]?.id));
    if (!feed) return 230;
    const volts = this.wiring.volts(feed.id);
    const reached = (point: string): Phasor | undefined => {
      const found = Object.entries(feed.terminals ?? {}).find(([, terminal]) => this.reach.joined(terminal, point));
      return found && (sourcePhasor(feed, found[0], volts) ?? { volts: 0, degrees: 0 });
    };
    const [a, b] = [reached(one), reached(other)];
    const between = a && b ? Math.hypot(...([across(a, b, Math.cos), across(a, b, Math.sin)] as const)) : 0;
    return between > 0 ? between : volts;
  }

  /** Faults of an element, or of a function on a board. */
  faultsOf(element: string): readonly InjectedFault[] {
    return this.faults.filter(({ of }) => of === element);
  }

  /** A fault that this machine cannot have, or that nobody can read, in words; undefined where all can be. */
  faultProblem(): string | undefined {
    return this.faults.flatMap((fault) => problemOf(this.model, fault))[0];
  }

  /** Something the conditions name that is not there: a mistyped plug would be taken for one that is in. */
  conditionProblem(): string | undefined {
    const { bypasses = {} } = this.conditions;
    const jumpers = Object.keys(bypasses).filter(
      (name) => this.model.devices.some(({ id }) => id === name) || jumperEnds(name, this.wiring) !== undefined,
    );
    const stray = Object.keys(bypasses).find((name) => !jumpers.includes(name));
    if (stray !== undefined) return `"${stray}" is no jumper; accepted: a device, or its two ends, FS1.1+FS1.2.`;
    return lintConditionNames(this.conditions, 'conditions', this.model, new Set(jumpers)).find(
      ({ severity }) => severity === 'error',
    )?.message;
  }
}

function problemOf(model: UnitModelDocument, { of, mode, at, size }: InjectedFault): readonly string[] {
  const modes = faultModesOf(model, of);
  if (!modes) return [`"${of}" is nothing of this machine.`];
  if (!modes.includes(mode))
    return [`"${of}" does not fail by "${mode}"; accepted: ${modes.join(', ') || 'nothing that a circuit shows'}.`];
  if (mode === 'short' && !model.wires.some(({ id }) => id === at))
    return [`Say \`at\` which wire "${of}" is shorted to.`];
  return [...placeProblem(model, { of, mode, ...(at === undefined ? {} : { at }) }), ...sizeProblem(mode, size)];
}

/** Where along an element: a conductor of a supply, a terminal of a load, another wire; nothing else has places. */
function placeProblem(model: UnitModelDocument, { of, mode, at }: InjectedFault): readonly string[] {
  if (at === undefined || mode === 'short') return [];
  const device = model.devices.find(({ id }) => id === of);
  const places =
    mode === 'lost'
      ? Object.keys(model.supplies.find(({ id }) => id === of)?.terminals ?? {})
      : mode === 'open' && device && !SERIES_KINDS.has(device.kind)
        ? terminalsOf(device)
        : [];
  return places.includes(at) ? [] : [`"${of}" does not fail at "${at}"; accepted: ${places.join(', ') || 'no place'}.`];
}

/** Joints and leaks have ohms, what is off its rating a part; nothing else has a size. */
function sizeProblem(mode: string, size: string | undefined): readonly string[] {
  if (size === undefined) return [];
  const isOhms = OHMS_OF.has(mode);
  const isRead = isOhms
    ? (rated(size, 'resistance') ?? 0) > 0
    : PART_OF.has(mode) && (rated(size, 'ratio') ?? -100) > -100;
  const accepted = isOhms ? '200 Ω' : PART_OF.has(mode) ? '-15 %' : 'none';
  return isRead ? [] : [`"${size}" is no size of "${mode}"; accepted: ${accepted}.`];
}

const OHMS_OF: ReadonlySet<string> = new Set(['high-resistance', 'earth-leak', 'short-to-earth']);
const PART_OF: ReadonlySet<string> = new Set(['low', 'high', 'drifted', 'weak']);

type Phasor = NonNullable<ReturnType<typeof sourcePhasor>>;

function across(one: Phasor, other: Phasor, part: (radians: number) => number): number {
  const of = ({ volts, degrees }: Phasor): number => volts * part((degrees * Math.PI) / 180);
  return of(one) - of(other);
}
