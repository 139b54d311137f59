import {
  betaOhms,
  platinumOhms,
  platinumTolerance,
  steinhartHartOhms,
  tableFault,
  tableSpan,
  tableValue,
  windingOhms,
} from '../reference';
import {
  DocumentError,
  formatValue,
  FUNCTIONS,
  inBase,
  readQuantity,
  unitOf,
  type Dimension,
  type MeasurementFunction,
} from '../quantity';
import { notYetKnown, thresholdsOf } from './common';
import type {
  NtcDocument,
  ReferenceDocument,
  RtdDocument,
  TableDocument,
  WindingDocument,
} from './expectation-document';
import { resolveReference } from './reference';
import type { ResolutionFacts } from './resolution-facts';
import type { ResolvedExpectation } from './resolved-expectation';
import { readTolerance } from './tolerance';

type CurveDocument = RtdDocument | NtcDocument | WindingDocument;

interface Curve {
  readonly name: string;
  readonly ohms: (celsius: number) => number;
  /** Half-width in °C at a temperature; 0 where the tolerance is one of ohms. */
  readonly degrees: (celsius: number) => number;
  /** Half-width in ohms of a value. */
  readonly off: (ohms: number) => number;
  readonly tolerance: string;
}

/** Platinum by IEC 60751, at a temperature that was read: the class or a tolerance of degrees, percent or ohms. */
export function resolveRtd(
  document: RtdDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts = {},
): ResolvedExpectation {
  const at0C = inBase(readQuantity(document.at0C, 'at0C', 'resistance'));
  const { tolerance } = document;
  const platinumClass = document.class ?? 'B';
  const curve: Curve = {
    name: `platinum ${document.at0C}`,
    ohms: (celsius) => platinumOhms(celsius, at0C),
    ...(tolerance === undefined
      ? {
          degrees: (celsius) => platinumTolerance(celsius, platinumClass),
          off: () => 0,
          tolerance: `class ${platinumClass}`,
        }
      : toleranceOf(tolerance)),
  };
  return resolveCurve(document, curve, measured, facts);
}

/** A thermistor by beta or by Steinhart and Hart. */
export function resolveNtc(
  document: NtcDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts = {},
): ResolvedExpectation {
  const { at25C, beta, steinhartHart, tolerance = '5 %' } = document;
  const at25 = at25C === undefined ? undefined : inBase(readQuantity(at25C, 'at25C', 'resistance'));
  const ohms = steinhartHart
    ? (celsius: number) => steinhartHartOhms(celsius, steinhartHart)
    : at25 !== undefined && beta !== undefined && beta > 0
      ? (celsius: number) => betaOhms(celsius, at25, beta)
      : undefined;
  if (!ohms)
    throw new DocumentError('ntc', 'A thermistor has at25C and beta, or steinhartHart.', [
      '{"kind":"ntc","at25C":"10 kΩ","beta":3950,"temperature":{"reading":"ambient"}}',
    ]);
  return resolveCurve(document, { name: 'thermistor', ohms, ...toleranceOf(tolerance) }, measured, facts);
}

/** A winding at its temperature (IEC 60028, IEC 60034-1). */
export function resolveWinding(
  document: WindingDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts = {},
): ResolvedExpectation {
  const { value, at = '20 °C', material = 'copper', tolerance = '7 %' } = document;
  const known = inBase(readQuantity(value, 'value', 'resistance'));
  const reference = inBase(readQuantity(at, 'at', 'temperature'));
  const curve: Curve = {
    name: `winding ${value} at ${at}`,
    ohms: (celsius) => windingOhms(celsius, known, reference, material),
    ...toleranceOf(tolerance),
  };
  return resolveCurve(document, curve, measured, facts);
}

function toleranceOf(text: string): Pick<Curve, 'degrees' | 'off' | 'tolerance'> {
  const quantity = readQuantity(text, 'tolerance', 'temperature', 'resistance', 'ratio');
  if (quantity.unit === '°C' || quantity.unit === '°F' || quantity.unit === 'K') {
    const degrees = readTolerance(text, 'tolerance', 0, 'temperature');
    return { degrees: () => degrees, off: () => 0, tolerance: `±${text}` };
  }
  return {
    degrees: () => 0,
    off: (ohms) => readTolerance(text, 'tolerance', ohms, 'resistance'),
    tolerance: `±${text}`,
  };
}

