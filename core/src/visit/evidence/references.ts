import { isPartOf, parseReference, type UnitModelDocument } from '../../unit-model';
import type { ConclusionStep } from '../../procedure';
import type { FindingReached } from '../record';

/** What is accused: an item and the way it fails. */
export type AccusedItem = Pick<ConclusionStep, 'item' | 'mode'>;

/** What is accused or not, and for a finding in the technician's words the readings it rests on. */
export type Accused = AccusedItem & Partial<Pick<FindingReached, 'class' | 'rests'>>;

/**
 * Whether a reference is about what is accused: the element itself, or one that is part of the other (a function of a board,
 * a core of a cable, a device of an assembly), failing in the same way where both say in which.
 */
export function concerns(model: UnitModelDocument, reference: string, accused: AccusedItem): boolean {
  if (accused.item === undefined) return false;
  const named = parseReference(model, accused.item);
  const found = parseReference(model, reference);
  const mode = accused.mode ?? named.mode;
  if (found.mode !== undefined && mode !== undefined && found.mode !== mode) return false;
  return (
    found.element === named.element ||
    isPartOf(model, found.element, named.element) ||
    isPartOf(model, named.element, found.element)
  );
}

/** An item with the way it fails, as charts name it. */
export function referenceOf({ item, mode }: AccusedItem): string | undefined {
  return item === undefined || mode === undefined || item.endsWith(`:${mode}`) ? item : `${item}:${mode}`;
}
