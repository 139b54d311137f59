import type { SupplyDocument } from './unit-model-document';

/** What a conductor of a supply is, whatever its terminal strip calls it. */
export const CONDUCTOR_ROLES = ['line-1', 'line-2', 'line-3', 'return', 'earth', 'plus', 'minus'] as const;
export type ConductorRole = (typeof CONDUCTOR_ROLES)[number];

/** Usual spellings, in small letters; common practice, no source. */
const SPELLINGS: Readonly<Record<ConductorRole, readonly string[]>> = {
  'line-1': ['l', 'l1', 'line', 'line1', 'phase', 'hot', 'feed', 'live', 'r', 'rc', 'rh', 'u', 'ph', 'leg1'],
  'line-2': ['l2', 'line2', 'v', 's', 'leg2'],
  'line-3': ['l3', 'line3', 'w', 't'],
  return: ['n', 'neutral', 'return', 'c', 'com', 'common', '0v', 'cold'],
  earth: ['e', 'pe', 'earth', 'ground', 'frame', 'chassis'],
  plus: ['plus', '+', 'dc+', 'v+', 'positive', 'pos'],
  minus: ['minus', '-', 'dc-', 'v-', 'negative', 'neg', '0v'],
};

/** Conductors beside earth that a system may have. */
const ROLES_OF: Readonly<Record<SupplyDocument['system'], readonly ConductorRole[]>> = {
  'single-phase': ['line-1', 'line-2', 'return'],
  'class-2-ac': ['line-1', 'line-2', 'return'],
  'split-phase': ['line-1', 'line-2', 'return'],
  'three-phase': ['line-1', 'line-2', 'line-3', 'return'],
  'high-leg': ['line-1', 'line-2', 'line-3', 'return'],
  dc: ['plus', 'minus'],
};

/**
 * What a conductor of a supply is: as the unit model says, else by the usual spelling of its name; undefined where
 * neither tells.
 *
 * @example conductorRole({ id: 's', system: 'class-2-ac', nominal: '24 V' }, 'hot') // "line-1"
 * @example conductorRole({ id: 's', system: 'dc', nominal: '24 V' }, '0V') // "minus"
 */
export function conductorRole(supply: SupplyDocument, conductor: string): ConductorRole | undefined {
  const said = supply.roles?.[conductor];
  if (said) return said;
  const spelled = conductor.trim().toLowerCase();
  const roles: readonly ConductorRole[] = [...ROLES_OF[supply.system], 'earth'];
  return roles.find((role) => SPELLINGS[role].includes(spelled));
}

/** Conductors without a point of which nothing is proven. */
const NEEDED: Readonly<Record<SupplyDocument['system'], readonly ConductorRole[]>> = {
  'single-phase': ['line-1'],
  'class-2-ac': ['line-1'],
  'split-phase': ['line-1', 'line-2'],
  'three-phase': ['line-1', 'line-2', 'line-3'],
  'high-leg': ['line-1', 'line-2', 'line-3'],
  dc: ['plus', 'minus'],
};

/**
 * Conductors that have to be read for a proof of dead and that no terminal is published for: a line that is not read may be
 * alive, and with two lost only earth shows it. What is derived from another supply on the machine has no earth of its own.
 *
 * @example unpublishedConductors({ id: 's', system: 'dc', nominal: '24 V', from: 'PU1', terminals: { plus: 'A.1' } }) // ["minus"]
 */
export function unpublishedConductors(supply: SupplyDocument): readonly ConductorRole[] {
  const roles = Object.keys(supply.terminals ?? {}).map((name) => conductorRole(supply, name));
  const alive = roles.filter((role) => role !== 'earth');
  const missing = NEEDED[supply.system].filter((role) => !roles.includes(role));
  return [
    ...missing,
    ...(missing.length === 0 && alive.length < 2 ? (['return'] as const) : []),
    ...(supply.from === undefined && !roles.includes('earth') ? (['earth'] as const) : []),
  ];
}

/** The conductor of a supply that has this role, by its own name. */
export function conductorOf(supply: SupplyDocument, role: ConductorRole): string | undefined {
  return Object.keys(supply.terminals ?? {}).find((name) => conductorRole(supply, name) === role);
}

/** Where the conductor of this role arrives; undefined where it does not. */
export function supplyTerminal(supply: SupplyDocument, role: ConductorRole): string | undefined {
  const name = conductorOf(supply, role);
  return name === undefined ? undefined : supply.terminals?.[name];
}

/** How the source of a supply is joined to earth: at a conductor, at none on purpose, or nobody says. */
export type Bond = { readonly at: string } | 'none' | 'unknown';

/**
 * @example bondOf({ id: 's', system: 'single-phase', nominal: '230 V', bond: 'N-E' }) // {"at":"N"}
 * @example bondOf({ id: 's', system: 'single-phase', nominal: '230 V', bond: 'none' }) // "none"
 */
export function bondOf({ bond }: SupplyDocument): Bond {
  if (bond === undefined) return 'unknown';
  return bond === 'none' ? 'none' : { at: bond.split('-')[0] ?? bond };
}
