import { readAwg } from './awg';
import { parseAmount } from './parse-amount';
import type { Quantity } from './quantity';
import { UNITS, type Dimension, type UnitSymbol } from './unit';

/** A quantity from a document; `assumed` when it ends in a question mark: good for simulation, never for a verdict. */
export interface DocumentQuantity extends Quantity {
  readonly assumed: boolean;
}

export type ParsedQuantity =
  | { readonly outcome: 'quantity'; readonly quantity: DocumentQuantity }
  | { readonly outcome: 'error'; readonly message: string; readonly accepted: readonly string[] };

const EXAMPLES: Readonly<Record<Dimension, readonly string[]>> = {
  voltage: ['24 V', '120 mV'],
  current: ['3 A', '250 mA'],
  resistance: ['8 Ω', '4k7', '1 MΩ'],
  capacitance: ['0.47 µF', '470 nF'],
  inductance: ['12 mH'],
  frequency: ['50 Hz'],
  temperature: ['2 °C', '70 °F'],
  pressure: ['3 bar', '40 psi'],
  time: ['30 s', '5 min', '4 h'],
  power: ['2 W', '2.4 kW'],
  'apparent-power': ['80 VA'],
  energy: ['10 J'],
  length: ['6 m', '30 cm'],
  'cross-section': ['0.75 mm²', 'AWG 18', '2/0 AWG'],
  ratio: ['15 %'],
};

/** Sizes are reckoned to three digits: the last of the finest is a ten thousandth of a square millimetre. */
const AWG_DIGIT = -4;

/**
 * Reads a quantity of a document: unit expected, one of `dimensions`, a trailing `?` marks it as assumed.
 *
 * @example parseQuantity('4k7', 'resistance').outcome // "quantity"
 */
export function parseQuantity(text: string, ...dimensions: readonly [Dimension, ...Dimension[]]): ParsedQuantity {
  const assumed = text.trimEnd().endsWith('?');
  const bare = assumed ? text.trimEnd().slice(0, -1) : text;
  let message = '';
  const size = dimensions.includes('cross-section') ? readAwg(bare) : undefined;
  if (size !== undefined)
    return { outcome: 'quantity', quantity: { value: size, unit: 'mm²', exponent: AWG_DIGIT, assumed } };
  for (const dimension of dimensions) {
    const parsed = parseAmount(bare, { dimension, unit: baseUnit(dimension), prefix: 0 });
    // In a document nobody can be asked, and a unit written out in full is not a slip of the thumb.
    const quantity =
      parsed.outcome === 'ask'
        ? asWritten(bare, parsed.candidates)
        : parsed.outcome === 'amount'
          ? parsed.quantity
          : undefined;
    if (quantity) return { outcome: 'quantity', quantity: { ...quantity, assumed } };
    message ||= parsed.outcome === 'error' ? parsed.message : 'This can be read in two ways; write the unit out.';
  }
  return { outcome: 'error', message, accepted: dimensions.flatMap((dimension) => EXAMPLES[dimension]) };
}

function asWritten(text: string, candidates: readonly Quantity[]): Quantity | undefined {
  const written = /([mM])(Ω|V|A|F|Hz|bar)$/.exec(text.trim());
  if (!written) return undefined;
  const prefix = written[1] === 'm' ? -3 : 6;
  const mantissa = Number.parseFloat(text.replace(',', '.'));
  return candidates.find((each) => Math.abs(each.value - mantissa * 10 ** prefix) <= Math.abs(each.value) * 1e-9);
}

function baseUnit(dimension: Dimension): UnitSymbol {
  const found = UNITS.find((unit) => unit.dimension === dimension);
  if (!found) throw new RangeError(`No unit for ${dimension}`);
  return found.symbol;
}
