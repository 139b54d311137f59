import { parseExpectation, resolveExpectation, type ResolvedExpectation } from '../../expectation';
import { formatReading, formatValue, inBase, type Quantity, type Reading } from '../../quantity';
import { elementName } from '../../unit-model';
import { judge, type Judgement } from '../../verdict';
import { resolutionFacts } from '../reading';
import {
  standingOf,
  type EventOf,
  type MonitorMark,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '../record';

type Started = EventOf<'monitor-started'>;

/** A long watch of two points as it stands. */
export interface Monitor {
  readonly started: Started;
  /** Samples and marks in order, seconds since the start. */
  readonly points: readonly MonitorPoint[];
  readonly expectation: ResolvedExpectation;
  readonly ended?: EventOf<'monitor-ended'>;
  /** Seconds from the start to its end, or to the last thing logged. */
  readonly lasted: number;
}

export interface MonitorPoint {
  readonly id: string;
  readonly at: number;
  readonly reading?: Reading;
  readonly mark?: MonitorMark;
  readonly item?: string;
}

/** It was not as it should be from here; `to` is missing while it still is not. */
export interface DropOut {
  readonly from: number;
  readonly to?: number;
  /** What was done to which part just before, or while it lasted; missing where it was left alone. */
  readonly under?: string;
}

/** What a long watch came to. */
export interface MonitorOutcome {
  readonly low?: number;
  readonly high?: number;
  readonly samples: number;
  readonly dropOuts: readonly DropOut[];
  /** How often it came back on a stimulus: a contact or a joint there. */
  readonly cameBack: Readonly<Record<string, number>>;
  /** The watch as one reading; missing while no figure was read. */
  readonly reading?: Extract<Reading, { kind: 'span' }>;
  readonly judgement?: Judgement;
  /** How often, after how long, under what; one sentence each. */
  readonly words: readonly string[];
}

/** A stimulus counts for what happens within so many seconds of it; common practice, no source. */
const EFFECT_SECONDS = 5;
const STIMULI: ReadonlySet<MonitorMark> = new Set(['pressed', 'flexed', 'wiggled', 'warmed', 'cooled']);

/** Every long watch of a visit, the oldest first. */
export function monitorsOf(context: VisitContext, state: VisitState): readonly Monitor[] {
  return standingOf(state, 'monitor-started').map((started) => monitorOf(context, state, started));
}

function monitorOf(context: VisitContext, state: VisitState, started: Started): Monitor {
  const isOfThis = ({ monitor }: { readonly monitor: string }): boolean => monitor === started.id;
  const points = state.trail.flatMap(({ event, standing }): MonitorPoint[] => {
    if (standing === 'retracted') return [];
    const at = secondsSince(started, event);
    if (event.type === 'monitor-sampled' && isOfThis(event)) return [{ id: event.id, at, reading: event.reading }];
    if (event.type === 'monitor-marked' && isOfThis(event))
      return [{ id: event.id, at, mark: event.mark, ...(event.item === undefined ? {} : { item: event.item }) }];
    return [];
  });
  const ended = standingOf(state, 'monitor-ended').findLast(isOfThis);
  const lasted = ended ? secondsSince(started, ended) : (points.at(-1)?.at ?? 0);
  return { started, points, expectation: expectationOf(context, state, started), ...(ended ? { ended } : {}), lasted };
}

function expectationOf(context: VisitContext, state: VisitState, started: Started): ResolvedExpectation {
  const { function: measured, expects } = started;
  const facts = resolutionFacts(context, state, measured);
  const parsed = parseExpectation(expects.trim() === '' ? 'unknown' : expects, measured);
  const document = parsed.outcome === 'expectation' ? parsed.document : ({ kind: 'unknown' } as const);
  return resolveExpectation(document, measured, facts);
}

/** Of one page by its monotonic clock, which no change of the wall clock disturbs. */
function secondsSince(started: Started, event: VisitEvent): number {
  const isOnePage = started.device === event.device;
  const milliseconds = isOnePage ? event.monotonic - started.monotonic : Date.parse(event.at) - Date.parse(started.at);
  return Math.max(0, milliseconds / 1000);
}

/** Minimum, maximum, drop-outs and what they hang together with. */
export function monitorOutcome(context: VisitContext, monitor: Monitor): MonitorOutcome {
  const figures = monitor.points.flatMap(({ reading }) => figuresOf(reading));
  const dropOuts = dropOutsOf(context, monitor);
  const reading = spanOf(monitor, figures, dropOuts.length);
  const cameBack = comebacks(context, monitor);
  return {
    ...(figures.length > 0 ? { low: Math.min(...figures.map(inBase)), high: Math.max(...figures.map(inBase)) } : {}),
    samples: monitor.points.filter((point) => point.reading).length,
    dropOuts,
    cameBack,
    ...(reading
      ? { reading, judgement: judge({ reading, function: monitor.started.function, expectation: monitor.expectation }) }
      : {}),
    words: wordsOf(monitor, dropOuts, cameBack),
  };
}

function figuresOf(reading: Reading | undefined): readonly Quantity[] {
  switch (reading?.kind) {
    case 'value':
    case 'unsteady':
      return [reading.quantity];
    case 'swing':
    case 'span':
      return [reading.low, reading.high];
    default:
      return [];
  }
}

function spanOf(monitor: Monitor, figures: readonly Quantity[], dropOuts: number): MonitorOutcome['reading'] {
  const inside = figures.filter((quantity) => !isOutside(monitor, { kind: 'value', quantity }));
  const seen = inside.length > 0 ? inside : figures;
  const [first] = seen;
  if (!first || monitor.lasted <= 0) return undefined;
  const low = seen.reduce((least, each) => (inBase(each) < inBase(least) ? each : least), first);
  const high = seen.reduce((most, each) => (inBase(each) > inBase(most) ? each : most), first);
  const lasted: Quantity = { value: Math.floor(monitor.lasted), unit: 's', exponent: 0 };
  return lasted.value <= 0 ? undefined : { kind: 'span', low, high, lasted, dropOuts };
}

/** What is clearly not as it should be; without an expected value only over range is. */
function isOutside({ started, expectation }: Monitor, reading: Reading): boolean {
  if (reading.kind === 'list') return false;
  if (!expectation.judgeable) return reading.kind === 'over-range';
  const { motion: _motion, ...band } = expectation;
  const { verdict } = judge({ reading, function: started.function, expectation: band });
  return verdict !== 'within' && verdict !== 'undecided' && verdict !== 'unjudged';
}

interface Stimulus {
  readonly words: string;
  readonly from: number;
  to: number;
}

function stimuliOf(context: VisitContext, { points, lasted }: Monitor): readonly Stimulus[] {
  const all: Stimulus[] = [];
  let running: Stimulus | undefined;
  for (const { mark, item, at } of points) {
    if (mark === undefined || (!STIMULI.has(mark) && mark !== 'released')) continue;
    if (running) running.to = at;
    running = undefined;
    if (mark === 'released') continue;
    const part = item === undefined ? 'it' : elementName(context.model, item);
    running = { words: `${part} ${mark}`, from: at, to: lasted };
    all.push(running);
  }
  return all;
}

function underWhat(stimuli: readonly Stimulus[], at: number): string | undefined {
  return stimuli.findLast(({ from, to }) => at >= from && at <= Math.max(to, from + EFFECT_SECONDS))?.words;
}

function dropOutsOf(context: VisitContext, monitor: Monitor): readonly DropOut[] {
  const stimuli = stimuliOf(context, monitor);
  const found: DropOut[] = [];
  let since: number | undefined;
  const end = (at?: number): void => {
    if (since === undefined) return;
    const under = underWhat(stimuli, since);
    found.push({ from: since, ...(at === undefined ? {} : { to: at }), ...(under === undefined ? {} : { under }) });
    since = undefined;
  };
  for (const point of monitor.points) {
    const isOut = point.mark === 'out' || (point.reading !== undefined && isOutside(monitor, point.reading));
    const isBack = point.mark === 'back' || (point.reading !== undefined && !isOutside(monitor, point.reading));
    if (isOut) since ??= point.at;
    else if (isBack) end(point.at);
  }
  end();
  return found;
}

function comebacks(context: VisitContext, monitor: Monitor): Readonly<Record<string, number>> {
  const stimuli = stimuliOf(context, monitor);
  const counts: Record<string, number> = {};
  for (const { from: began, to } of dropOutsOf(context, monitor)) {
    // Out before anybody touched it, and back as soon as somebody did.
    const under =
      to === undefined
        ? undefined
        : stimuli.findLast(({ from }) => began < from && to >= from && to <= from + EFFECT_SECONDS)?.words;
    if (under !== undefined) counts[under] = (counts[under] ?? 0) + 1;
  }
  return counts;
}

function wordsOf(
  monitor: Monitor,
  dropOuts: readonly DropOut[],
  cameBack: Readonly<Record<string, number>>,
): readonly string[] {
  const lasted = formatValue(Math.round(monitor.lasted), 's');
  const [first] = dropOuts;
  if (!first) return [`No drop-out in ${lasted}.`];
  const counts = new Map<string, number>();
  for (const { under } of dropOuts) {
    const how = under === undefined ? 'left alone' : `with ${under}`;
    counts.set(how, (counts.get(how) ?? 0) + 1);
  }
  const under = [...counts].map(([words, count]) => `${count} ${words}`).join(', ');
  const back = Object.entries(cameBack).map(
    ([words, count]) => `Came back ${times(count)} with ${words}: a contact or a joint there.`,
  );
  return [
    `Dropped out ${times(dropOuts.length)} in ${lasted}: ${under}.`,
    `First after ${formatValue(Math.round(first.from), 's')}.`,
    ...back,
  ];
}

function times(count: number): string {
  return count === 1 ? 'once' : `${count} times`;
}

/** The watch as the line one would type for a reading: "24.1 V..24.6 V for 900 s, 2 out". */
export function monitorText({ reading }: Pick<MonitorOutcome, 'reading'>): string | undefined {
  return reading && formatReading(reading).replaceAll('\u00a0', ' ');
}
