import { elementName, type CodeDocument } from '../unit-model';
import type { VisitContext } from '../visit';
import { isWatched, type PlannedStage } from './sequence-plan';
import { isTooEarly, type Watch, type WatchMark } from './watch';

/** How the stage failed that did not follow. */
export type StageFailure = 'not-commanded' | 'not-actual' | 'not-known';

/** What a watch comes to. */
export interface WatchOutcome {
  /** The last stage that was seen to happen; missing when none was. */
  readonly lastCompleted?: PlannedStage;
  /** The stage that should have followed; missing when everything seen was as it should be. */
  readonly stoppedAt?: PlannedStage;
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

/** Says where a watched call stopped. Stages that were not noted between two that were seen are taken as passed. */
export function watchOutcome({ model }: VisitContext, watch: Watch): WatchOutcome {
  const watched = watch.plan.stages.filter(isWatched);
  const happened = watch.marks.filter(({ mark, stage }) => mark === 'actual' && stage);
  const lastCompleted = happened.at(-1)?.stage;
  const outOfTime = watch.marks.filter(
    ({ mark, judgement }) => mark === 'actual' && (judgement?.verdict === 'low' || judgement?.verdict === 'high'),
  );
  const stoppedAt = stoppedStage(watch, lastCompleted, watched);
  if (!stoppedAt) {
    const words = lastCompleted
      ? `${capital(lastCompleted.name)} was the last stage seen, as it should be.`
      : 'Nothing was marked yet.';
    return { ...(lastCompleted ? { lastCompleted } : {}), needs: [], suspects: [], outOfTime, fact: words, words };
  }
  const failure = failureOf(watch, stoppedAt);
  const suspects = suspectsOf(stoppedAt, failure);
  const { then } = stoppedAt.otherwise ?? {};
  const lockOut = watch.plan.stages.find(({ id }) => id === then)?.document.code ?? stoppedAt.document.code;
  const code = model.codes?.find((each) => each.code === lockOut);
  const seen = lastCompleted ? `Last stage seen: ${lastCompleted.name}.` : 'No stage was seen.';
  const fact = `${seen} ${capital(stoppedAt.name)} ${FAILURE_WORDS[failure]}.`;
  return {
    ...(lastCompleted ? { lastCompleted } : {}),
    stoppedAt,
    failure,
    needs: stoppedAt.document.needs ?? [],
    suspects,
    ...(code ? { code } : {}),
    outOfTime,
    fact,
    words:
      suspects.length > 0 ? `${fact} Look at ${suspects.map((each) => elementName(model, each)).join(', ')}.` : fact,
  };
}

const FAILURE_WORDS: Readonly<Record<StageFailure, string>> = {
  'not-commanded': 'did not follow, and no command of it was noted',
  'not-actual': 'was commanded and did not happen',
  'not-known': 'did not follow; whether it was commanded is not known',
};

/** The first stage that did not happen and never did after, or, once the watch is over, the one it waited for. */
function stoppedStage(
  watch: Watch,
  lastCompleted: PlannedStage | undefined,
  watched: readonly PlannedStage[],
): PlannedStage | undefined {
  const ids = watch.plan.stages.map(({ id }) => id);
  const missed = watched.filter((stage) => isMissed(watch.marks, stage));
  if (missed.length > 0) return missed[0];
  if (watch.ended?.how !== 'stopped' || watch.callEnded) return undefined;
  // Stopped by hand: what should have come next did not.
  const from = lastCompleted ? ids.indexOf(lastCompleted.id) + 1 : 0;
  return watched.find(({ id }) => ids.indexOf(id) >= from && id !== watch.plan.document.stop);
}

/** Marked as not happening once it was due, and not seen since. */
function isMissed(marks: readonly WatchMark[], stage: PlannedStage): boolean {
  const last = marks.findLast(({ mark, stage: marked }) => marked?.id === stage.id && mark !== 'commanded');
  return last?.mark === 'never' && !isTooEarly(last.slot, last.at);
}

function failureOf({ marks }: Watch, stage: PlannedStage): StageFailure {
  const isCommanded = marks.some((mark) => mark.mark === 'commanded' && mark.stage?.id === stage.id);
  if (isCommanded) return 'not-actual';
  const couldBeSeen = stage.document.commandedBy !== undefined;
  return couldBeSeen && marks.some((mark) => mark.mark === 'never' && mark.stage?.id === stage.id)
    ? 'not-commanded'
    : 'not-known';
}

function suspectsOf({ document: { suspects = {} } }: PlannedStage, failure: StageFailure): readonly string[] {
  const { notCommanded = [], notActual = [] } = suspects;
  if (failure === 'not-commanded') return notCommanded;
  return failure === 'not-actual' ? notActual : [...new Set([...notActual, ...notCommanded])];
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
