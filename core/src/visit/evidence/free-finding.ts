import type { SuspectClass } from '../../unit-model';
import type { FindingReached, VisitContext } from '../record';
import { evidenceFor, gradeOf, type Weighed } from './finding';

/** A conclusion in the technician's own words. */
export interface FreeFinding {
  readonly class: SuspectClass;
  readonly item?: string;
  readonly text: string;
  /** Ids of the readings it rests on. */
  readonly rests: readonly string[];
}

/**
 * The finding with the grade its evidence earns, weighed as any other: the readings it rests on have to touch what it names,
 * and to be other than they should.
 */
export function freeFinding(context: VisitContext, state: Weighed, finding: FreeFinding): FindingReached {
  const item = finding.item?.trim() ?? '';
  const accused = {
    class: finding.class,
    ...(item === '' ? {} : { item }),
    ...(finding.rests.length > 0 ? { rests: finding.rests } : {}),
  };
  return {
    type: 'finding-reached',
    ...accused,
    text: finding.text.trim(),
    grade: gradeOf({}, evidenceFor(context, state, accused)),
  };
}
