import { supplyOf } from '../../unit-model';
import type { EventBody, VisitContext, VisitState } from '../record';

/** A supply without which a call starts nothing, and what a tap logs once hands have put it on. */
export interface DeadForCall {
  readonly supply: string;
  /** "mains is locked". */
  readonly words: string;
  readonly isOn: EventBody;
}

/**
 * Supplies that somebody has switched off, locked, unplugged or proven dead: a call made now starts nothing, and starts all
 * of it the moment somebody puts them on. What is not known is left to whoever stands there.
 */
export function deadForCall(
  { model }: VisitContext,
  { conditions }: Pick<VisitState, 'conditions'>,
): readonly DeadForCall[] {
  return model.supplies.flatMap(({ id, from }): DeadForCall[] => {
    const state = conditions.supplies?.[id] ?? 'unknown';
    // A derived supply follows its source, which is asked for.
    if (from !== undefined || state === 'on' || state === 'unknown') return [];
    const name = supplyOf(model, id)?.name ?? id;
    const words = `${name} is ${state.replaceAll('-', ' ')}`;
    return [{ supply: id, words, isOn: { type: 'supply-changed', supply: id, state: 'on' } }];
  });
}
