import { isWalkable, leadsTo, methodNames, methodOf, type ProcedureDocument, type WalkableStep } from '../../procedure';
import { FUNCTIONS } from '../../quantity';
import { itemOf } from '../../unit-model';
import { INCONCLUSIVE } from '../../verdict';
import { isDecided, measuredOutcome, type TrailLine, type VisitContext, type VisitEvent } from '../record';
import { isDeniedByFigure } from '../safety';
import { neverWalked } from '../walking';
import { isClosedByNothing } from './closed-by-volts';
import { isAnyAssumed, isAssumed, waitBehind, type Ground } from './grounds';
import { readingTitle } from './reading-title';

/** Something that was passed over, taken for granted, or read in a way that tells less than it should. */
export interface OpenPoint {
  readonly words: string;
  /** Place in the log. */
  readonly index: number;
  readonly chart?: string;
  readonly step?: string;
}

/** Every open point of the log. What does not apply to a unit leaves nothing open, nor does what was made up for since. */
export function openPointsOf(
  context: VisitContext,
  trail: readonly TrailLine[],
  rests: ReadonlySet<string>,
): readonly OpenPoint[] {
  const logged = trail.flatMap((line, index): OpenPoint[] => {
    const words = line.standing === 'retracted' ? undefined : openWords({ context, trail, rests }, line, index);
    if (words === undefined) return [];
    const step = 'step' in line.event ? line.event.step : undefined;
    return [{ words, index, ...placeOf(line.chart, step) }];
  });
  return [...logged, ...neverWalked(context, trail)];
}

/** The log that is looked through, and the readings a finding in words rests on. */
interface Looked {
  readonly context: VisitContext;
  readonly trail: readonly TrailLine[];
  readonly rests: ReadonlySet<string>;
}

function placeOf(chart: string | undefined, step: string | undefined): Pick<OpenPoint, 'chart' | 'step'> {
  return chart === undefined || step === undefined ? {} : { chart, step };
}

function openWords(log: Looked, line: TrailLine, index: number): string | undefined {
  const { trail } = log;
  const { event, step } = line;
  const title = step?.text ?? 'Step';
  switch (event.type) {
    case 'step-skipped':
      if (event.how === 'not-applicable' || isWalkedSince(trail, line, index)) return undefined;
      return `${title}: ${event.how.replaceAll('-', ' ')}${event.reason ? ` (${event.reason})` : ''}`;
    case 'part-waived':
      return `${title}, ${event.part}: not read (${event.reason})`;
    case 'undecided-accepted':
      return `${title}: undecided, taken as ${event.verdict}`;
    case 'observation-made':
      return isAssumed(line) && !isWalkedSince(trail, line, index) ? `${title}: assumed` : undefined;
    case 'code-read':
      return isAssumed(line) ? `Code ${event.code}: assumed` : undefined;
    case 'reading-taken':
      return readingWords(log, line, index);
    default:
      return undefined;
  }
}

function readingWords({ context, trail, rests }: Looked, line: TrailLine, index: number): string | undefined {
  const { event, step } = line;
  // A reading beside the chart leaves nothing open but what rests on it.
  if (event.type !== 'reading-taken' || (event.step === undefined && !rests.has(event.id))) return undefined;
  if (event.part !== undefined && !event.joint) return undefined;
  if (event.step !== undefined && isReadAgain(trail, line)) return undefined;
  const title = readingTitle(context, { event, step });
  if (isAnyAssumed(context, trail, index)) return `${title}: assumed`;
  if (isDeniedByFigure(event)) return `${title}: said to be within, and its figure is not`;
  const { verdict } = measuredOutcome(event);
  if (verdict === 'within' && isClosedByNothing(context, trail, index))
    return `${title}: nothing was seen to arrive there, so nothing is shown to be closed`;
  // How warm it is is noted, not held against anything.
  const isNoted = FUNCTIONS[event.function].dimension === 'temperature';
  if (verdict === 'unjudged') return isNoted ? undefined : `${title}: not judged`;
  const wait = verdict === 'within' ? undefined : waitBehind(context, trail, index);
  return wait && `${title}: ${wait}`;
}

