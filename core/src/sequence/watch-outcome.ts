import { expressionWords } from '../expression';
import { elementName, type CodeDocument } from '../unit-model';
import type { VisitContext } from '../visit';
import { isWatched, stageOf, type PlannedStage } from './sequence-plan';
import { isTooEarly, type Watch, type WatchMark } from './watch';
import { WATCH_WORDS, type StageFailure } from './watch-words';

/** What a watch comes to. */
export interface WatchOutcome {
  /** The last stage that was seen to happen; missing when none was. */
  readonly lastCompleted?: PlannedStage;
  /** The stage that should have followed and is late; missing while everything may still be as it should be. */
  readonly stoppedAt?: PlannedStage;
  /** Every stage that may have failed: beside the one that was watched for those nobody sees. */
  readonly failed: readonly PlannedStage[];
  readonly failure?: StageFailure;
  /** What that stage needs, in words. */
  readonly needs: readonly string[];
  /** Elements to suspect, likeliest as written in the unit model. */
  readonly suspects: readonly string[];
  /** A code the board should show after it. */
  readonly code?: CodeDocument;
  /** Stages that came too early or too late. */
  readonly outOfTime: readonly WatchMark[];
  /** What was seen and what was not. */
  readonly fact: string;
  /** The fact, and where to look. */
  readonly words: string;
}

/** Says where a watched call stopped: what every way explains in which it can have gone. */
export function watchOutcome({ model }: VisitContext, watch: Watch): WatchOutcome {
  const lastCompleted = watch.marks.findLast(({ mark, stage }) => mark === 'actual' && stage)?.stage;
  const outOfTime = watch.marks.filter(
    ({ mark, judgement, isDoubtful }) =>
      mark === 'actual' && !isDoubtful && (judgement?.verdict === 'low' || judgement?.verdict === 'high'),
  );
  const failed = failedStages(watch);
  const stoppedAt = failed.find(isWatched) ?? watchedAfter(watch, failed[0]);
  if (!stoppedAt) {
    const words = [sightWords(watch, lastCompleted, outOfTime), cutWords(watch)].filter(Boolean).join(' ');
    return {
      ...(lastCompleted ? { lastCompleted } : {}),
      failed: [],
      needs: [],
      suspects: [],
      outOfTime,
      fact: words,
      words,
    };
  }
  const failure = failureOf(watch, stoppedAt);
  const suspects = [
    ...new Set(failed.flatMap((stage) => suspectsOf(stage, stage === stoppedAt ? failure : 'not-known'))),
  ];
  const { then } = stoppedAt.otherwise ?? {};
  const lockOut = stageOf(watch.plan, then)?.document.code ?? stoppedAt.document.code;
  const code = model.codes?.find((each) => each.code === lockOut);
  const watched = failed.filter(isWatched);
  const fact = [
    lastCompleted ? WATCH_WORDS.lastSeen(lastCompleted.name) : WATCH_WORDS.nothingSeen(),
    WATCH_WORDS.failed(
      (watched.length > 0 ? watched : [stoppedAt]).map(({ name }) => name),
      failure,
    ),
    permissiveWords(watch, failed),
    waitWords(watch, lastCompleted),
    cutWords(watch),
  ]
    .filter(Boolean)
    .join(' ');
  const names = suspects.map((each) => elementName(model, each));
  return {
    ...(lastCompleted ? { lastCompleted } : {}),
    stoppedAt,
    failed,
    failure,
    needs: [...new Set(failed.flatMap(({ document }) => document.needs ?? []))],
    suspects,
    ...(code ? { code } : {}),
    outOfTime,
    fact,
    words: names.length > 0 ? `${fact} ${WATCH_WORDS.lookAt(names)}` : fact,
  };
}

/** The stage of which somebody who saw that it did not follow can still say whether it was commanded. */
export function commandAsked(context: VisitContext, watch: Watch): PlannedStage | undefined {
  const { failed } = watchOutcome(context, watch);
  const last = watch.marks.findLast(({ stage, mark }) => stage !== undefined && mark !== 'call-ended');
  const stage = last?.mark === 'never' ? last.stage : undefined;
  const isAsked = stage?.document.commandedBy !== undefined && failed.some(({ id }) => id === stage.id);
  return isAsked && saidOfCommand(watch, stage) === undefined ? stage : undefined;
}

/**
 * Stages one of which has failed, in the order of the sequence; none while a run without a failure explains the marks,
 * nor where a time is in doubt: what came a minute earlier makes what follows late.
 */
