/** What a unit measures. Only quantities of one dimension can be compared. */
export type Dimension =
  | 'voltage'
  | 'current'
  | 'resistance'
  | 'capacitance'
  | 'inductance'
  | 'frequency'
  | 'temperature'
  | 'pressure'
  | 'time'
  | 'power'
  | 'apparent-power'
  | 'energy'
  | 'length'
  | 'cross-section'
  | 'ratio';

export type UnitSymbol =
  | 'V'
  | 'A'
  | 'Ω'
  | 'F'
  | 'H'
  | 'Hz'
  | '°C'
  | '°F'
  | 'K'
  | 'Pa'
  | 'bar'
  | 'psi'
  | 'inH2O'
  | 's'
  | 'min'
  | 'h'
  | 'W'
  | 'VA'
  | 'J'
  | 'm'
  | 'mm²'
  | '%';

export interface Unit {
  readonly symbol: UnitSymbol;
  readonly dimension: Dimension;
  /** Base value = value * factor + offset. Bases: V A Ω F H Hz °C bar s W VA J m mm² %. */
  readonly factor: number;
  readonly offset: number;
  /** Powers of ten of the SI prefixes in use with this unit in the trade, 0 included. */
  readonly prefixes: readonly number[];
  /** The prefixes this product writes; those that a slip between m and M could produce are left out. */
  readonly written: readonly number[];
  /** Other ways people type it. Matched exactly, upper and lower case as written here. */
  readonly aliases: readonly string[];
}

const unit = (
  symbol: UnitSymbol,
  dimension: Dimension,
  prefixes: readonly number[],
  aliases: readonly string[],
  conversion: { readonly written?: readonly number[]; readonly factor?: number; readonly offset?: number } = {},
): Unit => ({ symbol, dimension, prefixes, aliases, factor: 1, offset: 0, written: prefixes, ...conversion });

/** Conversion factors: BIPM SI brochure, 9th edition; psi from NIST SP 811 appendix B. */
export const UNITS: readonly Unit[] = [
  unit('V', 'voltage', [-6, -3, 0, 3, 6], ['v', 'volt', 'volts', 'VAC', 'VDC', 'V AC', 'V DC', 'V~', 'V='], {
    written: [-3, 0, 3],
  }),
  unit('A', 'current', [-6, -3, 0, 3, 6], ['a', 'amp', 'amps', 'A AC', 'A DC'], { written: [-6, -3, 0, 3] }),
  unit('Ω', 'resistance', [-3, 0, 3, 6, 9], ['ohm', 'ohms', 'Ohm', 'R', 'r'], { written: [0, 3, 6, 9] }),
  unit('F', 'capacitance', [-12, -9, -6, -3, 0, 6], ['f', 'farad'], { written: [-12, -9, -6] }),
  unit('H', 'inductance', [-6, -3, 0], ['henry']),
  unit('Hz', 'frequency', [-3, 0, 3, 6], ['hz', 'HZ'], { written: [0, 3, 6] }),
  unit('°C', 'temperature', [0], ['C', 'c', 'degC']),
  unit('°F', 'temperature', [0], ['F', 'f', 'degF'], { factor: 5 / 9, offset: -160 / 9 }),
  unit('K', 'temperature', [0], ['kelvin'], { offset: -273.15 }),
  // The bar is the base: what is reckoned is written in it.
  unit('bar', 'pressure', [-3, 0, 6], ['Bar'], { written: [-3, 0] }),
  unit('Pa', 'pressure', [0, 3, 6], ['pa'], { factor: 1e-5 }),
  unit('psi', 'pressure', [0], ['PSI'], { factor: 0.06894757 }),
  // At 4 °C, by convention: NIST SP 811 appendix B.
  unit('inH2O', 'pressure', [0], ['in wc', 'inwc', 'in WC', 'inWC', 'in w.c.', '"wc', '"WC', 'in H2O'], {
    factor: 0.00249082,
  }),
  unit('s', 'time', [-6, -3, 0], ['sec', 'secs', 'second', 'seconds']),
  unit('min', 'time', [0], ['mins', 'minute', 'minutes'], { factor: 60 }),
  unit('h', 'time', [0], ['hr', 'hrs', 'hour', 'hours'], { factor: 3600 }),
  unit('W', 'power', [-3, 0, 3, 6], ['w', 'watt', 'watts']),
  unit('VA', 'apparent-power', [0, 3], ['va']),
  unit('J', 'energy', [0, 3], []),
  unit('m', 'length', [-3, -2, 0, 3], [], { written: [-3, 0, 3] }),
  unit('mm²', 'cross-section', [0], ['mm2']),
  unit('%', 'ratio', [0], ['percent']),
];

const BY_SYMBOL = new Map(UNITS.map((each) => [each.symbol, each]));

/** The unit with this symbol. */
export function unitOf(symbol: UnitSymbol): Unit {
  const found = BY_SYMBOL.get(symbol);
  if (!found) throw new RangeError(`Expected a unit symbol, got "${symbol}"`);
  return found;
}

/** Prefix letters by power of ten, as this product writes them. */
export const PREFIX_LETTERS: ReadonlyMap<number, string> = new Map([
  [-12, 'p'],
  [-9, 'n'],
  [-6, 'µ'],
  [-3, 'm'],
  [-2, 'c'],
  [0, ''],
  [3, 'k'],
  [6, 'M'],
  [9, 'G'],
]);

/** Prefix letters as people type them. Both µ code points and `u` are micro; `K` is a common kilo. */
export const TYPED_PREFIXES: ReadonlyMap<string, number> = new Map([
  ['p', -12],
  ['n', -9],
  ['µ', -6],
  ['u', -6],
  ['m', -3],
  ['c', -2],
  ['k', 3],
  ['K', 3],
  ['M', 6],
  ['meg', 6],
  ['Meg', 6],
  ['MEG', 6],
  ['G', 9],
]);
