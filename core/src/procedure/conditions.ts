/** One vocabulary for what a reading requires, what a step sets, and what held when something was read. */
export interface Conditions {
  readonly supplies?: Readonly<Record<string, SupplyState>>;
  readonly calls?: Readonly<Record<string, 'on' | 'off'>>;
  readonly connectors?: Readonly<Record<string, 'in' | 'out'>>;
  /** Wire to the terminal it is taken off; `on` where it sits. */
  readonly leads?: Readonly<Record<string, string>>;
  readonly bypasses?: Readonly<Record<string, 'in' | 'out'>>;
  readonly interlocks?: Readonly<Record<string, 'free' | 'held'>>;
  readonly covers?: Readonly<Record<string, 'on' | 'off'>>;
  /** Devices and boards that somebody has put out of action: a breaker left off, a cock closed, a sensor blinded. */
  readonly parts?: Readonly<Record<string, PartState>>;
  readonly positions?: Readonly<Record<string, string>>;
  readonly press?: Readonly<Record<string, 'pressed' | 'flexed' | 'free'>>;
  readonly facts?: Readonly<Record<string, boolean>>;
  /** How a reading is taken besides: fed from the bench, a dummy load, iced; `usual` where nothing is said. */
  readonly circumstances?: Readonly<Record<string, string>>;
  readonly fitted?: Readonly<Record<string, string>>;
  readonly repaired?: readonly string[];
  readonly after?: AfterCondition;
}

/** How long ago something has to be. */
export interface AfterCondition {
  /** `call:ID`, `stop:ID`, `power-up:SUPPLY` or `power-off:SUPPLY`. */
  readonly event: string;
  readonly from?: string;
  readonly to?: string;
}

/** Groups that are noted as they are found, without an event of their own. */
export const NOTED_GROUPS = [
  'leads',
  'interlocks',
  'covers',
  'parts',
  'positions',
  'press',
  'facts',
  'circumstances',
] as const;
export type NotedGroup = (typeof NOTED_GROUPS)[number];

export const PART_STATES = ['in-service', 'out-of-service'] as const;
export type PartState = (typeof PART_STATES)[number];

/**
 * Locked is not dead, and unknown counts as live. `plug-out` is of a cord-connected supply: its plug is out and in the sight
 * of whoever works.
 */
export const SUPPLY_STATES = ['on', 'unknown', 'off', 'locked', 'plug-out', 'proven-dead'] as const;
export type SupplyState = (typeof SUPPLY_STATES)[number];

/** Condition groups that are name-to-state maps. */
export const CONDITION_GROUPS = [
  'supplies',
  'calls',
  'connectors',
  'leads',
  'bypasses',
  'interlocks',
  'covers',
  'parts',
  'positions',
  'press',
  'facts',
  'circumstances',
  'fitted',
] as const;
export type ConditionGroup = (typeof CONDITION_GROUPS)[number];

/** Groups that a procedure has to set up on every way to a reading; the rest the reading itself asks for. */
export const SET_UP_GROUPS: readonly ConditionGroup[] = ['supplies', 'calls', 'connectors', 'leads', 'bypasses'];

/** One entry of a condition map. */
export interface ConditionEntry {
  readonly group: ConditionGroup;
  readonly id: string;
  readonly state: string;
}

/** The entries of a set of conditions, in the order of the groups. */
export function conditionEntries(conditions: Conditions | undefined): readonly ConditionEntry[] {
  if (!conditions) return [];
  return CONDITION_GROUPS.flatMap((group) =>
    Object.entries(conditions[group] ?? {}).map(([id, state]) => ({ group, id, state: String(state) })),
  );
}

/**
 * What holds when nothing has been said: plugs in, nothing bypassed, nothing lifted; supplies and calls are unknown.
 */
export function restingState(group: ConditionGroup): string {
  switch (group) {
    case 'connectors':
      return 'in';
    case 'bypasses':
      return 'out';
    case 'interlocks':
    case 'press':
      return 'free';
    case 'covers':
    case 'leads':
      return 'on';
    case 'parts':
      return 'in-service';
    case 'circumstances':
      return 'usual';
    default:
      return 'unknown';
  }
}

/**
 * The state of one entry, or the resting state.
 *
 * @example stateOf({ connectors: {} }, 'connectors', 'X1') // "in"
 */
export function stateOf(conditions: Conditions, group: ConditionGroup, id: string): string {
  const map: Readonly<Record<string, unknown>> | undefined = conditions[group];
  const state = map && Object.hasOwn(map, id) ? map[id] : undefined;
  return state === undefined ? restingState(group) : String(state);
}

/**
 * The conditions after a change. Switching any supply on, or losing track of one, revokes every proof that another is
 * dead: it may be fed from there.
 */
export function withConditions(before: Conditions, change: Conditions | undefined): Conditions {
  if (!change) return before;
  const after: Record<string, unknown> = { ...before };
  for (const group of CONDITION_GROUPS) {
    if (change[group]) after[group] = { ...before[group], ...change[group] };
  }
  if (change.repaired) after['repaired'] = [...(before.repaired ?? []), ...change.repaired];
  const changed = after as Conditions;
  const livens = Object.values(change.supplies ?? {}).some((state) => state === 'on' || state === 'unknown');
  return livens
    ? { ...changed, supplies: withoutProofs(changed.supplies ?? {}, new Set(Object.keys(change.supplies ?? {}))) }
    : changed;
}

/** Nobody was there: no proof holds, and a plug that was in sight may be back. */
export function unwatched(supplies: Readonly<Record<string, SupplyState>>): Readonly<Record<string, SupplyState>> {
  return Object.fromEntries(
    Object.entries(withoutProofs(supplies)).map(([id, state]) => [id, state === 'plug-out' ? 'unknown' : state]),
  );
}

/** Every proof that a supply is dead is gone; those named in `except` keep what they were just set to. */
export function withoutProofs(
  supplies: Readonly<Record<string, SupplyState>>,
  except: ReadonlySet<string> = new Set(),
): Readonly<Record<string, SupplyState>> {
  return Object.fromEntries(
    Object.entries(supplies).map(([id, state]) => [id, state === 'proven-dead' && !except.has(id) ? 'unknown' : state]),
  );
}

/**
 * How cautious a supply state makes one: on and unknown alike demand the most.
 *
 * @example cautionRank('on') > cautionRank('locked') // true
 */
export function cautionRank(state: SupplyState): number {
  return { 'proven-dead': 0, 'plug-out': 1, locked: 2, off: 3, unknown: 4, on: 4 }[state];
}
