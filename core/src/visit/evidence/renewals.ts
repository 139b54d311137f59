import { boardsMeant, itemOf, partMeant, type UnitModelDocument } from '../../unit-model';
import type { TrailLine, VisitContext } from '../record';
import { isRenewal } from '../safety';

/** A part that was put in or repaired, and where in the log: what was known before is about another one. */
export interface Renewal {
  readonly item: string;
  readonly index: number;
}

/** Every part that was fitted, changed or repaired, by whatever words it was noted. */
export function renewalsOf({ model }: VisitContext, trail: readonly TrailLine[]): readonly Renewal[] {
  return trail.flatMap(({ event, standing, step }, index): Renewal[] => {
    if (standing === 'retracted') return [];
    const items = (words: string): readonly string[] => [
      ...new Set([partMeant(model, words), ...boardsMeant(model, words)]),
    ];
    switch (event.type) {
      case 'part-fitted':
        return items(event.part).map((item) => ({ item, index }));
      case 'repair-done': {
        const named = event.items.flatMap(items);
        const boards = isRenewal(event.text) ? boardsMeant(model, event.text) : [];
        return [...new Set([...named, ...boards])].map((item) => ({ item, index }));
      }
      case 'action-done':
        return step?.kind === 'action' && step.fits !== undefined ? [{ item: itemOf(model, step.fits), index }] : [];
      default:
        return [];
    }
  });
}

/** Whether what a line of this index says of a reference is about the part that is in now. */
export function isOfPartInNow(
  { model }: VisitContext,
  renewals: readonly Renewal[],
  reference: string,
  index: number,
): boolean {
  const items = assembliesOf(model, itemOf(model, reference));
  return !renewals.some((renewal) => items.has(renewal.item) && renewal.index > index);
}

/** An item with every assembly it is a part of: whoever changes that changes it. */
function assembliesOf(model: UnitModelDocument, item: string): ReadonlySet<string> {
  const found = new Set([item]);
  for (const each of found) {
    const whole = model.devices.find(({ id }) => id === each)?.partOf;
    if (whole !== undefined) found.add(itemOf(model, whole));
  }
  return found;
}
