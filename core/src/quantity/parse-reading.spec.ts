import fc from 'fast-check';
import {
  formatReading,
  inBase,
  MEASUREMENT_FUNCTIONS,
  parseReading,
  quantityFromDigits,
  unitOf,
  type MeasurementFunction,
  type Reading,
} from '.';
import { FUNCTIONS } from './measurement-function';

function read(text: string, measured: MeasurementFunction): Reading {
  const parsed = parseReading(text, { function: measured });
  if (parsed.outcome !== 'reading') throw new Error(`${text}: ${JSON.stringify(parsed)}`);
  return parsed.reading;
}

function value(text: string, measured: MeasurementFunction): { value: number; unit: string; exponent: number } {
  const reading = read(text, measured);
  if (reading.kind !== 'value') throw new Error(`${text} is ${reading.kind}`);
  return reading.quantity;
}

describe('the reading grammar', () => {
  it('takes a decimal point or comma, with or without a unit', () => {
    for (const text of ['24.3', '24,3', '24.3V', '24,3 V', ' 24.3  v ', '24.3 VAC']) {
      expect(value(text, 'ac-voltage')).withContext(text).toEqual({ value: 24.3, unit: 'V', exponent: -1 });
    }
  });

  // IEC 60062: the letter stands for the decimal point and the multiplier.
  it('reads resistor markings after IEC 60062', () => {
    expect(value('4K7', 'resistance')).toEqual({ value: 4700, unit: 'Ω', exponent: 2 });
    expect(value('4k7', 'resistance')).toEqual({ value: 4700, unit: 'Ω', exponent: 2 });
    expect(value('R47', 'resistance')).toEqual({ value: 0.47, unit: 'Ω', exponent: -2 });
    expect(value('4R7', 'resistance')).toEqual({ value: 4.7, unit: 'Ω', exponent: -1 });
    expect(value('1M0', 'resistance')).toEqual({ value: 1e6, unit: 'Ω', exponent: 5 });
    expect(value('3M3', 'resistance')).toEqual({ value: 3.3e6, unit: 'Ω', exponent: 5 });
  });

  it('takes prefixes in the spellings of the trade', () => {
    expect(value('4.7K', 'resistance').value).toBe(4700);
    expect(value('12 mV', 'ac-voltage')).toEqual({ value: 0.012, unit: 'V', exponent: -3 });
    expect(value('0.47uF', 'capacitance').value).toBe(0.47e-6);
    expect(value('0.47 MFD', 'capacitance').value).toBe(0.47e-6);
    expect(value('550', 'insulation').value).toBe(550e6);
  });

  it('keeps the resolution as typed', () => {
    expect(value('26.90', 'ac-voltage').exponent).toBe(-2);
    expect(value('27', 'ac-voltage').exponent).toBe(0);
  });

  it('reads over range, bounds, swings, unsteady values and lists', () => {
    for (const text of ['OL', '0L', 'O.L', 'ol'])
      expect(read(text, 'resistance').kind).withContext(text).toBe('over-range');
    expect(read('>4000', 'insulation')).toEqual({ kind: 'above', quantity: { value: 4e9, unit: 'Ω', exponent: 6 } });
    expect(read('<0.1', 'resistance').kind).toBe('below');
    const turned = parseReading('70..10', { function: 'dc-voltage' });
    expect(turned.outcome === 'ask' && turned.candidates).toEqual([
      read('10..70', 'dc-voltage'),
      read('70.10', 'dc-voltage'),
    ]);
    expect(read('10..70 mV', 'dc-voltage')).toEqual(read('10 mV..70 mV', 'dc-voltage'));
    expect(read('~24', 'ac-voltage').kind).toBe('unsteady');
    const list = read('3.34 / 3.33; 3.28', 'resistance');
    expect(list.kind === 'list' && list.members.length).toBe(3);
  });

  it('reads times as clock time, seconds and minutes', () => {
    expect(value('45s', 'elapsed-time').value).toBe(45);
    expect(value('1:30', 'elapsed-time')).toEqual({ value: 90, unit: 's', exponent: 0 });
    expect(value('5 min', 'elapsed-time')).toEqual({ value: 5, unit: 'min', exponent: 0 });
  });

  it('takes F for Fahrenheit in a temperature, farad in a capacitance and nowhere else', () => {
    expect(value('70F', 'temperature').unit).toBe('°F');
    expect(value('470 nF', 'capacitance').unit).toBe('F');
    expect(parseReading('70F', { function: 'ac-voltage' })).toEqual(jasmine.objectContaining({ outcome: 'error' }));
  });

  it('asks instead of guessing where m and M or a comma could be either', () => {
    for (const [text, measured] of [
      ['1,234', 'ac-voltage'],
      ['3m3', 'resistance'],
      ['5M', 'ac-voltage'],
      ['2m', 'elapsed-time'],
      ['0.47 mF', 'capacitance'],
    ] as const) {
      const parsed = parseReading(text, { function: measured });
      expect(parsed.outcome).withContext(text).toBe('ask');
      if (parsed.outcome === 'ask') expect(parsed.candidates.length).toBe(2);
    }
  });

  it('lets the expected magnitude settle m against M, or raise the doubt', () => {
    expect(parseReading('1M', { function: 'resistance', around: 1e6 }).outcome).toBe('reading');
    expect(parseReading('5 mbar', { function: 'pressure' }).outcome).toBe('reading');
  });

  it('refuses what is no reading and shows what is accepted', () => {
    for (const [text, measured, message] of [
      ['', 'ac-voltage', 'Nothing typed yet.'],
      ['abc', 'ac-voltage', 'This is not a number with a unit.'],
      ['12 mA', 'ac-voltage', '"mA" is a unit of current, not of voltage.'],
      ['5 k°C', 'temperature', 'The prefix in "k°C" is not used with °C.'],
      ['-12', 'ac-voltage', 'AC volts cannot be negative. Swap the function or zero the meter.'],
      ['1.2.3', 'resistance', 'This is not a number with a unit.'],
      ['1:30', 'resistance', '":30" is not a unit this step knows.'],
      ['1 / / 2', 'resistance', 'One place in the list is empty.'],
    ] as const) {
      const parsed = parseReading(text, { function: measured });
      expect(parsed)
        .withContext(text)
        .toEqual(jasmine.objectContaining({ outcome: 'error', message }));
      if (parsed.outcome === 'error') expect(parsed.accepted.length).toBeGreaterThan(0);
    }
  });

  it('accepts every example it shows', () => {
    for (const measured of MEASUREMENT_FUNCTIONS) {
      for (const example of FUNCTIONS[measured].examples) {
        expect(parseReading(example, { function: measured }).outcome)
          .withContext(`${measured} ${example}`)
          .toBe('reading');
      }
    }
  });

  it('writes what it read so that reading it again gives the same, resolution included', () => {
    const typed = fc.constantFrom(...MEASUREMENT_FUNCTIONS).chain((measured) => {
      const { unit, prefix, neverNegative } = FUNCTIONS[measured];
      const prefixes = unitOf(unit).written;
      return fc.record({
        measured: fc.constant(measured),
        digits: fc.integer({ min: neverNegative ? 0 : -999_999, max: 999_999 }),
        exponent: fc
          .constantFrom(...prefixes, prefix)
          .chain((power) => fc.integer({ min: 0, max: 4 }).map((decimals) => power - decimals)),
        unit: fc.constant(unit),
      });
    });
    const single = typed.map(({ measured, digits, exponent, unit }) => ({
      measured,
      quantity: quantityFromDigits(digits, exponent, unit),
    }));
    fc.assert(
      fc.property(single, fc.constantFrom('value', 'above', 'below', 'unsteady'), ({ measured, quantity }, kind) => {
        const reading = { kind, quantity } as Reading;
        expect(parseReading(formatReading(reading), { function: measured }))
          .withContext(formatReading(reading))
          .toEqual({ outcome: 'reading', reading });
      }),
      { numRuns: 2000, seed: 20261125 },
    );
  });

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 30 }),
        fc.constantFrom(...MEASUREMENT_FUNCTIONS),
        (text, measured) => {
          expect(['reading', 'ask', 'error']).toContain(parseReading(text, { function: measured }).outcome);
        },
      ),
      { numRuns: 3000, seed: 1 },
    );
  });
});

