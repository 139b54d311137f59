import { problemError, problemWarning, type Problem, type UnitModelDocument, Wiring } from '../unit-model';
import { chainOf } from './chain';

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
    const chain = chainOf(model, path);
    return chain
      ? calls
      : [
          ...calls,
          problemWarning(at, `No way along the wires leads from ${path.from} through ${path.load} to ${path.to}.`),
        ];
  });
}
