import type { Library } from '@juxtameter/contract';
import { isFreeUnit, isPinnedWith } from '@juxtameter/contract/first';
import type { MissingDocument } from '../local/local-store';

/** How many units a visit can begin at with no server in reach, of how many. */
export interface UnitsReady {
  readonly ready: number;
  readonly of: number;
}

/**
 * A unit is ready when everything a visit to it is pinned to is kept here: its kind, every chart that is walked at it,
 * and every meter.
 */
export function unitsReady(
  { units, procedures, meters }: Pick<Library, 'units' | 'procedures' | 'meters'>,
  missing: readonly MissingDocument[],
): UnitsReady {
  const lacking = new Set(missing.map(({ of, id }) => `${of} ${id}`));
  const hasMeters = meters.every(({ id }) => !lacking.has(`meter ${id}`));
  const hasKind = (unitModel: string): boolean =>
    !lacking.has(`unit-model ${unitModel}`) &&
    procedures.every((each) => !isPinnedWith(each, unitModel) || !lacking.has(`procedure ${each.id}`));
  const kinds = new Map([...new Set(units.map(({ unitModel }) => unitModel))].map((id) => [id, hasKind(id)]));
  const ready = hasMeters ? units.filter((unit) => isFreeUnit(unit) || kinds.get(unit.unitModel)).length : 0;
  return { ready, of: units.length };
}
