import { FUNCTIONS } from '../../quantity';
import { betweenLabel } from '../../unit-model';
import type { ReadingTaken, TrailLine, VisitContext } from '../record';

/** What was read: the words of the step it was taken at, or what was measured between which points. */
export function readingTitle(
  { model }: Pick<VisitContext, 'model'>,
  { event, step }: Pick<TrailLine, 'step'> & { readonly event: Pick<ReadingTaken, 'function' | 'from' | 'to'> },
): string {
  const points = betweenLabel(model, event.from, event.to);
  return step?.text ?? `${FUNCTIONS[event.function].name}, ${points}`;
}
