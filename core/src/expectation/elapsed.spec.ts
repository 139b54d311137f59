import { formatExpectation, resolveExpectation, type ExpectationDocument } from '.';
import { parseReading, type Reading } from '../quantity';
import { judge } from '../verdict';

function verdict(document: ExpectationDocument, typed: string, times?: Record<string, string>): string {
  const parsed = parseReading(typed, { function: 'elapsed-time' });
  if (parsed.outcome !== 'reading') throw new Error(typed);
  const expectation = resolveExpectation(document, 'elapsed-time', times ? { times } : {});
  return judge({ reading: parsed.reading, function: 'elapsed-time', expectation }).verdict;
}

const POST_RUN: ExpectationDocument = { kind: 'elapsed', bySetting: 'BC.S1', oneOf: ['60 s', '90 s', '180 s'] };

describe('an elapsed time', () => {
  it('is judged between its limits, and "never" is later than any of them', () => {
    const flame: ExpectationDocument = { kind: 'elapsed', event: 'flame', atLeast: '1 s', atMost: '4 s' };
    expect(verdict(flame, '2.5')).toBe('within');
    expect(verdict(flame, '0.2')).toBe('low');
    expect(verdict(flame, '6 s')).toBe('high');
    expect(verdict(flame, '1:30')).toBe('high');
    expect(verdict(flame, 'never')).toBe('high');
  });

  it('follows the recorded position of the setting that chooses it, with a tenth of tolerance', () => {
    // 60, 90 or 180 seconds: common practice, no source.
    expect(verdict(POST_RUN, '92', { 'BC.S1': '90 s' })).toBe('within');
    expect(verdict(POST_RUN, '92', { 'BC.S1': '60 s' })).toBe('high');
    expect(verdict(POST_RUN, '92', { 'BC.S1': '180 s' })).toBe('low');
    expect(verdict({ ...POST_RUN, tolerance: '60 %' }, '92', { 'BC.S1': '60 s' })).toBe('within');
  });

  it('is not judged while that position was not read: a guess is no expectation', () => {
    expect(verdict(POST_RUN, '92')).toBe('unjudged');
    expect(verdict(POST_RUN, 'never')).toBe('unjudged');
    const { words, judgeable } = resolveExpectation(POST_RUN, 'elapsed-time');
    expect(judgeable).toBeFalse();
    expect(words).toContain('60 s or 90 s or 180 s by BC.S1');
  });

  it('refuses what says nothing, what contradicts itself, and any other quantity', () => {
    const refused = (
      document: ExpectationDocument,
      measured: 'elapsed-time' | 'ac-voltage' = 'elapsed-time',
    ): string => {
      try {
        resolveExpectation(document, measured);
        return '';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(refused({ kind: 'elapsed' })).toContain('atLeast, atMost or bySetting');
    expect(refused({ kind: 'elapsed', atLeast: '5 s', atMost: '2 s' })).toContain('later than');
    expect(refused({ kind: 'elapsed', atMost: '20 V' })).toContain('20 V');
    expect(refused({ kind: 'elapsed', atMost: '20 s' }, 'ac-voltage')).toContain('reading of time');
  });

  it('is written as the line a person would type', () => {
    expect(formatExpectation({ kind: 'elapsed', atMost: '20 s' })).toBe('< 20 s');
    expect(formatExpectation({ kind: 'elapsed', atLeast: '1 s', atMost: '4 s' })).toBe('1 s..4 s');
    expect(formatExpectation(POST_RUN)).toBe('unknown');
  });
});

describe('"never"', () => {
  it('is a reading of time and of nothing else', () => {
    const read = (measured: 'elapsed-time' | 'ac-voltage'): Reading['kind'] | 'error' => {
      const parsed = parseReading('never', { function: measured });
      return parsed.outcome === 'reading' ? parsed.reading.kind : 'error';
    };
    expect(read('elapsed-time')).toBe('never');
    expect(read('ac-voltage')).toBe('error');
  });
});
