import {
  elementName,
  FUNCTIONS,
  isFreeVisit,
  isKnownElement,
  isWalkable,
  formatReading,
  inBase,
  methodOf,
  readingTitle,
  startedByCall,
  stepOf,
  terminalLabel,
  type ProcedureStarted,
  type Reading,
  type ReadingTaken,
  type TrailLine,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '@juxtameter/core';
import { firstFactWords } from './first-fact-words';
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
    rows.push(proofRow(context, state, proof, number));
    proof = [];
  };
  for (const line of state.trail) {
    if (isProofLine(context, state, line)) {
      if (proof.length > 0 && stepIdOf(proof[0]?.event) !== stepIdOf(line.event)) closeProof();
      proof.push(line);
      continue;
    }
    // An undo inside a proof belongs to it: the line it took back is already struck out there.
    if (line.event.type === 'retracted') continue;
    closeProof();
    const isStep = line.standing === 'walked';
    if (isStep) number += 1;
    rows.push(numberedRow(context, state, line, isStep ? number : undefined));
    const whole = wholeRow(context, state, line);
    if (whole) rows.push(whole);
  }
  closeProof();
  return rows;
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

const knownWholes = new WeakMap<TrailLine, LogRow>();

/** What a set came to, under the last of its parts. */
function wholeRow(context: VisitContext, state: VisitState, line: TrailLine): LogRow | undefined {
  const { event } = line;
  if (event.type !== 'reading-taken' || !event.joint) return undefined;
  const known = knownWholes.get(line);
  if (known) return known;
  const { verdict, pattern, sentence } = event.joint;
  const row: LogRow = {
    ...base(line),
    id: `${event.id}-whole`,
    kind: 'reading',
    title: stepOf(context, state, event.step)?.text ?? 'Together',
    detail: pattern === undefined ? 'judged together' : patternWords(context, pattern),
    value: '',
    verdict,
    more: [sentence],
    canRetract: false,
  };
  knownWholes.set(line, row);
  return row;
}

/** A pattern by its name, or the element where a chain stops. */
function patternWords({ model }: VisitContext, pattern: string): string {
  return isKnownElement(model, pattern) ? `at ${elementName(model, pattern)}` : pattern.replaceAll('-', ' ');
}

function stepIdOf(event: VisitEvent | undefined): string | undefined {
  return event && 'step' in event ? event.step : undefined;
}

function isProofLine(context: VisitContext, state: VisitState, { event }: TrailLine): boolean {
  if (event.type !== 'reading-taken' && event.type !== 'meter-proven') return false;
  const step = stepOf(context, state, event.step);
  return step?.kind === 'measurement' && step.measure.proofOfDead !== undefined;
}

function base({
  event,
  standing,
  clockDoubtful,
}: TrailLine): Pick<LogRow, 'id' | 'at' | 'by' | 'isRetracted' | 'isEvidence' | 'isClockDoubtful'> {
  return {
    id: event.id,
    at: event.at,
    by: event.by,
    isRetracted: standing === 'retracted',
    isEvidence: standing === 'evidence',
    isClockDoubtful: clockDoubtful,
  };
}

function proofRow(context: VisitContext, state: VisitState, lines: readonly TrailLine[], number: number): LogRow {
  const [first] = lines;
  const last = lines.at(-1) ?? first;
  if (!first || !last) throw new RangeError('A proof row has at least one line');
  const standing = lines.filter((line) => line.standing !== 'retracted');
  const live = standing.find(({ event }) => event.type === 'reading-taken' && event.judgement.verdict !== 'within');
  const isDone = standing.some(({ event }) => event.type === 'meter-proven' && event.next !== undefined);
  const count = standing.filter(({ event }) => event.type === 'reading-taken').length;
  const step = stepOf(context, state, stepIdOf(first.event));
  const value = live ? 'alive' : isDone ? 'dead' : `${count} read`;
  return {
    ...base(last),
    id: first.event.id,
    number,
    kind: 'proof',
    title: step?.text ?? 'Prove dead',
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
    return `Meter ${event.when} on a live source: ${event.reading ? formatReading(event.reading) : event.text}${event.shows === 'nothing' ? ', shows nothing' : ''}${struck}`;
  }
  if (event.type !== 'reading-taken') return '';
  const what = event.proof ? `${event.proof.supply} ${event.proof.name} ${event.proof.current.toUpperCase()}` : '';
  return `${what}: ${event.reading ? formatReading(event.reading) : event.text} ${event.judgement.verdict}${struck}`;
}

