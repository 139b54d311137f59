import {
  problemError,
  problemWarning,
  Wiring,
  type PathDocument,
  type Problem,
  type UnitModelDocument,
} from '../unit-model';
import { chainOf } from './chain-of';

/** Every path begins and ends somewhere, and can be followed along the wiring list. */
export function lintPaths(model: UnitModelDocument): readonly Problem[] {
  const wiring = new Wiring(model);
  return (model.paths ?? []).flatMap((path, index): Problem[] => {
    const at = `paths[${index}]`;
    const unknown = (['from', 'to'] as const)
      .filter((end) => !wiring.hasTerminal(path[end]))
      .map((end) => problemError(`${at}.${end}`, `"${path[end]}" is not a terminal of this unit model.`));
    if (!model.supplies.some(({ id }) => id === path.supply))
      return [...unknown, problemError(`${at}.supply`, `"${path.supply}" is no supply of this unit model.`)];
    if (unknown.length > 0) return unknown;
    const calls = (path.calls ?? [])
      .filter((call) => !(model.calls ?? []).some(({ id }) => id === call))
      .map((call) => problemError(`${at}.calls`, `"${call}" is no call of this unit model.`));
    return [...calls, ...lintThrough(wiring, path, at), ...lintWay(model, path, at)];
  });
}

function lintWay(model: UnitModelDocument, path: PathDocument, at: string): readonly Problem[] {
  if (chainOf(model, path)) return [];
  return [
    problemWarning(
      at,
      `No way along the wires leads from ${path.from} through ${path.load} to ${path.to}, or more than can be followed: name what it goes through.`,
    ),
  ];
}

function lintThrough(wiring: Wiring, { through = [] }: PathDocument, at: string): readonly Problem[] {
  return through
    .filter((element) => !wiring.hasElement(element))
    .map((element) => problemError(`${at}.through`, `"${element}" is no element of this unit model.`));
}
