import { complaintsOf, type ComplaintTicked, type VisitState } from '../visit';
import { linesOf, saidOf } from './answers';
import type { AnswerResult, Asked, CheckAnswer } from './check';

const RESULTS: Readonly<Record<ComplaintTicked['result'], AnswerResult>> = {
  gone: 'passed',
  remains: 'failed',
  'not-tested': 'unclear',
};

/** The function that failed, for every complaint. */
export function complaintChecks(state: VisitState): readonly Asked[] {
  return complaintsOf(state).map(({ id: complaint, text }) => {
    const id = `complaint:${complaint}`;
    const ticked = linesOf(state, 'complaint-ticked').flatMap(({ index, line, event }): CheckAnswer[] =>
      event.complaint === complaint
        ? [
            {
              result: RESULTS[event.result],
              index,
              line,
              reason: event.text ?? (event.result === 'not-tested' ? 'It was not tested.' : ''),
            },
          ]
        : [],
    );
    return {
      check: { id, kind: 'complaint', words: `“${text}” is gone: what failed was tried, and works` },
      answers: [...ticked, ...saidOf(state, id)],
      demand: 'function',
    };
  });
}