function rowOf(context: VisitContext, state: VisitState, line: TrailLine): LogRow {
  const { event } = line;
  const stepId = stepIdOf(event);
  const step = stepOf(context, state, stepId);
  const common = {
    ...base(line),
    detail: '',
    value: '',
    more: [],
    canRetract:
      line.standing !== 'retracted' &&
      !['visit-opened', 'procedure-started', 'visit-closed', 'visit-resumed', 'handed-over'].includes(event.type),
    ...(stepId === undefined ? {} : { step: stepId }),
  };
  switch (event.type) {
    case 'visit-opened':
      return { ...common, kind: 'mark', title: 'Visit opened', detail: event.complaint ? `“${event.complaint}”` : '' };
    case 'procedure-started':
      return {
        ...common,
        kind: 'mark',
        title: isFreeVisit(event)
          ? 'Without a chart'
          : `Chart: ${context.procedures[event.procedure]?.title ?? event.procedure}`,
        detail: (event.because ?? []).join(' '),
        more: skippedWords(context, event),
      };
    case 'action-done':
      return actionRow(common, step, event.type);
    case 'observation-made': {
      const answer = step?.kind === 'observation' ? step.answers[event.answer] : undefined;
      const words = typeof answer === 'object' && answer.text ? answer.text : event.answer.replaceAll('-', ' ');
      return { ...common, kind: 'look', title: step?.text ?? event.step, detail: words };
    }
    case 'reading-taken':
      return {
        ...common,
        kind: 'reading',
        title: event.part === undefined ? readingTitle(context, state, event) : partTitle(context, step, event),
        detail: readingDetail(step, event),
        value: event.reading ? formatReading(event.reading) : event.text,
        verdict: event.judgement.verdict,
        ...(event.expectation ? { comparison: comparisonOf(event) } : {}),
        more: [
          event.judgement.sentence,
          ...methodWords(step, event.method),
          pointsWords(context, event.from, event.to),
          ...(event.meter ? [`Meter: ${context.meters[event.meter]?.name ?? event.meter}`] : []),
        ],
      };
    case 'meter-proven':
      return { ...common, kind: 'mark', title: `Meter checked ${event.when}`, detail: event.shows };
    case 'undecided-accepted':
      return {
        ...common,
        kind: 'look',
        title: step?.text ?? event.step,
        detail: `undecided, taken as ${event.verdict}`,
        verdict: event.verdict,
      };
    case 'step-skipped':
      return {
        ...common,
        kind: 'look',
        title: step?.text ?? event.step,
        detail: [event.how.replaceAll('-', ' '), event.reason].filter(Boolean).join(': '),
      };
    case 'step-jumped':
      return {
        ...common,
        kind: 'mark',
        title: `To: ${stepOf(context, state, event.to)?.text ?? event.to}`,
        detail: event.reason ?? '',
      };
    case 'supply-changed':
      return {
        ...common,
        kind: 'energy',
        title: `${context.model.supplies.find((each) => each.id === event.supply)?.name ?? event.supply}: ${event.state}`,
      };
    case 'call-changed':
      return {
        ...common,
        kind: 'energy',
        title: `Call ${event.call}: ${event.state}`,
        detail: event.state === 'on' ? startsWords(startedByCall(context.model, event.call)) : '',
      };
    case 'connector-changed':
      return {
        ...common,
        kind: 'energy',
        title: `Plug ${terminalLabel(context.model, event.connector)}: ${event.state}`,
      };
    case 'bypass-placed':
      return {
        ...common,
        kind: 'energy',
        title: `Jumper in: ${terminalLabel(context.model, event.from)} to ${terminalLabel(context.model, event.to)}`,
        detail: event.why,
      };
    case 'bypass-removed':
      return { ...common, kind: 'energy', title: `Jumper out: ${event.bypass.replaceAll('-', ' ')}` };
    case 'leads-zeroed':
      return { ...common, kind: 'mark', title: `Leads zeroed at ${event.text} Ω` };
    case 'note-added':
      return { ...common, kind: 'note', title: event.text };
    case 'retracted':
      return { ...common, kind: 'mark', title: 'Taken back' };
    case 'finding-reached':
      return { ...common, kind: 'finding', title: event.text, detail: `${event.class}, ${event.grade}` };
    case 'visit-resumed':
      return { ...common, kind: 'energy', title: 'Taken up again after a pause: nothing counts as proven dead' };
    case 'handed-over':
      return { ...common, kind: 'mark', title: `Handed over to ${event.to}` };
    case 'visit-closed':
      return { ...common, kind: 'mark', title: 'Visit closed' };
    default:
      return { ...common, ...firstFactWords(context, state, event) };
  }
}

