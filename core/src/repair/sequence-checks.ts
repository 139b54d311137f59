import { watchesOf, watchOutcome, type Watch } from '../sequence';
import type { VisitContext, VisitState } from '../visit';
import { linesOf, saidOf } from './answers';
import type { Asked, CheckAnswer } from './check';

/** Every mode the machine has, watched from the call to the end. */
export function sequenceChecks(context: VisitContext, state: VisitState): readonly Asked[] {
  const watches = watchesOf(context, state);
  return (context.model.sequences ?? []).map((sequence) => {
    const id = `sequence:${sequence.id}`;
    const own = watches.filter(({ started, ended }) => started.sequence === sequence.id && ended !== undefined);
    const watch = own.at(-1);
    return {
      check: {
        id,
        kind: 'sequence',
        words: `${sequence.name ?? sequence.id}: watched to its end, every stage in its time`,
        sequence: sequence.id,
        ...(watch ? { watch } : {}),
      },
      answers: [...own.flatMap((each) => answerOf(context, state, each)), ...saidOf(state, id)],
      demand: 'function',
    };
  });
}

/** Of a watch counts the machine as it was when the call was made. */
function answerOf(context: VisitContext, state: VisitState, watch: Watch): readonly CheckAnswer[] {
  const start = linesOf(state, 'watch-started').find(({ event }) => event.id === watch.started.id);
  if (!start) return [];
  const { index, line } = start;
  const { failed, outOfTime, fact } = watchOutcome(context, watch);
  if (failed.length > 0 || outOfTime.length > 0) return [{ result: 'failed', index, line, reason: fact }];
  const isWhole = watch.ended?.how === 'completed' && watch.circumstances.cut === undefined;
  return [isWhole ? { result: 'passed', index, line } : { result: 'unclear', index, line, reason: fact }];
}
