import {
  DocumentError,
  formatValue,
  FUNCTIONS,
  readQuantity,
  type Dimension,
  type MeasurementFunction,
} from '../quantity';
import { notYetKnown, thresholdsOf } from './common';
import type { ExpectationCommon, ReferenceDocument } from './expectation-common';
import { resolveReference } from './reference';
import type { ResolutionFacts } from './resolution-facts';
import type { ResolvedExpectation } from './resolved-expectation';
import { readTolerance } from './tolerance';

type CurveDocument = Pick<ExpectationCommon, 'absentBelow' | 'partialBelow' | 'source'> & {
  readonly kind: string;
  readonly temperature: ReferenceDocument;
};

export interface Curve {
  readonly name: string;
  readonly ohms: (celsius: number) => number;
  /** Half-width in °C at a temperature; 0 where the tolerance is one of ohms. */
  readonly degrees: (celsius: number) => number;
  /** Half-width in ohms of a value. */
  readonly off: (ohms: number) => number;
  readonly tolerance: string;
}

/** What a tolerance of degrees, percent or ohms means along a curve. */
export function curveTolerance(text: string): Pick<Curve, 'degrees' | 'off' | 'tolerance'> {
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

/** What the curve says of the temperature that was read, judged as ohms. */
export function resolveCurve(
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

/** What a reading by a guessed or single point of a curve does not say. */
export function guessOrCaveat(
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
