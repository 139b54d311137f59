import fc from 'fast-check';
import {
  parseExpectation,
  resolveExpectation,
  type ExpectationDocument,
  type NamedReading,
  type ResolutionFacts,
} from '../expectation';
import { uncertaintyOf } from '../meter';
import { parseReading, type MeasurementFunction } from '../quantity';
import { platinumOhms, windingOhms } from '../reference';
import { HAND_METER } from '../testing/demo';
import { judge, judgeSet, type Judgement, type SetMember } from './index';

const LEADS = { zero: 0.2 };

function judged(
  expectation: ExpectationDocument | string,
  text: string,
  measured: MeasurementFunction = 'resistance',
  facts: ResolutionFacts = {},
): Judgement {
  const parsed = typeof expectation === 'string' ? parseExpectation(expectation, measured) : undefined;
  if (parsed?.outcome === 'error') throw new Error(`${String(expectation)}: ${parsed.message}`);
  const document = parsed?.document ?? (expectation as ExpectationDocument);
  const read = parseReading(text, { function: measured });
  if (read.outcome !== 'reading') throw new Error(`no reading: ${text}`);
  const judgement = judge({
    reading: read.reading,
    function: measured,
    expectation: resolveExpectation(document, measured, { leadZero: LEADS.zero, ...facts }),
    meter: HAND_METER,
    leads: LEADS,
  });
  return { ...judgement, sentence: judgement.sentence.replaceAll('\u00a0', ' ') };
}

function verdict(...input: Parameters<typeof judged>): string {
  return judged(...input).verdict;
}

function named(text: string, measured: MeasurementFunction, off: number): NamedReading {
  const read = parseReading(text, { function: measured });
  if (read.outcome !== 'reading' || read.reading.kind !== 'value') throw new Error(text);
  const { quantity } = read.reading;
  const uncertainty = uncertaintyOf(quantity, measured, HAND_METER, LEADS);
  const value = measured === 'temperature' ? quantity.value : uncertainty.distribution.centre;
  const dimension = { temperature: 'temperature', resistance: 'resistance' } as const;
  return {
    dimension: dimension[measured as keyof typeof dimension] ?? 'voltage',
    value,
    low: value - off,
    high: value + off,
    words: text,
    isGuess: false,
    uncertainty,
  };
}

describe('a sensor on its curve', () => {
  const ambient: ResolutionFacts = {
    reading: (name) => (name === 'ambient' ? named('21.4 °C', 'temperature', 0.5) : undefined),
  };
  const platinum: ExpectationDocument = {
    kind: 'rtd',
    at0C: '1000 Ω',
    class: 'B',
    temperature: { reading: 'ambient' },
  };

  it('is judged at the temperature that was measured, and passes there only', () => {
    const good = judged(platinum, '1083', 'resistance', ambient);
    expect(good.verdict).toBe('undecided');
    // The meter's 0.9 % is ±10 Ω, class B only ±2 Ω: no honest pass from this meter.
    const wide = judged({ ...platinum, tolerance: '5 °C' }, '1083', 'resistance', ambient);
    expect(wide.verdict).toBe('within');
    expect(wide.sentence).toContain('It passes at this temperature only.');
    expect(verdict(platinum, '1170', 'resistance', ambient)).toBe('high');
    expect(verdict(platinum, 'OL', 'resistance', ambient)).toBe('open');
    expect(verdict(platinum, '0.3', 'resistance', ambient)).toBe('shorted');
  });

  it('is not judged by a temperature nobody measured', () => {
    expect(verdict(platinum, '1083')).toBe('unjudged');
    expect(judged(platinum, '1083').sentence).toContain('ambient, which was not read');
  });

  it('accuses by a guess that is wide enough and never passes by it', () => {
    const guessed: ExpectationDocument = { ...platinum, temperature: { reading: 'ambient', guess: '5..35 °C' } };
    expect(verdict(guessed, '1083')).toBe('unjudged');
    expect(judged(guessed, '1083').sentence).toContain('guessed (5 °C to 35 °C)');
    expect(verdict(guessed, '1250')).toBe('high');
    expect(verdict(guessed, '900')).toBe('low');
    expect(verdict('Pt1000 ±2 °C at 21 °C?', '1083')).toBe('unjudged');
    const assumed: ResolutionFacts = { reading: () => ({ ...named('21.4 °C', 'temperature', 0.5), isGuess: true }) };
    expect(verdict({ ...platinum, tolerance: '20 °C' }, '1083', 'resistance', assumed)).toBe('unjudged');
  });

  it('has a band that grows with the doubt about the temperature', () => {
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 200 }), fc.integer({ min: 0, max: 20 }), (celsius, doubt) => {
        const at = (off: number): ResolutionFacts => ({
          reading: () => ({
            ...named('0 °C', 'temperature', 0),
            value: celsius,
            low: celsius - off,
            high: celsius + off,
          }),
        });
        const sure = resolveExpectation(platinum, 'resistance', at(0));
        const unsure = resolveExpectation(platinum, 'resistance', at(doubt));
        expect(sure.low).toBeLessThan(platinumOhms(celsius, 1000));
        expect(unsure.low).toBeLessThanOrEqual(sure.low);
        expect(unsure.high).toBeGreaterThanOrEqual(sure.high);
      }),
    );
  });

  it('reads thermistors and tables, and says nothing beyond the ends of a table', () => {
    expect(verdict('NTC 10 kΩ beta 3950 ±5 % at 25 °C', '10.02k')).toBe('within');
    expect(verdict('NTC 10 kΩ beta 3950 ±5 % at 25 °C', '12.5k')).toBe('high');
    const table = 'table 0 °C = 32.7 kΩ; 25 °C = 10 kΩ; 50 °C = 3.6 kΩ ±5 % at';
    expect(verdict(`${table} 25 °C`, '10.02k')).toBe('within');
    expect(verdict(`${table} 37.5 °C`, '10.02k')).toBe('high');
    expect(verdict(`${table} 60 °C`, '3.6k')).toBe('unjudged');
    expect(judged(`${table} 60 °C`, '3.6k').sentence).toContain('0 °C to 50 °C');
  });

  it('judges a winding at its temperature (IEC 60028)', () => {
    const at60 = windingOhms(60, 33, 20, 'copper').toFixed(1);
    expect(verdict('winding 33 Ω ±7 % now 60 °C', at60)).toBe('within');
    expect(verdict('winding 33 Ω ±7 % now 20 °C', at60)).toBe('high');
  });
});

