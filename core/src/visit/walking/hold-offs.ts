import { inBase, readQuantity } from '../../quantity';
import { supplyOf, type HoldOffDocument } from '../../unit-model';
import { stateOf } from '../../procedure';
import type { VisitContext, VisitState } from '../record';
import { lastTurn } from './last-turn';

/** A wait that is running, seconds. */
export interface RunningHoldOff {
  readonly document: HoldOffDocument;
  readonly words: string;
  readonly lasts: number;
  /** Wall time at which it is over, milliseconds since 1970. */
  readonly over: number;
  readonly remaining: number;
}

/** Waits that keep a unit still although nothing is wrong with it. `now` in milliseconds since 1970. */
export function holdOffsRunning(
  { model }: VisitContext,
  state: Pick<VisitState, 'trail' | 'conditions'>,
  now: number,
): readonly RunningHoldOff[] {
  return (model.holdOffs ?? []).flatMap((document) => {
    // What was switched off again since is not waiting for anything.
    const isOff = document.since === 'power-up' && stateOf(state.conditions, 'supplies', document.of) !== 'on';
    if (isOff) return [];
    const began =
      document.since === 'power-up'
        ? lastTurn(state, 'supplies', document.of, 'on')
        : lastTurn(state, 'calls', document.of, 'off', 'on');
    if (began === undefined) return [];
    const lasts = inBase(readQuantity(document.for, 'for', 'time'));
    const over = began + lasts * 1000;
    const remaining = (over - now) / 1000;
    if (remaining <= 0 || remaining > lasts) return [];
    const name = document.name ?? `${document.kind.replaceAll('-', ' ')} wait`;
    const from =
      document.since === 'power-up'
        ? `${supplyOf(model, document.of)?.name ?? document.of} came on`
        : `the ${document.of} call ended`;
    return [{ document, words: `${name}, since ${from}: nothing starts before it is over`, lasts, over, remaining }];
  });
}
