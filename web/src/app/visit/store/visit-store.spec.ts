import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { of, throwError, type Observable } from 'rxjs';
import type { Acknowledged, VisitDocument } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import halfDone from '../../../../../demo/data/visits/mist-line-2-half-done.json';
import { VisitDriver } from '../../../../../core/src/testing/demo';
import { Api } from '../../api/api';
import { preferencesFeature } from '../../preferences/preferences.reducer';
import { Outbox } from './outbox';
import { resumption } from './resumption';
import { VisitActions } from './visit.actions';
import * as effects from './visit.effects';
import { visitFeature } from './visit.reducer';

const VISIT = halfDone as unknown as VisitDocument;

/** The outbox without a browser database. */
class MemoryOutbox {
  events: VisitEvent[] = [];
  fails = false;
  of(visit: string): Promise<readonly VisitEvent[]> {
    return Promise.resolve(this.events.filter((event) => event.visit === visit));
  }
  add(event: VisitEvent): Promise<void> {
    if (this.fails) return Promise.reject(new Error('quota'));
    this.events.push(event);
    return Promise.resolve();
  }
  remove(ids: readonly string[]): Promise<void> {
    this.events = this.events.filter((event) => !ids.includes(event.id));
    return Promise.resolve();
  }
}

/** A server that can be out of reach. */
class FakeApi {
  isUp = true;
  refusal?: HttpErrorResponse;
  stored: VisitEvent[] = [];
  visit(): Observable<VisitDocument> {
    return of({ ...VISIT, events: VISIT.events.map((event, index) => ({ ...event, seq: index + 1 })) });
  }
  appendEvents(_visit: string, events: readonly VisitEvent[]): Observable<Acknowledged> {
    if (!this.isUp) return throwError(() => new HttpErrorResponse({ status: 0 }));
    if (this.refusal) return throwError(() => this.refusal);
    this.stored.push(...events);
    return of({
      events: events.map(({ id }) => ({ id, seq: 1000 + this.stored.findIndex((each) => each.id === id) })),
    });
  }
}

describe('the open visit', () => {
  let store: Store;
  let api: FakeApi;
  let outbox: MemoryOutbox;

  beforeEach(async () => {
    api = new FakeApi();
    outbox = new MemoryOutbox();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({
          [visitFeature.name]: visitFeature.reducer,
          [preferencesFeature.name]: preferencesFeature.reducer,
        }),
        provideEffects(effects),
        { provide: Api, useValue: api },
        { provide: Outbox, useValue: outbox },
      ],
    });
    store = TestBed.inject(Store);
    store.dispatch(VisitActions.openRequested({ id: VISIT.id }));
    await settled();
  });

  /** Lets every promise of the fakes run out. */
  const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 20));
  const read = <Value>(selector: (state: object) => Value): Value => store.selectSignal(selector)();

  it('stands where the log leads', () => {
    expect(read(visitFeature.selectVisit).step).toBe('across-float');
    expect(read(visitFeature.selectPending)).toEqual([]);
    expect(read(visitFeature.selectSeenSeq)).toBe(VISIT.events.length);
  });

  it('shows a fact at once, keeps it and delivers it', async () => {
    store.dispatch(VisitActions.factRecorded({ body: { type: 'note-added', text: 'hum' } }));
    expect(read(visitFeature.selectVisit).trail.at(-1)?.event.type).toBe('note-added');
    await settled();
    expect(api.stored.map((event) => event.type)).toEqual(['note-added']);
    expect(read(visitFeature.selectPending)).toEqual([]);
    expect(outbox.events).toEqual([]);
  });

  it('keeps facts in order without a server and delivers them when it is back', async () => {
    api.isUp = false;
    for (const text of ['one', 'two', 'three'])
      store.dispatch(VisitActions.factRecorded({ body: { type: 'note-added', text } }));
    await settled();
    expect(read(visitFeature.selectDeliveryProblem)).toEqual({ kind: 'no-server' });
    expect(outbox.events.length).toBe(3);
    api.isUp = true;
    store.dispatch(VisitActions.deliveryRetried());
    await settled();
    expect(api.stored.map((event) => event.type === 'note-added' && event.text)).toEqual(['one', 'two', 'three']);
    expect(api.stored.map((event) => event.deviceSeq)).toEqual(
      [...api.stored.map((event) => event.deviceSeq)].sort((a, b) => a - b),
    );
    expect(read(visitFeature.selectDeliveryProblem)).toBeUndefined();
  });

  it('says what the server refuses', async () => {
    api.refusal = new HttpErrorResponse({ status: 409, error: { detail: 'a jumper is in' } });
    store.dispatch(VisitActions.factRecorded({ body: { type: 'visit-closed' } }));
    await settled();
    expect(read(visitFeature.selectDeliveryProblem)).toEqual(
      jasmine.objectContaining({ kind: 'refused', detail: 'a jumper is in' }),
    );
  });

  it('says when this browser keeps nothing', async () => {
    outbox.fails = true;
    api.isUp = false;
    store.dispatch(VisitActions.factRecorded({ body: { type: 'note-added', text: 'x' } }));
    await settled();
    expect(read(visitFeature.selectStorageFailed)).toBeTrue();
  });

  it('undoes the newest event, then the one before', () => {
    store.dispatch(VisitActions.factRecorded({ body: { type: 'note-added', text: 'one' } }));
    store.dispatch(VisitActions.undoRequested());
    expect(read(visitFeature.selectVisit).trail.filter((line) => line.standing === 'retracted').length).toBe(2);
    store.dispatch(VisitActions.undoRequested());
    store.dispatch(VisitActions.undoRequested());
    expect(read(visitFeature.selectVisit).step).toBe('halfway');
  });

  it('puts what this browser still holds behind what the server has', async () => {
    const waiting = {
      ...VISIT.events.at(-1),
      id: '01a20cc0-ed60-7001-8000-0000000000ff',
      deviceSeq: 99,
      text: 'kept',
      step: 'across-float',
    } as VisitEvent;
    outbox.events = [waiting, VISIT.events[0]!];
    store.dispatch(VisitActions.opened({ visit: VISIT, outbox: outbox.events }));
    expect(read(visitFeature.selectEvents).length).toBe(VISIT.events.length + 1);
    await settled();
  });

  it('refuses to log into a visit that is not open', () => {
    const before = read(visitFeature.selectEvents).length;
    store.dispatch(
      VisitActions.eventAppended({ event: { ...VISIT.events[0]!, visit: '01a20cc0-ed60-7001-8000-00000000abcd' } }),
    );
    expect(read(visitFeature.selectEvents).length).toBe(before);
  });
});

describe('taking a visit up again', () => {
  const after = (seconds: number, driver: VisitDriver): unknown =>
    resumption(driver.state, Date.parse(driver.events.at(-1)?.at ?? '') + seconds * 1000);

  it('matters only where something is proven dead', () => {
    expect(after(3600, new VisitDriver().open())).toBeUndefined();
    expect(after(3600, new VisitDriver().toFuse())).toEqual({ type: 'visit-resumed', awaySeconds: 3600 });
  });

  it('lets a short pause pass, but no clock that ran backwards', () => {
    expect(after(60, new VisitDriver().toFuse())).toBeUndefined();
    expect(after(-60, new VisitDriver().toFuse())).toEqual({ type: 'visit-resumed', awaySeconds: -60 });
  });
});
