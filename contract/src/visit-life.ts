import {
  append,
  closingRefusal,
  referencesOf,
  replay,
  unknownReferences,
  type Reference,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '@juxtameter/core';
import type { PinnedDocuments } from './api';
import type { FieldProblem } from './validate';

/** Why events do not go on with a log, as far as it is known. */
export interface LifeProblems {
  /** They do not fit where the log stands. */
  readonly contradictions: readonly FieldProblem[];
  /** They name what the visit's documents do not have. */
  readonly unknown: readonly FieldProblem[];
}

/**
 * The life of a visit, the same whichever way its events come in: it begins with its opening, names only what its pinned
 * documents have, and is not closed over what stands in the way. `before` is the log so far, in order.
 */
export function lifeProblems(
  context: VisitContext,
  { unit }: PinnedDocuments,
  before: readonly VisitEvent[],
  fresh: readonly VisitEvent[],
): LifeProblems {
  return {
    contradictions: [...openingProblems(before, fresh), ...closingProblems(context, before, fresh)],
    unknown: fresh.flatMap((event, index) => referenceProblems(context, unit.id, event, `events[${index}]`)),
  };
}

function openingProblems(before: readonly VisitEvent[], [first]: readonly VisitEvent[]): FieldProblem[] {
  if (before.length > 0 || first === undefined || first.type === 'visit-opened') return [];
  return [{ path: 'events[0].type', message: `is ${first.type}, and the log of a visit begins with its opening` }];
}

function referenceProblems(context: VisitContext, unit: string, event: VisitEvent, path: string): FieldProblem[] {
  const otherUnits = referencesOf(event).filter(({ to, id }: Reference) => to === 'unit' && id !== unit);
  return [...otherUnits, ...unknownReferences(context, event)].map(({ field, to }) => ({
    path: `${path}.${field}`,
    message: `names a ${to} this visit does not have`,
  }));
}

/** The log as one device knew it, and how many of the fresh events are in it. */
interface Known {
  readonly device: string;
  readonly seenSeq: number;
  readonly events: VisitEvent[];
  state: VisitState;
  upTo: number;
}

function closingProblems(
  context: VisitContext,
  before: readonly VisitEvent[],
  fresh: readonly VisitEvent[],
): FieldProblem[] {
  const problems: FieldProblem[] = [];
  let known: Known | undefined;
  for (const [index, event] of fresh.entries()) {
    if (event.type !== 'visit-closed') continue;
    // A jumper that another device put in and this one cannot know of does not refuse its log: the visit stays open.
    if (known?.device !== event.device || known.seenSeq !== event.seenSeq) known = knownTo(context, before, event);
    for (const each of fresh.slice(known.upTo, index)) {
      if (!isKnownTo(event, each)) continue;
      known.state = append(context, known.events, known.state, each);
      known.events.push(each);
    }
    known.upTo = index;
    // The page asks why a plug stays out; a log that does not say is not lost for it, and the next visit is told.
    const refusal = closingRefusal(context, known.state, event.leaves ?? 'not said');
    if (refusal !== undefined) problems.push({ path: `events[${index}]`, message: refusal });
  }
  return problems;
}

function knownTo(context: VisitContext, before: readonly VisitEvent[], closing: VisitEvent): Known {
  const { device, seenSeq } = closing;
  const events = before.filter((each) => isKnownTo(closing, each));
  return { device, seenSeq, events, state: replay(context, events), upTo: 0 };
}

function isKnownTo({ device, seenSeq }: VisitEvent, { device: its, seq = Infinity }: VisitEvent): boolean {
  return its === device || seq <= seenSeq;
}
