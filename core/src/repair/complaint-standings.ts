import { complaintsOf, RESULT_WORDS, type VisitContext, type VisitState } from '../visit';
import { complaintChecks } from './complaint-checks';
import { counted } from './counted';
import { interventionsOf } from './interventions';

/** A complaint and how it stands, in words. */
export interface ComplaintStanding {
  readonly id: string;
  readonly text: string;
  /** "gone"; "said to be gone" with why that does not count; empty where nobody said anything. */
  readonly words: string;
}

/** Every complaint as it may be told: what does not count as gone is only said to be. */
export function complaintStandings(context: VisitContext, state: VisitState): readonly ComplaintStanding[] {
  const interventions = interventionsOf(context, state);
  const weighed = new Map(
    complaintChecks(state).map(({ check, answers, demand }) => [
      check.id,
      counted(context, state, interventions, answers, demand),
    ]),
  );
  return complaintsOf(state).map(({ id, text, ticked }) => {
    const { state: found, doubts = [] } = weighed.get(`complaint:${id}`) ?? {};
    const isDoubtful = ticked?.result === 'gone' && found !== 'passed';
    const said = ticked ? RESULT_WORDS[ticked.result] : '';
    return { id, text, words: isDoubtful ? ['said to be gone', ...doubts].join(': ').replace(/\.$/, '') : said };
  });
}