describe('what hands type', () => {
  const said = (text: string, measured: MeasurementFunction, around?: number): string => {
    const parsed = parseReading(text, { function: measured, ...(around === undefined ? {} : { around }) });
    if (parsed.outcome === 'reading') return plain(formatReading(parsed.reading));
    return parsed.outcome === 'ask' ? `ask ${parsed.candidates.map(formatReading).map(plain).join(' or ')}` : 'error';
  };
  const plain = (text: string): string => text.replaceAll('\u00a0', ' ');

  it('is taken in every spelling that can mean one thing only', () => {
    for (const [text, measured, means] of [
      ['1.2 meg', 'resistance', '1.2 MΩ'],
      ['∞', 'resistance', 'OL'],
      ['3 in wc', 'pressure', '3 inH2O'],
      ['230/231/229', 'ac-voltage', '230 V / 231 V / 229 V'],
      ['２３０', 'ac-voltage', '230 V'],
      ['5 mins', 'elapsed-time', '5 min'],
      ['2m30s', 'elapsed-time', '150 s'],
      ['1 h 5 min', 'elapsed-time', '3900 s'],
      ['24 vac', 'ac-voltage', '24 V'],
    ] as const)
      expect(said(text, measured)).withContext(text).toBe(means);
  });

  it('is asked about, or refused with what is accepted, where it could be a slip', () => {
    expect(said('560', 'diode')).toBe('ask 560 mV or 560 V');
    expect(said('0.56', 'diode')).toBe('0.56 V');
    expect(said('45 mF', 'capacitance', 45e-6)).toContain('ask');
    expect(said('24..3', 'ac-voltage')).toContain('ask');
    for (const text of ['230,231,229', 'beep', 'closed', 'unstable', '1/2'])
      expect(said(text, text === 'beep' || text === 'closed' ? 'continuity' : 'ac-voltage'))
        .withContext(text)
        .toBe('error');
  });

  it('is never read as less or more than the magnitude expected by a slip of a prefix, unasked', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('mF', 'µF', 'nF', 'pF'),
        fc.integer({ min: 10, max: 999 }),
        fc.constantFrom(45e-6, 4.7e-9, 100e-12),
        (unit, figure, around) => {
          const parsed = parseReading(`${figure} ${unit}`, { function: 'capacitance', around });
          if (parsed.outcome !== 'reading' || parsed.reading.kind !== 'value' || unit !== 'mF') return;
          expect(Math.abs(Math.log10(inBase(parsed.reading.quantity) / around))).toBeLessThan(1.5);
        },
      ),
    );
  });
});

describe('words that are said at the meter', () => {
  it('are answered with what is typed for them, and never taken for a figure', () => {
    for (const word of ['zero', 'high', 'low', 'nothing', 'short', 'varies', 'closed', 'Open', 'BEEPS'])
      for (const measured of ['ac-voltage', 'resistance'] as const) {
        const parsed = parseReading(word, { function: measured });
        expect(parsed.outcome === 'error' && parsed.message)
          .withContext(`${word} of ${measured}`)
          .toMatch(/^Type what the meter shows: ./);
      }
  });
});
