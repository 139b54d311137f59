import { type readMachine, settled, Situation, type InjectedFault } from '../circuit';
import { comparisonsIn, namesIn, parseExpression } from '../expression';
import type { ConclusionStep } from '../procedure';
import { elementName, type SuspectClass, type UnitModelDocument } from '../unit-model';
import type { VisitContext } from '../visit';
import { itemRenewed, listedFaults, type ListedFault } from './listed-faults';
import { NO_ERROR, type MeterError } from './shown';
import { SimulatedMachine } from './simulated-machine';
import { simulatedConditions, walkChart, type ChartWalk } from './walk-chart';

/**
 * What a chart makes of a fault: `right`, the item that has to be renewed; `ambiguous`, the right class and one of
 * several that a reading would tell apart; `wrong`, something else; `dead-end`, nothing, or that it is open; `loop`; and
 * `unknown` where the walk asks for something that cannot be computed or that nobody said.
 */
export const PROOF_RESULTS = ['right', 'ambiguous', 'wrong', 'dead-end', 'loop', 'unknown'] as const;
export type ProofResult = (typeof PROOF_RESULTS)[number];

/** A fault, or several at once, and where the chart leads with it. */
export interface ProvenFault {
  readonly faults: readonly ListedFault[];
  readonly result: ProofResult;
  readonly isRightClass: boolean;
  readonly walk: ChartWalk;
  /** What the conclusion blames. */
  readonly concluded?: { readonly class: SuspectClass; readonly item?: string };
}

/** A fault, or several at once, of which nobody can tell whether the complaint is there with it. */
export interface UntoldFault {
  readonly faults: readonly ListedFault[];
  readonly because: string;
}

export interface ChartProof {
  readonly rows: readonly ProvenFault[];
  /** Faults that do not make the complaint: the chart is not for them. */
  readonly others: number;
  /** Faults of which nobody can tell whether they make it, and why not. */
  readonly untold: readonly UntoldFault[];
  /** Conclusions no fault leads to, in the order of the chart. */
  readonly neverReached: readonly string[];
  /** Steps that were passed and always came to the same. */
  readonly separatingNothing: readonly string[];
  /** Readings that were computed. */
  readonly computed: number;
}

/** Why a chart cannot be proven. */
export interface Unprovable {
  readonly unprovable: string;
}

export interface ProofOptions {
  /** Every two faults at once that together make the complaint, besides. */
  readonly isPairs?: boolean;
  /** Which single faults are looked at; all of them where nothing is said. */
  readonly only?: (fault: ListedFault) => boolean;
  readonly error?: MeterError;
  /** Told after each fault; the proof ends where it says so. */
  readonly progress?: (done: number, of: number) => boolean;
}

/**
 * Walks a chart against its unit for every single fault that makes its complaint. The chart is the compiled one of the
 * context; the complaint is its `scope`.
 */
export function proveChart(
  context: VisitContext,
  chart: string,
  meter: string,
  { isPairs = false, only = () => true, error = NO_ERROR, progress = () => true }: ProofOptions = {},
): ChartProof | Unprovable {
  const complaint = complaintOf(context, chart);
  if ('unprovable' in complaint) return complaint;
  const singles = listedFaults(context.model).filter(only);
  const pairs = isPairs ? pairsOf(singles) : [];
  const all: readonly (readonly ListedFault[])[] = [...singles.map((fault) => [fault]), ...pairs];
  const rows: ProvenFault[] = [];
  const untold: UntoldFault[] = [];
  let [others, computed] = [0, 0];
  for (const [index, faults] of all.entries()) {
    const machine = new SimulatedMachine(context.wiring, faults);
    const shows = complaint.isAt(machine);
    if (shows === false) others += 1;
    else if (shows === undefined) untold.push({ faults, because: complaint.whyUntold(machine) });
    else {
      complaint.lasts(machine);
      const walk = walkChart(context, chart, machine, meter, error);
      rows.push(judged(context, chart, faults, walk));
      computed += machine.computed;
    }
    if (!progress(index + 1, all.length)) break;
  }
  return { rows, others, untold, computed, ...idle(context, chart, rows) };
}

/** Faults of different elements, each two once. */
function pairsOf(singles: readonly ListedFault[]): readonly (readonly ListedFault[])[] {
  return singles.flatMap((one, index) =>
    singles.slice(index + 1).flatMap((other) => (other.of === one.of ? [] : [[one, other]])),
  );
}

interface Complaint {
  /** Whether a machine makes the complaint, as it is when the chart begins and its calls are made. */
  isAt(machine: SimulatedMachine): boolean | undefined;
  whyUntold(machine: SimulatedMachine): string;
  /** It was so before anybody came. */
  lasts(machine: SimulatedMachine): void;
}

