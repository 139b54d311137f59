import { freePinned, isFreeUnit, isPinnedWith, type PinnedDocuments } from '@juxtameter/contract';
import type { MeterDocument, ProcedureDocument, UnitModelDocument } from '@juxtameter/core';
import { forkJoin, map, of, switchMap, type Observable } from 'rxjs';
import type { Api } from '../api/api';

/** Every meter on file, from the server. */
export function fetchMeters(api: Api): Observable<readonly MeterDocument[]> {
  return api
    .library()
    .pipe(switchMap(({ meters }) => all<MeterDocument>(meters.map(({ id }) => api.document('meter', id)))));
}

/** Everything a visit to a unit is pinned to, from the server; undefined when it has no such unit. */
export function fetchPinned(api: Api, unitId: string): Observable<PinnedDocuments | undefined> {
  return api.library().pipe(
    switchMap((library) => {
      const unit = library.units.find((each) => each.id === unitId);
      const site = library.sites.find((each) => each.id === unit?.site);
      if (!unit || !site) return of(undefined);
      const meters = all<MeterDocument>(library.meters.map(({ id }) => api.document('meter', id)));
      if (isFreeUnit(unit)) return meters.pipe(map((known) => freePinned(unit, site, known)));
      const charts = library.procedures.filter((each) => isPinnedWith(each, unit.unitModel));
      return forkJoin({
        unitModel: api.document('unit-model', unit.unitModel) as Observable<UnitModelDocument>,
        procedures: all<ProcedureDocument>(charts.map(({ id }) => api.document('procedure', id))),
        meters,
      }).pipe(map((documents) => ({ unit, site, ...documents })));
    }),
  );
}

function all<Document>(requests: readonly Observable<unknown>[]): Observable<readonly Document[]> {
  return (requests.length > 0 ? forkJoin(requests) : of([])) as Observable<readonly Document[]>;
}
