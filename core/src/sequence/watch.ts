import { resolveExpectation, type ElapsedDocument, type ResolvedExpectation } from '../expectation';
import { SEQUENCE_END, sequenceOf } from '../unit-model';
import { judge, type Judgement } from '../verdict';
import { standingOf, type EventOf, type StageMark, type VisitContext, type VisitState } from '../visit';
import {
  afterFailure,
  durationOf,
  HAND,
  otherWay,
  runsOf,
  seenWithin,
  TIMER,
  type Note,
  type Run,
  type Span,
} from './runs';
import { secondsBetween } from './seconds-between';
import { isWatched, readSequence, stageOf, type PlannedStage, type SequencePlan } from './sequence-plan';
import { circumstancesOf, type Circumstances } from './watch-circumstances';

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

/** Marks that say something of the command alone. */
const OF_COMMAND: ReadonlySet<WatchMark['mark']> = new Set(['commanded', 'not-commanded', 'command-unknown']);

/** One call watched from its start. */
export interface Watch {
  readonly started: EventOf<'watch-started'>;
  readonly plan: SequencePlan;
  readonly marks: readonly WatchMark[];
  /** What held it off, and what ended it before it was over. */
  readonly circumstances: Circumstances;
  /** The ways it can have gone, as few odd things as explain the marks. */
  readonly runs: readonly Run[];
  readonly callEnded?: WatchMark;
  readonly ended?: EventOf<'watch-ended'>;
  /** What should be seen next; missing when nothing more can be. */
  readonly next?: Slot;
  /** Stages still to come, the next one first. */
  readonly ahead: readonly Slot[];
}

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
  const isOfThis = ({ watch }: { readonly watch: string }): boolean => watch === started.id;
  const ended = standingOf(state, 'watch-ended').findLast(isOfThis);
  // Switches as they were while it was watched: what is read of them later is of later.
  const line = ended && state.trail.find(({ event }) => event.id === ended.id);
  const plan = readSequence(context.model, document, (line?.conditions ?? state.conditions).positions);
  const circumstances = circumstancesOf(context, state, started, ended);
  const events = [
    ...standingOf(state, 'stage-marked').filter(isOfThis),
    ...standingOf(state, 'call-ended').filter(isOfThis),
  ].sort((a, b) => indexIn(state, a.id) - indexIn(state, b.id));
  const marks: WatchMark[] = [];
  for (const event of events) marks.push(markOf(plan, started, marks, event, circumstances));
  const callEnded = marks.find(({ mark }) => mark === 'call-ended');
  const runs = runsOf(plan, notesOf(started, marks, circumstances, ended), circumstances.begins);
  const ahead = ended ? [] : aheadOf(plan, runs);
  return {
    started,
    plan,
    marks,
    circumstances,
    runs,
    ...(callEnded ? { callEnded } : {}),
    ...(ended ? { ended } : {}),
    ...(ahead[0] ? { next: ahead[0] } : {}),
    ahead,
  };
}

/** What the marks say, up to where the watch was cut; a time that cannot be told says that something was seen, never that it was not. */
function notesOf(
  started: EventOf<'watch-started'>,
  marks: readonly WatchMark[],
  { cut, callDroppedAt }: Circumstances,
  ended?: EventOf<'watch-ended'>,
): readonly Note[] {
  const marked = marks.flatMap(({ mark, stage, at, isDoubtful }): Note[] => {
    if (mark === 'call-ended') return [{ kind: 'call-ended', at }];
    if (!stage || OF_COMMAND.has(mark) || (mark === 'never' && isDoubtful)) return [];
    return [{ kind: mark === 'never' ? 'not-seen' : 'seen', stage: stage.id, at }];
  });
  const isDropped = callDroppedAt !== undefined && !marked.some(({ kind }) => kind === 'call-ended');
  const dropped: readonly Note[] = isDropped ? [{ kind: 'call-ended', at: callDroppedAt }] : [];
  const end = ended?.how === 'stopped' ? secondsBetween(started, ended) : undefined;
  // Who stops looking ends the call in the same moment: nothing more was seen until then, not after.
  const callEnd = marked.find(({ kind }) => kind === 'call-ended')?.at ?? callDroppedAt ?? Infinity;
  const isWhileCalled = end !== undefined && end.seconds <= callEnd + HAND;
  const stopped: readonly Note[] =
    end && !end.isDoubtful
      ? [{ kind: 'nothing-more', at: isWhileCalled ? Math.min(end.seconds, callEnd) : end.seconds }]
      : [];
  const notes = [...marked, ...dropped];
  const inOrder = isWhileCalled
    ? [
        ...notes.filter(({ kind }) => kind !== 'call-ended'),
        ...stopped,
        ...notes.filter(({ kind }) => kind === 'call-ended'),
      ]
    : [...notes, ...stopped];
  const before = inOrder.filter(({ at }) => cut === undefined || at <= cut.at);
  return [...before].sort((a, b) => a.at - b.at);
}

