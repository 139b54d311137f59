import { supplyOf, type UnitModelDocument } from '../unit-model';
import { Source } from './source';

/** A conductor of a healthy supply, where it stands against the earth. */
export interface PicturedConductor {
  readonly name: string;
  /** Volts: upwards along the first line, and to the right, a quarter turn ahead of it. */
  readonly up: number;
  readonly right: number;
  readonly isEarth: boolean;
}

/**
 * The conductors of a supply as phasors, in volts against the earth, as its source makes them: what a meter shows
 * between two of them is how far apart they stand. Against the middle of the source where no bond is known. Nothing for
 * conductors of which nobody says what they are.
 */
export function supplyPicture(model: UnitModelDocument, id: string): readonly PicturedConductor[] {
  const supply = supplyOf(model, id);
  if (!supply) return [];
  const source = new Source(model, supply);
  const stands = typeof source.bond === 'string' ? source.healthy : source.bondedAt(source.bond.at);
  const conductors = [...stands].map(([name, { re, im }]) => ({ name, up: re, right: im, isEarth: false }));
  return source.earth === undefined
    ? conductors
    : [...conductors, { name: source.earth, up: 0, right: 0, isEarth: true }];
}