function resolveCurve(
  document: CurveDocument,
  curve: Curve,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
): ResolvedExpectation {
  if (FUNCTIONS[measured].dimension !== 'resistance')
    throw new DocumentError('kind', `A ${document.kind} is expected of a reading of ohms.`, [
      '"function": "resistance"',
    ]);
  const at = resolveReference(document.temperature, 'temperature', 'temperature', facts);
  if ('needs' in at) return notYetKnown(document, measured, `${curve.name} at ${at.words}`, at.needs, true);
  // The curve may rise or fall: both ends are looked at.
  const ends = [at.low - curve.degrees(at.low), at.high + curve.degrees(at.high)].map(curve.ohms);
  if (ends.some((ohms) => !(ohms > 0)))
    return notYetKnown(
      document,
      measured,
      `${curve.name} at ${at.words}, where its curve says nothing`,
      undefined,
      true,
    );
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const middle = curve.ohms((at.low + at.high) / 2);
  const words = `${formatValue(middle, 'Ω', 4)} at ${at.words}`;
  return {
    ...thresholdsOf(document, measured),
    low: low - curve.off(low),
    high: high + curve.off(high),
    of: middle,
    words,
    rule: `${words} (${curve.name}, ${curve.tolerance})`,
    judgeable: true,
    finite: true,
    ...guessOrCaveat(at.guessed, document.temperature, 'temperature'),
  };
}

/** Any table of two columns: the other quantity was read, and between its ends alone something is known. */
export function resolveTable(
  document: TableDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts = {},
): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const rows = document.rows.map(([x = '', y = ''], index) => {
    const other = readQuantity(
      x,
      `rows[${index}][0]`,
      'temperature',
      'pressure',
      'time',
      'voltage',
      'current',
      'resistance',
      'frequency',
      'ratio',
    );
    return { other, x: inBase(other), y: inBase(readQuantity(y, `rows[${index}][1]`, dimension)) };
  });
  const table = rows.map(({ x, y }) => [x, y] as const);
  const fault = tableFault(table);
  const [first] = rows;
  if (fault !== undefined || !first)
    throw new DocumentError('rows', fault ?? 'No row.', ['[["0 °C", "32.7 kΩ"], ["25 °C", "10 kΩ"]]']);
  const other = unitOf(first.other.unit).dimension;
  const at = resolveReference(document.by, 'by', other, facts);
  if ('needs' in at) return notYetKnown(document, measured, `a table by ${at.words}`, at.needs, true);
  const span = tableSpan(table, at.low, at.high);
  if (!span) {
    const last = rows.at(-1) ?? first;
    const ends = [first, last].map((row) => formatValue(row.other.value, row.other.unit, 4)).join(' to ');
    return notYetKnown(document, measured, `a table that knows ${ends} and nothing of ${at.words}`);
  }
  const tolerance = document.tolerance ?? '5 %';
  const middle = tableValue(table, (at.low + at.high) / 2);
  const words = `${formatValue(middle, unit, 4)} at ${at.words}`;
  return {
    ...thresholdsOf(document, measured),
    low: span.low - readTolerance(tolerance, 'tolerance', span.low, dimension),
    high: span.high + readTolerance(tolerance, 'tolerance', span.high, dimension),
    of: middle,
    words,
    rule: `${words} by the table, ±${tolerance}`,
    judgeable: true,
    finite: true,
    ...guessOrCaveat(at.guessed, document.by, other),
  };
}

function guessOrCaveat(
  guessed: string | undefined,
  reference: ReferenceDocument,
  dimension: Dimension,
): Pick<ResolvedExpectation, 'guessed' | 'caveat' | 'needs'> {
  if (guessed === undefined)
    return {
      caveat: {
        kind: 'this-point-only',
        words: `It passes at this ${dimension === 'temperature' ? 'temperature' : 'point of its curve'} only`,
      },
    };
  return {
    guessed,
    ...(reference.reading === undefined ? {} : { needs: { kind: 'reading', name: reference.reading } }),
  };
}
