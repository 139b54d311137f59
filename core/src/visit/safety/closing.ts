import type { SupplyState } from '../../procedure';
import { sourcesOf } from '../../unit-model';
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
 * machine has to agree with what is known of its supplies: off or locked is only what the record says is off or locked.
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

const OFF: ReadonlySet<SupplyState> = new Set(['off', 'locked', 'plug-out', 'proven-dead']);
/** A plug that is out, and a switch that is off, come back by anybody's hand. */
const LOCKED: ReadonlySet<SupplyState> = new Set(['locked', 'proven-dead']);

/** A supply that is made from another is as that one is; who shuts the machine off shuts off what comes in. */
function contradictions({ model }: VisitContext, state: VisitState, machine: MachineLeft): readonly string[] {
  const incoming = model.supplies
    .filter(({ id }) => sourcesOf(model, id).length === 0)
    .map(({ id, name }) => ({ name: name ?? id, now: state.conditions.supplies?.[id] ?? 'unknown' }));
  if (machine === 'off' || machine === 'locked') {
    const isSo = machine === 'off' ? OFF : LOCKED;
    const others = incoming.filter(({ now }) => !isSo.has(now));
    if (others.length === 0) return [];
    return [`It is said to be ${MACHINE_LEFT_WORDS[machine]}, and by the record: ${asRecorded(others)}.`];
  }
  if (incoming.length === 0 || !incoming.every(({ now }) => OFF.has(now))) return [];
  return [`It is said to be on, and by the record: ${asRecorded(incoming)}.`];
}

function asRecorded(supplies: readonly { readonly name: string; readonly now: SupplyState }[]): string {
  return supplies.map(({ name, now }) => `${name} ${now.replaceAll('-', ' ')}`).join(', ');
}
