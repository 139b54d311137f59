import { inBase, parseQuantity } from '../quantity';
import { CAUTIONS } from './cautions';
import { settingOf } from './codes';
import { lintExpression } from './lint-expressions';
import { problemError, problemWarning, type Problem } from './problem';
import { SEQUENCE_END, stageAfter } from './stages';
import { isKnownElement } from './unit-model';
import type { SequenceDocument, StageDocument, UnitModelDocument } from './unit-model-document';

/** Sequences can be carried out: every name is known, every stage is reached, no time contradicts another. */
export function lintSequences(model: UnitModelDocument): Problem[] {
  const seen = new Set<string>();
  return [
    ...(model.sequences ?? []).flatMap((sequence, index) => {
      const path = `sequences[${index}]`;
      const isTwice = seen.has(sequence.id);
      seen.add(sequence.id);
      return [
        ...(isTwice ? [problemError(`${path}.id`, `Sequence "${sequence.id}" is listed twice.`)] : []),
        ...lintSequence(model, sequence, path),
      ];
    }),
    ...lintHoldOffs(model),
  ];
}

function lintSequence(model: UnitModelDocument, sequence: SequenceDocument, path: string): Problem[] {
  const problems = [
    ...lintExpression(model, sequence.start, `${path}.start`),
    ...lintExpression(model, sequence.permissive, `${path}.permissive`),
    ...(sequence.cautions ?? [])
      .filter((kind) => CAUTIONS[kind] === undefined)
      .map((kind) => problemWarning(`${path}.cautions`, `"${kind}" has no caution text.`)),
  ];
  if (sequence.call !== undefined && !(model.calls ?? []).some(({ id }) => id === sequence.call))
    problems.push(problemError(`${path}.call`, `"${sequence.call}" is not a call of this unit model.`));
  if (sequence.call !== undefined && sequence.mayStart === undefined)
    problems.push(
      problemWarning(`${path}.mayStart`, 'A watch makes this call; say what may start, or [] for nothing.'),
    );
  const ids = new Set(sequence.stages.map(({ id }) => id));
  for (const field of ['stop', 'interrupted'] as const) {
    const target = sequence[field];
    if (target !== undefined && !ids.has(target))
      problems.push(problemError(`${path}.${field}`, `There is no stage "${target}".`));
  }
  if ((sequence.permissive === undefined) !== (sequence.interrupted === undefined))
    problems.push(problemError(path, 'permissive and interrupted belong together.'));
  if (ids.size < sequence.stages.length) problems.push(problemError(`${path}.stages`, 'Two stages have the same id.'));
  const reached = reachedStages(sequence);
  sequence.stages.forEach((stage, index) => {
    const at = `${path}.stages[${index}]`;
    problems.push(...lintStage(model, stage, ids, at));
    if (!reached.has(stage.id)) problems.push(problemError(at, `No way leads to stage "${stage.id}".`));
  });
  return problems;
}

function lintStage(model: UnitModelDocument, stage: StageDocument, ids: ReadonlySet<string>, path: string): Problem[] {
  const problems = [...lintExpression(model, stage.until, `${path}.until`)];
  const add = (field: string, message: string): number => problems.push(problemError(`${path}.${field}`, message));
  for (const field of ['else', 'then', 'next'] as const) {
    const target = stage[field];
    if (target !== undefined && target !== SEQUENCE_END && !ids.has(target))
      add(field, `There is no stage "${target}".`);
  }
  const functions = new Set(model.boards.flatMap((board) => (board.functions ?? []).map(({ id }) => id)));
  for (const output of stage.on ?? []) if (!functions.has(output)) add('on', `"${output}" is no function of a board.`);
  // A timed stage may say by when it is seen to happen.
  const isSeen = stage.for !== undefined && stage.look !== undefined;
  if (stage.within !== undefined && stage.until === undefined && !isSeen) add('within', 'A latest time needs "until".');
  if (stage.else !== undefined && stage.within === undefined) add('else', 'What follows a failure needs "within".');
  if (stage.then !== undefined && stage.tries === undefined) add('then', 'Say after how many tries.');
  if (stage.tries !== undefined && stage.then === undefined) add('tries', 'Say what follows the last try, in "then".');
  if (seconds(stage.earliest) > seconds(stage.within ?? stage.for, Infinity))
    add('earliest', `"${stage.earliest}" is later than "${stage.within ?? stage.for}".`);
  if (stage.until !== undefined && stage.for !== undefined) add('for', 'Completed by "until" or by time, not both.');
  if (stage.code !== undefined && !(model.codes ?? []).some(({ code }) => code === stage.code))
    add('code', `Code "${stage.code}" is not in the code table.`);
  if (stage.bySetting !== undefined) {
    const setting = settingOf(model, stage.bySetting);
    if (!setting) add('bySetting', `"${stage.bySetting}" is no setting, as board.setting.`);
    else if (!(setting.choices ?? []).some(({ value }) => Number.isFinite(seconds(value, NaN))))
      add('bySetting', `The choices of "${stage.bySetting}" are no times.`);
  }
  for (const each of [...(stage.suspects?.notCommanded ?? []), ...(stage.suspects?.notActual ?? [])])
    if (!isKnownElement(model, each)) add('suspects', `"${each}" is not an element of this unit model.`);
  return problems;
}

function lintHoldOffs(model: UnitModelDocument): Problem[] {
  return (model.holdOffs ?? []).flatMap(({ since, of }, index) => {
    const isKnown =
      since === 'power-up'
        ? model.supplies.some(({ id }) => id === of)
        : (model.calls ?? []).some(({ id }) => id === of);
    return isKnown
      ? []
      : [
          problemError(
            `holdOffs[${index}].of`,
            `"${of}" is no ${since === 'power-up' ? 'supply' : 'call'} of this unit model.`,
          ),
        ];
  });
}

function reachedStages(sequence: SequenceDocument): ReadonlySet<string> {
  const reached = new Set<string>();
  const waiting = [sequence.stages[0]?.id, sequence.stop, sequence.interrupted].filter((id) => id !== undefined);
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const stage = sequence.stages.find((each) => each.id === id);
    if (!stage || reached.has(id)) continue;
    reached.add(id);
    for (const next of [stageAfter(sequence, id), stage.else, stage.then]) if (next !== undefined) waiting.push(next);
  }
  return reached;
}

function seconds(text: string | undefined, fallback = 0): number {
  if (text === undefined) return fallback;
  const parsed = parseQuantity(text, 'time');
  return parsed.outcome === 'quantity' ? inBase(parsed.quantity) : fallback;
}
