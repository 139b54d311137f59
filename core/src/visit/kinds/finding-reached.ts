import type { SuspectClass } from '../../unit-model';
import { FINDING_GRADE_WORDS, type EventKind, type FindingGrade } from '../record';
import { changedConditions, suppliesOfStep } from '../safety';
import { moved, stepOf, withOutcome } from '../walking';

export interface FindingReached {
  readonly type: 'finding-reached';
  /** Missing for a finding in the technician's own words. */
  readonly step?: string;
  readonly class: SuspectClass;
  readonly item?: string;
  readonly mode?: string;
  readonly text: string;
  readonly grade: FindingGrade;
  /** Readings a finding without a step rests on. */
  readonly rests?: readonly string[];
  readonly next?: string;
}

export const findingReached: EventKind<FindingReached> = {
  apply(context, state, event) {
    const noted = { ...state, findings: [...state.findings, event] };
    if (event.step === undefined || event.next === undefined) return noted;
    const step = stepOf(context, state, event.step);
    const found = withOutcome(noted, event.step, 'done', { id: event.id });
    // The bypass list is settled by hands, not by a conclusion: its bypasses stay in until someone takes them out.
    const { bypasses: _bypasses, ...sets } = (step?.kind === 'conclusion' && step.sets) || {};
    return moved(context, { ...found, ...changedConditions(found, sets, event) }, event.next);
  },
  supplies: (_context, _state, { step }) => suppliesOfStep(step),
  words: (_context, _state, { event }) => ({
    kind: 'finding',
    title: event.text,
    detail: `${event.class}, ${FINDING_GRADE_WORDS[event.grade]}`,
  }),
};
