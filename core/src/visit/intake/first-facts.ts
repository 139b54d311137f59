import { codeByName, codeBySign, type CodeDocument } from '../../unit-model';
import {
  standingOf,
  type CodeRead,
  type ComplaintTicked,
  type EventOf,
  type Grade,
  type IntakeTopic,
  type VisitContext,
  type VisitState,
} from '../record';

/** A complaint with how it stands. */
export interface Complaint {
  /** Id of the event that noted it. */
  readonly id: string;
  readonly text: string;
  readonly grade: Grade;
  readonly ticked?: ComplaintTicked;
}

/** Every complaint of a visit in the customer's words, the one it was opened with first. */
export function complaintsOf(state: VisitState): readonly Complaint[] {
  const ticks = new Map(standingOf(state, 'complaint-ticked').map((event) => [event.complaint, event]));
  const opened = state.opened?.complaint
    ? [{ id: state.opened.id, text: state.opened.complaint, grade: 'reported' as const }]
    : [];
  const added = intakeOf(state, 'complaint').map(({ id, text, grade }) => ({ id, text, grade }));
  return [...opened, ...added].map((complaint) => {
    const ticked = ticks.get(complaint.id);
    return ticked ? { ...complaint, ticked } : complaint;
  });
}

/** Intake items of a topic, oldest first. */
export function intakeOf(state: VisitState, topic: IntakeTopic): readonly EventOf<'intake-recorded'>[] {
  return standingOf(state, 'intake-recorded').filter((event) => event.topic === topic);
}

/** A code that was read, with what is known of it. */
export interface ReadCode {
  readonly event: EventOf<'code-read'>;
  /** Missing when the code table does not have it. */
  readonly document?: CodeDocument;
  readonly meaning?: string;
  readonly dismissed?: string;
  /** A clearing came after it. */
  readonly isCleared: boolean;
  /** It was read before a clearing as well. */
  readonly cameBack: boolean;
}

/** Codes of a visit as they were read: those shown now first, then the stored ones in the board's order. */
export function codesRead(context: VisitContext, state: Pick<VisitState, 'trail'>): readonly ReadCode[] {
  const dismissals = new Map(standingOf(state, 'code-dismissed').map((event) => [event.code, event.reason]));
  const cleared = new Set<string>();
  const all: ReadCode[] = [];
  for (const { event, standing } of state.trail) {
    if (standing === 'retracted') continue;
    if (event.type === 'codes-cleared') for (const { event: read } of all) cleared.add(read.id);
    if (event.type !== 'code-read') continue;
    const document = documentOf(context, event);
    const dismissed = dismissals.get(event.id);
    const meaning = document?.meaning ?? event.meaning;
    all.push({
      event: event as EventOf<'code-read'>,
      ...(document ? { document } : {}),
      ...(meaning === undefined ? {} : { meaning }),
      ...(dismissed === undefined ? {} : { dismissed }),
      isCleared: false,
      cameBack: all.some((earlier) => earlier.event.code === event.code && cleared.has(earlier.event.id)),
    });
  }
  const rank = ({ event }: ReadCode): number => (event.stored ? 1 + (event.order ?? 99) : 0);
  return all.map((read) => ({ ...read, isCleared: cleared.has(read.event.id) })).sort((a, b) => rank(a) - rank(b));
}

/** Codes that still say something: not dismissed, not cleared, and not the sign of normal running. */
export function tellingCodes(context: VisitContext, state: VisitState): readonly ReadCode[] {
  return codesRead(context, state).filter(
    ({ dismissed, isCleared, document }) => dismissed === undefined && !isCleared && document?.kind !== 'normal',
  );
}

function documentOf({ model }: VisitContext, read: CodeRead): CodeDocument | undefined {
  const bySign = read.sign && codeBySign(model, read.sign, read.lamp);
  return bySign ?? codeByName(model, read.code, read.lamp);
}

/** Somebody smelt gas and nobody has said since that it is gone. */
export function gasSmelt(state: VisitState): boolean {
  const smells = standingOf(state, 'sign-noted').filter(
    ({ sense, what }) => sense === 'smell' && /\bgas\b/i.test(what),
  );
  return smells.at(-1)?.isThere ?? false;
}
