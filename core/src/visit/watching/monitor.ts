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
  /** Stretches in which somebody had switched something off: nothing that is missing then has dropped out. */
  readonly switchedOff: readonly Stretch[];
}

/** From so many seconds after the start to so many. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
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
  /** Seconds that somebody was looking: a sample speaks for itself and for a minute after it. */
  readonly covered: number;
  /** How often it came back on a stimulus, and whether more often than by chance. */
  readonly cameBack: Readonly<Record<string, Comeback>>;
  /** The watch as one reading; missing while no figure was read. */
  readonly reading?: Extract<Reading, { kind: 'span' }>;
  readonly judgement?: Judgement;
  /** How often, after how long, under what; one sentence each. */
  readonly words: readonly string[];
}

/** What came back within a few seconds of something that was done to a part. */
export interface Comeback {
  readonly times: number;
  /** Of so many returns in all. */
  readonly of: number;
  /** Returns that would fall there by chance. */
  readonly byChance: number;
  /** So many would hardly be chance: a contact or a joint there. */
  readonly isTelling: boolean;
}

/** A look counts for so many seconds; a longer pause is a gap. Common practice, no source. */
const LOOK_SECONDS = 60;
/** As rarely as this, at most, chance alone brings it back so often (5 %, as in any significance test). */
const CHANCE = 0.05;
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
  return {
    started,
    points,
    expectation: expectationOf(context, state, started),
    ...(ended ? { ended } : {}),
    lasted,
    switchedOff: switchedOffIn(state, started, lasted),
  };
}

/** While a supply or a call that was on at the start is not. */
function switchedOffIn(state: VisitState, started: Started, lasted: number): readonly Stretch[] {
  const begin = state.trail.findIndex(({ event }) => event.id === started.id);
  const wereOn = (['supplies', 'calls'] as const).flatMap((group) =>
    Object.entries(state.trail[begin]?.conditions[group] ?? {}).flatMap(([id, is]) =>
      is === 'on' ? [{ group, id }] : [],
    ),
  );
  const found: Stretch[] = [];
  let since: number | undefined;
  for (let index = begin; index >= 0 && index < state.trail.length; index += 1) {
    const [line, after] = [state.trail[index], state.trail[index + 1]?.conditions ?? state.conditions];
    if (!line) continue;
    const at = secondsSince(started, line.event);
    const isOff = wereOn.some(({ group, id }) => after[group]?.[id] !== 'on');
    if (isOff) since ??= at;
    else if (since !== undefined) {
      found.push({ from: since, to: at });
      since = undefined;
    }
  }
  return since === undefined ? found : [...found, { from: since, to: Math.max(since, lasted) }];
}

const isIn = (stretches: readonly Stretch[], at: number): boolean =>
  stretches.some(({ from, to }) => at >= from && at <= to);

/** Points that were noted while nothing was switched off. */
function pointsThatCount({ points, switchedOff }: Monitor): readonly MonitorPoint[] {
  return points.filter(({ at }) => !isIn(switchedOff, at));
}

