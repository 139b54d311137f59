import type { ExpectationDocument } from '../expectation';
import type { MeasurementFunction } from '../quantity';
import type { SuspectClass } from '../unit-model';
import type { Conditions } from './conditions';

/** A troubleshooting flowchart. */
export interface ProcedureDocument {
  readonly format: 'juxtameter/procedure';
  readonly version: 1;
  readonly id: string;
  readonly title: string;
  /** The unit model it is written for; `any` for a general procedure. */
  readonly unitModel: string;
  readonly notes?: string;
  /** What a general procedure leaves open, bound by each call to something of the unit. */
  readonly roles?: Readonly<Record<string, RoleDocument>>;
  /** How a general procedure can end, with words; its steps lead there by `@name`. */
  readonly results?: Readonly<Record<string, string>>;
  /** Complaints, codes, signs and stages this chart answers; `at` starts in the middle. */
  readonly entries?: readonly EntryDocument[];
  /** The complaint as an expression, so that proof knows which faults it answers for. */
  readonly scope?: string;
  /** What is so when the chart begins. */
  readonly given?: Conditions;
  readonly start: string;
  readonly steps: Readonly<Record<string, StepDocument>>;
}

/** The unit model of a procedure that fits many. */
export const ANY_UNIT_MODEL = 'any';

export const ROLE_KINDS = ['terminal', 'supply', 'call', 'element', 'connector', 'value'] as const;

export interface RoleDocument {
  readonly kind: (typeof ROLE_KINDS)[number];
  /** What it stands for, in words. */
  readonly what: string;
}

export interface EntryDocument {
  readonly complaint?: string;
  readonly code?: string;
  /** `sequence.stage` that did not follow. */
  readonly stage?: string;
  /** With `stage`: only when it was commanded, or only when it was not. */
  readonly commanded?: boolean;
  /** Words of a sign noted without a meter: "hums", "click without movement". */
  readonly sign?: string;
  readonly at?: string;
}

/** A step id, or `@end`. */
export type Target =
  | string
  | {
      readonly go: string;
      /** Expression of what is so where this is seen: `closed(K1)`; a simulated machine is looked at by it. */
      readonly shows?: string;
      readonly text?: string;
      /** What the answer does not prove: "the display has power, not that the cells can pull a relay". */
      readonly caveat?: string;
    };

export const END = '@end';

export interface StepCommon {
  readonly text: string;
  /** Longer instruction under the title. */
  readonly detail?: string;
  readonly cautions?: readonly string[];
  readonly why?: string;
  /** False marks a safety step. */
  readonly skippable?: boolean;
  /** Holds during this step only. */
  readonly with?: Conditions;
  /** How often the step may be walked before `exceeded` takes over. */
  readonly atMost?: number;
  readonly exceeded?: string;
  /** The optional device the step is about: a unit without it goes the way of `notApplicable` by itself. */
  readonly onlyWith?: string;
  readonly notApplicable?: string;
  readonly cannotDo?: string;
}

export interface ActionStep extends StepCommon {
  readonly kind: 'action';
  /** What has to hold before it is done. */
  readonly requires?: Conditions;
  readonly sets?: Conditions;
  /** What may start or open when this succeeds; an empty list says "nothing". */
  readonly mayStart?: readonly string[];
  readonly bypass?: BypassDocument;
  /** The part that is renewed; a board gets no power then before it is cleared. */
  readonly fits?: string;
  readonly recipe?: readonly { readonly do: string; readonly for?: string; readonly sets?: Conditions }[];
  readonly temporary?: {
    readonly state: string;
    readonly due?: string;
    readonly risk?: string;
    readonly told?: string;
  };
  readonly next: string;
}

export interface BypassDocument {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly why: string;
  /** Protection lost while it is in. */
  readonly removes?: string;
  /** Call it makes. */
  readonly makes?: string;
}