describe('a set judged together', () => {
  it('is alike by the worked example of the trade, whatever the percentage of the meter', () => {
    const alike = judged('balanced 5 %', '33.4 / 33.3 / 32.8');
    expect(alike.verdict).toBe('within');
    expect(alike.sentence).toContain('the farthest 1.1 % from it');
    expect(alike.sentence).toContain('Alike is not right');
    // 460, 467, 450 V: 1.96 % (NEMA MG 1, from memory).
    expect(judged('balanced 5 %', '460 / 467 / 450', 'ac-voltage').sentence).toContain('2 % from it');
    expect(verdict('balanced 1 %', '460 / 467 / 450', 'ac-voltage')).toBe('unbalanced');
    expect(verdict('balanced 2 %', '460 / 467 / 450', 'ac-voltage')).toBe('undecided');
    expect(verdict('balanced 5 %', '33.4 / 33.3 / OL')).toBe('open');
  });

  it('is said to be alike and yet wrong', () => {
    const wrong = judged('balanced 5 %, each 139..161 Ω', '33.4 / 33.3 / 32.8');
    expect(wrong.verdict).toBe('low');
    expect(wrong.sentence).toContain('Alike, and yet: each should be 139 Ω to 161 Ω: all low');
    const lame = judged('balanced 1 %, each 20..50 Ω', '33.4 / 33.3 / 30.8');
    expect(lame.verdict).toBe('unbalanced');
    expect(lame.sentence).toContain('Each should be 20 Ω to 50 Ω: all within');
  });

  it('asks which variant it is, unless all of them say the same', () => {
    const sheet: ExpectationDocument = {
      kind: 'balanced',
      within: '5 %',
      absolute: {
        kind: 'documents',
        question: 'motor-variant',
        sources: [
          {
            document: 'service sheet',
            page: '4',
            variant: 'A',
            expect: { kind: 'nominal', value: '15 Ω', tolerance: '7 %' },
          },
          {
            document: 'service sheet',
            page: '4',
            variant: 'B',
            expect: { kind: 'nominal', value: '13 Ω', tolerance: '7 %' },
          },
        ],
      },
    };
    const asked = judged(sheet, '13.2 / 13.3 / 13.2');
    expect(asked.verdict).toBe('unjudged');
    expect(asked.sentence).toContain('within by variant B');
    const chosen = { choices: { 'motor-variant': 'variant B, service sheet page 4' } };
    expect(verdict(sheet, '13.2 / 13.3 / 13.2', 'resistance', chosen)).toBe('within');
    // 15 ±7 % is 13.95 to 16.05, 13 ±7 % is 12.09 to 13.91 (common practice, no source).
    expect(verdict(sheet, '3.6 / 3.5 / 3.6')).toBe('low');
  });

  it('is never called alike for a larger deviation when it is not for a smaller', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 200 }), (first, second) => {
        const text = (off: number): string => `100.0 / 100.0 / ${(100 + off / 10).toFixed(1)}`;
        const rank = { within: 0, undecided: 1, unbalanced: 2 } as Record<string, number>;
        const [near, far] = first < second ? [first, second] : [second, first];
        expect(rank[verdict('balanced 5 %', text(near))] ?? 9).toBeLessThanOrEqual(
          rank[verdict('balanced 5 %', text(far))] ?? -1,
        );
      }),
      { numRuns: 60 },
    );
  });

  it('names the pattern its parts make, else what they agree on', () => {
    const member = (id: string, of: SetMember['verdict']): SetMember => ({
      id,
      name: id,
      function: 'ac-voltage',
      verdict: of,
    });
    const patterns = {
      reversed: { 'L-E': 'absent', 'N-E': 'high' },
      'no-earth': { 'L-E': 'low', 'N-E': 'high' },
    };
    const look = (l: SetMember['verdict'], n: SetMember['verdict']) =>
      judgeSet([member('L-E', l), member('N-E', n)], patterns);
    expect(look('absent', 'high').pattern).toBe('reversed');
    expect(look('partial', 'high').pattern).toBe('no-earth');
    expect(look('within', 'within')).toEqual(jasmine.objectContaining({ verdict: 'within' }));
    expect(look('within', 'within').pattern).toBeUndefined();
    expect(look('within', 'low').verdict).toBe('mixed');
    expect(look('within', 'undecided').verdict).toBe('undecided');
  });
});

