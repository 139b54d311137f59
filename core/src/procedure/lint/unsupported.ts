import {
  clearsReference,
  isPartOf,
  parseReference,
  problemWarning,
  type Problem,
  type UnitModelDocument,
} from '../../unit-model';
import { entrySteps } from '../graph';
import { methodNames, outcomesOf } from '../measure';
import { isWalkable, type ConclusionStep, type ProcedureDocument, type WalkableStep } from '../procedure-document';
import { followed } from './flow';

/** What some way here has implicated or cleared. */
type Said = ReadonlySet<string>;

const NOTHING: Said = new Set();

/**
 * A conclusion that nothing on any way to it implicates, and that is not the last left of what the chart accuses: it can
 * never be shown, and whoever comes to it reads "not narrowed down".
 */
export function lintUnsupported(procedure: ProcedureDocument, model: UnitModelDocument): Problem[] {
  const implicated = saidBefore(procedure, 'implicates');
  const cleared = saidBefore(procedure, 'clears');
  const accusable = accusedAnywhere(procedure);
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (!isWalkable(step) || step.kind !== 'conclusion' || !accuses(step)) return [];
    const { item } = step;
    const isNamed = [...(implicated.get(id) ?? NOTHING)].some((each) => isAbout(model, each, item));
    if (isNamed) return [];
    const left = accusable.filter(
      (each) =>
        !isAbout(model, each, item) &&
        ![...(cleared.get(id) ?? NOTHING)].some((known) => clearsReference(model, known, each)),
    );
    return left.length === 0
      ? []
      : [
          problemWarning(
            `steps.${id}.item`,
            `Nothing on the way here implicates ${item}, and ${left.length} others are never cleared: it stays not narrowed down.`,
          ),
        ];
  });
}

function accuses(step: ConclusionStep): step is ConclusionStep & { readonly item: string } {
  // Where the author says himself that it can go no further, nothing is missing.
  return (
    step.item !== undefined && step.class !== 'none' && step.class !== 'open' && step.gradeAtMost !== 'not isolated'
  );
}

function isAbout(model: UnitModelDocument, reference: string, item: string): boolean {
  const [one, other] = [parseReference(model, reference).element, parseReference(model, item).element];
  return one === other || isPartOf(model, one, other) || isPartOf(model, other, one);
}

function accusedAnywhere(procedure: ProcedureDocument): readonly string[] {
  const all = Object.values(procedure.steps).flatMap((step) => {
    if (!isWalkable(step)) return [];
    if (step.kind === 'conclusion') return accuses(step) ? [step.item] : [];
    return Object.values(outcomes(step, 'implicates')).flat();
  });
  return [...new Set(all)];
}

function saidBefore(procedure: ProcedureDocument, what: 'implicates' | 'clears'): ReadonlyMap<string, Said> {
  return followed(procedure, {
    begin: entrySteps(procedure).map((id) => [id, NOTHING] as const),
    leaving: (_id, step, said, outcome) => new Set([...said, ...saidBy(outcomes(step, what), step, outcome)]),
    meeting: (known, other) => {
      const all = new Set([...known, ...other]);
      return all.size === known.size ? known : all;
    },
  });
}

/** `otherwise` stands for every outcome without a branch of its own. */
function saidBy(
  all: Readonly<Record<string, readonly string[]>>,
  step: WalkableStep,
  outcome: string,
): readonly string[] {
  if (outcome !== 'otherwise' || step.kind !== 'measurement') return all[outcome] ?? [];
  return Object.entries(all).flatMap(([key, said]) => (Object.hasOwn(step.branches, key) ? [] : said));
}

/** What every outcome says, in whichever way it was read. */
function outcomes(step: WalkableStep, what: 'implicates' | 'clears'): Readonly<Record<string, readonly string[]>> {
  if (step.kind === 'observation' || step.kind === 'matrix') return step[what] ?? {};
  if (step.kind !== 'measurement') return {};
  const names = methodNames(step);
  // What a chain leaves over is accused by its readings: its results are the names of it.
  const located = step.measure.chain !== undefined && what === 'implicates' ? Object.keys(step.branches) : [];
  const all: Record<string, string[]> = Object.fromEntries(located.map((key) => [key, key.split('+')]));
  for (const name of names.length === 0 ? [undefined] : names)
    for (const [outcome, references] of Object.entries(outcomesOf(step, name)[what] ?? {}))
      (all[outcome] ??= []).push(...references);
  return all;
}