function readingDetail(step: ReturnType<typeof stepOf>, event: ReadingTaken): string {
  const words = [
    event.part === undefined ? '' : (step?.text ?? ''),
    event.method === undefined ? '' : event.method.replaceAll('-', ' '),
    event.isLowImpedance ? 'low-impedance mode' : '',
    step ? (event.adopts === undefined ? '' : 'taken from a free reading') : 'free reading',
  ];
  return words.filter(Boolean).join(' · ');
}

/** How it was measured, and what that way cannot tell. */
function methodWords(step: ReturnType<typeof stepOf>, name: string | undefined): readonly string[] {
  if (name === undefined || step?.kind !== 'measurement') return [];
  const { proves, provesLess } = methodOf(step, name);
  const claim = [proves && `proves ${proves}`, provesLess && `but ${provesLess}`].filter(Boolean).join(', ');
  return [`Measured ${name.replaceAll('-', ' ')}${claim === '' ? '' : `: ${claim}`}`];
}

/** "leg 1 to neutral", "before 1". */
function partTitle(
  { model }: VisitContext,
  step: ReturnType<typeof stepOf>,
  { part = '', from, to }: ReadingTaken,
): string {
  if (step?.kind === 'measurement' && step.measure.chain)
    return `${terminalLabel(model, from)} to ${terminalLabel(model, to)}`;
  const named = step?.kind === 'measurement' ? step.measure.set?.find(({ id }) => id === part)?.name : undefined;
  return named ?? part.replaceAll('-', ' ');
}

function actionRow(common: Omit<LogRow, 'kind' | 'title'>, step: ReturnType<typeof stepOf>, fallback: string): LogRow {
  if (step?.kind !== 'action') return { ...common, kind: 'look', title: step?.text ?? fallback };
  const changes =
    step.sets?.supplies ?? step.sets?.calls ?? step.bypass ?? step.sets?.connectors ?? step.sets?.bypasses;
  const starts = startsWords(step.mayStart ?? []);
  return { ...common, kind: changes ? 'energy' : 'look', title: step.text, detail: starts };
}

/** Beginning in the middle says what was passed over. */
function skippedWords(context: VisitContext, { procedure, skipped = [] }: ProcedureStarted): readonly string[] {
  if (skipped.length === 0) return [];
  const steps = context.procedures[procedure]?.steps ?? {};
  const titles = skipped.map((id) => {
    const step = Object.hasOwn(steps, id) ? steps[id] : undefined;
    return step && isWalkable(step) ? (step.text ?? id) : id;
  });
  return [`Begun in the middle; passed over and so not proven: ${titles.join(' · ')}`];
}

function startsWords(started: readonly string[]): string {
  return started.length > 0 ? `may start: ${started.join(', ')}` : '';
}

function pointsWords(context: VisitContext, from: string, to: string): string {
  return `A on ${terminalLabel(context.model, from)}, B on ${terminalLabel(context.model, to)}`;
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
