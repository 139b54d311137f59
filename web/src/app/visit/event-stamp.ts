import { Injectable } from '@angular/core';
import { zoneOf, type EventBody, type EventEnvelope, type VisitEvent } from '@juxtameter/core';
import { v7 as uuid } from 'uuid';

/** Gives events their identity, time and place in this page's order. One open page is one device. */
@Injectable({ providedIn: 'root' })
export class EventStamp {
  private readonly device = uuid();
  private deviceSeq = 0;

  stamp(body: EventBody, at: Pick<EventEnvelope, 'visit' | 'seenSeq' | 'by' | 'chart'>): VisitEvent {
    this.deviceSeq += 1;
    const now = new Date();
    return {
      id: uuid(),
      visit: at.visit,
      device: this.device,
      deviceSeq: this.deviceSeq,
      seenSeq: at.seenSeq,
      at: now.toISOString(),
      zone: zoneOf(-now.getTimezoneOffset()),
      monotonic: Math.round(performance.now()),
      by: at.by,
      ...(at.chart === undefined ? {} : { chart: at.chart }),
      ...body,
    };
  }

  /** This moment as an event of this page would carry it, to count from an earlier one. */
  moment(event: VisitEvent): VisitEvent {
    return { ...event, device: this.device, at: new Date().toISOString(), monotonic: Math.round(performance.now()) };
  }

  newVisitId(): string {
    return uuid();
  }
}
