import { formatReading } from '../quantity';
import { guardsOfReading, guardsOfRecord, type Guard } from '../guard';
import {
  alteredWords,
  conditionWords,
  localTime,
  openPointsOf,
  readingTitle,
  spokenStep,
  standingAt,
  type TrailLine,
  type VisitContext,
  type VisitState,
} from '../visit';
import { closingWords } from './closing-words';
import { evidenceRows, type EvidenceRows } from './evidence-rows';
import { findingAccounts, type FindingAccount } from './finding-account';
import { toldPhotos, type ToldPhoto } from './photo-account';
import { repairAccount, type RepairAccount } from './repair-account';
import { trapName } from './trap-name';
import { minutesOf, workCounts, type WorkCounts } from './work-counts';

export interface TrapAccount {
  readonly trap: string;
  readonly name: string;
  readonly words: string;
  /** The reading that settles it. */
  readonly settledBy?: string;
}

/** A finding in plain words and figures, as a file gives it. */
export interface ToldFinding {
  readonly class: string;
  readonly item: string | null;
  readonly mode: string | null;
  readonly text: string;
  readonly accused: string;
  readonly grade: string;
  readonly gradeWords: string;
  readonly at: string;
  readonly evidence: EvidenceRows;
  readonly traps: readonly TrapAccount[];
}

export interface ToldReading {
  readonly step: string | null;
  readonly title: string;
  /** Which part of a set or a chain, which pair of a proof of dead. */
  readonly part: string | null;
  readonly reading: string;
  readonly verdict: string;
  readonly sentence: string;
  readonly grade: string;
  readonly conditions: string;
  readonly meter: string | null;
  readonly at: string;
  readonly isTakenBack: boolean;
  readonly traps: readonly string[];
}

/** All that a record comes to: the same for the page, the report and a file. */
export interface VisitAccount {
  readonly complaint: string;
  readonly closed: boolean;
  /** How the machine was left, or over what the closing does not hold; empty where the visit is open or nothing was said. */
  readonly left: string;
  readonly findings: readonly ToldFinding[];
  readonly readings: readonly ToldReading[];
  /** What was passed over, assumed or left undecided. */
  readonly openPoints: readonly string[];
  readonly traps: readonly TrapAccount[];
  readonly alterations: readonly string[];
  /** What was done about it, and what shows that it holds. */
  readonly repair: RepairAccount;
  readonly photos: readonly ToldPhoto[];
  readonly counts: WorkCounts;
  /** From the first entry to the closing; null where the record has no times. */
  readonly minutes: number | null;
  readonly standsAt: string | null;
}

/** What a record comes to, in plain words. Pure: a record gives the same account wherever it is read. */
export function visitAccount(context: VisitContext, state: VisitState): VisitAccount {
  const next = standingAt(context, state);
  return {
    complaint: state.opened?.complaint ?? '',
    closed: state.closed,
    left: closingWords(state),
    findings: findingAccounts(context, state).map((each) => toldFinding(context, state, each)),
    readings: state.trail.flatMap((line) => toldReading(context, state, line)),
    openPoints: [...new Set(openPointsOf(context, state.trail, new Set()).map(({ words }) => words))],
    traps: guardsOfRecord(context, state).map(trapAccount),
    alterations: alteredWords(context, state),
    repair: repairAccount(context, state),
    photos: toldPhotos(context, state),
    counts: workCounts(state),
    minutes: minutesOf(state) ?? null,
    standsAt: next ? [spokenStep(next), next.should && `It should be ${next.should}.`].filter(Boolean).join(' ') : null,
  };
}

export function trapAccount(guard: Guard): TrapAccount {
  const { id, words, settle } = guard;
  return { trap: id, name: trapName(guard), words, ...(settle === undefined ? {} : { settledBy: settle.words }) };
}

function toldFinding(
  context: VisitContext,
  state: VisitState,
  { finding, accused, grade, gradeWords, evidence, traps }: FindingAccount,
): ToldFinding {
  return {
    class: finding.class,
    item: finding.item ?? null,
    mode: finding.mode ?? null,
    text: finding.text,
    accused,
    grade,
    gradeWords,
    at: localTime(finding)?.iso ?? finding.at,
    evidence: evidenceRows(context, state, evidence),
    traps: traps.map(trapAccount),
  };
}

function toldReading(context: VisitContext, state: VisitState, line: TrailLine): readonly ToldReading[] {
  const { event, step, standing, conditions } = line;
  if (event.type !== 'reading-taken') return [];
  const isTakenBack = standing === 'retracted';
  return [
    {
      step: event.step ?? null,
      title: readingTitle(context, { event, step }),
      part: event.proof ? `${event.proof.name} ${event.proof.current.toUpperCase()}` : (event.part ?? null),
      reading: event.reading ? formatReading(event.reading) : event.text,
      verdict: event.joint?.pattern ?? event.joint?.verdict ?? event.judgement.verdict,
      sentence: event.joint?.sentence ?? event.judgement.sentence,
      grade: event.grade,
      conditions: conditionWords(context.model, conditions),
      meter: event.meter ?? null,
      at: localTime(event)?.iso ?? event.at,
      isTakenBack,
      traps: isTakenBack || event.proof ? [] : guardsOfReading(context, state, event).map(({ id }) => id),
    },
  ];
}
