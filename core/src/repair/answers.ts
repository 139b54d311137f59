import type { EventOf, TrailLine, VisitState } from '../visit';
import type { CheckAnswer } from './check';

/** What somebody said of a check, in the order of the log. */
export function saidOf(state: VisitState, check: string): readonly CheckAnswer[] {
  return linesOf(state, 'check-judged').flatMap(({ index, line, event }): CheckAnswer[] =>
    event.check === check
      ? [
          {
            result: event.result,
            index,
            line,
            ...(event.reason === undefined ? {} : { reason: event.reason }),
            ...(event.due === undefined ? {} : { due: event.due }),
          },
        ]
      : [],
  );
}

/** An entry of a kind with its place in the log. */
export interface Placed<Type extends TrailLine['event']['type']> {
  readonly index: number;
  readonly line: TrailLine;
  readonly event: EventOf<Type>;
}

/** Entries of a kind that were not taken back. */
export function linesOf<Type extends TrailLine['event']['type']>(
  { trail }: Pick<VisitState, 'trail'>,
  type: Type,
): readonly Placed<Type>[] {
  return trail.flatMap((line, index): Placed<Type>[] =>
    line.event.type === type && line.standing !== 'retracted'
      ? [{ index, line, event: line.event as EventOf<Type> }]
      : [],
  );
}
