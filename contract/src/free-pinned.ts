import { freeUnitModel, proveDeadProcedure, type MeterDocument } from '@juxtameter/core';
import type { PinnedDocuments, Site, Unit } from './api';

/** What a visit to a unit without a unit model is pinned to: its supplies, and the chart that proves them dead. */
export function freePinned(unit: Unit, site: Site, meters: readonly MeterDocument[]): PinnedDocuments {
  const unitModel = freeUnitModel(unit.supplies ?? []);
  return { unit, site, unitModel, procedures: [proveDeadProcedure(unitModel)], meters };
}