/** Seconds that somebody was looking. */
function coveredBy(monitor: Monitor): number {
  const looks = pointsThatCount(monitor).filter(({ mark }) => mark !== 'released');
  return looks.reduce((sum, { at }, index) => {
    const next = looks[index + 1]?.at ?? monitor.lasted;
    const off = monitor.switchedOff.find(({ from }) => from > at && from < next)?.from ?? next;
    return sum + Math.min(LOOK_SECONDS, off - at);
  }, 0);
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
  const figures = pointsThatCount(monitor).flatMap(({ reading }) => figuresOf(reading));
  const covered = coveredBy(monitor);
  const dropOuts = dropOutsOf(context, monitor);
  const reading = spanOf(figures, covered, dropOuts.length);
  const cameBack = comebacks(context, monitor, dropOuts);
  return {
    ...(figures.length > 0 ? { low: Math.min(...figures.map(inBase)), high: Math.max(...figures.map(inBase)) } : {}),
    samples: monitor.points.filter((point) => point.reading).length,
    dropOuts,
    covered,
    cameBack,
    ...(reading
      ? { reading, judgement: judge({ reading, function: monitor.started.function, expectation: monitor.expectation }) }
      : {}),
    words: wordsOf(monitor, covered, dropOuts, cameBack),
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

/** The watch as one reading: the lowest and the highest there was, over the seconds that were looked at. */
function spanOf(figures: readonly Quantity[], covered: number, dropOuts: number): MonitorOutcome['reading'] {
  const [first] = figures;
  const lasted: Quantity = { value: Math.floor(covered), unit: 's', exponent: 0 };
  if (!first || lasted.value <= 0) return undefined;
  const low = figures.reduce((least, each) => (inBase(each) < inBase(least) ? each : least), first);
  const high = figures.reduce((most, each) => (inBase(each) > inBase(most) ? each : most), first);
  return { kind: 'span', low, high, lasted, dropOuts };
}

/** What is clearly not as it should be; without an expected value only over range is. */
function isOutside({ started, expectation }: Monitor, reading: Reading): boolean {
  if (reading.kind === 'list') return false;
  if (!expectation.judgeable) return reading.kind === 'over-range';
  const { motion: _motion, ...band } = expectation;
  const figures = figuresOf(reading).map((quantity): Reading => ({ kind: 'value', quantity }));
  // What moves inside its band is there all the same.
  return (figures.length > 0 ? figures : [reading]).some((each) => {
    const { verdict } = judge({ reading: each, function: started.function, expectation: band });
    return verdict !== 'within' && verdict !== 'undecided' && verdict !== 'unjudged';
  });
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
  for (const point of pointsThatCount(monitor)) {
    const isOut = point.mark === 'out' || (point.reading !== undefined && isOutside(monitor, point.reading));
    const isBack = point.mark === 'back' || (point.reading !== undefined && !isOutside(monitor, point.reading));
    if (isOut) since ??= point.at;
    else if (isBack) end(point.at);
  }
  end();
  return found;
}

/** Of each stimulus, the returns within a few seconds of it beside those that chance alone would put there. */
function comebacks(
  context: VisitContext,
  monitor: Monitor,
  dropOuts: readonly DropOut[],
): Readonly<Record<string, Comeback>> {
  const stimuli = stimuliOf(context, monitor);
  const returned = dropOuts.flatMap(({ from, to }) => (to === undefined ? [] : [{ from, to }]));
  const counts: Record<string, Comeback> = {};
  for (const words of new Set(stimuli.map((each) => each.words))) {
    const windows = stimuli
      .filter((each) => each.words === words)
      .map(({ from }): Stretch => ({ from, to: from + EFFECT_SECONDS }));
    // Out before anybody touched it, and back as soon as somebody did.
    const times = returned.filter(({ from, to }) =>
      windows.some((each) => from < each.from && isIn([each], to)),
    ).length;
    if (times === 0) continue;
    const out = returned.reduce((sum, { from, to }) => sum + to - from, 0);
    const within = returned.reduce((sum, stretch) => sum + overlap(stretch, windows), 0);
    const part = out <= 0 ? 1 : Math.min(1, within / out);
    counts[words] = {
      times,
      of: returned.length,
      byChance: part * returned.length,
      isTelling: atLeast(times, returned.length, part) < CHANCE,
    };
  }
  return counts;
}

/** Seconds of a stretch that lie in windows; those that overlap count once. */
function overlap({ from, to }: Stretch, windows: readonly Stretch[]): number {
  let [sum, reached] = [0, from];
  for (const window of [...windows].sort((a, b) => a.from - b.from)) {
    const [start, end] = [Math.max(reached, window.from), Math.min(to, window.to)];
    if (end > start) [sum, reached] = [sum + end - start, end];
  }
  return sum;
}

/** Probability of so many or more of `of` by chance, each with this probability (binomial distribution). */
function atLeast(times: number, of: number, part: number): number {
  let [sum, ways] = [0, 1];
  for (let count = 0; count <= of; count += 1) {
    if (count >= times) sum += ways * part ** count * (1 - part) ** (of - count);
    ways = (ways * (of - count)) / (count + 1);
  }
  return Math.min(1, sum);
}

function wordsOf(
  monitor: Monitor,
  covered: number,
  dropOuts: readonly DropOut[],
  cameBack: Readonly<Record<string, Comeback>>,
): readonly string[] {
  const whole = formatValue(Math.round(monitor.lasted), 's');
  const hasGaps = covered < 0.9 * monitor.lasted;
  const lasted = hasGaps ? `${formatValue(Math.round(covered), 's')} that were looked at, of ${whole}` : whole;
  const [first] = dropOuts;
  if (!first) return [`No drop-out in ${lasted}.`];
  const counts = new Map<string, number>();
  for (const { under } of dropOuts) {
    const how = under === undefined ? 'left alone' : `with ${under}`;
    counts.set(how, (counts.get(how) ?? 0) + 1);
  }
  const under = [...counts].map(([words, count]) => `${count} ${words}`).join(', ');
  const back = Object.entries(cameBack).map(([words, each]) => comebackWords(words, each));
  return [
    `Dropped out ${times(dropOuts.length)} in ${lasted}: ${under}.`,
    `First after ${formatValue(Math.round(first.from), 's')}.`,
    ...back,
  ];
}

function comebackWords(words: string, { times: count, of, byChance, isTelling }: Comeback): string {
  const came = `Came back ${times(count)} of ${of} with ${words}`;
  const chance = Number(byChance.toPrecision(2));
  return isTelling
    ? `${came}, by chance ${chance} would: a contact or a joint there.`
    : `${came}, as by chance (${chance}).`;
}

function times(count: number): string {
  return count === 1 ? 'once' : `${count} times`;
}

/** The watch as the line one would type for a reading: "24.1 V..24.6 V for 900 s, 2 out". */
export function monitorText({ reading }: Pick<MonitorOutcome, 'reading'>): string | undefined {
  return reading && formatReading(reading).replaceAll('\u00a0', ' ');
}
