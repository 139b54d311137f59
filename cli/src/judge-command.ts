import {
  DocumentError,
  FUNCTIONS,
  judge,
  MEASUREMENT_FUNCTIONS,
  parseExpectation,
  parseQuantity,
  parseReading,
  readMeter,
  resolveExpectation,
  type Dimension,
  type ExpectationDocument,
  type MeasurementFunction,
} from '@juxtameter/core';
import { expectationContract, meterContract, readDocument } from '@juxtameter/contract/check';
import { readFileAs } from './files';
import type { Console } from './console';
import { UsageError } from './usage-error';

export interface JudgeOptions {
  readonly expect: string;
  readonly reading: string;
  readonly function?: string;
  readonly meter?: string;
  /** Positions of selectors and settings: `knob=2`. */
  readonly position?: readonly string[];
  readonly json?: boolean;
}

/** `judge --expect LINE|JSON --reading TEXT`: compares one reading with one expectation. */
export function judgeCommand(options: JudgeOptions, console: Console): number {
  const { print } = console;
  const { expect, reading: text } = options;
  const line = lineFor(expect, options.function);
  const expectation = line?.document ?? readExpectation(expect);
  const measured = line?.measured ?? functionFor(options.function, expectation);
  const meter = options.meter === undefined ? undefined : readMeter(readFileAs(options.meter, meterContract, console));
  const parsed = parseReading(text, { function: measured });
  // Nobody is there to be asked: on the command line a question is an error.
  if (parsed.outcome === 'ask') throw new UsageError(`"${text}": ${parsed.question} Write the unit out.`);
  if (parsed.outcome === 'error')
    throw new UsageError(`"${text}": ${parsed.message} Accepted: ${parsed.accepted.join(', ')}.`);
  const resolved = resolvedFor(expectation, measured, positionsOf(options.position));
  const { verdict, sentence, interval, probability } = judge({
    reading: parsed.reading,
    function: measured,
    expectation: resolved,
    meter,
  });
  if (options.json) {
    print(
      JSON.stringify({
        verdict,
        text: sentence,
        interval: interval && [interval.low ?? null, interval.high ?? null],
        probability: probability ?? null,
      }),
    );
  } else {
    print(sentence);
  }
  return 0;
}

/** What is no document is read as the line a hand types; without --function by the first function it makes sense for. */
function lineFor(
  source: string,
  name: string | undefined,
): { readonly document: ExpectationDocument; readonly measured: MeasurementFunction } | undefined {
  if (isDocument(source)) return undefined;
  const functions = MEASUREMENT_FUNCTIONS.filter((each) => name === undefined || each === name);
  for (const measured of functions) {
    const parsed = parseExpectation(source, measured);
    if (parsed.outcome === 'expectation') return { document: parsed.document, measured };
    if (name !== undefined)
      throw new UsageError(`--expect: ${parsed.message} Accepted: ${parsed.accepted.join(', ')}.`);
  }
  return undefined;
}

/** JSON or YAML with a kind; a line may have a colon as well. */
function isDocument(source: string): boolean {
  const read = /[{:]/.test(source) ? readDocument(source) : undefined;
  return (
    (read?.ok && typeof read.value === 'object' && read.value !== null && 'kind' in read.value) || source.includes('{')
  );
}

/** @throws UsageError where a position is not written as `selector=position`. */
function positionsOf(texts: readonly string[] = []): Readonly<Record<string, string>> {
  return Object.fromEntries(
    texts.map((text) => {
      const [, selector, position] = /^([^=]+)=(.+)$/.exec(text) ?? [];
      if (selector === undefined || position === undefined)
        throw new UsageError(`--position "${text}" is not read; accepted: knob=2`);
      return [selector.trim(), position.trim()];
    }),
  );
}

function readExpectation(source: string): ExpectationDocument {
  const read = readDocument(source);
  const checked = read.ok ? expectationContract.validate(read.value) : read;
  if (checked.ok) return checked.value;
  throw new UsageError(
    checked.problems
      .map((problem) => `--expect: ${problem.path ? `${problem.path}: ` : ''}${problem.message}`)
      .join('\n'),
  );
}

function resolvedFor(
  expectation: ExpectationDocument,
  measured: MeasurementFunction,
  positions: Readonly<Record<string, string>>,
): ReturnType<typeof resolveExpectation> {
  try {
    return resolveExpectation(expectation, measured, { positions });
  } catch (error) {
    if (error instanceof DocumentError) throw new UsageError(`--expect: ${error.message}`);
    throw error;
  }
}

/** Without --function: the first function that reads the dimension of the expectation. */
function functionFor(name: string | undefined, expectation: ExpectationDocument): MeasurementFunction {
  const named = MEASUREMENT_FUNCTIONS.find((each) => each === name);
  if (named) return named;
  if (name !== undefined)
    throw new UsageError(`--function "${name}" is not known; accepted: ${MEASUREMENT_FUNCTIONS.join(', ')}.`);
  const texts = ['value', 'low', 'high', 'atMost', 'atLeast', 'of'].flatMap((field) => {
    const value = (expectation as unknown as Record<string, unknown>)[field];
    return typeof value === 'string' ? [value] : [];
  });
  const dimensions: readonly Dimension[] = [
    'voltage',
    'resistance',
    'current',
    'capacitance',
    'frequency',
    'temperature',
    'pressure',
    'time',
  ];
  const dimension = dimensions.find((each) => texts.length > 0 && texts.every((text) => hasUnitOf(text, each)));
  const found = MEASUREMENT_FUNCTIONS.find((each) => FUNCTIONS[each].dimension === dimension);
  if (!found)
    throw new UsageError(
      `The expectation does not tell what is measured; add --function, one of ${MEASUREMENT_FUNCTIONS.join(', ')}.`,
    );
  return found;
}

function hasUnitOf(text: string, dimension: Dimension): boolean {
  return parseQuantity(text, dimension).outcome === 'quantity';
}
