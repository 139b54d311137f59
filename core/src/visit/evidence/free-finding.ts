import type { SuspectClass } from '../../unit-model';
import { INCONCLUSIVE } from '../../verdict';
import type { FindingGrade, FindingReached, VisitState } from '../record';

/** A conclusion in the technician's own words. */
export interface FreeFinding {
  readonly class: SuspectClass;
  readonly item?: string;
  readonly text: string;
  /** Ids of the readings it rests on. */
  readonly rests: readonly string[];
}

/**
 * The finding with the grade its readings earn. Without a chart nothing says which parts a reading clears, so "likely"
 * is the most that measured and judged readings give, "by report" that those of others do; without any it is not isolated.
 */
export function freeFinding(state: VisitState, finding: FreeFinding): FindingReached {
  const item = finding.item?.trim() ?? '';
  return {
    type: 'finding-reached',
    class: finding.class,
    ...(item === '' ? {} : { item }),
    text: finding.text.trim(),
    grade: gradeOf(state, finding.rests),
    ...(finding.rests.length > 0 ? { rests: finding.rests } : {}),
  };
}

function gradeOf(state: VisitState, rests: readonly string[]): FindingGrade {
  const cited = new Set(rests);
  const counts = state.trail.filter(
    ({ event, standing }) =>
      event.type === 'reading-taken' &&
      cited.has(event.id) &&
      standing !== 'retracted' &&
      (event.grade === 'measured' || event.grade === 'reported') &&
      !INCONCLUSIVE.has(event.judgement.verdict),
  );
  if (counts.length === 0 || counts.length < cited.size) return 'not isolated';
  return counts.every(({ event }) => 'grade' in event && event.grade === 'reported') ? 'by report' : 'likely';
}
