import type { ExpectationDocument } from '../expectation';
import type { MeasurementFunction } from '../quantity';
import type { Conditions } from './conditions';

/** A troubleshooting flowchart. */
export interface ProcedureDocument {
  readonly format: 'juxtameter/procedure';
  readonly version: 1;
  readonly id: string;
  readonly title: string;
  readonly unitModel: string;
  readonly notes?: string;
  /** Complaints, codes, signs and stages this chart answers; `at` starts in the middle. */
  readonly entries?: readonly EntryDocument[];
  /** The complaint as an expression, so that proof knows which faults it answers for. */
  readonly scope?: string;
  /** What is so when the chart begins. */
  readonly given?: Conditions;
  readonly start: string;
  readonly steps: Readonly<Record<string, StepDocument>>;
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
      readonly shows?: string;
      readonly text?: string;
      /** What the answer does not prove: "the display has power, not that the cells can pull a relay". */
      readonly caveat?: string;
    };

export const END = '@end';

interface StepCommon {
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
  readonly sets?: Conditions;
  /** What may start or open when this succeeds; an empty list says "nothing". */
  readonly mayStart?: readonly string[];
  readonly bypass?: BypassDocument;
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
  readonly methods?: Readonly<Record<string, MeasuringMethod>>;
  /** Names the reading for later expectations. */
  readonly gives?: string;
  /** Proves these supplies dead instead of comparing one reading. */
  readonly proofOfDead?: readonly string[];
  /** Place of work of a proof. */
  readonly at?: string;
  readonly place?: 'dry' | 'wet';
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
  readonly proves?: string;
  readonly provesLess?: string;
}

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

export const SUSPECT_CLASSES = [
  'board',
  'wiring',
  'sensor',
  'load',
  'supply',
  'control',
  'mechanical',
  'setting',
  'none',
  'open',
] as const;
export type SuspectClass = (typeof SUSPECT_CLASSES)[number];

export interface ConclusionStep extends StepCommon {
  readonly kind: 'conclusion';
  readonly class: SuspectClass;
  readonly item?: string;
  readonly mode?: string;
  readonly rootCauses?: readonly string[];
  readonly sets?: Conditions;
  readonly verify?: readonly string[];
  /** Step ids that fill the proof table. */
  readonly proof?: Readonly<Record<string, string>>;
  readonly gradeAtMost?: string;
  readonly next?: string;
}

/** Kept in documents; walking them is not built yet. */
export interface LaterStep {
  readonly kind: 'clearance' | 'chain' | 'matrix' | 'procedureCall';
  readonly [field: string]: unknown;
}

export const LATER_STEP_KINDS = ['clearance', 'chain', 'matrix', 'procedureCall'] as const;

export type WalkableStep = ActionStep | ObservationStep | MeasurementStep | DecideStep | ConclusionStep;
export type StepDocument = WalkableStep | LaterStep;

/** True for the kinds a visit can walk. */
export function isWalkable(step: StepDocument): step is WalkableStep {
  return !(LATER_STEP_KINDS as readonly string[]).includes(step.kind);
}
