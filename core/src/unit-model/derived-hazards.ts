import { elementName } from './unit-model';
import type { HazardDocument, UnitModelDocument } from './unit-model-document';

/** What the wiring list says can hurt, whether or not somebody has written it down: a capacitor wired to a motor. */
export function derivedHazards(model: UnitModelDocument): readonly HazardDocument[] {
  const motors = new Set(model.devices.filter(({ kind }) => kind === 'motor').map(({ id }) => id));
  const touches = (ends: readonly string[], id: string): boolean => ends.some((end) => end.startsWith(`${id}.`));
  return model.devices
    .filter(({ kind, partOf = '', id }) => {
      if (kind !== 'capacitor') return false;
      const isWired = model.wires.some(
        ({ from, to }) => touches([from, to], id) && [...motors].some((motor) => touches([from, to], motor)),
      );
      return isWired || motors.has(partOf);
    })
    .map(({ id }) => ({ kind: 'motor-capacitor', where: elementName(model, id) }));
}
