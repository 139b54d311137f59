import {
  eventWords,
  formatReading,
  FUNCTIONS,
  inBase,
  isRetractable,
  patternWords,
  timeWords,
  verdictWord,
  type Reading,
  type ReadingTaken,
  type TrailLine,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '@juxtameter/core';
import type { LogRow } from './log-row';
import type { JuxtaInput } from '../../juxta/juxta-axis';

/** The log of a visit, newest last. The readings of one proof of dead are one line. */
export function logRows(context: VisitContext, state: VisitState): readonly LogRow[] {
  const rows: LogRow[] = [];
  let number = 0;
  let proof: TrailLine[] = [];
  const closeProof = (): void => {
    if (proof.length === 0) return;
    number += 1;
    rows.push(proofRow(proof, number));
    proof = [];
  };
  for (const line of state.trail) {
    if (isProofLine(line)) {
      if (proof.length > 0 && (proof[0]?.step !== line.step || isBegunAnew(proof, line))) closeProof();
      proof.push(line);
      continue;
    }
    // An undo inside a proof belongs to it: the line it took back is already struck out there.
    if (line.event.type === 'retracted') continue;
    closeProof();
    const isStep = line.standing === 'walked';
    if (isStep) number += 1;
    rows.push(numberedRow(context, state, line, isStep ? number : undefined));
    const whole = wholeRow(context, line);
    if (whole) rows.push(whole);
  }
  closeProof();
  return withDays(rows);
}

const knownDays = new WeakMap<LogRow, string>();

function dayOf(row: LogRow): string {
  const day = knownDays.get(row) ?? timeWords(row, 'day');
  knownDays.set(row, day);
  return day;
}

/** A log of several days says at the first line of each which it is. */
function withDays(rows: readonly LogRow[]): readonly LogRow[] {
  const days = rows.map(dayOf);
  if (new Set(days.filter((day) => day !== '')).size < 2) return rows;
  return rows.map((row, index) => {
    const day = days[index] ?? '';
    return day === '' || day === days[index - 1] ? row : { ...row, day };
  });
}

const knownRows = new WeakMap<TrailLine, LogRow>();

/** Lines never change, so their rows are made once: with hundreds of lines only the new one is drawn anew. */
function numberedRow(context: VisitContext, state: VisitState, line: TrailLine, number: number | undefined): LogRow {
  const known = knownRows.get(line);
  if (known && known.number === number) return known;
  const row = { ...rowOf(context, state, line), ...(number === undefined ? {} : { number }) };
  knownRows.set(line, row);
  return row;
}

function rowOf(context: VisitContext, state: VisitState, line: TrailLine): LogRow {
  const { event } = line;
  const stepId = stepIdOf(event);
  const isMeasured = event.type === 'reading-taken' && event.expectation !== undefined;
  return {
    ...base(line),
    detail: '',
    value: '',
    more: [],
    canRetract: line.standing !== 'retracted' && isRetractable(event),
    ...(stepId === undefined ? {} : { step: stepId }),
    ...eventWords(context, state, line),
    ...(isMeasured ? { comparison: comparisonOf(event) } : {}),
  };
}

const knownWholes = new WeakMap<TrailLine, LogRow>();

/** What a set came to, under the last of its parts. */
function wholeRow(context: VisitContext, line: TrailLine): LogRow | undefined {
  const { event, step } = line;
  if (event.type !== 'reading-taken' || !event.joint) return undefined;
  const known = knownWholes.get(line);
  if (known) return known;
  const { verdict, pattern, sentence } = event.joint;
  const row: LogRow = {
    ...base(line),
    id: `${event.id}-whole`,
    kind: 'reading',
    title: step?.text ?? 'Together',
    detail: pattern === undefined ? 'judged together' : patternWords(context.model, pattern),
    value: '',
    verdict,
    more: [sentence],
    canRetract: false,
  };
  knownWholes.set(line, row);
  return row;
}

function stepIdOf(event: VisitEvent | undefined): string | undefined {
  return event && 'step' in event ? event.step : undefined;
}

/** The meter is checked anew although pairs were read: what came before is no part of what follows. */
function isBegunAnew(proof: readonly TrailLine[], { event }: TrailLine): boolean {
  const areReadPairs = proof.some((line) => line.event.type === 'reading-taken');
  return event.type === 'meter-proven' && event.when === 'before' && areReadPairs;
}

function isProofLine({ event, step }: TrailLine): boolean {
  if (event.type !== 'reading-taken' && event.type !== 'meter-proven') return false;
  return step?.kind === 'measurement' && step.measure.proofOfDead !== undefined;
}

function base({
  event,
  standing,
  clockDoubtful,
}: TrailLine): Pick<LogRow, 'id' | 'at' | 'zone' | 'by' | 'isRetracted' | 'isEvidence' | 'isClockDoubtful'> {
  return {
    id: event.id,
    at: event.at,
    ...(event.zone === undefined ? {} : { zone: event.zone }),
    by: event.by,
    isRetracted: standing === 'retracted',
    isEvidence: standing === 'evidence',
    isClockDoubtful: clockDoubtful,
  };
}

function proofRow(lines: readonly TrailLine[], number: number): LogRow {
  const [first] = lines;
  const last = lines.at(-1) ?? first;
  if (!first || !last) throw new RangeError('A proof row has at least one line');
  const standing = lines.filter((line) => line.standing !== 'retracted');
  const live = standing.find(({ event }) => event.type === 'reading-taken' && event.judgement.verdict !== 'within');
  const isDone = standing.some(({ event }) => event.type === 'meter-proven' && event.next !== undefined);
  const count = standing.filter(({ event }) => event.type === 'reading-taken').length;
  const value = live ? 'alive' : isDone ? 'dead' : `${count} read`;
  return {
    ...base(last),
    id: first.event.id,
    number,
    kind: 'proof',
    title: first.step?.text ?? 'Prove dead',
    detail: isDone
      ? `${count} readings, AC and DC, between two checks of the meter`
      : live
        ? 'a pair is alive'
        : 'AC and DC of every pair',
    value,
    ...(isDone || live ? { verdict: live ? ('high' as const) : ('within' as const) } : {}),
    isRetracted: standing.length === 0,
    more: lines.map((line) => proofLineWords(line)),
    ...(stepIdOf(first.event) === undefined ? {} : { step: stepIdOf(first.event) }),
    canRetract: false,
  };
}

function proofLineWords({ event, standing }: TrailLine): string {
  const struck = standing === 'retracted' ? ' (taken back)' : '';
  if (event.type === 'meter-proven') {
    const current = event.current === undefined ? '' : `, ${event.current.toUpperCase()}`;
    return `Meter ${event.when} on a live source${current}: ${event.reading ? formatReading(event.reading) : event.text}${event.shows === 'nothing' ? ', shows nothing' : ''}${struck}`;
  }
  if (event.type !== 'reading-taken') return '';
  const what = event.proof ? `${event.proof.supply} ${event.proof.name} ${event.proof.current.toUpperCase()}` : '';
  return `${what}: ${event.reading ? formatReading(event.reading) : event.text} ${verdictWord(event.judgement.verdict)}${struck}`;
}

/** What the bars draw of a reading. */
export function comparisonOf(
  event: Pick<ReadingTaken, 'expectation' | 'judgement' | 'function' | 'reading'>,
): JuxtaInput {
  const { expectation, judgement, reading } = event;
  const members = reading ? valuesOf(reading) : [];
  return {
    ...(expectation?.low === undefined ? {} : { low: expectation.low }),
    ...(expectation?.high === undefined ? {} : { high: expectation.high }),
    unit: expectation?.unit ?? FUNCTIONS[event.function].unit,
    ...(judgement.value === undefined ? {} : { value: judgement.value }),
    ...(judgement.interval ? { interval: judgement.interval } : {}),
    ...(expectation?.bands ? { bands: expectation.bands } : {}),
    ...(members.length > 1 ? { members } : {}),
    ...(FUNCTIONS[event.function].neverNegative ? { floor: 0 } : {}),
  };
}

/** The values of a set read in one line, or the two ends of what moved. */
function valuesOf(reading: Reading): readonly number[] {
  switch (reading.kind) {
    case 'list':
      return reading.members.flatMap((member) => (member.kind === 'value' ? [inBase(member.quantity)] : []));
    case 'swing':
    case 'span':
      return [inBase(reading.low), inBase(reading.high)];
    default:
      return [];
  }
}
