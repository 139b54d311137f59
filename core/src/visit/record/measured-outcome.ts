import type { MeasuredOutcome } from '../../procedure';
import type { Verdict } from '../../verdict';
import type { ReadingTaken } from './visit-event';

/** What a reading came to: for the last part of a set, what the set came to. */
export function measuredOutcome({
  judgement,
  joint,
}: Pick<ReadingTaken, 'joint'> & { readonly judgement: Pick<ReadingTaken['judgement'], 'verdict'> }): MeasuredOutcome {
  if (!joint) return { verdict: judgement.verdict };
  return { verdict: joint.verdict, ...(joint.pattern === undefined ? {} : { pattern: joint.pattern }) };
}

/** Whether a reading says anything: taken as it has to be, the right way round, and not too close to call. */
export function isDecided(reading: Pick<ReadingTaken, 'joint' | 'judgement'>): boolean {
  return !UNDECIDED.has(measuredOutcome(reading).verdict);
}

const UNDECIDED: ReadonlySet<Verdict> = new Set<Verdict>(['invalid', 'reversed', 'undecided']);
