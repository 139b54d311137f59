import {
  compileProcedure,
  lintProcedure,
  ListLineError,
  readMeter,
  replay,
  VisitContext,
  walkList,
  type EventBody,
  type ListProblem,
  type VisitState,
  type Walk,
} from '@juxtameter/core';
import { visitContext, type VisitDocument } from '@juxtameter/contract';
import { meterContract, procedureContract, unitModelContract, visitContract } from '@juxtameter/contract/check';
import type { Console } from './console';
import { readFileAs, readText } from './files';
import { listedEnvelope } from './listed-envelope';
import { readReadingsList } from './readings-list';
import { UsageError } from './usage-error';

/** Where a record comes from: a visit as it was exported, or a list with the documents it is walked with. */
export interface RecordOptions {
  readonly unitModel?: string;
  /** Charts, by comma; the list begins with the first. */
  readonly procedure?: string;
  /** General procedures the charts call, by comma. */
  readonly general?: string;
  readonly readings?: string;
  /** Meters, by comma; the list begins with the first. */
  readonly meter?: string;
  readonly strict?: boolean;
}

/** A record, ready to be told. */
export interface ReadRecord {
  readonly context: VisitContext;
  readonly state: VisitState;
  /** Of a list: the way it was walked. */
  readonly walk?: Walk;
  /** Of a visit: what it was pinned to. */
  readonly visit?: VisitDocument;
  readonly problems: readonly ListProblem[];
}

/** Reads a visit file, or walks a list. @throws UsageError with what is missing or wrong. */
export function readRecord(visit: string | undefined, options: RecordOptions, console: Console): ReadRecord {
  if (visit !== undefined) {
    const given = (['unitModel', 'procedure', 'readings', 'general', 'meter'] as const).filter(
      (each) => options[each] !== undefined,
    );
    if (given.length > 0)
      throw new UsageError(
        `${visit}: a visit brings its own documents; leave out ${given.map(optionName).join(', ')}.`,
      );
    return readVisit(visit, console);
  }
  const missing = (['unitModel', 'procedure', 'readings'] as const).filter((each) => options[each] === undefined);
  if (missing.length > 0)
    throw new UsageError(
      `Give a visit file, or a list with its documents; required options not specified: ${missing.map(optionName).join(', ')}.`,
    );
  return readList(options, console);
}

function optionName(option: string): string {
  return `--${option.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`;
}

function readVisit(file: string, console: Console): ReadRecord {
  const visit = readFileAs(file, visitContract, console);
  const context = visitContext(visit.pinned);
  return { context, state: replay(context, visit.events), visit, problems: [] };
}

function readList(options: RecordOptions, console: Console): ReadRecord {
  const { unitModel = '', procedure = '', readings = '' } = options;
  const files = (list: string | undefined): readonly string[] => list?.split(',').map((each) => each.trim()) ?? [];
  const model = readFileAs(unitModel, unitModelContract, console);
  const generals = files(options.general).map((file) => readFileAs(file, procedureContract, console));
  const charts = files(procedure).map((file) => {
    const chart = readFileAs(file, procedureContract, console);
    const wrong = lintProcedure(chart, model, generals).filter((problem) => problem.severity === 'error');
    if (wrong.length > 0)
      throw new UsageError(wrong.map((each) => `${file}: ${each.path}: ${each.message}`).join('\n'));
    return chart;
  });
  const meters = files(options.meter).map((file) => readMeter(readFileAs(file, meterContract, console)));
  const context = new VisitContext({
    model,
    procedures: Object.fromEntries(charts.map((chart) => [chart.id, compileProcedure(chart, model, generals)])),
    meters: Object.fromEntries(meters.map((meter) => [meter.id, meter])),
  });
  const [first] = charts;
  const opening: readonly EventBody[] = first
    ? [
        {
          type: 'visit-opened',
          unit: 'listed',
          complaint: first.title,
          ...(meters[0] ? { meter: meters[0].id } : {}),
        },
        { type: 'procedure-started', procedure: first.id, start: first.start },
      ]
    : [];
  const lines = readReadingsList(readText(readings, console), readings);
  try {
    const walk = walkList(context, opening, lines, listedEnvelope, { isStrict: options.strict ?? false });
    return { context, state: walk.state, walk, problems: walk.problems };
  } catch (error) {
    if (error instanceof ListLineError) throw new UsageError(`${readings}: ${error.message}`);
    throw error;
  }
}
