import { deadForHands, touchesWiring } from '../hands';
import { isWalkable, type EntryDocument, type ProcedureDocument, type WalkableStep } from '../procedure-document';
import { problemError, problemWarning, type Problem, type Wiring } from '../../unit-model';
import type { ConditionEntry } from '../conditions';
import { applied, keyOf, possible, statesAtStart, statesBefore, type PossibleStates } from './possible-states';
import { isChoiceOfWays, requirementsAt } from './requirements';

/**
 * A chart begun in the middle is followed from there: what nobody has set up by then is asked for where it is needed. A
 * supply or a call one tap turns on; what takes hands at the wiring, or a proof, belongs to a step before; a jumper that no
 * step puts in can never be there.
 */
export function lintBegunInTheMiddle(procedure: ProcedureDocument, wiring: Wiring): Problem[] {
  return (procedure.entries ?? []).flatMap((entry, index) => {
    const { at } = entry;
    if (at === undefined || at === procedure.start || !Object.hasOwn(procedure.steps, at)) return [];
    return lintEntry(procedure, wiring, entry, at, `entries[${index}].at`);
  });
}

/** Nobody has said anything of it: the page asks where it matters. */
const ASKED = 'asked';

function lintEntry(
  procedure: ProcedureDocument,
  wiring: Wiring,
  entry: EntryDocument,
  at: string,
  path: string,
): Problem[] {
  const passed = (step: WalkableStep, states: PossibleStates): PossibleStates => afterReading(step, states, wiring);
  const before = statesBefore(procedure, at, asking(procedure, wiring), passed);
  const missing = new Map<string, Missing>();
  for (const [id, states] of before) {
    const step = procedure.steps[id];
    if (step && isWalkable(step))
      for (const each of missingAt(id, step, states, wiring)) missing.set(`${each.step} ${keyOf(each.entry)}`, each);
  }
  return [...missing.values()].map((each) => {
    const { group, id, state } = each.entry;
    const begun = `Begun at "${at}" for ${answered(entry)}, ${group} ${id} ${state} is needed at "${each.step}"`;
    return group === 'bypasses'
      ? problemError(path, `${begun}, and no step from there on sets it up.`)
      : problemWarning(path, `${begun}, and no step from there on sets it up: begin before the step that does.`);
  });
}

interface Missing {
  readonly step: string;
  readonly entry: ConditionEntry;
}

function answered({ complaint, code, stage, sign }: EntryDocument): string {
  if (code !== undefined) return `code ${code}`;
  if (stage !== undefined) return `stage ${stage}`;
  return `"${complaint ?? sign ?? ''}"`;
}

function asking(procedure: ProcedureDocument, { model }: Wiring): PossibleStates {
  const asked = new Set([ASKED]);
  return new Map<string, ReadonlySet<string>>([
    ...model.supplies.map(({ id }) => [keyOf({ group: 'supplies', id }), asked] as const),
    ...(model.calls ?? []).map(({ id }) => [keyOf({ group: 'calls', id }), asked] as const),
    ...statesAtStart(procedure),
  ]);
}

/** A reading that was taken was taken under what it requires. */
function afterReading(step: WalkableStep, states: PossibleStates, wiring: Wiring): PossibleStates {
  const [first] = requirementsAt('', step, applied(states, step.kind === 'decide' ? undefined : step.with), wiring);
  const after = new Map(states);
  for (const entry of first?.entries ?? []) {
    const found = possible(states, entry.group, entry.id);
    if (!found.has(entry.state) || found.has(ASKED)) after.set(keyOf(entry), new Set([entry.state]));
  }
  return after;
}

function missingAt(id: string, step: WalkableStep, states: PossibleStates, wiring: Wiring): readonly Missing[] {
  const during = applied(states, step.kind === 'decide' ? undefined : step.with);
  const needed = requirementsAt(id, step, during, wiring).map(({ entries }) =>
    entries.filter((entry) => !isAtHand(entry, possible(during, entry.group, entry.id))),
  );
  if (isChoiceOfWays(step) && needed.some((each) => each.length === 0)) return [];
  return [...needed.flat(), ...deadForHandsAt(step, during, wiring)].map((entry) => ({ step: id, entry }));
}

/** Where hands go to the wiring, what can hurt is dead. */
function deadForHandsAt(step: WalkableStep, during: PossibleStates, wiring: Wiring): readonly ConditionEntry[] {
  if (step.kind !== 'action' || !touchesWiring(step)) return [];
  return deadForHands(wiring)
    .map((id): ConditionEntry => ({ group: 'supplies', id, state: 'proven-dead' }))
    .filter((entry) => possible(during, entry.group, entry.id).has(ASKED));
}

function isAtHand({ group, state }: ConditionEntry, found: ReadonlySet<string>): boolean {
  const canBeAsked = (group === 'supplies' && state !== 'proven-dead') || group === 'calls';
  return found.has(state) || (found.has(ASKED) && canBeAsked);
}
