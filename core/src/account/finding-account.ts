import { guardsBeforeFinding, type Guard } from '../guard';
import {
  accusedWords,
  asBefore,
  evidenceFor,
  FINDING_GRADE_WORDS,
  type EventOf,
  type Evidence,
  type FindingGrade,
  type VisitContext,
  type VisitState,
} from '../visit';

/** A finding with everything it was graded by. */
export interface FindingAccount {
  readonly finding: EventOf<'finding-reached'>;
  /** "Float switch FS1, stuck open"; empty where nothing is accused. */
  readonly accused: string;
  readonly grade: FindingGrade;
  readonly gradeWords: string;
  readonly evidence: Evidence;
  readonly traps: readonly Guard[];
  /** Why it may have failed, and what shows that the repair holds, as the chart says it. */
  readonly rootCauses: readonly string[];
  readonly verify: readonly string[];
}

/**
 * The findings of a visit, each with the record it was graded by: nothing that was read or taken back since speaks for it or
 * against it.
 */
export function findingAccounts(context: VisitContext, state: VisitState): readonly FindingAccount[] {
  return state.findings.map((finding) => {
    const step = state.trail.find(({ event }) => event.id === finding.id)?.step;
    const conclusion = step?.kind === 'conclusion' ? step : undefined;
    const then = asBefore(context, state, finding.id);
    return {
      finding,
      accused: accusedWords(context.model, finding),
      grade: finding.grade,
      gradeWords: FINDING_GRADE_WORDS[finding.grade],
      evidence: evidenceFor(context, then, finding),
      traps: guardsBeforeFinding(context, then, finding, finding.at),
      rootCauses: conclusion?.rootCauses ?? [],
      verify: conclusion?.verify ?? [],
    };
  });
}
