import { PRESENCE } from '../reference';
import { supplyOf } from './unit-model';
import type { UnitModelDocument } from './unit-model-document';
import type { Wiring } from './wiring';

/** Two conductors of a supply whose voltage has to be proven gone. */
export interface ConductorPair {
  readonly supply: string;
  /** "L-N", as the technician says it. */
  readonly name: string;
  readonly conductors: readonly [string, string];
  readonly from: string;
  readonly to: string;
}

/**
 * Hazardous voltage limits, in volts, for dry and wet places (IEC 61010-1, from memory): below them a touch does
 * not hurt.
 */
export const HAZARDOUS_LIMITS = { dry: { ac: 30, dc: 60 }, wet: { ac: 16, dc: 35 } } as const;

/** Every pair of conductors of the supplies, earth included, where a terminal is published for both. */
export function conductorPairs(model: UnitModelDocument, supplies: readonly string[]): readonly ConductorPair[] {
  const pairs = supplies.flatMap((id) => {
    const supply = supplyOf(model, id);
    const conductors = Object.entries(supply?.terminals ?? {});
    return conductors.flatMap(([name, from], index) =>
      conductors.slice(index + 1).map(([other, to]): ConductorPair => ({
        supply: id,
        name: `${name}-${other}`,
        conductors: [name, other],
        from,
        to,
      })),
    );
  });
  return pairs.filter((pair) => pair.from !== pair.to);
}

/**
 * Highest voltage, in volts, at which a pair of this supply counts as dead: about nothing, as of any supply, and never more
 * than would hurt. 25 V where 230 V should be gone do not hurt, and something feeds them: that is not dead.
 */
export function deadLimit(wiring: Wiring, supply: string, kind: 'ac' | 'dc', place: 'dry' | 'wet' = 'dry'): number {
  const hazardous = HAZARDOUS_LIMITS[place][kind];
  return Math.min(hazardous, PRESENCE.absentPart * wiring.volts(supply));
}
