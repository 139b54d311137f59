import type { Conditions, WalkableStep } from '../../procedure';
import type { Clearance } from './clearance';
import type { EventOf, VisitEvent } from './visit-event';

/** How an event stands in the record. */
export type Standing =
  /** Taken at the position and, where it decided something, moved it. */
  | 'walked'
  /** Taken at a step the position had already left: kept as evidence, and asks. */
  | 'evidence'
  /** No step: notes, supply changes, free readings. */
  | 'beside'
  | 'retracted';

/**
 * One line of the record. What it says of the chart is stamped when it is logged: no chart begun, called or jumped in
 * later gives it another title or another meaning.
 */
export interface TrailLine {
  readonly event: VisitEvent;
  readonly standing: Standing;
  /** The chart it was logged in; of a chart's beginning the one that begins. */
  readonly chart?: string;
  /** The step it belongs to, as that chart has it. */
  readonly step?: WalkableStep;
  /** What held when it happened. */
  readonly conditions: Conditions;
  /** When what was proven dead then had been proven; undefined where nothing was. */
  readonly provenAt: string | undefined;
  /** What was read before it counts no more for a proof of dead. */
  readonly disturbsProof: boolean;
  /** The interval to the line before cannot be trusted: the clock jumped or the page was loaded anew. */
  readonly clockDoubtful: boolean;
}

export interface BypassEntry {
  readonly bypass: string;
  readonly from: string;
  readonly to: string;
  readonly why: string;
  /** The protection it takes away. */
  readonly removes?: string;
  /** The call it makes. */
  readonly makes?: string;
  readonly placedAt: string;
  readonly placedBy: string;
  readonly removedAt?: string;
  /** Its placing was retracted; it counts as in until someone confirms it is out. */
  readonly unconfirmed: boolean;
}

export interface StepOutcome {
  /** Verdict, answer, or `done`. */
  readonly outcome: string;
  readonly event: string;
  /** Skipped: leads on and proves nothing. */
  readonly assumed: boolean;
  /** The way it was measured, where there are several. */
  readonly method?: string;
}

export interface VisitState {
  readonly opened?: EventOf<'visit-opened'>;
  readonly meter?: string;
  /** The chart being walked. */
  readonly procedure?: string;
  /** Current step, `@end` after a conclusion that ends the chart, undefined before a chart is started. */
  readonly step?: string;
  /** The chart that was left to prove everything dead, as it was left: where it goes on afterwards. */
  readonly chartLeft?: Pick<VisitState, 'outcomes' | 'walks'> & { readonly procedure: string; readonly step: string };
  /** Lines logged when the position came to the current step; a proof of dead counts from here. */
  readonly arrivedAt: number;
  readonly trail: readonly TrailLine[];
  readonly conditions: Conditions;
  readonly bypasses: readonly BypassEntry[];
  /** Wall time of the last check of the meter that ended a proof of dead. */
  readonly provenAt?: string;
  /** Ohms of the leads, once zeroed with this meter. */
  readonly leadZero?: number;
  /** When they were zeroed. */
  readonly leadZeroAt?: string;
  /** Questions between documents to the one that holds for this unit. */
  readonly choices: Readonly<Record<string, string>>;
  /** Last outcome of every step walked. */
  readonly outcomes: Readonly<Record<string, StepOutcome>>;
  /** How often every step was walked. */
  readonly walks: Readonly<Record<string, number>>;
  readonly findings: readonly EventOf<'finding-reached'>[];
  readonly closed: boolean;
  /** What a closing does not hold over, in words: it was in when the visit was closed, or was told of afterwards. */
  readonly closingUndone?: readonly string[];
  /** Optional devices this unit was seen to have or not to have. */
  readonly options: Readonly<Record<string, boolean>>;
  /** Boards that were renewed or are being cleared, and how they stand. */
  readonly clearances: Readonly<Record<string, Clearance>>;
  /** When a renewed board had power before it was cleared: the board, and the event that gave it. */
  readonly poweredUncleared: readonly { readonly board: string; readonly event: string }[];
  /** Wire colours seen on this visit, by wire. */
  readonly wireColours: Readonly<Record<string, string>>;
  /** Latest server order of a change of each supply, and the device that made it. */
  readonly supplyChanges: Readonly<Record<string, { readonly seq: number; readonly device: string }>>;
}

export const EMPTY_VISIT: VisitState = {
  arrivedAt: 0,
  trail: [],
  conditions: {},
  bypasses: [],
  outcomes: {},
  walks: {},
  findings: [],
  closed: false,
  options: {},
  choices: {},
  clearances: {},
  poweredUncleared: [],
  wireColours: {},
  supplyChanges: {},
};

/** Bypasses that are in, or count as in. */
export function openBypasses(state: VisitState): readonly BypassEntry[] {
  return state.bypasses.filter((entry) => entry.removedAt === undefined);
}

/** Interlocks somebody holds or has taped: as good as bypassed. */
export function heldInterlocks(state: VisitState): readonly string[] {
  return Object.entries(state.conditions.interlocks ?? {}).flatMap(([id, held]) => (held === 'held' ? [id] : []));
}
