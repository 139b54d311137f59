import { formatReading } from '../quantity';
import type { Verdict } from '../verdict';
import { judgeLine, type PartTested } from '../visit';

/** What a test on the bench says of the part. */
export type BenchVerdict = 'good' | 'bad' | 'unclear';

export const BENCH_WORDS: Readonly<Record<BenchVerdict, string>> = {
  good: 'as it should be',
  bad: 'not as it should be',
  unclear: 'not decided',
};

const SHOWS_BAD: ReadonlySet<Verdict> = new Set<Verdict>(['low', 'high', 'open', 'shorted', 'absent', 'reversed']);

/** A test on the bench, worked out from its own figure. */
export interface BenchTest {
  readonly verdict: BenchVerdict;
  /** "coil: 46 Ω, should be 48 Ω ±10 %, as it should be". */
  readonly words: string;
}

/**
 * Outside what it should read is bad, within it is good, and what cannot be decided is unclear. Good looks say nothing
 * where something was read; bad ones hold as long as no figure says otherwise.
 */
export function benchTest(test: Omit<PartTested, 'type'>): BenchTest {
  const read = byFigure(test);
  return read.verdict === 'unclear' && test.looks === 'bad' ? { ...read, verdict: 'bad' } : read;
}

function byFigure(test: Omit<PartTested, 'type'>): BenchTest {
  const { what, function: measured, expects, text, looks, leadZero } = test;
  const told = (verdict: BenchVerdict, read?: string): BenchTest => ({
    verdict,
    words: `${what}: ${[read, expects === undefined ? '' : `should be ${expects}`, BENCH_WORDS[verdict]].filter(Boolean).join(', ')}`,
  });
  if (measured === undefined || text === undefined || text.trim() === '')
    return told(text === undefined || text.trim() === '' ? (looks ?? 'unclear') : 'unclear', text);
  const { reading, judgement } = judgeLine({
    function: measured,
    expects: expects ?? '',
    text,
    ...(leadZero === undefined ? {} : { leadZero }),
  });
  if (!reading || !judgement) return told('unclear', text);
  const verdict = judgement.verdict === 'within' ? 'good' : SHOWS_BAD.has(judgement.verdict) ? 'bad' : 'unclear';
  const shown = formatReading(reading);
  return verdict === 'unclear' ? { verdict, words: `${what}: ${shown}. ${judgement.sentence}` } : told(verdict, shown);
}
