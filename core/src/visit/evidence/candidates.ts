import { isWalkable, type ProcedureDocument, type WalkableStep } from '../../procedure';
import { clearsReference, type UnitModelDocument } from '../../unit-model';
import type { TrailLine, VisitContext } from '../record';
import type { Ground } from './grounds';
import { concerns, referenceOf, type AccusedItem } from './references';

/** What could cause the complaint a chart answers, besides what is accused, and which of it nothing has cleared. */
export interface Elimination {
  readonly rivals: readonly string[];
  readonly left: readonly string[];
  /** What cleared the others. */
  readonly by: readonly Ground[];
}

/** How far what is accused is the last that is left of everything these charts accuse anywhere. */
export function eliminationOf(
  context: VisitContext,
  charts: readonly ProcedureDocument[],
  accused: AccusedItem,
  grounds: readonly Ground[],
): Elimination {
  const { model } = context;
  const named = new Set(charts.flatMap((chart) => accusable(context, chart)));
  const rivals = [...named].filter((each) => !concerns(model, each, accused));
  const clearing = rivals.map((rival) => strongest(grounds.filter((each) => isClearedBy(model, each, rival))));
  return {
    rivals,
    left: rivals.filter((_rival, index) => clearing[index] === undefined),
    by: [...new Set(clearing.filter((each) => each !== undefined))],
  };
}

function isClearedBy(model: UnitModelDocument, { clears }: Ground, rival: string): boolean {
  return clears.some((cleared) => clearsReference(model, cleared, rival));
}

/** A reading of one's own before a look, both before somebody's word. */
function strongest(grounds: readonly Ground[]): Ground | undefined {
  return (
    grounds.find(({ by, isReported }) => by === 'reading' && !isReported) ??
    grounds.find(({ isReported }) => !isReported) ??
    grounds[0]
  );
}

/** Everything a chart can accuse: in its conclusions, by its outcomes, along its chains. */
function accusable(context: VisitContext, procedure: ProcedureDocument): readonly string[] {
  const steps = Object.values(procedure.steps).filter(isWalkable);
  return [...new Set(steps.flatMap((step) => accusedBy(context, step)))];
}

function accusedBy(context: VisitContext, step: WalkableStep): readonly string[] {
  switch (step.kind) {
    case 'conclusion': {
      const reference = referenceOf(step);
      return reference === undefined || step.class === 'none' || step.class === 'open' ? [] : [reference];
    }
    case 'observation':
    case 'matrix':
      return Object.values(step.implicates ?? {}).flat();
    case 'measurement': {
      const ways = Object.values(step.measure.methods ?? {}).flatMap(({ implicates = {} }) =>
        Object.values(implicates),
      );
      return [...Object.values(step.implicates ?? {}), ...ways, alongChain(context, step.measure.chain?.path)].flat();
    }
    default:
      return [];
  }
}

function alongChain(context: VisitContext, path: string | undefined): readonly string[] {
  if (path === undefined) return [];
  const chain = context.chains(context.options).find((each) => each.path.id === path);
  return (chain?.links ?? []).flatMap(({ element, isAbsent }) => (isAbsent === true ? [] : [element]));
}

/**
 * The charts whose question is still open: the one that is walked, and every one that was begun and left without a finding.
 * Nobody gets rid of what could cause a complaint by beginning another chart.
 */
export function openCharts(
  { procedures }: VisitContext,
  { trail, procedure }: { readonly trail: readonly TrailLine[]; readonly procedure?: string },
): readonly ProcedureDocument[] {
  const standing = trail.filter((line) => line.standing !== 'retracted');
  const left = standing.flatMap(({ event }, index) =>
    event.type === 'procedure-started' && !isConcluded(standing.slice(index), event.procedure) ? [event.procedure] : [],
  );
  return [...new Set([...(procedure === undefined ? [] : [procedure]), ...left])].flatMap((id) => procedures[id] ?? []);
}

function isConcluded(since: readonly TrailLine[], chart: string): boolean {
  return since.some((line) => line.event.type === 'finding-reached' && line.chart === chart);
}
