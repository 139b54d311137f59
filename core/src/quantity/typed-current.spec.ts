import fc from 'fast-check';
import { parseExpectation } from '../expectation';
import { VisitDriver } from '../testing/demo';
import { enterReading } from '../visit';
import { FUNCTIONS, parseReading, type MeasurementFunction } from '.';

const READS = [
  'ac-voltage',
  'dc-voltage',
  'ac-current',
  'dc-current',
] as const satisfies readonly MeasurementFunction[];

/** Every way a hand writes the kind of current behind a figure. */
const SPELLINGS: readonly ((figure: string, letter: string, kind: string) => string)[] = [
  (figure, letter, kind) => `${figure} ${letter}${kind}`,
  (figure, letter, kind) => `${figure}${letter}${kind}`,
  (figure, letter, kind) => `${figure} ${letter} ${kind}`,
  (figure, letter, kind) => `${figure} ${letter.toLowerCase()}${kind.toLowerCase()}`,
  (figure, letter, kind) => `${figure} m${letter}${kind}`,
  (figure, _letter, kind) => `${figure} ${kind}`,
  (figure, _letter, kind) => `${figure}${kind.toLowerCase()}`,
  (figure, letter, kind) => `${figure} ${letter}${kind === 'DC' ? '=' : '~'}`,
  (figure, letter, kind) => `<${figure} ${letter}${kind}`,
  (figure, letter, kind) => `${figure}..${figure}9 ${letter}${kind}`,
  (figure, letter, kind) => `${figure} / ${figure} ${letter}${kind}`,
];

describe('the kind of current that is typed', () => {
  it('is refused where it is not the one asked for, and taken where it is, in every spelling', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...READS),
        fc.constantFrom(...SPELLINGS),
        fc.constantFrom('0.1', '24', '230.4', '3,3'),
        fc.boolean(),
        (measured, spell, figure, isOther) => {
          const letter = FUNCTIONS[measured].unit;
          const asked = measured.startsWith('ac') ? 'AC' : 'DC';
          const typed = isOther ? (asked === 'AC' ? 'DC' : 'AC') : asked;
          const text = spell(figure, letter, typed);
          const parsed = parseReading(text, { function: measured });
          expect(parsed.outcome)
            .withContext(`${text} for ${measured}`)
            .toBe(isOther ? 'error' : 'reading');
          if (parsed.outcome === 'error') expect(parsed.message).toContain(`is ${typed}, and ${asked} is asked for`);
          if (parsed.outcome !== 'reading' || spell !== SPELLINGS[0]) return;
          expect<unknown>(parsed).toEqual(parseReading(`${figure} ${letter}`, { function: measured }));
        },
      ),
      { numRuns: 400 },
    );
  });

  it('is refused in an expected value as well', () => {
    expect(parseExpectation('present 24 VDC', 'ac-voltage').outcome).toBe('error');
    expect(parseExpectation('24 V AC ±10 %', 'ac-voltage').outcome).toBe('expectation');
  });

  it('leaves no DC figure in a proof of dead where AC is asked for, nor at the check of the meter', () => {
    const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    const enter = (text: string): string => enterReading(driver.context, driver.state, { text }).outcome;
    expect(enter('12.4 VDC')).toBe('error');
    driver.read('231');
    driver.read('9.1');
    expect(enter('0.1 VDC')).toBe('error');
    expect(enter('0.1 VAC')).toBe('event');
  });
});
