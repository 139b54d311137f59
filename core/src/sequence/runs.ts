import { evaluate } from '../expression';
import { SEQUENCE_END } from '../unit-model';
import { isWatched, stageOf, type PlannedStage, type SequencePlan } from './sequence-plan';

/** Hand and eye are late by up to so many seconds; a mark this close to a slot's end is still in it. */
export const HAND = 1;
/** Part by which timers differ where nothing is written; common practice, no source. */
export const TIMER = 0.1;

/** From so many seconds to so many; `most` may be infinite. */
export interface Span {
  readonly least: number;
  readonly most: number;
}

/** What a watch notes, in seconds since it began. */
export type Note =
  | { readonly kind: 'seen' | 'not-seen'; readonly stage: string; readonly at: number }
  /** The call goes, or nothing more was seen up to here. */
  | { readonly kind: 'call-ended' | 'nothing-more'; readonly at: number };

/** One way in which a sequence can have gone that explains what was noted. */
export interface Run {
  /** The stage that failed; missing where everything followed. */
  readonly failed?: string;
  /** Stages seen after their time, before it, and those that must have been but were not noted. */
  readonly late: readonly string[];
  readonly early: readonly string[];
  readonly missed: readonly string[];
  /** Where it stands after the last note, and when it came there: `@end` when it is over or goes no further. */
  readonly stage: string;
  readonly since: Span;
  /** How often each stage has failed. */
  readonly tries: Readonly<Record<string, number>>;
}

/** How long a stage takes, seconds. */
export function durationOf(stage: PlannedStage): Span {
  if (!stage.isTimed) return { least: stage.earliest, most: stage.latest };
  const [shortest, longest] =
    stage.lasts === undefined ? [Math.min(...stage.choices), Math.max(...stage.choices)] : [stage.lasts, stage.lasts];
  return { least: shortest * (1 - TIMER), most: longest * (1 + TIMER) };
}

/** When a stage is seen, seconds after it began: at its end, or early in a timed stage that says so. */
export function seenWithin(stage: PlannedStage): Span {
  return stage.isTimed && Number.isFinite(stage.latest)
    ? { least: stage.earliest, most: stage.latest }
    : durationOf(stage);
}

/** What is left of a stage once it was seen: nothing, or the rest of its time. */
export function restOf(stage: PlannedStage): Span {
  if (!stage.isTimed) return { least: 0, most: 0 };
  const [lasts, seen] = [durationOf(stage), seenWithin(stage)];
  return { least: Math.max(0, lasts.least - seen.most), most: Math.max(0, lasts.most - seen.least) };
}

/** What the board does after a stage has failed: it tries again, as often as it may; undefined where nothing is written. */
export function afterFailure(
  { id, otherwise }: PlannedStage,
  tries: Readonly<Record<string, number>>,
): string | undefined {
  if (!otherwise) return undefined;
  return (tries[id] ?? 0) + 1 >= otherwise.tries ? otherwise.then : otherwise.stage;
}

/**
 * Where a stage that nobody watches leads on in two ways, both are as they should be: this is the other one. Back to an
 * earlier stage is another try, and into a lock-out a failure.
 */
export function otherWay(plan: SequencePlan, stage: PlannedStage): string | undefined {
  const other = stage.otherwise?.stage;
  const ids = plan.stages.map(({ id }) => id);
  if (other === undefined || isWatched(stage) || ids.indexOf(other) <= ids.indexOf(stage.id)) return undefined;
  return stageOf(plan, other)?.document.holdOff === 'lock-out' ? undefined : other;
}

/** A stage that is left when the call goes, and not before. */
function lastsAsCalled({ start }: SequencePlan, { until }: PlannedStage): boolean {
  if (until === undefined) return false;
  const isCalled = (name: string): boolean => evaluate(start, { isSo: (each) => each === name });
  return !evaluate(until, { isSo: isCalled }) && evaluate(until, { isSo: () => false });
}

/** More than so many things odd about a watch explain nothing. */
const MOST_ODD = 4;
/** More stages in one run than any watch sees. */
const MOST_STAGES = 120;

interface Walking extends Omit<Run, 'late' | 'early' | 'missed'> {
  readonly late: readonly string[];
  readonly early: readonly string[];
  readonly missed: readonly string[];
  /** Notes that are explained so far. */
  readonly noted: number;
  /** Stages that passed unseen since the last one that was seen. */
  readonly passed: readonly string[];
  /** A stage was just seen, and may go on for the rest of its time. */
  readonly isResting: boolean;
  /** The stage at hand lasts beyond its time: it has to be seen after all. */
  readonly isOverdue: boolean;
  readonly odd: number;
  readonly depth: number;
}

/**
 * Every way in which the sequence can have gone with as few odd things as explain what was noted: a stage that failed, a
 * tap that was missed, a stage early or late each count one. Where something has failed whatever way it went, ways with
 * one more odd thing count as well: a missed tap must not hide what failed. A stage that may still come is no failure, since a run in
 * which it comes explains the notes as well. `start` says when the first stage can have begun. The search carries the
 * sequence out as the controller does, with intervals for times.
 */
