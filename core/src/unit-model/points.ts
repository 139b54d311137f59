import { terminalAddresses, terminalLabel } from './unit-model';
import type { UnitModelDocument } from './unit-model-document';

/** A point of the wiring list with the name it has at the machine. */
export interface KnownPoint {
  readonly address: string;
  readonly label: string;
}

const known = new WeakMap<UnitModelDocument, ReadonlyMap<string, KnownPoint>>();

/** Every terminal of a unit model, in the order of the wiring list. */
export function knownPoints(model: UnitModelDocument): readonly KnownPoint[] {
  return [...new Set(pointsByName(model).values())];
}

/**
 * The terminal a technician's words name, by its address or the label at the machine, however the parts are divided:
 * "X1·3", "x1 3", "CB.X1.3". What names no terminal stays as it was said.
 */
export function pointOf(model: UnitModelDocument, words: string): string {
  return pointsByName(model).get(nameKey(words))?.address ?? words.trim();
}

function pointsByName(model: UnitModelDocument): ReadonlyMap<string, KnownPoint> {
  const found = known.get(model);
  if (found) return found;
  const byName = new Map<string, KnownPoint>();
  for (const address of terminalAddresses(model)) {
    const point = { address, label: terminalLabel(model, address) };
    for (const name of [point.label, address]) byName.set(nameKey(name), point);
  }
  known.set(model, byName);
  return byName;
}

function nameKey(words: string): string {
  return words
    .trim()
    .toLowerCase()
    .replace(/[\s.·:/-]+/g, '.');
}
