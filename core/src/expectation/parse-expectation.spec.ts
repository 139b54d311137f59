import * as fc from 'fast-check';
import type { MeasurementFunction } from '../quantity';
import { EXPECTATION_KINDS, EXPECTATION_REGISTRY, type ExpectationDocument } from './kinds';
import { formatExpectation } from './format-expectation';
import { expectationExamples, parseExpectation } from './parse-expectation';
import { resolveExpectation } from './resolve';

function read(text: string, measured: MeasurementFunction = 'ac-voltage'): ExpectationDocument | string {
  const parsed = parseExpectation(text, measured);
  return parsed.outcome === 'expectation' ? parsed.document : parsed.message;
}

describe('an expected value in one line', () => {
  it('is a nominal with a tolerance', () => {
    expect(read('24 V ±15 %')).toEqual({ kind: 'nominal', value: '24 V', tolerance: '15 %' });
    expect(read('24V+-15%')).toEqual({ kind: 'nominal', value: '24 V', tolerance: '15 %' });
    expect(read('24')).toEqual({ kind: 'nominal', value: '24 V' });
    expect(read('24 V +20 % −15 %')).toEqual({ kind: 'nominal', value: '24 V', plus: '20 %', minus: '15 %' });
    expect(read('24 V -15 % +20 %')).toEqual({ kind: 'nominal', value: '24 V', plus: '20 %', minus: '15 %' });
    expect(read('5 ±0.5', 'dc-voltage')).toEqual({ kind: 'nominal', value: '5 V', tolerance: '0.5 V' });
    expect(read('-12 V ±5 %', 'dc-voltage')).toEqual({ kind: 'nominal', value: '−12 V', tolerance: '5 %' });
    expect(read('8 Ω ±10 %', 'resistance')).toEqual({ kind: 'nominal', value: '8 Ω', tolerance: '10 %' });
    expect(read('4k7', 'resistance')).toEqual({ kind: 'nominal', value: '4.7 kΩ' });
  });

  it('is a range, whose first end takes the unit of the second', () => {
    const rail = { kind: 'range', low: '4.5 V', high: '5.5 V' } as const;
    for (const text of ['4.5..5.5 V', '4.5 .. 5.5 V', '4.5 V..5.5 V', '4,5...5,5 V', '4.5 to 5.5 V'])
      expect(read(text, 'dc-voltage')).withContext(text).toEqual(rail);
    expect(read('-5..5 V', 'dc-voltage')).toEqual({ kind: 'range', low: '−5 V', high: '5 V' });
    expect(read('900..1200', 'resistance')).toEqual({ kind: 'range', low: '900 Ω', high: '1.200 kΩ' });
    expect(read('5.5..4.5 V')).toContain('above');
  });

  it('is a limit', () => {
    expect(read('< 2 Ω', 'resistance')).toEqual({ kind: 'limit', atMost: '2 Ω' });
    expect(read('at most 2', 'resistance')).toEqual({ kind: 'limit', atMost: '2 Ω' });
    expect(read('> 1 MΩ', 'resistance')).toEqual({ kind: 'limit', atLeast: '1 MΩ' });
    expect(read('≥ 5', 'insulation')).toEqual({ kind: 'limit', atLeast: '5 MΩ' });
  });

  it('is a state, which by volts needs the value it would have', () => {
    expect(read('closed', 'continuity')).toEqual({ kind: 'state', is: 'closed' });
    expect(read('open 24 V')).toEqual({ kind: 'state', is: 'open', of: '24 V' });
    expect(read('present 230 V')).toEqual({ kind: 'state', is: 'present', of: '230 V' });
    expect(read('closed')).toContain('needs the value');
    expect(read('present', 'resistance')).toContain('not a state');
  });

  it('may be unknown, and says where it is from', () => {
    expect(read('unknown')).toEqual({ kind: 'unknown' });
    expect(read('finite', 'resistance')).toEqual({ kind: 'unknown', finite: true });
    expect(read('24 V ±15 % (plate in the door)')).toEqual({
      kind: 'nominal',
      value: '24 V',
      tolerance: '15 %',
      source: 'plate in the door',
    });
  });

  it('never guesses between milli and mega, and refuses what is not a value', () => {
    expect(read('2 mΩ', 'resistance')).toContain('could be');
    expect(read('24 V +20 %')).toContain('both ways');
    expect(read('8 Ω')).toContain('resistance');
    for (const text of ['', 'warm', '24 V ± much', '..', '< ', '24 V (', 'unknown 3 V'])
      expect(typeof read(text))
        .withContext(text)
        .toBe('string');
  });

  it('accepts every example it offers', () => {
    const functions: readonly MeasurementFunction[] = [
      'ac-voltage',
      'resistance',
      'ac-current',
      'elapsed-time',
      'capacitance',
      'insulation',
      'temperature',
      'pressure',
      'frequency',
    ];
    for (const measured of functions)
      for (const example of expectationExamples(measured))
        expect(parseExpectation(example, measured).outcome).withContext(`${measured}: ${example}`).toBe('expectation');
  });

  it('is written so that it is read back as it was', () => {
    const amount = fc
      .record({ digits: fc.integer({ min: 1, max: 9999 }), decimals: fc.integer({ min: 0, max: 3 }) })
      .map(({ digits, decimals }) => (digits / 10 ** decimals).toFixed(decimals));
    const percent = fc.integer({ min: 0, max: 99 }).map((value) => `${value} %`);
    const line = fc.oneof(
      fc.tuple(amount, percent).map(([value, by]) => `${value} V ±${by}`),
      fc.tuple(amount, percent, percent).map(([value, up, down]) => `${value} V +${up} -${down}`),
      fc.tuple(amount, amount).map(([value, by]) => `${value} ±${by} V`),
      fc
        .tuple(amount, amount)
        .filter(([low, high]) => Number(low) <= Number(high))
        .map(([low, high]) => `${low}..${high} V`),
      amount.map((value) => `< ${value} kV`),
      amount.map((value) => `> ${value} mV`),
      fc.tuple(fc.constantFrom('present', 'absent', 'open', 'closed'), amount).map(([word, of]) => `${word} ${of} V`),
      fc.constantFrom('unknown', 'finite', '24 V (label)'),
    );
    fc.assert(
      fc.property(line, (text) => {
        const first = parseExpectation(text, 'dc-voltage');
        if (first.outcome === 'error') return fail(`${text}: ${first.message}`);
        const again = parseExpectation(formatExpectation(first.document), 'dc-voltage');
        expect(again).toEqual(first);
        expect(resolveExpectation(first.document, 'dc-voltage').high).not.toBeNaN();
      }),
      { numRuns: 500 },
    );
  });

  it('has a line for every kind that stands on its own, read back as it was', () => {
    const lines: readonly (readonly [MeasurementFunction, ExpectationDocument['kind'], string])[] = [
      ['resistance', 'rtd', 'Pt1000 class A at 21.5 °C'],
      ['resistance', 'rtd', 'pt100 ±2 °C at ambient'],
      ['resistance', 'rtd', 'Pt1000 at 5..35 °C'],
      ['resistance', 'rtd', 'Pt1000 at 21 °C?'],
      ['resistance', 'ntc', 'NTC 10 kΩ beta 3950 ±5 % at 21 °C'],
      ['resistance', 'table', 'table 0 °C = 32.7 kΩ; 25 °C = 10 kΩ ±5 % at ambient'],
      ['dc-voltage', 'table', 'table 0 bar = 0.5 V; 10 bar = 4.5 V at 3 bar'],
      ['resistance', 'winding', 'winding 3.30 Ω ±7 % at 20 °C aluminium now 35 °C'],
      ['resistance', 'winding', 'winding 3.30 Ω now ambient'],
      ['resistance', 'balanced', 'balanced 5 %, each 12.09..13.91 Ω'],
      ['ac-voltage', 'balanced', 'balanced'],
      ['resistance', 'relative', 'same as leads'],
      ['ac-voltage', 'relative', 'same as last ±5 %'],
      ['ac-voltage', 'relative', '50 % below 24 V'],
      ['resistance', 'relative', '2 Ω above last'],
      ['ac-voltage', 'sum', 'sum of last + last-2 ±5 %'],
      ['ac-voltage', 'difference', 'difference of last less last-2 ±2 V'],
      ['dc-voltage', 'swing', 'swings 10..70 V by 20 V in 10 s'],
      ['dc-voltage', 'swing', 'steady 4.9..5.1 V by 0.1 V'],
      ['ac-voltage', 'sustained', '24 V ±15 % for 15 min'],
      ['ac-voltage', 'sustained', 'present 24 V for 90 s'],
      ['resistance', 'follows', 'open then closed on pressing the float 3 times'],
      ['ac-voltage', 'follows', 'absent 24 V then present 24 V on the call'],
      ['resistance', 'rating', '3.6 kW at 240 V ±10 %'],
      ['ac-current', 'rating', '63 VA at 24 V'],
      ['capacitance', 'rating', 'can 5 µF ±6 %'],
      ['resistance', 'perPosition', 'positions of knob: 1 = 1 kΩ; 2 = 2.2 kΩ ±5 %'],
      ['ac-voltage', 'zero', 'zero of 230 V'],
      ['ac-voltage', 'zero', 'zero < 2 V'],
      ['ac-voltage', 'documents', '24 V ±10 % (label) or 27 V ±10 % (variant B, manual page 12)'],
    ];
    for (const [measured, kind, line] of lines) {
      const first = parseExpectation(line, measured);
      if (first.outcome === 'error') {
        fail(`${line}: ${first.message}`);
        continue;
      }
      expect(first.document.kind).withContext(line).toBe(kind);
      const again = formatExpectation(first.document);
      expect(parseExpectation(again, measured)).withContext(`${line} became ${again}`).toEqual(first);
    }
  });

  it('never breaks on any text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), (text) => {
        expect(['expectation', 'error']).toContain(parseExpectation(text, 'ac-voltage').outcome);
      }),
      { numRuns: 1000 },
    );
  });
});

describe('every kind of expectation', () => {
  for (const kind of EXPECTATION_KINDS) {
    const [line, measured] = EXPECTATION_REGISTRY[kind].example;
    it(`is given by its example: ${kind}, ${line}`, () => {
      const parsed = parseExpectation(line, measured);
      if (parsed.outcome === 'error') throw new Error(parsed.message);
      // A time is limited by the line of a limit.
      expect(parsed.document.kind).toBe(kind === 'elapsed' ? 'limit' : kind);
      expect(parseExpectation(formatExpectation(parsed.document), measured)).toEqual(parsed);
    });
  }
});