export interface ObservationStep extends StepCommon {
  readonly kind: 'observation';
  /** What has to hold for the look to say anything: a lamp is dark without supply as well. */
  readonly requires?: Conditions;
  readonly answers: Readonly<Record<string, Target>>;
  readonly clears?: Readonly<Record<string, readonly string[]>>;
  readonly implicates?: Readonly<Record<string, readonly string[]>>;
}

export interface MeasurementStep extends StepCommon {
  readonly kind: 'measurement';
  readonly measure: MeasureDocument;
  readonly branches: Readonly<Record<string, Target>>;
  readonly sets?: Readonly<Record<string, Conditions>>;
  readonly clears?: Readonly<Record<string, readonly string[]>>;
  readonly implicates?: Readonly<Record<string, readonly string[]>>;
}

export interface MeasureDocument extends MeasuringMethod {
  /** Equivalent ways to make the measurement, by name; each overrides what is written beside it. */
  readonly methods?: Readonly<Record<string, MeasuringWay>>;
  /** Names the reading for later expectations. */
  readonly gives?: string;
  /** Proves these supplies dead instead of comparing one reading. */
  readonly proofOfDead?: readonly string[];
  /** Place of work of a proof. */
  readonly at?: string;
  readonly place?: 'dry' | 'wet';
  /** Made of a chain step: which path is halved, and the points one can reach. */
  readonly chain?: { readonly path: string; readonly points: readonly string[] };
  /** Made of a clearance step: the board that may get power once every part is read or waived. */
  readonly clearance?: string;
  /** Several readings judged together, by `expect` where it is written, else by what they agree on. */
  readonly set?: readonly SetPart[];
  /** Named results of a set: parts to the verdict each has to have. */
  readonly patterns?: Readonly<Record<string, Readonly<Record<string, string>>>>;
}

export interface MeasuringMethod {
  readonly function?: MeasurementFunction;
  readonly from?: string;
  readonly to?: string;
  readonly requires?: Conditions;
  readonly expect?: ExpectationDocument;
  /** Volts DC of an insulation test, "500 V". */
  readonly testVoltage?: string;
  /** What is done differently: "hang a 24 V lamp across the same points". */
  readonly how?: string;
  readonly proves?: string;
  /** What it cannot tell; said before a finding that rests on it. */
  readonly provesLess?: string;
}

/** One of several ways to measure. */
export interface MeasuringWay extends MeasuringMethod {
  /** Outcomes that mean something else when measured this way; the others are as written beside `measure`. */
  readonly branches?: Readonly<Record<string, Target>>;
  readonly clears?: Readonly<Record<string, readonly string[]>>;
  readonly implicates?: Readonly<Record<string, readonly string[]>>;
}

/** What the outcomes of a measurement mean: where they lead, what they clear and what they implicate. */
export type OutcomesOfStep = Pick<MeasurementStep, 'branches' | 'clears' | 'implicates' | 'sets'>;

/** One part of a set; what it leaves out is as written beside the set. */
export interface SetPart extends MeasuringMethod {
  readonly id: string;
  readonly name?: string;
}

export interface DecideStep {
  readonly kind: 'decide';
  readonly text?: string;
  /** The earlier step whose outcome decides. */
  readonly on: string;
  readonly cases: Readonly<Record<string, Target>>;
}

export interface ConclusionStep extends StepCommon {
  readonly kind: 'conclusion';
  readonly class: SuspectClass;
  readonly item?: string;
  /** Elements it may be as well: the text says which reading tells them apart, or that none does. */
  readonly also?: readonly string[];
  readonly mode?: string;
  readonly rootCauses?: readonly string[];
  readonly sets?: Conditions;
  readonly verify?: readonly string[];
  /** Step ids that fill the proof table. */
  readonly proof?: Readonly<Record<string, string>>;
  readonly gradeAtMost?: string;
  readonly next?: string;
}

