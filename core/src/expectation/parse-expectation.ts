import { DocumentError, FUNCTIONS, normalise, type MeasurementFunction } from '../quantity';
import { EXPECTATION_KINDS, EXPECTATION_REGISTRY, type ExpectationDocument, type SourcedExpectation } from './kinds';
import { amountText, formatted } from './line-amounts';
import { resolveExpectation } from './resolve';

/** What a typed line of expectation comes to; the caller keeps the text. */
export type ParsedExpectation =
  | { readonly outcome: 'expectation'; readonly document: ExpectationDocument }
  | { readonly outcome: 'error'; readonly message: string; readonly accepted: readonly string[] };

const LONGEST = 200;
const SOURCE = /^(.*?) ?\(([^()]*)\)$/;
const DISAGREEING = / or (?=[^()]*\([^()]+\)$|[^()]*\([^()]+\) or )/;
/** The sign counts: "signed < 50 V". */
const SIGNED = /^signed (.+)$/i;
const LASTING = /^(.+) for ([\d.,:]+ ?(?:s|min|h|sec|seconds|minutes|hours)?)$/i;

/**
 * Reads an expected value typed in one line, in the light of what is measured. The grammar, with examples, is in
 * docs/formats/expectations.md. Whatever is read can also be resolved.
 *
 * @example parseExpectation('24 V +20 % -15 %', 'ac-voltage')
 */
export function parseExpectation(text: string, measured: MeasurementFunction): ParsedExpectation {
  const line = normalise(text);
  if (line === '') return failed('Nothing typed yet.', measured);
  if (line.length > LONGEST) return failed(`This is longer than ${LONGEST} characters.`, measured);
  try {
    const document = lineOf(line, measured);
    resolveExpectation(document, measured);
    return { outcome: 'expectation', document };
  } catch (error) {
    if (error instanceof DocumentError) return failed(error.message, measured);
    throw error;
  }
}

/** Lines that show what is accepted for a function. */
export function expectationExamples(measured: MeasurementFunction): readonly string[] {
  switch (FUNCTIONS[measured].dimension) {
    case 'voltage':
      return [
        '24 V ±15 %',
        '4.8..5.2 V',
        '< 1 V',
        'present 230 V',
        'zero',
        'same as last',
        'swings 18..52 V',
        'unknown',
      ];
    case 'resistance':
      return measured === 'insulation'
        ? ['> 5 MΩ', 'unknown']
        : [
            '8 Ω ±10 %',
            '30..42 Ω',
            '< 2 Ω',
            '> 1 MΩ',
            'closed',
            'open',
            'Pt1000 at 21 °C',
            'balanced 5 %',
            '2.4 kW at 230 V',
            'finite',
          ];
    case 'current':
      return ['3 A ±10 %', '< 250 mA', '80 VA at 24 V', 'unknown'];
    case 'capacitance':
      return ['can 5 µF ±6 %', '5 µF ±10 %', 'unknown'];
    case 'time':
      return ['90 s ±10 %', '< 5 min', 'unknown'];
    default: {
      const { unit, prefix } = FUNCTIONS[measured];
      const amount = formatted({ value: 10 ** prefix, unit, exponent: prefix });
      return [
        measured === 'temperature' ? `${amount} ±2 °C` : `${amount} ±10 %`,
        `> ${amount}`,
        'same as last ±2 °C',
        'unknown',
      ].filter((line) => measured === 'temperature' || !line.includes('°C'));
    }
  }
}

function lineOf(line: string, measured: MeasurementFunction): ExpectationDocument {
  const parts = line.split(DISAGREEING);
  if (parts.length > 1) return disagreeing(parts, measured);
  const sourced = SOURCE.exec(line);
  const words = sourced?.[2]?.trim() ?? '';
  const document = withoutSource(sourced?.[1] ?? line, measured);
  return words === '' ? document : { ...document, source: words };
}

function withoutSource(line: string, measured: MeasurementFunction): ExpectationDocument {
  const signed = SIGNED.exec(line);
  if (signed) return { ...withoutSource(signed[1] ?? '', measured), signed: true };
  const lasting = FUNCTIONS[measured].dimension === 'time' ? null : LASTING.exec(line);
  if (!lasting) return lineAlone(line, measured);
  const is = lineAlone(lasting[1] ?? '', measured);
  return { kind: 'sustained', is, for: amountText(lasting[2] ?? '', 'time') };
}

/** Every form of line with its kind's reader, in the order in which they are tried. */
const FORMS = EXPECTATION_KINDS.flatMap((kind) => EXPECTATION_REGISTRY[kind].lines);

/** A line of one kind, with no source and no time it holds for. */
function lineAlone(line: string, measured: MeasurementFunction): ExpectationDocument {
  for (const [pattern, read] of FORMS) {
    const found = pattern.exec(line);
    if (found) return read(found, measured);
  }
  throw new DocumentError('', `"${line}" is no expected value.`, []);
}

const VARIANT = /^(?:variant ([\w.-]+)(?:, ?|$))?(.*?)(?: ?page ([\w.-]+))?$/i;

/** `24 V ±10 % (label) or 27 V ±10 % (manual page 4)`. */
function disagreeing(parts: readonly string[], measured: MeasurementFunction): ExpectationDocument {
  const sources = parts.map((part): SourcedExpectation => {
    const sourced = SOURCE.exec(part);
    const words = sourced?.[2]?.trim() ?? '';
    const [, variant, document = '', page] = VARIANT.exec(words) ?? [];
    if (words === '') throw new DocumentError('', `Say in brackets which document says "${part}".`, []);
    return {
      document: document.trim() === '' ? 'sheet' : document.trim(),
      ...(page === undefined ? {} : { page }),
      ...(variant === undefined ? {} : { variant }),
      expect: withoutSource(sourced?.[1] ?? part, measured),
    };
  });
  return { kind: 'documents', question: 'documents', sources };
}

function failed(message: string, measured: MeasurementFunction): ParsedExpectation {
  return { outcome: 'error', message, accepted: expectationExamples(measured) };
}
