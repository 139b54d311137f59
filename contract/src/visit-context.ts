import { readMeter, type VisitContext } from '@juxtameter/core';
import type { PinnedDocuments } from './api';

/** The documents a visit is replayed with, out of those it was pinned to. */
export function visitContext(pinned: PinnedDocuments): VisitContext {
  const { options } = pinned.unit;
  return {
    ...(options ? { options } : {}),
    model: pinned.unitModel,
    procedures: Object.fromEntries(pinned.procedures.map((each) => [each.id, each])),
    meters: Object.fromEntries(pinned.meters.map((each) => [each.id, readMeter(each)])),
  };
}
