import { PRESENCE } from '../../reference';
import { DocumentError, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { quantityText, toleranceText } from '../line-amounts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { nominalWords, readFraction, readTolerance } from '../tolerance';

export interface NominalDocument extends ExpectationCommon {
  readonly kind: 'nominal';
  readonly value: string;
  /** Percent of the value or an absolute amount, both ways; default 10 %. */
  readonly tolerance?: string;
  readonly plus?: string;
  readonly minus?: string;
}

export const nominalKind: ExpectationKind<NominalDocument> = {
  resolve: (document, { measured }) => resolveNominal(document, measured),
  format: (document) => `${document.value}${tolerancesOf(document)}`,
  lines: [[/^(.+)$/, nominalLine]],
  example: ['24 V ±9 %', 'ac-voltage'],
};

const DEFAULT_TOLERANCE = '10 %';

/** Nominal with tolerance, in percent or absolute, which may differ up and down. */
function resolveNominal(document: NominalDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const value = readQuantity(document.value, 'value', dimension);
  const nominal = inBase(value);
  const both = document.tolerance ?? DEFAULT_TOLERANCE;
  const plusText = document.plus ?? both;
  const minusText = document.minus ?? both;
  const tolerances = plusText === minusText ? `±${plusText}` : `+${plusText} −${minusText}`;
  const words = `${nominalWords(value)} ${tolerances}`;
  return {
    low: nominal - readTolerance(minusText, 'minus', nominal, dimension, value.unit),
    high: nominal + readTolerance(plusText, 'plus', nominal, dimension, value.unit),
    unit,
    of: document.of === undefined ? nominal : inBase(readQuantity(document.of, 'of', dimension)),
    absentBelow: readFraction(document.absentBelow, 'absentBelow', PRESENCE.absentPart),
    partialBelow: readFraction(document.partialBelow, 'partialBelow', PRESENCE.partialPart),
    words,
    rule: words,
    source: document.source,
    judgeable: !value.assumed,
    finite: true,
  };
}

const BOTH_WAYS = /^(.+?) ?(?:±|\+-|\+\/-) ?(.+)$/;
const UP_AND_DOWN = /^(.+?) ?\+ ?([^+-]+?) ?- ?([^+-]+)$/;
const DOWN_AND_UP = /^(.+?) ?- ?([^+-]+?) ?\+ ?([^+-]+)$/;
const UP_ONLY = /^(.+?) ?\+ ?([^+-]+)$/;
const DOWN_ONLY = /^([^-].*?) ?- ?([^+-]+)$/;

function nominalLine([, line = '']: RegExpExecArray, measured: MeasurementFunction): NominalDocument {
  const value = (text: string | undefined): string => quantityText(text, measured);
  const ways = (of: string | undefined, ...texts: readonly (string | undefined)[]): readonly string[] =>
    toleranceTexts(
      of ?? '',
      texts.map((each) => each ?? ''),
      measured,
    );
  const both = BOTH_WAYS.exec(line);
  if (both) return { kind: 'nominal', value: value(both[1]), tolerance: ways(both[1], both[2])[0] ?? '' };
  const up = UP_AND_DOWN.exec(line);
  if (up) {
    const [plus = '', minus = ''] = ways(up[1], up[2], up[3]);
    return { kind: 'nominal', value: value(up[1]), plus, minus };
  }
  const down = DOWN_AND_UP.exec(line);
  if (down) {
    const [minus = '', plus = ''] = ways(down[1], down[2], down[3]);
    return { kind: 'nominal', value: value(down[1]), plus, minus };
  }
  const one = UP_ONLY.exec(line) ?? DOWN_ONLY.exec(line);
  if (one)
    throw new DocumentError('', 'Write both ways: "+20 % -15 %", or one for both: "±10 %"; a way may be 0 %.', []);
  return { kind: 'nominal', value: value(line) };
}

const BARE = /^[\d.,]+$/;

/** One trailing percent serves all; a bare figure is in the unit of its value. */
function toleranceTexts(of: string, texts: readonly string[], measured: MeasurementFunction): readonly string[] {
  const trimmed = texts.map((each) => each.trim());
  const last = trimmed.at(-1) ?? '';
  if (trimmed.slice(0, -1).some((each) => each.endsWith('%')) && BARE.test(last))
    throw new DocumentError('', `"${last}" beside a percentage: write % or the unit behind it.`, []);
  const unit = last.endsWith('%') ? '%' : (/[^\d.,+\s-].*$/.exec(of.replace(/\?$/, ''))?.[0] ?? '');
  return trimmed.map((each) => toleranceText(BARE.test(each) && unit !== '' ? `${each} ${unit}` : each, measured));
}

function tolerancesOf({ tolerance, plus, minus }: NominalDocument): string {
  if (plus === undefined && minus === undefined) return tolerance === undefined ? '' : ` ±${tolerance}`;
  const both = tolerance ?? '10 %';
  return ` +${plus ?? both} -${minus ?? both}`;
}