export function runsOf(plan: SequencePlan, notes: readonly Note[], start: Span): readonly Run[] {
  const first = plan.stages[0];
  if (!first) return [];
  const from: Walking = {
    stage: first.id,
    since: start,
    tries: {},
    late: [],
    early: [],
    missed: [],
    passed: [],
    isResting: false,
    isOverdue: false,
    noted: 0,
    odd: 0,
    depth: 0,
  };
  for (let most = 0; most <= MOST_ODD; most += 1) {
    const found = new Search(plan, notes, most).from(from);
    if (found.length === 0) continue;
    if (found.some(({ failed }) => failed === undefined)) return found;
    return new Search(plan, notes, most + 1).from(from).filter(({ failed }) => failed !== undefined);
  }
  return [];
}

class Search {
  readonly #found = new Map<string, Run>();
  readonly #seen = new Set<string>();

  constructor(
    private readonly plan: SequencePlan,
    private readonly notes: readonly Note[],
    private readonly most: number,
  ) {}

  from(start: Walking): readonly Run[] {
    const waiting: Walking[] = [start];
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      const key = JSON.stringify([
        at.stage,
        at.since,
        at.tries,
        at.failed,
        at.late,
        at.early,
        at.missed,
        at.passed,
        at.isResting,
        at.isOverdue,
        at.noted,
      ]);
      if (this.#seen.has(key) || at.odd > this.most || at.depth > MOST_STAGES) continue;
      this.#seen.add(key);
      if (at.noted === this.notes.length) {
        if (!at.isOverdue) this.#keep(at);
        continue;
      }
      waiting.push(...this.#onwards(at));
    }
    return [...this.#found.values()];
  }

  #keep({ failed, late, early, missed, stage, since, tries }: Walking): void {
    const run: Run = { ...(failed === undefined ? {} : { failed }), late, early, missed, stage, since, tries };
    this.#found.set(JSON.stringify(run), run);
  }

  /** Everything that can follow, as long as the next note can still be explained. */
  #onwards(at: Walking): readonly Walking[] {
    const note = this.notes[at.noted];
    if (!note) return [];
    if (at.since.least > note.at + HAND) return at.isResting ? this.#before(at, note) : [];
    const stage = stageOf(this.plan, at.stage);
    if (!stage) return this.#atRest(at, note);
    if (note.kind === 'seen') return [...this.#seenAt(at, stage, note), ...this.#left(at, stage)];
    return [...this.#during(at, stage, note), ...this.#left(at, stage)];
  }

  /** A note from before the stage at hand: what was seen early goes on for the rest of its time. */
  #before(at: Walking, note: Note): readonly Walking[] {
    if (note.kind === 'seen' || this.#isDenied(at, note)) return [];
    return [note.kind === 'call-ended' ? this.#stopped(at, note.at) : { ...at, noted: at.noted + 1 }];
  }

  /** Over, or stuck: nothing is seen any more. */
  #atRest(at: Walking, note: Note): readonly Walking[] {
    if (note.kind === 'seen') return [];
    if (note.kind === 'call-ended') return [this.#stopped(at, note.at)];
    return this.#isDenied(at, note) ? [] : [{ ...at, noted: at.noted + 1 }];
  }

  /** The next note lies within this stage. */
  #during(at: Walking, stage: PlannedStage, note: Note): readonly Walking[] {
    if (note.kind === 'call-ended') {
      const leaves = at.since.most + durationOf(stage).most;
      const isHere = leaves >= note.at - HAND || this.#isStuck(at, stage);
      return isHere && !at.isOverdue ? [this.#stopped(at, note.at)] : [];
    }
    if (this.#isDenied(at, note)) return [];
    // What is said not to have come by then comes after it, or it is what failed.
    const concerns = note.kind === 'nothing-more' || (note.kind === 'not-seen' && note.stage === stage.id);
    const isSeen = concerns && isWatched(stage) && at.failed !== stage.id;
    const within = isSeen ? seenWithin(stage) : durationOf(stage);
    const isStuck = this.#isStuck(at, stage);
    if (!isStuck && at.since.most + within.most < note.at - HAND) {
      // Beyond its time: only where it is seen later, which is one odd thing.
      const mayBeLate = isWatched(stage) && at.failed !== stage.id;
      return mayBeLate ? [{ ...at, noted: at.noted + 1, isOverdue: true, odd: at.odd + (at.isOverdue ? 0 : 1) }] : [];
    }
    const least = isStuck ? at.since.least : Math.max(at.since.least, note.at - HAND - within.most);
    const since = { least: Math.min(at.since.most, least), most: at.since.most };
    return [{ ...at, noted: at.noted + 1, since }];
  }

  /** A note that says that a stage was not seen although it has passed unseen since. */
  #isDenied(at: Walking, note: Note): boolean {
    if (note.kind === 'nothing-more') return at.passed.length > 0;
    return note.kind === 'not-seen' && at.passed.includes(note.stage);
  }

  #isStuck(at: Walking, stage: PlannedStage): boolean {
    return at.failed === stage.id && !stage.otherwise && !stage.isTimed;
  }

  #stopped(at: Walking, ended: number): Walking {
    const { stop } = this.plan.document;
    const stage = stageOf(this.plan, at.stage);
    const stays = stage !== undefined && (at.stage === stop || stage.document.holdOff === 'lock-out');
    const next = { ...at, noted: at.noted + 1, passed: [], isResting: false, depth: at.depth + 1 };
    return stays ? next : { ...next, stage: stop ?? SEQUENCE_END, since: { least: ended, most: ended } };
  }

  /** Seen in this stage: in time, late or early. */
  #seenAt(at: Walking, stage: PlannedStage, note: Note & { readonly kind: 'seen' | 'not-seen' }): readonly Walking[] {
    if (!isWatched(stage) || note.stage !== stage.id || at.failed === stage.id) return [];
    const seen = seenWithin(stage);
    const isLate = note.at - HAND > at.since.most + seen.most;
    const isEarly = note.at + HAND < at.since.least + seen.least;
    const rest = restOf(stage);
    const odd = at.odd + ((isLate && !at.isOverdue) || isEarly ? 1 : 0);
    return [
      {
        ...at,
        stage: stage.next,
        since: { least: note.at + rest.least, most: note.at + rest.most },
        late: isLate ? [...at.late, stage.id] : at.late,
        early: isEarly ? [...at.early, stage.id] : at.early,
        passed: [],
        isResting: true,
        isOverdue: false,
        noted: at.noted + 1,
        odd,
        depth: at.depth + 1,
      },
    ];
  }

