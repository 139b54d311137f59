import type { VisitContext, VisitState } from '../visit';
import type { Asked, Check } from './check';
import { complaintChecks } from './complaint-checks';
import { counted } from './counted';
import { interventionsOf } from './interventions';
import { measurementChecks } from './measurement-checks';
import { railChecks } from './rail-checks';
import { sequenceChecks } from './sequence-checks';
import { settingChecks } from './setting-checks';
import { soakCheck } from './soak-check';
import { chartChecks, codesCheck, ownControlCheck, setValueCheck } from './told-checks';

/** Worked out by every part of a page for the same record, and never other for it. */
const known = new WeakMap<VisitContext, WeakMap<VisitState, readonly Check[]>>();

/**
 * Everything that has to be seen before the repair of this visit counts as proven, and how far it was. Empty where
 * nothing was found and nothing was changed. Derived from the record alone: whoever works it out gets the same.
 */
export function verificationOf(context: VisitContext, state: VisitState): readonly Check[] {
  const ofContext = known.get(context) ?? new WeakMap<VisitState, readonly Check[]>();
  known.set(context, ofContext);
  const checks = ofContext.get(state) ?? workedOut(context, state);
  ofContext.set(state, checks);
  return checks;
}

function workedOut(context: VisitContext, state: VisitState): readonly Check[] {
  const interventions = interventionsOf(context, state);
  const isFound = state.findings.some(({ class: found }) => found !== 'none' && found !== 'open');
  if (!isFound && !interventions.some(({ isRenewal }) => isRenewal)) return [];
  const asked: readonly Asked[] = [
    ...complaintChecks(state),
    ...measurementChecks(context, state),
    ...sequenceChecks(context, state),
    ...chartChecks(state),
    ...railChecks(context, state),
    ...settingChecks(context, state),
    ...codesCheck(state, interventions),
    ...setValueCheck(context, state),
    ...ownControlCheck(context, state),
    soakCheck(context, state, interventions),
  ];
  return asked.map(({ check, answers, demand }) => ({
    ...check,
    ...counted(context, state, interventions, answers, demand),
  }));
}

/** What the whole of it comes to. */
export type Proof = 'proven' | 'failed' | 'postponed' | 'open';

/** One failure fails, one open check leaves it open; what does not apply is left out. */
export function proofOf(checks: readonly Pick<Check, 'state'>[]): Proof {
  const has = (state: Check['state']): boolean => checks.some((check) => check.state === state);
  if (has('failed')) return 'failed';
  if (has('open') || !has('passed')) return has('postponed') && !has('open') ? 'postponed' : 'open';
  return has('postponed') ? 'postponed' : 'proven';
}
