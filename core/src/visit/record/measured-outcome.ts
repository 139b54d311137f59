import type { MeasuredOutcome } from '../../procedure';
import type { ReadingTaken } from './visit-event';

/** What a reading came to: for the last part of a set, what the set came to. */
export function measuredOutcome({
  judgement,
  joint,
}: Pick<ReadingTaken, 'joint'> & { readonly judgement: Pick<ReadingTaken['judgement'], 'verdict'> }): MeasuredOutcome {
  if (!joint) return { verdict: judgement.verdict };
  return { verdict: joint.verdict, ...(joint.pattern === undefined ? {} : { pattern: joint.pattern }) };
}
