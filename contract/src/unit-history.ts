import {
  elementName,
  isKnownElement,
  pastVisit,
  replay,
  type FittedPart,
  type PastVisit,
  type UnitModelDocument,
} from '@juxtameter/core';
import type { Unit, VisitDocument } from './api';
import { visitContext } from './visit-context';

/** What stays of a visit for its unit's history. */
export function pastVisitOf({ id, pinned, events }: Pick<VisitDocument, 'id' | 'pinned' | 'events'>): PastVisit {
  const context = visitContext(pinned);
  return pastVisit(id, context, replay(context, events));
}

/** Parts put in before this record began, as the unit's file has them. */
export function fittedBefore(unit: Unit, model: UnitModelDocument | undefined): readonly FittedPart[] {
  return (unit.fitted ?? []).map((each) => {
    const isKnown = model !== undefined && isKnownElement(model, each.part);
    return {
      ...each,
      name: isKnown ? elementName(model, each.part) : each.part,
      isBoard: (model?.boards ?? []).some(({ id }) => id === each.part) || /\bboard\b/i.test(each.part),
    };
  });
}
