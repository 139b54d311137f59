import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  Acknowledged,
  ImportAnswer,
  ImportRequest,
  Library,
  StartVisit,
  VisitDocument,
  VisitSummary,
} from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import type { Observable } from 'rxjs';

/** The server's API. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  library(): Observable<Library> {
    return this.http.get<Library>('/api/library');
  }

  visits(): Observable<readonly VisitSummary[]> {
    return this.http.get<readonly VisitSummary[]>('/api/visits');
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

  /** Brings documents in; a trial answers what would happen. 422 carries the same answer. */
  importFiles(request: ImportRequest, isTrial: boolean): Observable<ImportAnswer> {
    return this.http.post<ImportAnswer>(`/api/import${isTrial ? '?trial' : ''}`, request);
  }

  appendEvents(visit: string, events: readonly VisitEvent[]): Observable<Acknowledged> {
    return this.http.post<Acknowledged>(`/api/visits/${visit}/events`, { events });
  }
}
