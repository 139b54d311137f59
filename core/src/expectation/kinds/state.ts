import { PRESENCE } from '../../reference';
import { DocumentError, formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { quantityText } from '../line-amounts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { nominalWords, readFraction } from '../tolerance';

export type StateWord = 'present' | 'absent' | 'closed' | 'open';

export interface StateDocument extends ExpectationCommon {
  readonly kind: 'state';
  readonly is: StateWord;
  readonly of?: string;
  /** Present from this part of `of`; default 80 %. */
  readonly presentFrom?: string;
  /** Closed under this voltage or resistance; default the larger of 1 V and 2 % of `of`, or 5 Ω. */
  readonly closedBelow?: string;
  /** Open from this part of `of` or this resistance; default 80 %, or 1 MΩ. */
  readonly openFrom?: string;
}

export const stateKind: ExpectationKind<StateDocument> = {
  resolve: (document, { measured }) => resolveState(document, measured),
  format: (document) => (document.of === undefined ? document.is : `${document.is} ${document.of}`),
  lines: [[/^(present|absent|closed|open)(?: (.+))?$/i, stateLine]],
  example: ['closed 24 V', 'ac-voltage'],
};

/** A closed contact drops at most this much under load; common practice, no source. */
const CLOSED_VOLTS = 1;
const CLOSED_PART = 0.02;
/** Common practice, no source. */
const CLOSED_OHMS = '5 Ω';
const OPEN_OHMS = '1 MΩ';
/** A continuity beeper shows nothing above a few hundred ohms; common practice, no source. */
const SILENT_OHMS = '100 Ω';

/** Present or absent, open or closed, judged by volts across the points or by ohms between them. */
function resolveState(document: StateDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const nominal = document.of === undefined ? undefined : readQuantity(document.of, 'of', dimension);
  const common = {
    unit,
    of: nominal && inBase(nominal),
    absentBelow: readFraction(document.absentBelow, 'absentBelow', PRESENCE.absentPart),
    partialBelow: readFraction(document.partialBelow, 'partialBelow', PRESENCE.partialPart),
    words: document.is,
    source: document.source,
    judgeable: !(nominal?.assumed ?? false),
  };
  if (dimension === 'resistance')
    return { ...common, ...ohmsBand(document, measured), finite: document.is === 'closed' };
  if (!nominal) {
    throw new DocumentError('of', `A state of ${dimension} needs the value it would have.`, ['"of": "24 V"']);
  }
  const isForeignAbove = document.is === 'present' || document.is === 'open';
  return {
    ...common,
    ...presenceBand(document, inBase(nominal), nominalWords(nominal), measured),
    ...(isForeignAbove ? { isForeignAbove } : {}),
    finite: true,
  };
}

type Band = Pick<ResolvedExpectation, 'low' | 'high' | 'rule'>;

function ohmsBand(document: StateDocument, measured: MeasurementFunction): Band {
  switch (document.is) {
    case 'closed': {
      const limit = readQuantity(document.closedBelow ?? CLOSED_OHMS, 'closedBelow', 'resistance');
      return { low: 0, high: inBase(limit), rule: `closed: at most ${nominalWords(limit)} over the leads` };
    }
    case 'open': {
      const limit = readQuantity(
        document.openFrom ?? (measured === 'continuity' ? SILENT_OHMS : OPEN_OHMS),
        'openFrom',
        'resistance',
      );
      return { low: inBase(limit), high: Infinity, rule: `open: at least ${nominalWords(limit)}` };
    }
    default:
      throw new DocumentError('is', `"${document.is}" is not a state of a resistance.`, ['closed', 'open']);
  }
}

function presenceBand(document: StateDocument, of: number, ofWords: string, measured: MeasurementFunction): Band {
  const { unit, dimension, neverNegative } = FUNCTIONS[measured];
  const upTo = (high: number): Pick<Band, 'low' | 'high'> => ({ low: neverNegative ? 0 : -high, high });
  // 230 V are no 24 V that is present.
  const from = (part: number): Pick<Band, 'low' | 'high'> => ({ low: part * of, high: PRESENCE.presentTopPart * of });
  switch (document.is) {
    case 'present': {
      const part = readFraction(document.presentFrom, 'presentFrom', PRESENCE.presentPart);
      return {
        ...from(part),
        rule: `present: from ${percent(part)} to ${percent(PRESENCE.presentTopPart)} of ${ofWords}`,
      };
    }
    case 'absent': {
      const part = readFraction(document.absentBelow, 'absentBelow', PRESENCE.absentPart);
      return { ...upTo(part * of), rule: `absent: under ${percent(part)} of ${ofWords}` };
    }
    case 'open': {
      const part = readFraction(document.openFrom, 'openFrom', PRESENCE.presentPart);
      return {
        ...from(part),
        rule: `open: from ${percent(part)} to ${percent(PRESENCE.presentTopPart)} of ${ofWords}`,
      };
    }
    case 'closed': {
      if (document.closedBelow !== undefined) {
        const limit = inBase(readQuantity(document.closedBelow, 'closedBelow', dimension));
        return { ...upTo(limit), rule: `closed: at most ${formatValue(limit, unit)}` };
      }
      if (dimension !== 'voltage')
        throw new DocumentError('is', 'Closed is judged by volts or ohms.', ['present', 'absent']);
      const limit = Math.max(CLOSED_VOLTS, CLOSED_PART * of);
      return {
        ...upTo(limit),
        rule: `closed: at most ${formatValue(limit, unit)}, the larger of 1 V and 2 % of ${ofWords}`,
      };
    }
  }
}

function percent(part: number): string {
  return `${Number((part * 100).toPrecision(4))} %`;
}

function stateLine([, word = '', of]: RegExpExecArray, measured: MeasurementFunction): StateDocument {
  const is = word.toLowerCase() as StateWord;
  return of === undefined ? { kind: 'state', is } : { kind: 'state', is, of: quantityText(of, measured) };
}
