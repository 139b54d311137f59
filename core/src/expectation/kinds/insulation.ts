import { INSULATION_REFERENCE, LEAST_INSULATION, leastInsulationAt } from '../../reference';
import { DocumentError, formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { notYetKnown, thresholdsOf } from '../common';
import { guessOrCaveat } from '../curve';
import type { ExpectationCommon, ReferenceDocument } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { quantityText } from '../line-amounts';
import { referenceOf, referenceWords } from '../line-parts';
import { resolveReference } from '../reference';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import type { ExpectationDocument } from './expectation-registry';

/** Insulation of a winding, which is asked for at 40 °C and read at another temperature. */
export interface InsulationDocument extends ExpectationCommon {
  readonly kind: 'insulation';
  /** Least at 40 °C; default 5 MΩ, that of a random-wound machine under 1 kV. */
  readonly atLeast?: string;
  /** Temperature of the winding. */
  readonly temperature: ReferenceDocument;
}

export const insulationKind: ExpectationKind<InsulationDocument> = {
  resolve: (document, { measured, facts }) => resolveInsulation(document, measured, facts),
  format: ({ atLeast, temperature }) => `insulation ${atLeast ?? LEAST} at ${referenceWords(temperature)}`,
  lines: [[/^insulation (.+?) at (.+)$/i, insulationLine]],
  example: ['insulation 5 MΩ at 22 °C', 'insulation'],
};

const LEAST = '5 MΩ';

/** It halves for every 10 °C (IEEE 43, from memory): what is enough at 40 °C is too little in a cold winding. */
function resolveInsulation(
  document: InsulationDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  if (dimension !== 'resistance')
    throw new DocumentError('kind', 'Insulation is expected of a reading of ohms.', ['"function": "insulation"']);
  const least =
    document.atLeast === undefined ? LEAST_INSULATION : inBase(readQuantity(document.atLeast, 'atLeast', 'resistance'));
  const at = resolveReference(document.temperature, 'temperature', 'temperature', facts);
  const asked = `${formatValue(least, unit)} at ${INSULATION_REFERENCE} °C`;
  if ('needs' in at) return notYetKnown(document, measured, `at least ${asked}, read at ${at.words}`, at.needs);
  // The colder the winding may be, the more it should show.
  const low = leastInsulationAt(least, at.low);
  const words = `at least ${formatValue(low, unit, 3)} at ${at.words}`;
  return {
    ...thresholdsOf(document, measured),
    low,
    high: Infinity,
    words,
    rule: `${words} (${asked})`,
    judgeable: true,
    finite: false,
    ...guessOrCaveat(at.guessed, document.temperature, 'temperature'),
  };
}

function insulationLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, atLeast = '', at = ''] = found;
  return { kind: 'insulation', atLeast: quantityText(atLeast, measured), temperature: referenceOf(at, 'temperature') };
}
