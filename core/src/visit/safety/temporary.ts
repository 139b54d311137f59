import {
  bypassRefusal,
  elementName,
  interlocksBetween,
  isFreeUnitModel,
  makesCall,
  NEVER_BYPASSED,
  protectionsBetween,
} from '../../unit-model';
import {
  localTime,
  openBypasses,
  standingOf,
  type BypassEntry,
  type EventOf,
  type VisitContext,
  type VisitState,
} from '../record';

/** Temporary repairs of this visit that nobody has ended, the oldest first. */
export function runningTemporaries(state: Pick<VisitState, 'trail'>): readonly EventOf<'temporary-made'>[] {
  const ended = new Set(standingOf(state, 'temporary-ended').map(({ temporary }) => temporary));
  return standingOf(state, 'temporary-made').filter(({ id }) => !ended.has(id));
}

/**
 * Why a jumper may never stay in, whoever answers for it, in one sentence; undefined where it may for a while. It takes
 * away what must not be bypassed, it makes a call that nothing would end, it stands for an interlock, or nobody can know.
 */
export function neverStays({ wiring }: VisitContext, jumper: BypassEntry): string | undefined {
  if (jumper.unconfirmed) return 'Nobody has seen whether it is in.';
  if (isFreeUnitModel(wiring.model)) return 'No drawing says what it takes away.';
  if (jumper.makes !== undefined || makesCall(wiring, jumper)) return 'It makes a call that nothing would end.';
  const [interlock] = interlocksBetween(wiring, jumper);
  if (interlock) return `It takes the place of an interlock: ${elementName(wiring.model, interlock.id)}.`;
  const lost = protectionsBetween(wiring, jumper).find((each) => NEVER_BYPASSED.has(each));
  return lost === undefined
    ? bypassRefusal(wiring, jumper)
    : `It takes away the ${lost.replaceAll('-', ' ')} protection.`;
}

/**
 * Why a jumper may not stay in when the visit is closed, in one sentence; undefined where it may. It stays only as a
 * temporary repair with its end, what it lacks, somebody who was told and somebody who accepted it.
 */
export function stayRefusal(context: VisitContext, state: VisitState, jumper: BypassEntry): string | undefined {
  const never = neverStays(context, jumper);
  if (never !== undefined) return never;
  if (openBypasses(state).filter(({ bypass }) => bypass === jumper.bypass).length > 1)
    return 'Two jumpers go by one name: take one out first.';
  const covering = runningTemporaries(state).filter(({ bypass }) => bypass === jumper.bypass);
  if (covering.length === 0) return 'A jumper stays in only as a temporary repair.';
  const missing = covering.map((each) => lacking(state, each));
  return missing.includes(undefined) ? undefined : missing[0];
}

/** What a temporary repair has to say before a jumper stays in by it. */
function lacking(state: VisitState, { lacks, told, acceptedBy, until }: EventOf<'temporary-made'>): string | undefined {
  if (isEmpty(lacks)) return 'Say what the machine does without meanwhile.';
  if (isEmpty(told)) return 'Somebody has to be told.';
  if (isEmpty(acceptedBy)) return 'Somebody has to accept it.';
  const last = state.trail.at(-1)?.event;
  const today = last && localTime(last)?.day;
  return today === undefined || until < today ? `It has run out: it was to end by ${until}.` : undefined;
}

function isEmpty(words: string | undefined): boolean {
  return words === undefined || words.trim() === '';
}
