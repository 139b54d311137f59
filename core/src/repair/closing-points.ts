import {
  FINDING_GRADE_WORDS,
  runningTemporaries,
  standingOf,
  type EventOf,
  type FindingGrade,
  type VisitContext,
  type VisitState,
} from '../visit';
import type { Check } from './check';
import { interventionsOf } from './interventions';
import { partsOf } from './parts';
import { renewedBoards } from './renewed-boards';
import { proofOf, verificationOf, type Proof } from './verification';
import { workOf } from './work';

/** Something that is open when somebody wants to go. */
export interface ClosingPoint {
  readonly id: string;
  readonly kind: 'grade' | 'cause' | 'work' | 'check' | 'told' | 'temporary' | 'part' | 'departure';
  readonly words: string;
}

const CARRIES: ReadonlySet<FindingGrade> = new Set<FindingGrade>(['proved', 'likely']);

/**
 * Everything that is open, in one list: what was found and is not shown, why it failed, planned work, checks of the
 * repair, who has to be told. Each is answered where it belongs, or left open with a reason; none of it keeps a visit
 * from being closed. What does, a jumper that is in, is no point of this list.
 */
export function closingPoints(context: VisitContext, state: VisitState): readonly ClosingPoint[] {
  const told = standingOf(state, 'person-told').length > 0;
  const causes = new Set(standingOf(state, 'cause-noted').map(({ finding }) => finding));
  return [
    ...state.findings.flatMap(({ id, class: found, grade, text }): ClosingPoint[] => [
      ...(found === 'none' || CARRIES.has(grade)
        ? []
        : [{ id: `grade:${id}`, kind: 'grade' as const, words: `“${text}” is ${FINDING_GRADE_WORDS[grade]}` }]),
      ...(found === 'none' || found === 'open' || causes.has(id)
        ? []
        : [{ id: `cause:${id}`, kind: 'cause' as const, words: `Why it failed is not said: “${text}”` }]),
      ...(found === 'supply' && !told
        ? [{ id: `told:${id}`, kind: 'told' as const, words: 'Whoever the supply belongs to was not told' }]
        : []),
    ]),
    ...workOf(state)
      .filter((work) => work.state === 'open')
      .map(({ planned }) => ({ id: `work:${planned.id}`, kind: 'work' as const, words: `Not done: ${planned.text}` })),
    ...verificationOf(context, state).flatMap(checkPoint),
    ...runningTemporaries(state).flatMap(temporaryPoints),
    ...partsOf(context, state)
      .filter(({ stage, offered }) => stage === 'ordered' || (stage === 'dead' && !isFittedSince(state, offered)))
      .map(({ offered, stage }) => ({
        id: `part:${offered.id}`,
        kind: 'part' as const,
        words: stage === 'dead' ? `Dead on arrival: ${offered.number}` : `On its way: ${offered.number}`,
      })),
    ...departurePoint(context, state),
  ];
}

function temporaryPoints({ id, text, told, acceptedBy }: EventOf<'temporary-made'>): readonly ClosingPoint[] {
  const missing = [told === undefined ? 'nobody was told' : '', acceptedBy === undefined ? 'nobody accepted it' : ''];
  return missing
    .filter((each) => each !== '')
    .map((each) => ({ id: `temporary:${id}:${each}`, kind: 'temporary', words: `Temporary, and ${each}: ${text}` }));
}

/** Another took its place after it was offered. */
function isFittedSince({ trail }: VisitState, { id, part }: EventOf<'part-offered'>): boolean {
  const offered = trail.findIndex(({ event }) => event.id === id);
  return trail
    .slice(offered)
    .some(({ event, standing }) => event.type === 'part-fitted' && event.part === part && standing !== 'retracted');
}

/** A board that was renewed is left with settings somebody has to find again. */
function departurePoint(context: VisitContext, state: VisitState): readonly ClosingPoint[] {
  const renewed = renewedBoards(context, state);
  const noted = state.trail.findLastIndex(
    ({ event, standing }) => event.type === 'departure-noted' && standing !== 'retracted',
  );
  const isOpen = context.model.boards.some(
    ({ id, settings = [] }) => settings.length > 0 && (renewed.get(id) ?? -1) > noted,
  );
  return isOpen
    ? [{ id: 'departure', kind: 'departure', words: 'How the settings stand as you go is not written down' }]
    : [];
}

function checkPoint({ id, state, words, doubts }: Check): readonly ClosingPoint[] {
  if (state !== 'open' && state !== 'failed') return [];
  const because = doubts.length > 0 ? ` (${doubts.join(' ').replace(/\.$/, '')})` : '';
  return [
    { id: `check:${id}`, kind: 'check', words: `${state === 'failed' ? 'Failed' : 'Not seen'}: ${words}${because}` },
  ];
}

/** How a visit ends, honestly. */
export const ENDINGS = [
  'unresolved',
  'nothing-wrong',
  'not-repaired',
  'not-verified',
  'still-fails',
  'temporary',
  'proven',
] as const;
export type Ending = (typeof ENDINGS)[number];

export const ENDING_WORDS: Readonly<Record<Ending, string>> = {
  unresolved: 'not resolved',
  'nothing-wrong': 'nothing wrong found',
  'not-repaired': 'found, not repaired',
  'not-verified': 'repaired, not verified',
  'still-fails': 'repaired, and it still fails',
  temporary: 'runs on a temporary repair',
  proven: 'repaired and proven',
};

const BY_PROOF: Readonly<Record<Proof, Ending>> = {
  proven: 'proven',
  failed: 'still-fails',
  postponed: 'not-verified',
  open: 'not-verified',
};

/** How the visit ends as things stand. */
export function endingOf(context: VisitContext, state: VisitState): Ending {
  const ending = endingBeside(context, state);
  return runningTemporaries(state).length > 0 && ending !== 'still-fails' ? 'temporary' : ending;
}

/** As far as it is not temporary. */
function endingBeside(context: VisitContext, state: VisitState): Ending {
  const found = state.findings.filter(({ class: each }) => each !== 'none');
  const isRepaired = interventionsOf(context, state).some(({ isRenewal }) => isRenewal);
  if (!isRepaired) {
    if (state.findings.length > 0 && found.length === 0) return 'nothing-wrong';
    return found.some(({ class: each, grade }) => each !== 'open' && grade !== 'not isolated')
      ? 'not-repaired'
      : 'unresolved';
  }
  return BY_PROOF[proofOf(verificationOf(context, state))];
}
