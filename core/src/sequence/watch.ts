import { resolveExpectation, type ElapsedDocument, type ResolvedExpectation } from '../expectation';
import { SEQUENCE_END, sequenceOf } from '../unit-model';
import { judge, type Judgement } from '../verdict';
import {
  standingOf,
  type EventOf,
  type StageMark,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '../visit';
import { isWatched, readSequence, stageOf, type PlannedStage, type SequencePlan } from './sequence-plan';

/** When a stage should be seen, in seconds from the watch's start; `latest` may be infinite. */
export interface Slot {
  readonly stage: PlannedStage;
  readonly earliest: number;
  readonly latest: number;
  /** Waits on the way there: nobody condemns a board meanwhile. */
  readonly waits: readonly { readonly stage: PlannedStage; readonly from: number; readonly to: number }[];
  /** A setting that chooses a time on the way was not read. */
  readonly isGuessed: boolean;
}

export interface WatchMark {
  readonly event: EventOf<'stage-marked'> | EventOf<'call-ended'>;
  readonly stage?: PlannedStage;
  readonly mark: StageMark | 'call-ended';
  /** Seconds since the watch began. */
  readonly at: number;
  /** Missing for what is not judged. */
  readonly slot?: Slot;
  readonly judgement?: Judgement;
  /** The interval crosses a reload, a change of tablet or a jump of the clock. */
  readonly isDoubtful: boolean;
}

/** One call watched from its start. */
export interface Watch {
  readonly started: EventOf<'watch-started'>;
  readonly plan: SequencePlan;
  readonly marks: readonly WatchMark[];
  readonly callEnded?: WatchMark;
  readonly ended?: EventOf<'watch-ended'>;
  /** What should be seen next; missing when nothing more can be. */
  readonly next?: Slot;
  /** Stages still to come, the next one first. */
  readonly ahead: readonly Slot[];
}

/** Hand and eye are late by up to so many seconds; a mark this close to a slot's end is still in it. */
const HAND = 1;

/** Every watch of a visit, in the order they were begun. */
export function watchesOf(context: VisitContext, state: VisitState): readonly Watch[] {
  return standingOf(state, 'watch-started').flatMap((started) => watchOf(context, state, started) ?? []);
}

/** The watch that is running; the newest where one was forgotten. */
export function runningWatch(context: VisitContext, state: VisitState): Watch | undefined {
  return watchesOf(context, state).findLast(({ ended }) => ended === undefined);
}

export function watchOf(
  context: VisitContext,
  state: VisitState,
  started: EventOf<'watch-started'>,
): Watch | undefined {
  const document = sequenceOf(context.model, started.sequence);
  if (!document) return undefined;
  const plan = readSequence(context.model, document, state.conditions.positions);
  const isOfThis = ({ watch }: { readonly watch: string }): boolean => watch === started.id;
  const events = [
    ...standingOf(state, 'stage-marked').filter(isOfThis),
    ...standingOf(state, 'call-ended').filter(isOfThis),
  ].sort((a, b) => indexIn(state, a.id) - indexIn(state, b.id));
  const marks: WatchMark[] = [];
  for (const event of events) marks.push(markOf(plan, started, marks, event));
  const callEnded = marks.find(({ mark }) => mark === 'call-ended');
  const ended = standingOf(state, 'watch-ended').findLast(isOfThis);
  const ahead = ended ? [] : slotsAhead(plan, marks);
  return {
    started,
    plan,
    marks,
    ...(callEnded ? { callEnded } : {}),
    ...(ended ? { ended } : {}),
    ...(ahead[0] ? { next: ahead[0] } : {}),
    ahead,
  };
}

function indexIn(state: VisitState, id: string): number {
  return state.trail.findIndex(({ event }) => event.id === id);
}

function markOf(
  plan: SequencePlan,
  started: EventOf<'watch-started'>,
  before: readonly WatchMark[],
  event: EventOf<'stage-marked'> | EventOf<'call-ended'>,
): WatchMark {
  const { seconds: at, isDoubtful } = secondsBetween(started, event);
  if (event.type === 'call-ended') return { event, mark: 'call-ended', at, isDoubtful };
  const stage = stageOf(plan, event.stage);
  const common = { event, ...(stage ? { stage } : {}), mark: event.mark, at, isDoubtful };
  const slot = slotsAhead(plan, before).find((each) => each.stage.id === event.stage);
  if (!slot || event.mark === 'commanded') return { ...common, ...(slot ? { slot } : {}) };
  return { ...common, slot, judgement: judged(slot, event.mark === 'never' ? undefined : at, before) };
}

/** Seconds from one event to another: by the device's own clock where both come from the same open page. */
export function secondsBetween(
  from: VisitEvent,
  to: VisitEvent,
): { readonly seconds: number; readonly isDoubtful: boolean } {
  const wall = (Date.parse(to.at) - Date.parse(from.at)) / 1000;
  if (from.device === to.device) {
    const monotonic = (to.monotonic - from.monotonic) / 1000;
    return { seconds: Math.max(0, monotonic), isDoubtful: Math.abs(wall - monotonic) > 2 };
  }
  return { seconds: Math.max(0, wall), isDoubtful: true };
}

/** The stages still to be seen after these marks, each with its slot; the walk goes on from the last one that happened. */
export function slotsAhead(plan: SequencePlan, marks: readonly WatchMark[]): readonly Slot[] {
  const slots: Slot[] = [];
  let { id, earliest, latest } = resumedAt(plan, marks);
  let waits: Slot['waits'] = [];
  let isGuessed = false;
  for (let count = 0; count < plan.stages.length && id !== undefined && id !== SEQUENCE_END; count += 1) {
    const stage = stageOf(plan, id);
    if (!stage || stage.document.holdOff === 'lock-out') break;
    // A stage that lasts as long as the call is seen to end when the call does, not by the clock.
    if (!stage.isTimed && stage.latest === Infinity && !isWatched(stage)) break;
    const lasts = durationOf(stage);
    if (stage.isTimed && stage.lasts === undefined) isGuessed = true;
    if (stage.document.holdOff !== undefined || (stage.isTimed && !isWatched(stage)))
      waits = [...waits, { stage, from: earliest, to: latest + lasts.most }];
    if (isWatched(stage)) {
      const seen = seenWithin(stage);
      slots.push({ stage, earliest: earliest + seen.least, latest: latest + seen.most, waits, isGuessed });
      waits = [];
    }
    [earliest, latest] = [earliest + lasts.least, latest + lasts.most];
    id = stage.next;
  }
  return slots;
}

interface Span {
  readonly least: number;
  readonly most: number;
}

/** The stage that is due after these marks, and when it begins. */
function resumedAt(
  plan: SequencePlan,
  marks: readonly WatchMark[],
): { id: string | undefined; earliest: number; latest: number } {
  const last = marks.findLast(({ mark }) => mark !== 'commanded');
  const at = last?.at ?? 0;
  const from = (id: string | undefined): ReturnType<typeof resumedAt> => ({ id, earliest: at, latest: at });
  if (!last) return from(plan.stages[0]?.id);
  if (last.mark === 'call-ended') return from(plan.document.stop);
  if (!last.stage) return from(undefined);
  if (last.mark === 'never') return from(failureOf(last.stage, marks));
  // Seen in the middle of its time, a timed stage goes on for the rest of it.
  const [lasts, seen] = [durationOf(last.stage), seenWithin(last.stage)];
  const rest = last.stage.isTimed
    ? { least: lasts.least - seen.most, most: lasts.most - seen.least }
    : { least: 0, most: 0 };
  return { id: last.stage.next, earliest: at + Math.max(0, rest.least), latest: at + Math.max(0, rest.most) };
}

/** What the board does after a stage has failed: it tries again, as often as it may, or knows nothing of it and goes on. */
function failureOf(stage: PlannedStage, marks: readonly WatchMark[]): string | undefined {
  if (!stage.otherwise) return stage.isTimed ? stage.next : undefined;
  const failures = marks.filter(({ mark, stage: marked }) => mark === 'never' && marked?.id === stage.id).length;
  return failures >= stage.otherwise.tries ? stage.otherwise.then : stage.otherwise.stage;
}

/** Part by which timers differ where nothing is written; common practice, no source. */
const TIMER = 0.1;

/** How long a stage takes, seconds. */
function durationOf(stage: PlannedStage): Span {
  if (!stage.isTimed) return { least: stage.earliest, most: stage.latest };
  const [shortest, longest] =
    stage.lasts === undefined ? [Math.min(...stage.choices), Math.max(...stage.choices)] : [stage.lasts, stage.lasts];
  return { least: shortest * (1 - TIMER), most: longest * (1 + TIMER) };
}

/** When a stage is seen, seconds after it began: at its end, or early in a timed stage that says so. */
function seenWithin(stage: PlannedStage): Span {
  return stage.isTimed && Number.isFinite(stage.latest)
    ? { least: stage.earliest, most: stage.latest }
    : durationOf(stage);
}

/** Judged as the same elapsed-time expectation a chart would write. */
function judged(slot: Slot, at: number | undefined, before: readonly WatchMark[]): Judgement {
  const expectation = slotExpectation(slot, originOf(before));
  const seconds = at === undefined ? undefined : at - originOf(before);
  return judge({
    reading:
      seconds === undefined
        ? { kind: 'never' }
        : { kind: 'value', quantity: { value: Math.round(seconds * 10) / 10, unit: 's', exponent: -1 } },
    function: 'elapsed-time',
    expectation,
  });
}

/** The mark a slot is counted from, in seconds since the watch began. */
export function originOf(before: readonly WatchMark[]): number {
  return before.findLast(({ mark }) => mark !== 'commanded')?.at ?? 0;
}

/** A slot as an expectation of the time since the mark before. */
export function slotExpectation(slot: Slot, origin: number): ResolvedExpectation {
  const { bySetting } = slot.stage.document;
  if (slot.isGuessed) {
    const oneOf = slot.stage.choices.map((each) => `${each} s`);
    const document: ElapsedDocument = {
      kind: 'elapsed',
      event: slot.stage.name,
      bySetting: bySetting ?? 'a setting',
      oneOf,
    };
    return resolveExpectation(document, 'elapsed-time');
  }
  const earliest = Math.max(0, slot.earliest - origin - HAND);
  const latest = slot.latest - origin + HAND;
  return resolveExpectation(
    {
      kind: 'elapsed',
      event: slot.stage.name,
      atLeast: `${rounded(earliest)} s`,
      ...(Number.isFinite(latest) ? { atMost: `${rounded(latest)} s` } : {}),
    },
    'elapsed-time',
  );
}

function rounded(seconds: number): number {
  return Math.round(seconds * 10) / 10;
}

/** True for a stage given up before it was due: a wait is no failure. */
export function isTooEarly(slot: Slot | undefined, at: number): boolean {
  return slot !== undefined && at < slot.earliest - HAND;
}

/** Choices of a setting that fit a time, for a setting whose position was not read. */
export function fittingChoices(stage: PlannedStage, seconds: number): readonly number[] {
  return stage.choices.filter((each) => Math.abs(seconds - each) <= each * TIMER + HAND);
}