/** Whether a step that was passed over or assumed was read or looked at later on. */
function isWalkedSince(trail: readonly TrailLine[], { event, chart }: TrailLine, index: number): boolean {
  const id = 'step' in event ? event.step : undefined;
  return trail
    .slice(index + 1)
    .some(
      (line) =>
        line.standing !== 'retracted' &&
        line.chart === chart &&
        'step' in line.event &&
        line.event.step === id &&
        isAnswer(line.event) &&
        !isAssumed(line),
    );
}

/** A look, or a reading that is judged, of a set the last: no other makes up for what was passed over. */
function isAnswer(event: VisitEvent): boolean {
  if (event.type === 'reading-taken')
    return (event.part === undefined || event.joint !== undefined) && !INCONCLUSIVE.has(measuredOutcome(event).verdict);
  return event.type === 'observation-made' || event.type === 'matrix-judged';
}

/** A later reading of the same step of the same chart takes the place of this one. */
export function isReadAgain(trail: readonly TrailLine[], { event, chart }: TrailLine): boolean {
  if (event.type !== 'reading-taken') return false;
  const last = trail.findLast(
    ({ event: each, standing, chart: its }) =>
      each.type === 'reading-taken' &&
      standing !== 'retracted' &&
      its === chart &&
      each.step === event.step &&
      isDecided(each) &&
      (event.joint ? each.joint !== undefined : each.part === event.part),
  );
  return last !== undefined && trail.indexOf(last) > trail.findIndex(({ event: each }) => each.id === event.id);
}

/**
 * Whether an open point takes away what a ground rests on. It does at the ground's own step, and at a step whose way leads
 * to it: what was read under power rests on everything read under power before it, ohms and the like only on what is about
 * the same parts. Points of another chart, behind it or beside it have nothing to do with it.
 */
export function bearsOn(
  { model, procedures }: VisitContext,
  open: OpenPoint,
  { line, index, implicates, clears }: Ground,
): boolean {
  const { event, chart } = line;
  if (open.index === index) return true;
  const step = 'step' in event ? event.step : undefined;
  const procedure = chart === undefined || chart !== open.chart ? undefined : procedures[chart];
  if (!procedure || step === undefined || open.step === undefined) return false;
  if (open.step === step) return open.index > index || !isOwnReading(line);
  if (!leadsTo(procedure, open.step, step)) return false;
  const asked = stepOf(procedure, open.step);
  if (!asked) return false;
  const about = saidOf(asked).map((each) => itemOf(model, each));
  return isDeadReading(line) || isDeadStep(asked)
    ? about.some((item) => [...implicates, ...clears].some((each) => itemOf(model, each) === item))
    : asked.kind === 'measurement' || about.length > 0;
}

function stepOf({ steps }: ProcedureDocument, id: string): WalkableStep | undefined {
  const step = Object.hasOwn(steps, id) ? steps[id] : undefined;
  return step && isWalkable(step) ? step : undefined;
}

/** Taken at its step whatever was said of that step before. */
function isOwnReading({ event }: TrailLine): boolean {
  return event.type === 'reading-taken' || event.type === 'observation-made' || event.type === 'matrix-judged';
}

function isDeadReading({ event, step }: TrailLine): boolean {
  if (event.type === 'reading-taken') return FUNCTIONS[event.function].needsDead;
  return step !== undefined && isDeadStep(step);
}

/** Measured in every way while it is dead: it says nothing of what arrives where. */
function isDeadStep(step: WalkableStep): boolean {
  if (step.kind !== 'measurement') return false;
  const names = methodNames(step);
  return (names.length === 0 ? [undefined] : names).every((name) => {
    const { function: measured } = methodOf(step, name);
    return measured !== undefined && FUNCTIONS[measured].needsDead;
  });
}

/** Everything a step may clear or implicate. */
function saidOf(step: WalkableStep): readonly string[] {
  if (step.kind !== 'observation' && step.kind !== 'measurement' && step.kind !== 'matrix') return [];
  const ways = step.kind === 'measurement' ? Object.values(step.measure.methods ?? {}) : [];
  return [step, ...ways].flatMap(({ clears = {}, implicates = {} }: Pick<typeof step, 'clears' | 'implicates'>) =>
    [...Object.values(clears), ...Object.values(implicates)].flat(),
  );
}
