import type { Meter } from '../../meter';
import { parseQuantity, inBase, type Dimension, type MeasurementFunction } from '../../quantity';

/** One thing to type or choose. */
export type CalculatorField = { readonly id: string; readonly label: string; readonly start: string } &
  /** `needsUnit` where a bare figure could be of two units that lie far apart. */
  (
    | { readonly kind: 'quantity'; readonly dimension: Dimension; readonly needsUnit?: boolean }
    /** Several quantities of one dimension, separated by ` / `. */
    | { readonly kind: 'list'; readonly dimension: Dimension; readonly least: number }
    | { readonly kind: 'number' }
    | { readonly kind: 'choice'; readonly choices: readonly string[] }
  );

/** What was typed, read: base units, lists in order. */
export interface CalculatorValues {
  /** A quantity in its base unit, or a number. */
  number(id: string): number;
  list(id: string): readonly number[];
  choice(id: string): string;
  readonly meter?: Meter;
}

export interface CalculatorResult {
  readonly lines: readonly { readonly label: string; readonly text: string }[];
  /** What the next free reading may be expected to be. */
  readonly expects?: { readonly function: MeasurementFunction; readonly line: string };
  /** What the figure does not say. */
  readonly caution?: string;
}

/** A curve with the places on it that were asked for; in degrees Celsius and ohms. */
export interface CalculatorCurve {
  readonly points: readonly CurvePoint[];
  readonly marks: readonly CurvePoint[];
  /** Ohms fall by powers of ten. */
  readonly isLogarithmic: boolean;
}

export interface CurvePoint {
  readonly celsius: number;
  readonly ohms: number;
}

/** A formula of the trade with what goes in, what comes out and where it is from. */
export interface Calculator {
  readonly id: string;
  readonly title: string;
  /** The formula, as one would write it beside the figures. */
  readonly formula: string;
  readonly source: string;
  readonly fields: readonly CalculatorField[];
  /** A text says why the values give no result. */
  compute(values: CalculatorValues): CalculatorResult | string;
  /** The curve the figures stand on, where there is one; asked only where there is a result. */
  curve?(values: CalculatorValues): CalculatorCurve;
}

export type CalculatorRun =
  | { readonly outcome: 'result'; readonly result: CalculatorResult; readonly curve?: CalculatorCurve }
  | {
      readonly outcome: 'problem';
      readonly field?: string;
      readonly message: string;
      readonly accepted: readonly string[];
    };

/** Reads what was typed and computes; a problem names the field and what it accepts. */
export function runCalculator(
  calculator: Calculator,
  texts: Readonly<Record<string, string>>,
  meter?: Meter,
): CalculatorRun {
  const numbers = new Map<string, readonly number[]>();
  for (const field of calculator.fields) {
    const read = readField(field, textOf(field, texts));
    if ('message' in read) return { outcome: 'problem', field: field.id, ...read };
    numbers.set(field.id, read.values);
  }
  const choices = new Map(calculator.fields.map((field) => [field.id, textOf(field, texts)] as const));
  const values: CalculatorValues = {
    number: (id) => numbers.get(id)?.[0] ?? NaN,
    list: (id) => numbers.get(id) ?? [],
    choice: (id) => choices.get(id) ?? '',
    ...(meter ? { meter } : {}),
  };
  const computed = calculator.compute(values);
  if (typeof computed === 'string') return { outcome: 'problem', message: computed, accepted: [] };
  const curve = calculator.curve?.(values);
  return { outcome: 'result', result: computed, ...(curve ? { curve } : {}) };
}

const BARE = /^[<>~≈+-]? ?[\d.,]+$/;

/** °C. */
const ABSOLUTE_ZERO = -273.15;

type ReadField =
  { readonly values: readonly number[] } | { readonly message: string; readonly accepted: readonly string[] };

function textOf(field: CalculatorField, texts: Readonly<Record<string, string>>): string {
  const text = Object.hasOwn(texts, field.id) ? texts[field.id]?.trim() : undefined;
  return text === undefined || text === '' ? field.start : text;
}

function readField(field: CalculatorField, text: string): ReadField {
  switch (field.kind) {
    case 'choice':
      return field.choices.includes(text)
        ? { values: [] }
        : { message: `"${text}" is none of the choices.`, accepted: field.choices };
    case 'number': {
      const value = Number(text.replace(',', '.').replace('\u2212', '-'));
      return Number.isFinite(value)
        ? { values: [value] }
        : { message: `"${text}" is no number.`, accepted: [field.start] };
    }
    case 'quantity':
      return field.needsUnit && BARE.test(text)
        ? { message: `"${text}" of what? Write its unit out.`, accepted: [field.start] }
        : readQuantities([text], field.dimension);
    case 'list': {
      const parts = text.split(/ ?; ?| ?\/ ?/).filter((part) => part !== '');
      return parts.length < field.least
        ? { message: `At least ${field.least} values, separated by /.`, accepted: [field.start] }
        : readQuantities(parts, field.dimension);
    }
  }
}

function readQuantities(texts: readonly string[], dimension: Dimension): ReadField {
  const values: number[] = [];
  for (const text of texts) {
    const parsed = parseQuantity(text, dimension);
    if (parsed.outcome === 'error') return { message: `"${text}": ${parsed.message}`, accepted: parsed.accepted };
    const value = inBase(parsed.quantity);
    if (dimension === 'temperature' && value < ABSOLUTE_ZERO)
      return { message: `"${text}" is below absolute zero.`, accepted: ['21 °C', '70 °F'] };
    values.push(value);
  }
  return { values };
}