function indexIn(state: VisitState, id: string): number {
  return state.trail.findIndex(({ event }) => event.id === id);
}

function markOf(
  plan: SequencePlan,
  started: EventOf<'watch-started'>,
  before: readonly WatchMark[],
  event: EventOf<'stage-marked'> | EventOf<'call-ended'>,
  circumstances: Circumstances,
): WatchMark {
  const { seconds: at, isDoubtful } = secondsBetween(started, event);
  if (event.type === 'call-ended') return { event, mark: 'call-ended', at, isDoubtful };
  const stage = stageOf(plan, event.stage);
  const common = { event, ...(stage ? { stage } : {}), mark: event.mark, at, isDoubtful };
  const notes = notesOf(started, before, circumstances).filter((note) => note.at <= at);
  const slot = aheadOf(plan, runsOf(plan, notes, circumstances.begins)).find((each) => each.stage.id === event.stage);
  if (!slot || event.mark !== 'actual') return { ...common, ...(slot ? { slot } : {}) };
  return { ...common, slot, judgement: judged(slot, at, before) };
}

/** The stages that may still be seen, each with its slot: of every way the sequence can have gone, the earliest and latest. */
export function aheadOf(plan: SequencePlan, runs: readonly Run[]): readonly Slot[] {
  const slots = new Map<string, Slot>();
  for (const run of healthiest(runs)) {
    for (const slot of slotsAfter(plan, run)) {
      const known = slots.get(slot.stage.id);
      slots.set(
        slot.stage.id,
        known === undefined
          ? slot
          : {
              ...known,
              earliest: Math.min(known.earliest, slot.earliest),
              latest: Math.max(known.latest, slot.latest),
              isGuessed: known.isGuessed || slot.isGuessed,
            },
      );
    }
  }
  return [...slots.values()].sort((a, b) => a.earliest - b.earliest);
}

/** Runs in which nothing has failed where there are any: what fails is not waited for. */
function healthiest(runs: readonly Run[]): readonly Run[] {
  const healthy = runs.filter(({ failed }) => failed === undefined);
  return healthy.length > 0 ? healthy : runs;
}

/** What is due when the sequence goes on from where a run stands. */
function slotsAfter(plan: SequencePlan, run: Run): readonly Slot[] {
  const slots: Slot[] = [];
  let { least: earliest, most: latest }: Span = run.since;
  let id: string | undefined = run.stage;
  let waits: Slot['waits'] = [];
  let isGuessed = false;
  for (let count = 0; count < plan.stages.length && id !== undefined && id !== SEQUENCE_END; count += 1) {
    const stage = stageOf(plan, id);
    if (!stage || stage.document.holdOff === 'lock-out') break;
    // What has failed is not waited for: another try is, where there is one.
    if (run.failed === stage.id && count === 0 && !stage.isTimed) {
      id = afterFailure(stage, run.tries);
      [earliest, latest] = [earliest + stage.latest * (1 - TIMER), latest + stage.latest * (1 + TIMER)];
      if (id === undefined || !Number.isFinite(latest)) break;
      continue;
    }
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
    const other = otherWay(plan, stage);
    [earliest, latest] = [earliest + lasts.least, latest + lasts.most];
    if (other !== undefined)
      slots.push(...slotsAfter(plan, { ...run, stage: other, since: { least: earliest, most: latest } }));
    id = stage.next;
  }
  return slots;
}

/** Judged as the same elapsed-time expectation a chart would write. */
function judged(slot: Slot, at: number, before: readonly WatchMark[]): Judgement {
  const expectation = slotExpectation(slot, originOf(before));
  const seconds = at - originOf(before);
  return judge({
    reading: { kind: 'value', quantity: { value: Math.round(seconds * 10) / 10, unit: 's', exponent: -1 } },
    function: 'elapsed-time',
    expectation,
  });
}

/** The mark a slot is counted from, in seconds since the watch began. */
export function originOf(before: readonly WatchMark[]): number {
  return before.findLast(({ mark }) => mark === 'actual' || mark === 'call-ended')?.at ?? 0;
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

/** True once a stage should have been seen: it may still come until then. */
export function isLate(slot: Slot, at: number): boolean {
  return at > slot.latest + HAND;
}

/** Choices of a setting that fit a time, for a setting whose position was not read. */
export function fittingChoices(stage: PlannedStage, seconds: number): readonly number[] {
  return stage.choices.filter((each) => Math.abs(seconds - each) <= each * TIMER + HAND);
}
