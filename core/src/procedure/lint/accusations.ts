import { clearsReference, problemError, type Problem, type UnitModelDocument } from '../../unit-model';
import { edgesOfProcedure, entrySteps } from '../graph';
import { methodNames, outcomesOf } from '../measure';
import { common, followed } from './flow';
import { isWalkable, type ConclusionStep, type ProcedureDocument, type WalkableStep } from '../procedure-document';

/** What was cleared on every way that leads somewhere. */
type Cleared = ReadonlySet<string>;

const NOTHING: Cleared = new Set();

/**
 * Nothing is accused that every way to the accusation has cleared, or every way by one of the arrows that lead to a
 * conclusion; and no outcome clears and implicates the same thing. A part that is fitted or repaired begins anew.
 */
export function lintAccusations(procedure: ProcedureDocument, model: UnitModelDocument): Problem[] {
  const before = clearedBefore(procedure);
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (!isWalkable(step)) return [];
    if (step.kind === 'conclusion') return lintConclusion(procedure, model, before, id, step);
    return outcomesWith(step, 'implicates').flatMap(([outcome, references]) =>
      references.flatMap((reference) => {
        const path = `steps.${id}.implicates.${outcome}`;
        const earlier = coveredBy(model, before.get(id) ?? NOTHING, reference);
        const same = coveredBy(model, new Set(clearedBy(step, outcome)), reference);
        if (same !== undefined) return [problemError(path, `"${outcome}" implicates ${reference} and clears ${same}.`)];
        return earlier === undefined
          ? []
          : [problemError(path, `This implicates ${reference}, and every way here has cleared ${earlier}.`)];
      }),
    );
  });
}

function lintConclusion(
  procedure: ProcedureDocument,
  model: UnitModelDocument,
  before: ReadonlyMap<string, Cleared>,
  id: string,
  { item, mode, class: accused }: ConclusionStep,
): Problem[] {
  if (item === undefined || accused === 'none' || accused === 'open') return [];
  const reference = mode === undefined ? item : `${item}:${mode}`;
  return edgesOfProcedure(procedure)
    .filter(({ to }) => to === id)
    .flatMap((edge) => {
      const from = procedure.steps[edge.from];
      const known = before.get(edge.from);
      if (!from || !known || !isWalkable(from)) return [];
      const cleared = coveredBy(model, passed(known, from, edge.outcome), reference);
      return cleared === undefined
        ? []
        : [
            problemError(
              `steps.${id}.item`,
              `This accuses ${reference}, and whoever comes here by "${edge.outcome}" at "${edge.from}" has cleared ${cleared}.`,
            ),
          ];
    });
}

/** What of the cleared covers a reference. */
function coveredBy(model: UnitModelDocument, cleared: Cleared, reference: string): string | undefined {
  return [...cleared].find((each) => clearsReference(model, each, reference));
}

function outcomesWith(
  step: WalkableStep,
  field: 'clears' | 'implicates',
): readonly (readonly [string, readonly string[]])[] {
  return step.kind === 'observation' || step.kind === 'measurement' || step.kind === 'matrix'
    ? Object.entries(step[field] ?? {})
    : [];
}

function clearedBefore(procedure: ProcedureDocument): ReadonlyMap<string, Cleared> {
  return followed(procedure, {
    begin: entrySteps(procedure).map((id) => [id, NOTHING] as const),
    leaving: (_id, step, cleared, outcome) => passed(cleared, step, outcome),
    meeting: common,
  });
}

function passed(cleared: Cleared, step: WalkableStep, outcome: string): Cleared {
  const renewed = renewedBy(step);
  const kept = [...cleared].filter((reference) => !renewed.includes(reference.split(':')[0] ?? ''));
  return new Set([...kept, ...clearedBy(step, outcome)]);
}

function renewedBy(step: WalkableStep): readonly string[] {
  if (step.kind !== 'action') return [];
  return [...(step.fits === undefined ? [] : [step.fits]), ...(step.sets?.repaired ?? [])];
}

/** What an outcome clears, in whichever way it was read. */
function clearedBy(step: WalkableStep, outcome: string): readonly string[] {
  if (step.kind === 'observation' || step.kind === 'matrix') return step.clears?.[outcome] ?? [];
  if (step.kind !== 'measurement') return [];
  const names = methodNames(step);
  const [first = [], ...others] = (names.length === 0 ? [undefined] : names).map(
    (name) => outcomesOf(step, name).clears?.[outcome] ?? [],
  );
  return first.filter((reference) => others.every((each) => each.includes(reference)));
}
