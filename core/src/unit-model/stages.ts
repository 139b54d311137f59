import type { SequenceDocument, StageDocument, UnitModelDocument } from './unit-model-document';

/** The end of a sequence. */
export const SEQUENCE_END = '@end';

/** Stage that follows when this one is completed. */
export function stageAfter(sequence: SequenceDocument, id: string): string {
  const at = sequence.stages.findIndex((stage) => stage.id === id);
  return sequence.stages[at]?.next ?? sequence.stages[at + 1]?.id ?? SEQUENCE_END;
}

/** A sequence of operation by its id. */
export function sequenceOf(model: UnitModelDocument, id: string): SequenceDocument | undefined {
  return model.sequences?.find((each) => each.id === id);
}

/** What a call may start or open, as the sequences that it makes say. */
export function startedByCall(model: UnitModelDocument, call: string): readonly string[] {
  const made = (model.sequences ?? []).filter((sequence) => sequence.call === call);
  return [...new Set(made.flatMap(({ mayStart = [] }) => mayStart))];
}

/** The stage of a sequence that shows a code. */
export function stageOfCode(model: UnitModelDocument, code: string): StageDocument | undefined {
  return (model.sequences ?? []).flatMap(({ stages }) => stages).find((stage) => stage.code === code);
}
