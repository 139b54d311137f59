import {
  compileProcedure,
  lintProcedure,
  readMeter,
  spokenStep,
  standingAt,
  walkList,
  ListLineError,
  type EventEnvelope,
  VisitContext,
} from '@juxtameter/core';
import { meterContract, procedureContract, unitModelContract } from '@juxtameter/contract';
import { readFileAs, readText } from './files';
import { readReadingsList } from './readings-list';
import type { Console } from './console';
import { UsageError } from './usage-error';

export interface ReplayOptions {
  readonly unitModel: string;
  readonly procedure: string;
  /** General procedures the chart calls, by comma. */
  readonly general?: string;
  readonly readings: string;
  readonly meter?: string;
  readonly json?: boolean;
}

/** `replay`: walks a procedure with a recorded list of readings. */
export function replayCommand(options: ReplayOptions, console: Console): number {
  const { print } = console;
  const { procedure: procedureFile, readings, unitModel: modelFile } = options;
  const model = readFileAs(modelFile, unitModelContract, console);
  const procedure = readFileAs(procedureFile, procedureContract, console);
  const generals = (options.general?.split(',') ?? []).map((file) => readFileAs(file, procedureContract, console));
  const wrong = lintProcedure(procedure, model, generals).filter((problem) => problem.severity === 'error');
  if (wrong.length > 0)
    throw new UsageError(wrong.map((each) => `${procedureFile}: ${each.path}: ${each.message}`).join('\n'));
  const meter = options.meter === undefined ? undefined : readMeter(readFileAs(options.meter, meterContract, console));
  const context = new VisitContext({
    model,
    procedures: { [procedure.id]: compileProcedure(procedure, model, generals) },
    meters: meter ? { [meter.id]: meter } : {},
  });
  const lines = readReadingsList(readText(readings, console), readings);
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
    const next = standingAt(context, walk.state);
    if (options.json)
      print(
        JSON.stringify({ way: walk.way, verdicts: walk.verdicts, findings, standsAt: next ? spokenStep(next) : null }),
      );
    else {
      printWalk(walk.way, walk.verdicts, findings, print);
      if (next)
        print(
          `stands at: ${[spokenStep(next), next.should && `It should be ${next.should}.`].filter(Boolean).join(' ')}`,
        );
    }
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
