import {
  compileProcedure,
  lintProcedure,
  readMeter,
  walkList,
  ListLineError,
  type EventEnvelope,
  type VisitContext,
} from '@juxtameter/core';
import { meterContract, procedureContract, unitModelContract } from '@juxtameter/contract';
import { readFileAs, readText } from './files';
import { readReadingsList } from './readings-list';
import { UsageError } from './usage-error';

export interface ReplayOptions {
  readonly 'unit-model'?: string;
  readonly procedure?: string;
  /** General procedures the chart calls, by comma. */
  readonly general?: string;
  readonly readings?: string;
  readonly meter?: string;
  readonly json?: boolean;
}

/** `replay`: walks a procedure with a recorded list of readings. */
export function replayCommand(options: ReplayOptions, print: (line: string) => void): number {
  const { procedure: procedureFile, readings, 'unit-model': modelFile } = options;
  if (!modelFile || !procedureFile || !readings) {
    throw new UsageError('replay needs --unit-model FILE --procedure FILE --readings FILE.csv');
  }
  const model = readFileAs(modelFile, unitModelContract);
  const procedure = readFileAs(procedureFile, procedureContract);
  const generals = (options.general?.split(',') ?? []).map((file) => readFileAs(file, procedureContract));
  const wrong = lintProcedure(procedure, model, generals).filter((problem) => problem.severity === 'error');
  if (wrong.length > 0)
    throw new UsageError(wrong.map((each) => `${procedureFile}: ${each.path}: ${each.message}`).join('\n'));
  const meter = options.meter === undefined ? undefined : readMeter(readFileAs(options.meter, meterContract));
  const context: VisitContext = {
    model,
    procedures: { [procedure.id]: compileProcedure(procedure, model, generals) },
    meters: meter ? { [meter.id]: meter } : {},
  };
  const lines = readReadingsList(readText(readings), readings);
  try {
    const walk = walkList(
      context,
      [
        { type: 'visit-opened', unit: 'listed', complaint: procedure.title, ...(meter ? { meter: meter.id } : {}) },
        { type: 'procedure-started', procedure: procedure.id, start: procedure.start },
      ],
      lines,
      listEnvelope,
    );
    const findings = walk.state.findings.map(({ class: suspectClass, item, mode }) => ({
      class: suspectClass,
      item: item ?? null,
      mode: mode ?? null,
    }));
    if (options.json) print(JSON.stringify({ way: walk.way, verdicts: walk.verdicts, findings }));
    else printWalk(walk.way, walk.verdicts, findings, print);
    return 0;
  } catch (error) {
    if (error instanceof ListLineError) throw new UsageError(`${readings}: ${error.message}`);
    throw error;
  }
}

/** A list has no clock of its own; events are numbered. */
function listEnvelope(index: number): EventEnvelope {
  const uuid = (number: number): string => `00000000-0000-7000-8000-${String(number).padStart(12, '0')}`;
  return {
    id: uuid(index + 1),
    visit: uuid(0),
    device: uuid(0),
    deviceSeq: index + 1,
    seenSeq: 0,
    at: '1970-01-01T00:00:00.000Z',
    monotonic: index,
    by: '',
  };
}

function printWalk(
  way: readonly string[],
  verdicts: readonly { readonly step: string; readonly verdict: string }[],
  findings: readonly { readonly class: string; readonly item: string | null; readonly mode: string | null }[],
  print: (line: string) => void,
): void {
  print(`way: ${way.join(' > ')}`);
  for (const { step, verdict } of verdicts) print(`${step}: ${verdict}`);
  for (const finding of findings)
    print(`finding: ${[finding.class, finding.item, finding.mode].filter(Boolean).join(', ')}`);
  if (findings.length === 0) print('finding: none reached');
}
