import type { VisitContext, VisitState } from '../record';
import { closingRefusal } from './alterations';

/** How a machine may be left. */
export const MACHINE_LEFT = ['working', 'watched', 'not-working', 'off', 'locked'] as const;

export type MachineLeft = (typeof MACHINE_LEFT)[number];

/** How each is said. */
export const MACHINE_LEFT_WORDS: Readonly<Record<MachineLeft, string>> = {
  working: 'works as it should',
  watched: 'works, to be watched',
  'not-working': 'on, and does not work',
  off: 'switched off',
  locked: 'locked off',
};

/** What is said when a visit is closed. */
export interface Closing {
  /** Why something stays altered. */
  readonly leaves: string;
  /** Why nothing is named, where no finding was recorded. */
  readonly without: string;
  readonly machine: MachineLeft | undefined;
}

/**
 * What still stands in the way of closing, each a sentence to act on; empty where nothing does. What was said of the
 * machine has to agree with what is known of its supplies; a supply nobody knows of contradicts nothing.
 */
export function closingGaps(context: VisitContext, state: VisitState, closing: Closing): readonly string[] {
  const refusal = closingRefusal(context, state, closing.leaves);
  const isNamed = state.findings.length > 0 || closing.without.trim() !== '';
  return [
    ...(refusal === undefined ? [] : [refusal]),
    ...(isNamed ? [] : ['Nothing is named yet: record a finding, or say why there is none.']),
    ...(closing.machine === undefined
      ? ['Say how the machine is left.']
      : contradictions(context, state, closing.machine)),
  ];
}

function contradictions({ model }: VisitContext, state: VisitState, machine: MachineLeft): readonly string[] {
  const known = model.supplies.map(({ id, name }) => ({
    name,
    now: state.conditions.supplies?.[id] ?? 'unknown',
  }));
  const on = known.filter(({ now }) => now === 'on').map(({ name }) => name);
  const off = known.filter(({ now }) => now !== 'on' && now !== 'unknown').map(({ name }) => name);
  const unlocked = known.filter(({ now }) => now === 'on' || now === 'off').map(({ name }) => name);
  if ((machine === 'off' || machine === 'locked') && on.length > 0)
    return [`It is said to be ${MACHINE_LEFT_WORDS[machine]}, and by the record this is on: ${on.join(', ')}.`];
  if (machine === 'locked' && unlocked.length > 0)
    return [`It is said to be locked off, and by the record this is off and not locked: ${unlocked.join(', ')}.`];
  if (machine !== 'off' && machine !== 'locked' && on.length === 0 && off.length === known.length && off.length > 0)
    return [`It is said to be on, and by the record this is off: ${off.join(', ')}.`];
  return [];
}