describe('a reading beside another', () => {
  const beside: ResolutionFacts = {
    reading: (name) =>
      ({
        sister: named('119.0', 'ac-voltage', 1.3),
        'leg-1': named('119.0', 'ac-voltage', 1.3),
        'leg-2': named('120.0', 'ac-voltage', 1.3),
        cold: named('8.1', 'resistance', 0.3),
      })[name],
  };

  it('is the same as its sister, the percentage of one range being common to both', () => {
    expect(verdict('same as sister ±1 %', '119.4', 'ac-voltage', beside)).toBe('within');
    expect(verdict('119 V ±1 %', '119.4', 'ac-voltage')).toBe('undecided');
    expect(verdict('same as sister ±1 %', '125.0', 'ac-voltage', beside)).toBe('high');
    expect(verdict('same as nobody', '119.4', 'ac-voltage', beside)).toBe('unjudged');
  });

  it('drops or rises by at least so much', () => {
    expect(verdict('50 % below sister', '40.0', 'ac-voltage', beside)).toBe('within');
    expect(verdict('50 % below sister', '80.0', 'ac-voltage', beside)).toBe('high');
    expect(verdict('5 Ω above cold', '24.0', 'resistance', beside)).toBe('within');
    expect(verdict('5 Ω above cold', '8.3', 'resistance', beside)).toBe('low');
    expect(verdict('2 V below 24 V', '21.5', 'ac-voltage')).toBe('within');
  });

  it('is the sum of the legs (119 + 120 V is 239 V), zero on one leg', () => {
    expect(verdict('sum of leg-1 + leg-2 ±5 %', '239.2', 'ac-voltage', beside)).toBe('within');
    expect(verdict('sum of leg-1 + leg-2 ±5 %', '0.4', 'ac-voltage', beside)).toBe('absent');
    expect(verdict('difference of leg-2 less leg-1 ±2 V', '0.9', 'ac-voltage', beside)).toBe('within');
  });

  it('is no more than the leads, once those are zeroed (1.8 less 1.7 is 0.1 Ω; common practice, no source)', () => {
    expect(verdict('same as leads', '0.3')).toBe('within');
    expect(verdict('same as leads', '2.4')).toBe('high');
    expect(verdict('same as leads', '0.3', 'resistance', { leadZero: undefined })).toBe('unjudged');
  });

  it('is zero on purpose, a stray voltage told from a fault', () => {
    expect(verdict('zero of 230 V', '0.4', 'ac-voltage')).toBe('within');
    expect(verdict('zero of 230 V', '60', 'ac-voltage')).toBe('partial');
    expect(verdict('zero of 230 V', '229', 'ac-voltage')).toBe('high');
  });
});

