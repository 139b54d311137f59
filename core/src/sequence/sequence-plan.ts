import { parseExpression, type Expression } from '../expression';
import { DocumentError, inBase, readQuantity } from '../quantity';
import {
  choiceAt,
  SEQUENCE_END,
  settingOf,
  stageAfter,
  type SequenceDocument,
  type StageDocument,
  type UnitModelDocument,
} from '../unit-model';

/** A stage ready to be carried out. Times in seconds. */
export interface PlannedStage {
  readonly id: string;
  readonly name: string;
  readonly document: StageDocument;
  readonly on: readonly string[];
  readonly until?: Expression;
  readonly earliest: number;
  /** Latest time for `until`; infinite where nothing is written. */
  readonly latest: number;
  /** Completed by time alone, in seconds; missing where the setting that chooses it was not read. */
  readonly lasts?: number;
  /** Completed by time alone. */
  readonly isTimed: boolean;
  /** Times a setting chooses from. */
  readonly choices: readonly number[];
  readonly next: string;
  readonly otherwise?: { readonly stage: string; readonly tries: number; readonly then: string };
}

export interface SequencePlan {
  readonly document: SequenceDocument;
  readonly start: Expression;
  readonly permissive?: Expression;
  readonly stages: readonly PlannedStage[];
}

/** Positions of settings as they were read, by `board.setting`. */
export type Positions = Readonly<Record<string, string>>;

/** A stage may be tried for ever where the document names no last try. */
const FOR_EVER = Infinity;

/**
 * A sequence of operation with its quantities and expressions read.
 * @throws DocumentError when one cannot be read; a unit model without lint errors never does.
 */
export function readSequence(
  model: UnitModelDocument,
  document: SequenceDocument,
  positions: Positions = {},
): SequencePlan {
  return {
    document,
    start: expressionAt(document.start, 'start'),
    ...(document.permissive === undefined ? {} : { permissive: expressionAt(document.permissive, 'permissive') }),
    stages: document.stages.map((stage, index) => readStage(model, document, stage, `stages[${index}]`, positions)),
  };
}

function readStage(
  model: UnitModelDocument,
  sequence: SequenceDocument,
  stage: StageDocument,
  path: string,
  positions: Positions,
): PlannedStage {
  const { bySetting } = stage;
  const setting = bySetting === undefined ? undefined : settingOf(model, bySetting);
  const position = bySetting === undefined || !Object.hasOwn(positions, bySetting) ? undefined : positions[bySetting];
  const chosen = setting && position !== undefined ? choiceAt(setting, position) : undefined;
  const lasts = bySetting === undefined ? stage.for : chosen;
  return {
    id: stage.id,
    name: stage.name ?? stage.id.replaceAll('-', ' '),
    document: stage,
    on: stage.on ?? [],
    ...(stage.until === undefined ? {} : { until: expressionAt(stage.until, `${path}.until`) }),
    earliest: stage.earliest === undefined ? 0 : secondsAt(stage.earliest, `${path}.earliest`),
    latest: stage.within === undefined ? Infinity : secondsAt(stage.within, `${path}.within`),
    ...(lasts === undefined ? {} : { lasts: secondsAt(lasts, `${path}.for`) }),
    isTimed: stage.for !== undefined || bySetting !== undefined,
    choices: (setting?.choices ?? []).map(({ value }) => secondsAt(value, bySetting ?? '')),
    next: stageAfter(sequence, stage.id),
    ...(stage.else === undefined
      ? {}
      : { otherwise: { stage: stage.else, tries: stage.tries ?? FOR_EVER, then: stage.then ?? SEQUENCE_END } }),
  };
}

function secondsAt(text: string, path: string): number {
  return inBase(readQuantity(text, path, 'time'));
}

function expressionAt(text: string, path: string): Expression {
  const parsed = parseExpression(text);
  if (parsed.outcome === 'error') throw new DocumentError(path, parsed.message, parsed.accepted);
  return parsed.expression;
}

export function stageOf(plan: SequencePlan, id: string | undefined): PlannedStage | undefined {
  return plan.stages.find((stage) => stage.id === id);
}

/** A stage somebody can see or hear. */
export function isWatched(stage: PlannedStage): boolean {
  return stage.document.look !== undefined;
}
