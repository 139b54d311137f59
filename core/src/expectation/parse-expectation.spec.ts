import * as fc from 'fast-check';
import type { MeasurementFunction } from '../quantity';
import type { ExpectationDocument } from './expectation-document';
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

  it('never breaks on any text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), (text) => {
        expect(['expectation', 'error']).toContain(parseExpectation(text, 'ac-voltage').outcome);
      }),
      { numRuns: 1000 },
    );
  });
});
