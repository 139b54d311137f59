import { complaintsOf, type CheckResult, type ComplaintTicked, type EventBody, type VisitState } from '../visit';
import { linesOf, saidOf } from './answers';
import type { AnswerResult, Asked, Check, CheckAnswer } from './check';

const RESULTS: Readonly<Record<ComplaintTicked['result'], AnswerResult>> = {
  gone: 'passed',
  remains: 'failed',
  'not-tested': 'unclear',
};

const COMPLAINT = 'complaint:';

/** The function that failed, for every complaint. */
export function complaintChecks(state: VisitState): readonly Asked[] {
  return complaintsOf(state).map(({ id: complaint, text }) => {
    const id = `${COMPLAINT}${complaint}`;
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

/** What a record takes of the words of a check. */
const LONGEST_WORDS = 600;

/** The entry that says what a check came to: a complaint that is tried is ticked off, as everywhere else. */
export function judgedCheck(
  { id, kind, words }: Pick<Check, 'id' | 'kind' | 'words'>,
  result: CheckResult,
  noted: { readonly reason?: string; readonly due?: string } = {},
): EventBody {
  if (kind === 'complaint' && (result === 'passed' || result === 'failed'))
    return {
      type: 'complaint-ticked',
      complaint: id.slice(COMPLAINT.length),
      result: result === 'passed' ? 'gone' : 'remains',
    };
  return { type: 'check-judged', check: id, words: words.slice(0, LONGEST_WORDS), result, ...noted };
}