  /** Left without being noted. */
  #left(at: Walking, stage: PlannedStage): readonly Walking[] {
    if (at.isOverdue) return [];
    return [...this.#passes(at, stage), ...this.#fails(at, stage), ...this.#interrupted(at, stage)];
  }

  /** It is completed, unseen; or goes the other way where that is no failure. */
  #passes(at: Walking, stage: PlannedStage): readonly Walking[] {
    if (stage.document.holdOff === 'lock-out' || lastsAsCalled(this.plan, stage)) return [];
    const lasts = durationOf(stage);
    const onTo = (target: string, span: Span, more: Partial<Walking>): Walking => ({
      ...at,
      stage: target,
      since: { least: at.since.least + span.least, most: at.since.most + span.most },
      depth: at.depth + 1,
      isResting: false,
      ...more,
    });
    const isFailed = at.failed === stage.id;
    const passes: Walking[] = [];
    if (!isFailed || stage.isTimed) {
      const isMissed = isWatched(stage) && !isFailed;
      passes.push(
        onTo(stage.next, lasts, {
          ...(isMissed
            ? {
                missed: [...at.missed, stage.id],
                passed: [...at.passed, stage.id],
                odd: at.odd + 1,
              }
            : {}),
        }),
      );
    }
    const other = otherWay(this.plan, stage);
    if (other !== undefined) passes.push(onTo(other, { least: stage.earliest, most: lasts.most }, {}));
    return passes;
  }

  /** It fails: tries again as often as it may, or goes no further. */
  #fails(at: Walking, stage: PlannedStage): readonly Walking[] {
    const isNew = at.failed === undefined;
    if ((!isNew && at.failed !== stage.id) || stage.document.holdOff === 'lock-out') return [];
    const failing: Walking = {
      ...at,
      isResting: false,
      failed: stage.id,
      odd: at.odd + (isNew ? 1 : 0),
      depth: at.depth + 1,
    };
    const { otherwise } = stage;
    // It still stands in this stage: a note may lie within its time.
    const stays: readonly Walking[] = isNew ? [failing] : [];
    if (stage.isTimed) return [...stays, ...(isNew ? [{ ...failing, stage: SEQUENCE_END }] : [])];
    if (!otherwise) return isNew ? [failing] : [];
    const count = (at.tries[stage.id] ?? 0) + 1;
    const target = afterFailure(stage, at.tries) ?? SEQUENCE_END;
    const late = {
      least: at.since.least + stage.latest * (1 - TIMER),
      most: at.since.most + stage.latest * (1 + TIMER),
    };
    if (!Number.isFinite(late.most)) return stays;
    return [...stays, { ...failing, stage: target, since: late, tries: { ...at.tries, [stage.id]: count } }];
  }

  /** What has to hold throughout is lost. */
  #interrupted(at: Walking, stage: PlannedStage): readonly Walking[] {
    const { interrupted, stop } = this.plan.document;
    const isPossible =
      interrupted !== undefined && at.failed === undefined && stage.id !== interrupted && stage.id !== stop;
    if (!isPossible || stage.document.holdOff === 'lock-out') return [];
    const most = at.since.most + durationOf(stage).most;
    return [
      {
        ...at,
        stage: interrupted,
        since: { least: at.since.least, most },
        failed: interrupted,
        isResting: false,
        odd: at.odd + 1,
        depth: at.depth + 1,
      },
    ];
  }
}
