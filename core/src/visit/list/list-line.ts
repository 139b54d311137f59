import {
  branchFor,
  END,
  isOverZeroBand,
  methodOf,
  outcomesOf,
  outcomeKey,
  type MeasurementStep,
} from '../../procedure';
import { VERDICTS, type Verdict } from '../../verdict';
import type { EventBody } from '../record';

/** One line of a recorded list; `number` is its line in the file. */
export interface ListLine {
  readonly number: number;
  readonly step?: string;
  readonly reading: string;
  /** Which part of a set; without it a line holds all of them, or the next. */
  readonly part?: string;
  readonly method?: string;
  readonly from?: string;
  readonly to?: string;
  readonly function?: string;
  /** What a free reading is expected to be, as one line. */
  readonly expects?: string;
  /** When, ISO 8601 with its zone. */
  readonly at?: string;
  /** The meter it was read with, where it is not the last one. */
  readonly meter?: string;
  readonly grade?: string;
  readonly by?: string;
  /** What the record it comes from had judged. */
  readonly verdict?: string;
  readonly note?: string;
  /** Its id in the record it comes from, which other lines name. */
  readonly id?: string;
  /** The kind of event it is, where it is no step walked and no reading. */
  readonly event?: string;
  /** What its columns have no place for. */
  readonly details?: Readonly<Record<string, unknown>>;
  /** The event such a line stands for, checked. */
  readonly body?: EventBody;
  /** Why it stands for none. */
  readonly problem?: string;
}

/** A line that was not taken as it stands, and why. */
export interface ListProblem {
  readonly line: number;
  readonly problem: string;
}

/** A line that does not fit its step. */
export class ListLineError extends Error implements ListProblem {
  constructor(
    readonly line: number,
    readonly problem: string,
  ) {
    super(`line ${line}: ${problem}`);
    this.name = 'ListLineError';
  }
}

/** The verdict that a reserved word stands for; undefined when the line holds a reading. */
export function wordVerdict(
  step: MeasurementStep,
  word: string,
  line: ListLine,
): { verdict: Verdict; grade: 'reported' | 'assumed' } | undefined {
  if (word === 'passed') return { verdict: 'within', grade: 'reported' };
  if (word === 'failed') return { verdict: failedVerdict(step, line), grade: 'reported' };
  const assumed = /^assumed (.+)$/.exec(word)?.[1];
  if (assumed === undefined) return undefined;
  const verdict = VERDICTS.find((each) => each === assumed);
  if (!verdict) throw new ListLineError(line.number, `"${assumed}" is not a verdict; known: ${VERDICTS.join(', ')}.`);
  return { verdict, grade: 'assumed' };
}

/** "Failed" without a figure is only clear where every verdict but within leads the same way. */
function failedVerdict(step: MeasurementStep, line: ListLine): Verdict {
  const overZero = isOverZeroBand(methodOf(step, line.method));
  const { branches } = outcomesOf(step, line.method);
  const ways = (['low', 'high'] as const).flatMap((verdict) => {
    const key = outcomeKey(branches, verdict, overZero);
    return key === undefined ? [] : [{ verdict, to: branchFor(branches, verdict, overZero) ?? END }];
  });
  const [first, second] = ways;
  if (!first || (second && second.to !== first.to)) {
    throw new ListLineError(
      line.number,
      '"failed" does not tell which way the chart goes; write the reading or "assumed low" or "assumed high".',
    );
  }
  return first.verdict;
}
