import type { Conditions } from '../../procedure';
import type { Elimination } from '../linear';
import { faultModesOf } from './fault-modes';
import { rated } from './rated';
import { sourcePhasor } from './source-phasor';
import {
  conductorRole,
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
    const nets = this.reach;
    const feeds = this.model.supplies.flatMap(({ terminals = {} }) => Object.values(terminals));
    for (const call of this.model.calls ?? [])
      for (const board of this.model.boards)
        for (const { id, kind, between = [] } of board.functions ?? []) {
          const other = call.joins.find((end) => end !== between[0]);
          // Where the list does not say what feeds the call, the board is taken to see it.
          const isFed = other !== undefined && feeds.some((terminal) => nets.joined(terminal, other));
          if (kind === 'input' && isFed && between[0] !== undefined && call.joins.includes(between[0]))
            this.seenBy.set(`${board.id} ${call.id}`, `${board.id}:${id}`);
        }
  }

  get model(): UnitModelDocument {
    return this.wiring.model;
  }

  /** The input of a board that a call is seen by, as `board:function`. */
  inputFor(board: string, call: string): string | undefined {
    return this.seenBy.get(`${board} ${call}`);
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
}

function problemOf(model: UnitModelDocument, { of, mode, at, size }: InjectedFault): readonly string[] {
  const modes = faultModesOf(model, of);
  if (!modes) return [`"${of}" is nothing of this machine.`];
  if (!modes.includes(mode))
    return [`"${of}" does not fail by "${mode}"; accepted: ${modes.join(', ') || 'nothing that a circuit shows'}.`];
  if (mode === 'short' && !model.wires.some(({ id }) => id === at))
    return [`Say \`at\` which wire "${of}" is shorted to.`];
  if (size !== undefined && rated(size, 'resistance', 'ratio') === undefined)
    return [`"${size}" is no size of a fault; accepted: 200 Ω, -15 %.`];
  return [];
}

type Phasor = NonNullable<ReturnType<typeof sourcePhasor>>;

function across(one: Phasor, other: Phasor, part: (radians: number) => number): number {
  const of = ({ volts, degrees }: Phasor): number => volts * part((degrees * Math.PI) / 180);
  return of(one) - of(other);
}
