import {
  elementName,
  isKnownElement,
  meansBoard,
  partMeant,
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

/**
 * The unit's file with what its visits found since, the newest last: optional devices it has or lacks, colours of its
 * wires. A visit is pinned to this, so that nobody finds the same thing out twice.
 */
export function unitAsSeen(unit: Unit, past: readonly PastVisit[]): Unit {
  const options = { ...unit.options, ...merged(past.map((visit) => visit.options)) };
  const wireColours = { ...unit.wireColours, ...merged(past.map((visit) => visit.wireColours)) };
  return {
    ...unit,
    ...(Object.keys(options).length > 0 ? { options } : {}),
    ...(Object.keys(wireColours).length > 0 ? { wireColours } : {}),
  };
}

/** Records put on top of each other, the last one winning. */
export function merged<Value>(records: readonly Readonly<Record<string, Value>>[]): Readonly<Record<string, Value>> {
  return Object.assign({}, ...records) as Record<string, Value>;
}

/** Parts put in before this record began, as the unit's file has them. */
export function fittedBefore(unit: Unit, model: UnitModelDocument | undefined): readonly FittedPart[] {
  return (unit.fitted ?? []).map((each) => {
    if (!model) return { ...each, name: each.part, isBoard: /\bboard\b/i.test(each.part) };
    const part = partMeant(model, each.part);
    return {
      ...each,
      part,
      name: isKnownElement(model, part) ? elementName(model, part) : each.part,
      isBoard: meansBoard(model, each.part),
    };
  });
}
