import { sequenceOf } from '../../unit-model';
import type { VisitContext, VisitState } from '../record';
import { changed } from '../walking';

/** The call of a sequence made or ended; nothing where the sequence names none. */
export function called(
  { model }: VisitContext,
  state: VisitState,
  sequence: string | undefined,
  call: 'on' | 'off',
): VisitState {
  const id = sequence === undefined ? undefined : sequenceOf(model, sequence)?.call;
  return id === undefined ? state : changed(state, { calls: { [id]: call } });
}

/** The sequence that a watch follows. */
export function watchedSequence(state: VisitState, watch: string): string | undefined {
  const started = state.trail.find(({ event }) => event.id === watch)?.event;
  return started?.type === 'watch-started' ? started.sequence : undefined;
}