function complaintOf({ model, procedures, wiring }: VisitContext, chart: string): Complaint | Unprovable {
  const { scope, given = {} } = procedures[chart] ?? {};
  if (scope === undefined) return { unprovable: 'It does not say its complaint as an expression (`scope`).' };
  const parsed = parseExpression(scope);
  if (parsed.outcome === 'error') return { unprovable: parsed.message };
  const called = namesIn(parsed.expression).names.flatMap((name) => /^call\.(.+)$/.exec(name)?.[1] ?? []);
  const calls = Object.fromEntries(called.map((id) => [id, 'on' as const]));
  const compared = comparisonsIn(parsed.expression).flatMap(({ name, value }) =>
    value === undefined ? [] : ([[name, value]] as const),
  );
  const conditions = simulatedConditions(model, {
    ...given,
    calls: { ...given.calls, ...calls },
    positions: { ...Object.fromEntries(compared), ...given.positions },
  });
  const healthy = new SimulatedMachine(wiring).complains(conditions, scope);
  if (healthy !== false)
    return {
      unprovable:
        healthy === true
          ? 'Its complaint is there in a healthy machine.'
          : `Nobody can tell whether a healthy machine makes its complaint. ${whyUnsettled(wiring, conditions, [])}`,
    };
  return {
    isAt: (machine) => machine.complains(conditions, scope),
    lasts: (machine) => machine.stands(conditions),
    whyUntold: ({ faults }) => whyUnsettled(wiring, conditions, faults),
  };
}

function whyUnsettled(
  wiring: VisitContext['wiring'],
  conditions: Parameters<typeof readMachine>[0]['conditions'],
  faults: readonly InjectedFault[],
): string {
  const machine = settled(new Situation(wiring, conditions, faults));
  return 'cannotCompute' in machine ? machine.cannotCompute : 'What the complaint speaks of is not known.';
}

function judged(
  { model, procedures }: VisitContext,
  chart: string,
  faults: readonly ListedFault[],
  walk: ChartWalk,
): ProvenFault {
  const step = walk.at === undefined ? undefined : procedures[chart]?.steps[walk.at];
  if (walk.outcome !== 'concluded' || step?.kind !== 'conclusion') {
    const result = walk.outcome === 'concluded' ? 'dead-end' : walk.outcome;
    return { faults, walk, result, isRightClass: false };
  }
  const { class: blamed, item } = step;
  const concluded = { class: blamed, ...(item === undefined ? {} : { item }) };
  // An honest "open" leaves the fault in the machine all the same.
  if (blamed === 'open' || blamed === 'none')
    return { faults, walk, result: 'dead-end', isRightClass: false, concluded };
  const isRightClass = faults.some((fault) => fault.class === blamed);
  return { faults, walk, result: resultOf(model, faults, step), isRightClass, concluded };
}

function resultOf(model: UnitModelDocument, faults: readonly ListedFault[], step: ConclusionStep): ProofResult {
  const blamed = [step.item, ...(step.also ?? [])].flatMap((item) =>
    item === undefined ? [] : [itemRenewed(model, item)],
  );
  const items = new Set(blamed);
  if (!faults.some(({ item }) => items.has(item))) return 'wrong';
  return items.size > 1 ? 'ambiguous' : 'right';
}

/** What of a chart does nothing for the faults it was walked with. */
function idle(
  { procedures }: VisitContext,
  chart: string,
  rows: readonly ProvenFault[],
): Pick<ChartProof, 'neverReached' | 'separatingNothing'> {
  const steps = Object.entries(procedures[chart]?.steps ?? {});
  const reached = new Set(rows.flatMap(({ walk }) => walk.at ?? []));
  const leftTo = new Map<string, Set<string>>();
  for (const { walk } of rows) {
    const visited = walk.steps.map(({ step }) => step);
    visited.forEach((step, index) => {
      const next = visited[index + 1] ?? walk.at ?? '';
      // Several readings of one step are one.
      if (next !== step) leftTo.set(step, (leftTo.get(step) ?? new Set()).add(next));
    });
  }
  const decides = (kind: string): boolean => kind === 'measurement' || kind === 'observation' || kind === 'matrix';
  return {
    neverReached: steps.flatMap(([id, { kind }]) => (kind === 'conclusion' && !reached.has(id) ? [id] : [])),
    separatingNothing: steps.flatMap(([id, { kind }]) => (decides(kind) && leftTo.get(id)?.size === 1 ? [id] : [])),
  };
}

/**
 * Faults as one says them: "Pump contactor K1 coil open", "Wire X1·2 to J1·2 short to wire X1·8 to J1·3", two with "and"
 * between.
 */
export function faultWords(model: UnitModelDocument, faults: readonly InjectedFault[]): string {
  return faults.map((fault) => oneFaultWords(model, fault)).join(' and ');
}

function oneFaultWords(model: UnitModelDocument, { of, mode, at }: InjectedFault): string {
  const call = model.calls?.find(({ id }) => id === of);
  const words = `${call ? `Call ${call.name}` : elementName(model, of)} ${mode.replaceAll('-', ' ')}`;
  if (at === undefined) return words;
  if (mode !== 'short') return `${words} at ${at}`;
  const other = elementName(model, at);
  return `${words} to ${other.charAt(0).toLowerCase()}${other.slice(1)}`;
}
