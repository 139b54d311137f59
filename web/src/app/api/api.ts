import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  Acknowledged,
  Library,
  Site,
  SiteHistories,
  SpareBatch,
  StartVisit,
  Unit,
  VisitDocument,
  VisitPage,
  VisitQuery,
} from '@juxtameter/contract';
import type { ImportRequest, PhotosMissing } from '@juxtameter/contract/check';
import type { VisitEvent } from '@juxtameter/core';
import { concatMap, type Observable } from 'rxjs';
import { importNews, type ImportNews } from './import-news';

/** A request that is larger, in bytes, is refused when it is to outlive its page; long ones are not even measured. */
const KEPT_ALIVE = 60_000;
const FEW_EVENTS = 8;

/** The server's API. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  library(): Observable<Library> {
    return this.http.get<Library>('/api/library');
  }

  /** What happened at the units of these sites. */
  history(sites: readonly string[]): Observable<SiteHistories> {
    return this.http.get<SiteHistories>('/api/history', { params: { sites: sites.join(',') } });
  }

  putSite(site: Site): Observable<Site> {
    return this.http.put<Site>(`/api/sites/${encodeURIComponent(site.id)}`, site);
  }

  putUnit(unit: Unit): Observable<Unit> {
    return this.http.put<Unit>(`/api/units/${encodeURIComponent(unit.id)}`, unit);
  }

  /** A page of the list of visits. */
  visits(query: VisitQuery): Observable<VisitPage> {
    return this.http.get<VisitPage>('/api/visits', { params: { ...query } });
  }

  /** What the list shows of these visits, those the server has. */
  visitsOf(ids: readonly string[]): Observable<VisitPage> {
    return this.http.get<VisitPage>('/api/visits', { params: { ids: ids.join(',') } });
  }

  visit(id: string): Observable<VisitDocument> {
    return this.http.get<VisitDocument>(`/api/visits/${id}`);
  }

  startVisit(visit: StartVisit): Observable<VisitDocument> {
    return this.http.post<VisitDocument>('/api/visits', visit);
  }

  /** A document of the library, in its newest version. */
  document(of: 'unit-model' | 'procedure' | 'meter', id: string): Observable<unknown> {
    return this.http.get<unknown>(`/api/${of}s/${encodeURIComponent(id)}`);
  }

  /** The events of a visit behind one that was seen. */
  eventsAfter(visit: string, seq: number): Observable<{ readonly events: readonly VisitEvent[] }> {
    return this.http.get<{ readonly events: readonly VisitEvent[] }>(`/api/visits/${visit}/events?after=${seq}`);
  }

  /** Brings documents in; a trial answers what would happen. Says how far it is; whoever stops listening stops it. */
  importFiles(request: ImportRequest, isTrial: boolean): Observable<ImportNews> {
    return this.http
      .post(`/api/import${isTrial ? '?trial' : ''}`, request, {
        observe: 'events',
        reportProgress: true,
        responseType: 'text',
        headers: { accept: 'application/x-ndjson' },
      })
      .pipe(concatMap((event) => importNews(event)));
  }

  /** A picture, whole. */
  photo(hash: string): Observable<ArrayBuffer> {
    return this.http.get(`/api/photos/${hash}`, { responseType: 'arraybuffer' });
  }

  putPhoto(hash: string, bytes: ArrayBuffer): Observable<{ readonly photo: string }> {
    return this.http.put<{ readonly photo: string }>(`/api/photos/${hash}`, bytes, {
      headers: { 'content-type': 'image/jpeg' },
    });
  }

  /** Which of these pictures the server does not have. */
  missingPhotos(photos: readonly string[]): Observable<PhotosMissing> {
    return this.http.post<PhotosMissing>('/api/photos/missing', { photos });
  }

  /** All that the server knows of the spares. */
  spares(): Observable<SpareBatch> {
    return this.http.get<SpareBatch>('/api/spares');
  }

  noteSpares(batch: SpareBatch): Observable<{ readonly stored: number }> {
    return this.http.post<{ readonly stored: number }>('/api/spares', batch);
  }

  appendEvents(visit: string, events: readonly VisitEvent[]): Observable<Acknowledged> {
    // A page that is left in the middle must not take them along; browsers allow it up to 64 kB.
    const keepalive = events.length <= FEW_EVENTS && bytesOf(events) < KEPT_ALIVE;
    return this.http.post<Acknowledged>(`/api/visits/${visit}/events`, { events }, { keepalive });
  }
}

function bytesOf(events: readonly VisitEvent[]): number {
  return new TextEncoder().encode(JSON.stringify(events)).length;
}
