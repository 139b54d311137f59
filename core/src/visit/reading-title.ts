import { FUNCTIONS } from '../quantity';
import { terminalLabel } from '../unit-model';
import { stepOf } from './steps';
import type { ReadingTaken } from './visit-event';
import type { VisitContext, VisitState } from './visit-state';

/** What was read: the words of its step, or what was measured between which points. */
export function readingTitle(
  context: VisitContext,
  state: Pick<VisitState, 'procedure'>,
  event: Pick<ReadingTaken, 'step' | 'function' | 'from' | 'to'>,
): string {
  const points = `${terminalLabel(context.model, event.from)} to ${terminalLabel(context.model, event.to)}`;
  return stepOf(context, state, event.step)?.text ?? `${FUNCTIONS[event.function].name}, ${points}`;
}
