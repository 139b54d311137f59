import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Acknowledged, Library, StartVisit, VisitDocument, VisitSummary } from '@juxtameter/contract';
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

  appendEvents(visit: string, events: readonly VisitEvent[]): Observable<Acknowledged> {
    return this.http.post<Acknowledged>(`/api/visits/${visit}/events`, { events });
  }
}
