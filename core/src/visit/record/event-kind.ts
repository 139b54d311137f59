import type { Verdict } from '../../verdict';
import type { EventEnvelope } from './envelope';
import type { TrailLine, VisitState } from './visit-state';
import type { VisitContext } from './visit-context';

/** How a line of the log is drawn. */
export type WordsKind = 'mark' | 'look' | 'reading' | 'energy' | 'note' | 'finding';

/** An event in words, as the log and the report show it. */
export interface EventWords {
  readonly kind: WordsKind;
  readonly title: string;
  readonly detail?: string;
  readonly value?: string;
  readonly verdict?: Verdict;
  /** What is read when the line is opened. */
  readonly more?: readonly string[];
}

/** Something of the visit's documents that an event names. */
export interface Reference {
  readonly field: string;
  readonly to: 'unit' | 'chart' | 'step' | 'supply' | 'call' | 'sequence' | 'recipe' | 'setting' | 'board' | 'meter';
  readonly id: string;
}

/** An event with the line it stands on. */
export type LineOf<Event> = TrailLine & { readonly event: Event };

/**
 * Everything the product knows of one kind of event. A kind that does not say what it leaves alone is taken to disturb
 * everything: every supply and every proof of dead.
 */
export interface EventKind<Body extends { readonly type: string }> {
  /** The state after it, where it stands and was walked or stands beside the chart. Changes nothing when missing. */
  readonly apply?: (context: VisitContext, state: VisitState, event: EventEnvelope & Body) => VisitState;
  /** Supplies it says something about: they are unknown once it is taken back. All of them when missing. */
  readonly supplies?: (
    context: VisitContext,
    state: VisitState,
    line: Pick<LineOf<EventEnvelope & Body>, 'event' | 'step'>,
  ) => readonly string[];
  /**
   * Whether a proof of dead that is under way has to begin anew after it. It has to when missing, also where the event
   * was taken back: hands may have switched what the log no longer says.
   */
  readonly disturbsProof?: (event: Body, isTakenBack: boolean) => boolean;
  /** What it leaves behind, besides unknown supplies, when it is taken back. */
  readonly leaves?: (
    context: VisitContext,
    state: VisitState,
    line: Pick<LineOf<EventEnvelope & Body>, 'event' | 'step'>,
  ) => VisitState;
  /** `never` where taking it back would be a lie; the default is that it may be. */
  readonly undo?: 'never';
  /** The event without which it means nothing: taken back, it takes this one with it. */
  readonly fallsWith?: (event: Body) => string | undefined;
  /** What it names besides its step, where that leads, and a meter. */
  readonly refersTo?: (event: Body) => readonly Reference[];
  readonly words: (context: VisitContext, state: VisitState, line: LineOf<EventEnvelope & Body>) => EventWords;
}

const none = (): readonly string[] => [];

/** Of a kind that says nothing of supplies and leaves a proof of dead alone. */
export const TOUCHES_NOTHING = { supplies: none, disturbsProof: () => false } as const;
/** Of a kind that says nothing of supplies and yet may have changed what was read. */
export const TOUCHES_NO_SUPPLY = { supplies: none } as const;
