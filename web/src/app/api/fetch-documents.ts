import {
  freePinned,
  isFreeUnit,
  isPinnedWith,
  type KindDocuments,
  type Library,
  type PinnedDocuments,
} from '@juxtameter/contract';
import type { MeterDocument, ProcedureDocument, UnitModelDocument } from '@juxtameter/core';
import { forkJoin, map, of, switchMap, type Observable } from 'rxjs';
import type { Api } from './api';

/** Every meter on file, from the server. */
export function fetchMeters(api: Api): Observable<readonly MeterDocument[]> {
  return api.library().pipe(switchMap(({ meters }) => metersOf(api, meters)));
}

/** A kind of unit with every chart that is walked at it, from the server. */
export function fetchKind(api: Api, unitModel: string): Observable<KindDocuments> {
  return api.library().pipe(switchMap((library) => kindOf(api, library, unitModel)));
}

/** Everything a visit to a unit is pinned to, from the server; undefined when it has no such unit. */
export function fetchPinned(api: Api, unitId: string): Observable<PinnedDocuments | undefined> {
  return api.library().pipe(
    switchMap((library) => {
      const unit = library.units.find((each) => each.id === unitId);
      const site = library.sites.find((each) => each.id === unit?.site);
      if (!unit || !site) return of(undefined);
      const meters = metersOf(api, library.meters);
      if (isFreeUnit(unit)) return meters.pipe(map((known) => freePinned(unit, site, known)));
      return forkJoin({ kind: kindOf(api, library, unit.unitModel), meters }).pipe(
        map(({ kind, meters: known }) => ({ unit, site, ...kind, meters: known })),
      );
    }),
  );
}

function kindOf(api: Api, library: Library, unitModel: string): Observable<KindDocuments> {
  const charts = library.procedures.filter((each) => isPinnedWith(each, unitModel));
  return forkJoin({
    unitModel: api.document('unit-model', unitModel) as Observable<UnitModelDocument>,
    procedures: all<ProcedureDocument>(charts.map(({ id }) => api.document('procedure', id))),
  });
}

function metersOf(api: Api, meters: Library['meters']): Observable<readonly MeterDocument[]> {
  return all<MeterDocument>(meters.map(({ id }) => api.document('meter', id)));
}

function all<Document>(requests: readonly Observable<unknown>[]): Observable<readonly Document[]> {
  return (requests.length > 0 ? forkJoin(requests) : of([])) as Observable<readonly Document[]>;
}