/** Calls made by a jumper at several places: where it works tells what is whole from there on. */
export interface MatrixStep extends StepCommon {
  readonly kind: 'matrix';
  readonly calls: readonly MatrixCall[];
  /** From the control towards the board. */
  readonly places: readonly MatrixPlace[];
  /** By what the looks come to: see `MATRIX_PATTERNS`. */
  readonly branches: Readonly<Record<string, Target>>;
  readonly clears?: Readonly<Record<string, readonly string[]>>;
  readonly implicates?: Readonly<Record<string, readonly string[]>>;
}

export interface MatrixCall {
  /** A call of the unit model. */
  readonly id: string;
  /** What one sees when it works: "K1 pulls in". */
  readonly works: string;
  /** Expression of what is so then: `closed(K1)`. */
  readonly shows?: string;
  readonly mayStart: readonly string[];
}

export interface MatrixPlace {
  readonly id: string;
  readonly name: string;
  /** Call to the two terminals its jumper joins there. */
  readonly jumpers: Readonly<Record<string, readonly string[]>>;
  /** What a jumper takes away there. */
  readonly removes?: string;
  /** Elements that are whole when a call made here works: no longer to blame. */
  readonly proves?: readonly string[];
}

/**
 * What the looks of a matrix come to: all work from the control on (the control does not call), some conductors of the
 * cable fail, the whole cable fails, nothing works from anywhere, or no one reason explains it.
 */
export const MATRIX_PATTERNS = ['control', 'conductor', 'cable', 'beyond', 'mixed'] as const;
export type MatrixPattern = (typeof MATRIX_PATTERNS)[number];

/**
 * A path halved: the step offers the point that splits what is left. Walked as a measurement. What it clears and
 * implicates follows from what is read.
 */
export interface ChainStep extends StepCommon {
  readonly kind: 'chain';
  /** A path of the unit model. */
  readonly path: string;
  /** Points that can be reached with a probe; those of the boards and of the load where nothing is said. */
  readonly points?: readonly string[];
  readonly requires?: Conditions;
  /** By everything that is left, in the order of the current (`FS1+wires`), or one of `CHAIN_RESULTS`. */
  readonly branches: Readonly<Record<string, Target>>;
  /** Less than the readings show to conduct; more is never cleared. */
  readonly clears?: Readonly<Record<string, readonly string[]>>;
  readonly implicates?: Readonly<Record<string, readonly string[]>>;
}

/** Everything that plugs into a board, from the wiring list. Walked as a set, each part read or waived. */
export interface ClearanceStep extends StepCommon {
  readonly kind: 'clearance';
  readonly board: string;
  /** Parts besides, or instead of those of the same id found along the wiring list. */
  readonly members?: readonly SetPart[];
  readonly branches: Readonly<Record<string, Target>>;
  readonly clears?: Readonly<Record<string, readonly string[]>>;
  readonly implicates?: Readonly<Record<string, readonly string[]>>;
}

/** A general procedure with its roles bound. Its steps are walked in its place. */
export interface ProcedureCallStep {
  readonly kind: 'procedureCall';
  readonly text?: string;
  readonly procedure: string;
  readonly bind: Readonly<Record<string, string>>;
  /** By the results of the procedure. */
  readonly branches: Readonly<Record<string, Target>>;
  /** Result to what it clears, and what it points at. */
  readonly clears?: Readonly<Record<string, readonly string[]>>;
  readonly implicates?: Readonly<Record<string, readonly string[]>>;
}

export type WalkableStep = ActionStep | ObservationStep | MeasurementStep | DecideStep | MatrixStep | ConclusionStep;
export type AuthoredStep = ChainStep | ClearanceStep | ProcedureCallStep;
export type StepDocument = WalkableStep | AuthoredStep;

const AUTHORED_KINDS: ReadonlySet<string> = new Set<AuthoredStep['kind']>(['chain', 'clearance', 'procedureCall']);

/**
 * True for the kinds a visit walks as they are written; the others are made into those first.
 *
 * @example isWalkable({ kind: 'decide', on: 'fuse', cases: {} }) // true
 */
export function isWalkable(step: StepDocument): step is WalkableStep {
  return !AUTHORED_KINDS.has(step.kind);
}
