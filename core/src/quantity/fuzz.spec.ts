import * as fc from 'fast-check';
import { expectationExamples, parseExpectation } from '../expectation';
import { FUNCTIONS, MEASUREMENT_FUNCTIONS } from './measurement-function';
import { parseReading } from './parse-reading';

/** What thumbs, copied text and hostile hands type: pieces of the grammars, wild characters, and anything at all. */
const typed = fc.oneof(
  fc
    .array(
      fc.constantFrom(...'0123456789.,:;<>~±+-/ %?()OLkKMmµunpRVΩAFHzsCbar°'.split(''), '..', '\u00a0', '−', ' / '),
      {
        maxLength: 14,
      },
    )
    .map((pieces) => pieces.join('')),
  fc.string({ unit: 'binary', maxLength: 30 }),
  fc.string({ unit: 'grapheme', maxLength: 30 }),
);

/** A hundred thousand texts go through each grammar: half with a fixed seed, so that a failure comes back. */
const RUNS = { numRuns: 50_000 };

describe('any text at all', () => {
  for (const [name, options] of [
    ['the same every time', { ...RUNS, seed: 20261125 }],
    ['new every time', RUNS],
  ] as const) {
    it(`is a reading, a question or an error that shows what is accepted (${name})`, () => {
      fc.assert(
        fc.property(typed, fc.constantFrom(...MEASUREMENT_FUNCTIONS), (text, measured) => {
          const parsed = parseReading(text, { function: measured });
          if (parsed.outcome === 'error') return parsed.message !== '' && parsed.accepted.length > 0;
          if (parsed.outcome === 'ask') return parsed.candidates.length > 1;
          return isFinite(JSON.stringify(parsed.reading));
        }),
        options,
      );
    });

    it(`is an expectation or an error that shows what is accepted (${name})`, () => {
      fc.assert(
        fc.property(typed, fc.constantFrom(...MEASUREMENT_FUNCTIONS), (text, measured) => {
          const parsed = parseExpectation(text, measured);
          return parsed.outcome === 'error'
            ? parsed.message !== '' && parsed.accepted.length === expectationExamples(measured).length
            : parsed.document.kind !== undefined && FUNCTIONS[measured] !== undefined;
        }),
        options,
      );
    });
  }
});

/** JSON writes null for a number that is none. */
function isFinite(json: string): boolean {
  return !json.includes('null');
}
