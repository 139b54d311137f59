import { believedAtStart } from '../believed-at-start';
import { outcomeKey } from '../branching';
import {
  conditionEntries,
  restingState,
  type ConditionEntry,
  type ConditionGroup,
  type Conditions,
} from '../conditions';
import type { ProcedureDocument, WalkableStep } from '../procedure-document';
import type { Verdict } from '../../verdict';
import { followed } from './flow';

/** For every condition the states it may be in, over all ways that lead here. */
export type PossibleStates = ReadonlyMap<string, ReadonlySet<string>>;

/** What holds where a chart begins, by its author's word. */
export function statesAtStart(procedure: ProcedureDocument): PossibleStates {
  return applied(new Map(), believedAtStart(procedure.given ?? {}, {}));
}

/**
 * The states before every step that a walk from `begin` can come to. `passed` is what a step makes of them where it has been
 * walked.
 */
export function statesBefore(
  procedure: ProcedureDocument,
  begin: string,
  atBegin: PossibleStates,
  passed: (step: WalkableStep, states: PossibleStates) => PossibleStates = (_step, states) => states,
): ReadonlyMap<string, PossibleStates> {
  return followed(procedure, {
    begin: [[begin, atBegin]],
    within: passed,
    leaving: (_id, step, states, outcome) => changesOn(step, outcome).reduce(applied, states),
    meeting: union,
  });
}

/** What leaving a step by this outcome changes, in order. */
export function changesOn(step: WalkableStep, outcome: string): readonly (Conditions | undefined)[] {
  switch (step.kind) {
    case 'action': {
      if (outcome !== 'done') return [];
      const placed: Conditions | undefined = step.bypass && { bypasses: { [step.bypass.id]: 'in' } };
      const called: Conditions | undefined =
        step.bypass?.makes === undefined ? undefined : { calls: { [step.bypass.makes]: 'on' } };
      return [...(step.recipe ?? []).map((each) => each.sets), step.sets, placed, called];
    }
    case 'measurement': {
      const key = outcomeKey(step.sets ?? {}, outcome as Verdict, false);
      return [key === undefined ? undefined : step.sets?.[key]];
    }
    case 'conclusion':
      return [step.sets];
    default:
      return [];
  }
}

export function keyOf({ group, id }: Pick<ConditionEntry, 'group' | 'id'>): string {
  return `${group} ${id}`;
}

/** The states one condition may be in; its resting state where no way says anything. */
export function possible(states: PossibleStates, group: ConditionGroup, id: string): ReadonlySet<string> {
  return states.get(keyOf({ group, id })) ?? new Set([restingState(group)]);
}

/** The states after a change. */
export function applied(states: PossibleStates, change: Conditions | undefined): PossibleStates {
  const entries = conditionEntries(change);
  if (entries.length === 0) return states;
  const after = new Map(states);
  const livens = entries.some(({ group, state }) => group === 'supplies' && (state === 'on' || state === 'unknown'));
  if (livens) {
    for (const [key, set] of after) {
      if (key.startsWith('supplies ') && set.has('proven-dead')) {
        after.set(key, new Set([...set].map((state) => (state === 'proven-dead' ? 'unknown' : state))));
      }
    }
  }
  for (const entry of entries) after.set(keyOf(entry), new Set([entry.state]));
  return after;
}

function union(first: PossibleStates, second: PossibleStates): PossibleStates {
  let grew = false;
  const merged = new Map(first);
  for (const key of new Set([...first.keys(), ...second.keys()])) {
    const [group = '', id = ''] = key.split(' ');
    const one = possible(first, group as ConditionGroup, id);
    const other = possible(second, group as ConditionGroup, id);
    const both = new Set([...one, ...other]);
    if (both.size > one.size || !first.has(key)) grew = true;
    merged.set(key, both);
  }
  return grew ? merged : first;
}
