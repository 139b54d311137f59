import { DocumentError, FUNCTIONS, formatValue, inBase, readQuantity, type MeasurementFunction } from '../quantity';
import type { StateDocument } from './expectation-document';
import type { ResolvedExpectation } from './resolved-expectation';
import { nominalWords, readFraction } from './tolerance';

/** A closed contact drops at most this much under load; common practice, no source. */
const CLOSED_VOLTS = 1;
const CLOSED_PART = 0.02;
/** Common practice, no source. */
const CLOSED_OHMS = '5 Ω';
const OPEN_OHMS = '1 MΩ';
/** A continuity beeper shows nothing above a few hundred ohms; common practice, no source. */
const SILENT_OHMS = '100 Ω';

/** Present or absent, open or closed, judged by volts across the points or by ohms between them. */
export function resolveState(document: StateDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const nominal = document.of === undefined ? undefined : readQuantity(document.of, 'of', dimension);
  const common = {
    unit,
    of: nominal && inBase(nominal),
    absentBelow: readFraction(document.absentBelow, 'absentBelow', 0.05),
    partialBelow: readFraction(document.partialBelow, 'partialBelow', 0.5),
    words: document.is,
    source: document.source,
    judgeable: !(nominal?.assumed ?? false),
  };
  if (dimension === 'resistance')
    return { ...common, ...ohmsBand(document, measured), finite: document.is === 'closed' };
  if (!nominal) {
    throw new DocumentError('of', `A state of ${dimension} needs the value it would have.`, ['"of": "24 V"']);
  }
  return { ...common, ...presenceBand(document, inBase(nominal), nominalWords(nominal), measured), finite: true };
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
  const from = (part: number): Pick<Band, 'low' | 'high'> => ({ low: part * of, high: Infinity });
  switch (document.is) {
    case 'present': {
      const part = readFraction(document.presentFrom, 'presentFrom', 0.8);
      return { ...from(part), rule: `present: from ${percent(part)} of ${ofWords}` };
    }
    case 'absent': {
      const part = readFraction(document.absentBelow, 'absentBelow', 0.05);
      return { ...upTo(part * of), rule: `absent: under ${percent(part)} of ${ofWords}` };
    }
    case 'open': {
      const part = readFraction(document.openFrom, 'openFrom', 0.8);
      return { ...from(part), rule: `open: from ${percent(part)} of ${ofWords}` };
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
