import { conductorRole, CONDUCTOR_ROLES, unpublishedConductors } from './conductor-role';
import { problemError, problemWarning, type Problem } from './problem';
import { REFUSALS } from './refusals';
import type { SupplyDocument, UnitModelDocument } from './unit-model-document';

/** What a supply lacks to be judged and to be proven dead. */
export function lintSupplies(model: UnitModelDocument): readonly Problem[] {
  return [
    ...model.supplies.flatMap((supply, index) => lintSupply(supply, `supplies[${index}]`)),
    ...lintSharedLines(model),
  ];
}

function lintSupply(supply: SupplyDocument, path: string): readonly Problem[] {
  const names = Object.keys(supply.terminals ?? {});
  const roles = names.map((name) => conductorRole(supply, name));
  const missing = unpublishedConductors(supply);
  return [
    ...names.flatMap((name) =>
      conductorRole(supply, name) === undefined
        ? [
            problemError(
              `${path}.terminals.${name}`,
              `What "${name}" is, its name does not tell. Say it in roles: ${CONDUCTOR_ROLES.join(', ')}.`,
            ),
          ]
        : [],
    ),
    ...roles.flatMap((role, at) =>
      role !== undefined && roles.indexOf(role) < at
        ? [
            problemError(
              `${path}.terminals.${names[at] ?? ''}`,
              `A second ${role} beside ${names[roles.indexOf(role)] ?? ''}.`,
            ),
          ]
        : [],
    ),
    ...Object.keys(supply.roles ?? {}).flatMap((name) =>
      names.includes(name) ? [] : [problemError(`${path}.roles.${name}`, `${supply.id} has no conductor "${name}".`)],
    ),
    ...lintSharedTerminals(supply, path),
    ...lintBond(supply, path),
    ...(missing.length > 0
      ? [problemWarning(`${path}.terminals`, REFUSALS.unpublished(supply.name ?? supply.id, missing))]
      : []),
  ];
}

/** A line of one supply is not a line of another; returns and earths may be common. */
function lintSharedLines(model: UnitModelDocument): readonly Problem[] {
  const lines = model.supplies.flatMap((supply, index) =>
    Object.entries(supply.terminals ?? {}).flatMap(([name, terminal]) => {
      const role = conductorRole(supply, name);
      const isCommon = role === undefined || role === 'return' || role === 'earth' || role === 'minus';
      return isCommon ? [] : [{ supply: supply.id, name, terminal, path: `supplies[${index}].terminals.${name}` }];
    }),
  );
  return lines.flatMap(({ supply, terminal, path }, index) => {
    const other = lines.slice(0, index).find((each) => each.terminal === terminal && each.supply !== supply);
    return other === undefined
      ? []
      : [
          problemError(
            path,
            `${terminal} is ${other.name} of ${other.supply} already: it cannot be a line of two supplies.`,
          ),
        ];
  });
}

/** Two conductors of a supply are never one terminal: nothing could be read between them. */
function lintSharedTerminals(supply: SupplyDocument, path: string): readonly Problem[] {
  const entries = Object.entries(supply.terminals ?? {});
  return entries.flatMap(([name, terminal], index) => {
    const other = entries.slice(0, index).find(([, each]) => each === terminal)?.[0];
    return other === undefined
      ? []
      : [
          problemError(
            `${path}.terminals.${name}`,
            `${terminal} is ${other} already: two conductors need two terminals.`,
          ),
        ];
  });
}

function lintBond(supply: SupplyDocument, path: string): readonly Problem[] {
  const { bond } = supply;
  if (bond === undefined || bond === 'none') return [];
  const at = bond.split('-')[0] ?? '';
  const role = conductorRole(supply, at);
  return role === undefined || role === 'earth'
    ? [
        problemError(
          `${path}.bond`,
          `"${bond}" names no conductor of ${supply.id}. Accepted: N-E, L2-E, return-E, none.`,
        ),
      ]
    : [];
}