function failedStages({ runs, plan, marks }: Watch): readonly PlannedStage[] {
  if (marks.some(({ isDoubtful }) => isDoubtful)) return [];
  if (runs.some(({ failed }) => failed === undefined)) return [];
  const ids = new Set(runs.map(({ failed }) => failed));
  return plan.stages.filter(({ id }) => ids.has(id));
}

/** The first stage that somebody would have seen after one that nobody sees. */
function watchedAfter({ plan }: Watch, failed: PlannedStage | undefined): PlannedStage | undefined {
  let at = failed;
  for (let count = 0; at && !isWatched(at) && count < plan.stages.length; count += 1) at = stageOf(plan, at.next);
  return at ?? failed;
}

/** What was said of the command since the stage was last seen. */
function failureOf(watch: Watch, stage: PlannedStage): StageFailure {
  const said = saidOfCommand(watch, stage);
  if (said === 'commanded') return 'not-actual';
  return said === 'not-commanded' ? 'not-commanded' : 'not-known';
}

function saidOfCommand({ marks }: Watch, stage: PlannedStage): WatchMark['mark'] | undefined {
  const seen = marks.findLastIndex(({ mark, stage: marked }) => mark === 'actual' && marked?.id === stage.id);
  return marks
    .slice(seen + 1)
    .filter(({ stage: marked }) => marked?.id === stage.id)
    .findLast(({ mark }) => mark !== 'never')?.mark;
}

function suspectsOf({ document: { suspects = {} } }: PlannedStage, failure: StageFailure): readonly string[] {
  const { notCommanded = [], notActual = [] } = suspects;
  if (failure === 'not-commanded') return notCommanded;
  return failure === 'not-actual' ? notActual : [...new Set([...notActual, ...notCommanded])];
}

/** What was seen, where nothing is accused: as it should be, out of time, not noted, or still to come. */
function sightWords(watch: Watch, lastCompleted: PlannedStage | undefined, outOfTime: readonly WatchMark[]): string {
  const { marks, runs, plan } = watch;
  if (marks.length === 0) return WATCH_WORDS.nothingMarked();
  if (runs.length === 0) return WATCH_WORDS.doesNotFit();
  const doubt = marks.some(({ isDoubtful }) => isDoubtful);
  const missed = (runs[0]?.missed ?? []).filter((id) => runs.every((run) => run.missed.includes(id)));
  const last = marks.findLast(({ mark }) => mark === 'actual' || mark === 'never');
  return [
    lastCompleted ? WATCH_WORDS.seen(lastCompleted.name, outOfTime.length === 0 && missed.length === 0 && !doubt) : '',
    outOfTime.length > 0 ? WATCH_WORDS.outOfTime(outOfTime.map(({ stage }) => stage?.name ?? '')) : '',
    missed.length > 0 ? WATCH_WORDS.missed(missed.map((id) => stageOf(plan, id)?.name ?? id)) : '',
    last?.mark === 'never' && last.stage ? stillWords(last, last.stage) : '',
  ]
    .filter(Boolean)
    .join(' ');
}

function stillWords({ slot, at, isDoubtful }: WatchMark, { name }: PlannedStage): string {
  if (isDoubtful) return WATCH_WORDS.cannotBeTold(name);
  if (!slot) return '';
  if (isTooEarly(slot, at)) return WATCH_WORDS.tooEarly(name, slot.earliest);
  return WATCH_WORDS.mayStillCome(name, slot.latest);
}

/** What has to hold throughout may have gone, where that leads to a stage of its own. */
function permissiveWords({ plan }: Watch, failed: readonly PlannedStage[]): string {
  const { permissive, document } = plan;
  const isPossible = permissive !== undefined && failed.some(({ id }) => id === document.interrupted);
  return isPossible ? WATCH_WORDS.notHeld(expressionWords(permissive, (name) => name.replaceAll('-', ' '))) : '';
}

/** Where nothing at all was seen, a wait that nobody noted may be the reason. */
function waitWords({ circumstances }: Watch, lastCompleted: PlannedStage | undefined): string {
  const { mayHaveWaited } = circumstances;
  return lastCompleted || mayHaveWaited.length === 0 ? '' : WATCH_WORDS.mayHaveWaited(mayHaveWaited);
}

function cutWords({ circumstances: { cut } }: Watch): string {
  return cut ? WATCH_WORDS.cut(cut.words) : '';
}
