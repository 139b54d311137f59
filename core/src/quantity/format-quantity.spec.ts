import { formatQuantity, formatSpan, formatValue, fromBase, inBase, parseQuantity, unitOf } from '.';

/** No-break spaces read badly in a spec. */
const plain = (text: string): string => text.replaceAll('\u00a0', ' ');

describe('formatting as a person writes', () => {
  it('uses engineering prefixes and keeps the resolution', () => {
    expect(plain(formatQuantity({ value: 4700, unit: 'Ω', exponent: 2 }))).toBe('4.7 kΩ');
    expect(plain(formatQuantity({ value: 0.47e-6, unit: 'F', exponent: -8 }))).toBe('0.47 µF');
    expect(plain(formatQuantity({ value: 26.9, unit: 'V', exponent: -2 }))).toBe('26.90 V');
    expect(plain(formatQuantity({ value: 200, unit: 'Ω', exponent: 2 }))).toBe('0.2 kΩ');
    expect(plain(formatQuantity({ value: -12, unit: 'V', exponent: 0 }))).toBe('−12 V');
  });

  it('writes Ω as U+03A9 and µ as U+00B5, as the fonts have them', () => {
    expect(formatValue(8, 'Ω')).toContain('\u03a9');
    expect(formatValue(4.7e-6, 'F')).toContain('\u00b5');
  });

  it('writes computed limits without trailing zeros and without a needless prefix', () => {
    expect(plain(formatValue(230, 'V'))).toBe('230 V');
    expect(plain(formatValue(0.1 + 0.2 - 0.3, 'V'))).toBe('0 V');
    expect(plain(formatValue(Number.MIN_VALUE, 'V'))).toBe('0 V');
    expect(plain(formatValue(20.4, 'V'))).toBe('20.4 V');
    expect(plain(formatValue(1e6, 'Ω'))).toBe('1 MΩ');
    expect(plain(formatValue(0, 'V'))).toBe('0 V');
    expect(plain(formatValue(1200, 's', 4))).toBe('1200 s');
  });

  it('gives both ends of a span one unit and the same last digit', () => {
    expect(plain(formatSpan(26.3512, 27.4488, 'V', -2))).toBe('26.35 to 27.45 V');
  });

  it('converts °F to °C and back', () => {
    expect(inBase({ value: 32, unit: '°F', exponent: 0 })).toBeCloseTo(0, 12);
    expect(inBase({ value: 44, unit: '°F', exponent: 0 })).toBeCloseTo(6.67, 2);
    expect(fromBase(100, '°F')).toBeCloseTo(212, 10);
    expect(unitOf('°F').dimension).toBe('temperature');
  });

  it('refuses a unit symbol that does not exist', () => {
    expect(() => unitOf('X' as 'V')).toThrowError(RangeError);
  });
});

describe('quantities in documents', () => {
  it('reads them with the dimension the field has', () => {
    expect(parseQuantity('0.75 mm²', 'cross-section')).toEqual(jasmine.objectContaining({ outcome: 'quantity' }));
    expect(parseQuantity('63 VA', 'apparent-power').outcome).toBe('quantity');
    expect(parseQuantity('15 %', 'voltage', 'ratio').outcome).toBe('quantity');
    expect(parseQuantity('15 kg', 'voltage').outcome).toBe('error');
  });

  it('keeps a question mark as "assumed"', () => {
    const parsed = parseQuantity('2.1 kΩ?', 'resistance');
    expect(parsed.outcome === 'quantity' && parsed.quantity.assumed).toBeTrue();
    expect(parsed.outcome === 'quantity' && parsed.quantity.value).toBe(2100);
  });

  it('takes a unit written out in full at its word', () => {
    const parsed = parseQuantity('5 mΩ', 'resistance');
    expect(parsed.outcome === 'quantity' && parsed.quantity.value).toBe(0.005);
  });
});
