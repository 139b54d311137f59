import { parseExpectation, resolveExpectation, type ExpectationDocument } from '.';
import { DocumentError, type MeasurementFunction } from '../quantity';

const band = (
  document: ExpectationDocument,
  measured: MeasurementFunction = 'ac-voltage',
): readonly [number, number] => {
  const { low, high } = resolveExpectation(document, measured);
  return [Number(low.toPrecision(12)), Number(high.toPrecision(12))];
};

describe('expectations', () => {
  // IEC 60038: 230 V ±10 %. ANSI C84.1 range A: a 120 V service is 114 to 126 V.
  it('gives the supply bands of the standards', () => {
    expect(band({ kind: 'nominal', value: '230 V', tolerance: '10 %' })).toEqual([207, 253]);
    expect(band({ kind: 'nominal', value: '120 V', tolerance: '5 %' })).toEqual([114, 126]);
  });

  it('takes tolerances that differ up and down, in percent or absolute', () => {
    expect(band({ kind: 'nominal', value: '24 V', plus: '20 %', minus: '15 %' })).toEqual([20.4, 28.8]);
    expect(band({ kind: 'nominal', value: '8 Ω', tolerance: '0.5 Ω' }, 'resistance')).toEqual([7.5, 8.5]);
    // Common practice, no source: two variants of one winding, 15 Ω and 13 Ω, ±7 %.
    expect(band({ kind: 'nominal', value: '15 Ω', tolerance: '7 %' }, 'resistance')).toEqual([13.95, 16.05]);
    expect(band({ kind: 'nominal', value: '13 Ω', tolerance: '7 %' }, 'resistance')).toEqual([12.09, 13.91]);
  });

  it('takes a tolerance of a temperature as a difference', () => {
    expect(band({ kind: 'nominal', value: '20 °C', tolerance: '2 °C' }, 'temperature')).toEqual([18, 22]);
    expect(band({ kind: 'nominal', value: '20 °C', tolerance: '3.6 °F' }, 'temperature')).toEqual([18, 22]);
  });

  it('reads ranges and limits', () => {
    expect(band({ kind: 'range', low: '4.5 V', high: '5.5 V' }, 'dc-voltage')).toEqual([4.5, 5.5]);
    expect(band({ kind: 'limit', atLeast: '1 MΩ' }, 'insulation')).toEqual([1e6, Infinity]);
    expect(band({ kind: 'limit', atMost: '2 Ω', relativeTo: 'leads' }, 'resistance')).toEqual([0, 2]);
  });

  it('gives the states their default bands', () => {
    expect(band({ kind: 'state', is: 'present', of: '24 V' })).toEqual([19.2, 31.2]);
    expect(band({ kind: 'state', is: 'absent', of: '24 V' })).toEqual([0, 1.2]);
    expect(band({ kind: 'state', is: 'closed', of: '24 V' })).toEqual([0, 1]);
    expect(band({ kind: 'state', is: 'closed', of: '230 V' })).toEqual([0, 4.6]);
    expect(band({ kind: 'state', is: 'open', of: '24 V' })).toEqual([19.2, 31.2]);
    expect(band({ kind: 'state', is: 'closed' }, 'resistance')).toEqual([0, 5]);
    expect(band({ kind: 'state', is: 'open' }, 'resistance')).toEqual([1e6, Infinity]);
  });

  it('lets each default be overridden', () => {
    expect(band({ kind: 'state', is: 'present', of: '24 V', presentFrom: '50 %' })[0]).toBe(12);
    expect(band({ kind: 'state', is: 'closed', of: '24 V', closedBelow: '2 V' })[1]).toBe(2);
    expect(band({ kind: 'state', is: 'open', openFrom: '2 MΩ' }, 'resistance')[0]).toBe(2e6);
  });

  it('takes a limit at or below zero for no limit where nothing is negative', () => {
    expect(band({ kind: 'nominal', value: '0 V', tolerance: '0.5 V' })).toEqual([0, 0.5]);
    expect(band({ kind: 'nominal', value: '0 V', tolerance: '0.5 V' }, 'dc-voltage')).toEqual([-0.5, 0.5]);
  });

  it('does not judge what is unknown or assumed', () => {
    expect(resolveExpectation({ kind: 'unknown' }, 'resistance').judgeable).toBeFalse();
    expect(resolveExpectation({ kind: 'nominal', value: '2.1 kΩ?' }, 'resistance').judgeable).toBeFalse();
  });

  it('says what is wrong and what would be accepted', () => {
    for (const document of [
      { kind: 'nominal', value: '24 Ω' },
      { kind: 'range', low: '5 V', high: '4 V' },
      { kind: 'limit' },
      { kind: 'limit', atMost: '1 V', atLeast: '2 V' },
      { kind: 'state', is: 'closed' },
      { kind: 'computed' },
    ]) {
      expect(() => resolveExpectation(document as ExpectationDocument, 'ac-voltage'))
        .withContext(JSON.stringify(document))
        .toThrowError(DocumentError);
    }
    expect(() =>
      resolveExpectation({ kind: 'state', is: 'present', of: '24 V' } as ExpectationDocument, 'resistance'),
    ).toThrowError(DocumentError);
  });
});

describe('a tolerance', () => {
  const inLine = (line: string, measured: MeasurementFunction): readonly number[] | string => {
    const parsed = parseExpectation(line, measured);
    if (parsed.outcome === 'error') return 'refused';
    const { low, high } = resolveExpectation(parsed.document, measured);
    return [low, high].map((each) => Number(each.toPrecision(6)));
  };

  it('of one trailing percent serves both ways, and a bare one is in the unit of its value', () => {
    expect(inLine('24 V +20 -15 %', 'ac-voltage')).toEqual([20.4, 28.8]);
    expect(inLine('24 V -15 +20 %', 'ac-voltage')).toEqual([20.4, 28.8]);
    // 45 psi and 5 psi either way, in bar: NIST SP 811, 1 psi = 0.068 947 57 bar.
    expect(inLine('45 psi ±5', 'pressure')).toEqual([2.7579, 3.44738]);
    expect(inLine('70 F ±3', 'temperature')).toEqual([19.4444, 22.7778]);
    expect(inLine('24 V ±3', 'ac-voltage')).toEqual([21, 27]);
  });

  it('is refused below zero, beside a percentage without a unit, and as a percentage of a temperature', () => {
    for (const [line, measured] of [
      ['5 V ±-3', 'dc-voltage'],
      ['24 V +20 % -15', 'ac-voltage'],
      ['20 °C ±10 %', 'temperature'],
    ] as const)
      expect(inLine(line, measured)).withContext(line).toBe('refused');
  });
});
