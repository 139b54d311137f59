import { parseExpectation, resolveExpectation, type ResolvedExpectation } from '../../expectation';
import type { Meter } from '../../meter';
import type { MeasurementFunction, Reading } from '../../quantity';
import { judge, type Judgement } from '../../verdict';
import { readTyped } from './enter-reading';

/** One expectation and one reading, with no visit around them. */
export interface ReadingLine {
  readonly function: MeasurementFunction;
  readonly expects: string;
  readonly text: string;
  readonly chosen?: Reading;
  /** Ohms of the leads, where they were zeroed. */
  readonly leadZero?: number;
}

/** What comparing them gives; `expectation` is there as soon as it can be read. */
export interface JudgedLine {
  readonly expectation?: ResolvedExpectation;
  readonly reading?: Reading;
  readonly judgement?: Judgement;
  readonly question?: { readonly words: string; readonly candidates: readonly Reading[] };
  readonly problem?: { readonly message: string; readonly accepted: readonly string[] };
}

/** Compares a typed reading with a typed expectation; nothing typed is no problem yet. */
export function judgeLine(line: ReadingLine, meter?: Meter): JudgedLine {
  const parsed = parseExpectation(line.expects.trim() === '' ? 'unknown' : line.expects, line.function);
  if (parsed.outcome === 'error') return { problem: { ...parsed, message: `Expected: ${parsed.message}` } };
  const expectation = resolveExpectation(parsed.document, line.function);
  if (line.text.trim() === '' && !line.chosen) return { expectation };
  const read = readTyped(line, { function: line.function, expectation }, meter);
  if (read.outcome === 'error') return { expectation, problem: read };
  if (read.outcome === 'ask') return { expectation, question: { words: read.question, candidates: read.candidates } };
  const judgement = judge({
    reading: read.reading,
    function: line.function,
    expectation,
    meter,
    ...(line.leadZero === undefined ? {} : { leads: { zero: line.leadZero } }),
  });
  return { expectation, reading: read.reading, judgement };
}
