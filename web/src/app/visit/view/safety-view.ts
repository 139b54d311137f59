import { clockWords } from './clock-words';
import {
  circumstanceOf,
  circumstanceWords,
  closingUndoneWords,
  elementName,
  formatValue,
  heldInterlocks,
  inBase,
  isFedElsewhere,
  openBypasses,
  provenSince,
  readQuantity,
  terminalLabel,
  unseenJumpers,
  type LeftRunning,
  type SupplyState,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

export interface SafetyItem {
  readonly id: string;
  readonly text: string;
  readonly isCaution: boolean;
}

/**
 * State that can hurt, for the top strip: every supply and every bypass, never dropping one. `left` is what earlier visits
 * left running; undefined where that is not known.
 */
export function safetyItems(context: VisitContext, state: VisitState, left?: LeftRunning): readonly SafetyItem[] {
  return [
    ...closingItems(state),
    ...supplyItems(context, state),
    ...feedItems(state),
    ...bypassItems(context, state, left),
    ...interlockItems(context, state),
  ];
}

/** Somebody has walked away from it in the belief that it is done. */
function closingItems({ closingUndone }: VisitState): readonly SafetyItem[] {
  return closingUndone ? [{ id: 'closing', text: closingUndoneWords(closingUndone), isCaution: true }] : [];
}

/** Supplies in the same state share one chip. */
function supplyItems(context: VisitContext, state: VisitState): readonly SafetyItem[] {
  const byState = new Map<SupplyState, string[]>();
  for (const supply of context.model.supplies) {
    const held = state.conditions.supplies?.[supply.id] ?? 'unknown';
    const volts = inBase(readQuantity(supply.nominal, `supplies.${supply.id}.nominal`, 'voltage'));
    byState.set(held, [...(byState.get(held) ?? []), formatValue(volts, 'V', 4)]);
  }
  const since = provenSince(state);
  return [...byState].map(([held, volts]) => ({
    id: `supply-${held}`,
    text: `${held === 'proven-dead' ? deadWords(since) : STATE_WORDS[held]} ${volts.join(' / ')}`,
    isCaution: held !== 'proven-dead' && held !== 'plug-out',
  }));
}

/** Live whatever the supplies of the machine say. */
function feedItems({ conditions }: VisitState): readonly SafetyItem[] {
  return isFedElsewhere(conditions)
    ? [{ id: 'feed', text: `⚡ ${circumstanceWords('feed', circumstanceOf(conditions, 'feed'))}`, isCaution: true }]
    : [];
}

/** A proof has an age, and is no more than somebody's word of a moment ago. */
function deadWords(since: string | undefined): string {
  return since === undefined ? STATE_WORDS['proven-dead'] : `${STATE_WORDS['proven-dead']} since ${clockWords(since)}:`;
}

const STATE_WORDS: Readonly<Record<SupplyState, string>> = {
  on: '⚡ live',
  unknown: '⚡ unknown, so live:',
  off: 'off, not proven dead:',
  locked: 'locked, not proven dead:',
  'plug-out': 'plug out, in my sight:',
  'proven-dead': 'proven dead',
};

/** What an earlier visit left in counts as in until somebody has looked; and "none" is no more than what was told. */
function bypassItems({ model }: VisitContext, state: VisitState, left: LeftRunning | undefined): readonly SafetyItem[] {
  const open = openBypasses(state).map(({ bypass, from, to, unconfirmed }) => ({
    id: `bypass-${bypass}`,
    text: `${unconfirmed ? 'jumper may be in' : 'jumper in'}: ${terminalLabel(model, from)} to ${terminalLabel(model, to)}`,
    isCaution: true,
  }));
  const unseen = (left ? unseenJumpers(left, state) : []).map(({ bypass, from, to }) => ({
    id: `left-${bypass}`,
    text: `left in by an earlier visit: ${terminalLabel(model, from)} to ${terminalLabel(model, to)}`,
    isCaution: true,
  }));
  const all = [...open, ...unseen];
  return all.length > 0
    ? all
    : [{ id: 'no-bypass', text: left ? 'no bypass' : 'no bypass on this visit', isCaution: false }];
}

/** Held or taped is as good as bypassed. */
function interlockItems({ model }: VisitContext, state: VisitState): readonly SafetyItem[] {
  return heldInterlocks(state).map((id) => ({
    id: `interlock-${id}`,
    text: `interlock held: ${elementName(model, id)}`,
    isCaution: true,
  }));
}