describe('what moves, lasts or follows', () => {
  it('swings between its limits or is steady (10 to 70 V DC; common practice, no source)', () => {
    expect(verdict('swings 10..70 V by 20 V', '12..65', 'dc-voltage')).toBe('within');
    expect(verdict('swings 10..70 V by 20 V', '42', 'dc-voltage')).toBe('steady');
    expect(verdict('swings 10..70 V by 20 V', '2..65', 'dc-voltage')).toBe('low');
    expect(verdict('steady 4.9..5.1 V by 0.1 V', '4.950..5.020', 'dc-voltage')).toBe('within');
    expect(verdict('steady 4.9..5.1 V by 0.1 V', '4.95..5.02', 'dc-voltage')).toBe('undecided');
    expect(verdict('steady 4.5..5.5 V by 0.1 V', '4.6..5.4', 'dc-voltage')).toBe('unsteady');
  });

  it('lasts, and one look is no fifteen minutes', () => {
    const held = '24 V ±15 % for 15 min';
    expect(verdict(held, '24.3', 'ac-voltage')).toBe('undecided');
    expect(verdict(held, '24.1..24.6 for 6 min', 'ac-voltage')).toBe('undecided');
    expect(verdict(held, '24.1..24.6 for 15 min', 'ac-voltage')).toBe('within');
    expect(verdict(held, '24.1..24.6 for 15 min, 3 out', 'ac-voltage')).toBe('unsteady');
    expect(judged(held, '24.1..24.6 for 15 min, 3 out', 'ac-voltage').sentence).toContain('dropped out 3 times');
    expect(verdict(held, '2.1', 'ac-voltage')).toBe('partial');
  });

  it('follows every time and was in the other state beforehand', () => {
    const lid = 'open then closed on lid 3 times';
    expect(verdict(lid, 'OL / 0.3 / OL / 0.3 / OL / 0.4')).toBe('within');
    expect(verdict(lid, '0.3 / 0.3 / 0.3 / 0.3 / 0.3 / 0.3')).toBe('steady');
    expect(judged(lid, '0.3 / 0.3 / 0.3 / 0.3 / 0.3 / 0.3').sentence).toContain('beforehand already');
    expect(verdict(lid, 'OL / OL / OL / OL / OL / OL')).toBe('steady');
    expect(verdict(lid, 'OL / 0.3 / OL / OL / OL / 0.4')).toBe('mixed');
    expect(judged(lid, 'OL / 0.3 / OL / OL / OL / 0.4').sentence).toContain('2 of 3 times');
    expect(verdict(lid, 'OL / 0.3')).toBe('undecided');
  });
});

describe('ratings, positions and documents', () => {
  it('follow from the plate (3.6 kW at 240 V is 16 Ω; common practice, no source)', () => {
    expect(verdict('3.6 kW at 240 V ±10 %', '15.9')).toBe('within');
    expect(verdict('3.6 kW at 240 V ±10 %', '8.1')).toBe('low');
    expect(resolveExpectation({ kind: 'rating', apparent: '63 VA', at: '24 V' }, 'ac-current').of).toBeCloseTo(
      2.625,
      6,
    );
    expect(() => resolveExpectation({ kind: 'rating', power: '3.6 kW' }, 'resistance')).toThrowError(/gives no/);
  });

  it('go by the position that was noted, and tell the one it is', () => {
    const knob = 'positions of knob: 1 = 1 kΩ; 2 = 2.2 kΩ; 3 = 4.7 kΩ ±5 %';
    expect(verdict(knob, '2.2k')).toBe('unjudged');
    expect(verdict(knob, '2.21k', 'resistance', { positions: { knob: '2' } })).toBe('within');
    const other = judged(knob, '4.70k', 'resistance', { positions: { knob: '2' } });
    expect(other.verdict).toBe('high');
    expect(other.sentence).toContain('It fits position 3.');
  });

  it('are kept beside each other where they disagree', () => {
    const both = '24 V ±10 % (label in the lid) or 27 V ±10 % (manual page 12)';
    expect(verdict(both, '25.1', 'ac-voltage')).toBe('within');
    expect(verdict(both, '28.5', 'ac-voltage')).toBe('unjudged');
    expect(judged(both, '28.5', 'ac-voltage').sentence).toContain('within by manual page 12');
    expect(verdict(both, '8.0', 'ac-voltage')).toBe('partial');
  });
});
