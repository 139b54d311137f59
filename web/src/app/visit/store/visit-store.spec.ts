import { HttpErrorResponse } from '@angular/common/http';
import type { Store } from '@ngrx/store';
import { of, throwError, type Observable } from 'rxjs';
import type { Acknowledged, VisitDocument } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import { VisitDriver } from '../../../../../core/src/testing/demo';
import { LocalStore } from '../../local/local-store';
import { SyncActions } from '../../sync/sync.actions';
import { syncFeature } from '../../sync/sync.reducer';
import { resumption } from './resumption';
import { VisitActions } from './visit.actions';
import { visitFeature } from './visit.reducer';
import { emptyBrowser, HALF_DONE, HALF_DONE_STORED, openHalfDone, settled } from '../../../testing/open-visit';

const [VISIT, STORED] = [HALF_DONE, HALF_DONE_STORED];

/** The product's own refusal. */
const problem = (detail: string, errors: readonly object[] = []) => ({
  type: 'urn:juxtameter:problem:conflict',
  detail,
  errors,
});

/** A server that can be out of reach. */
class FakeApi {
  isUp = true;
  refusal?: HttpErrorResponse;
  stored: VisitEvent[] = [];
  begun: string[] = [];
  visit(): Observable<VisitDocument> {
    return this.isUp ? of(STORED) : throwError(() => new HttpErrorResponse({ status: 0 }));
  }
  startVisit({ id }: { id: string }): Observable<unknown> {
    this.begun.push(id);
    return of({ id });
  }
  appendEvents(_visit: string, events: readonly VisitEvent[]): Observable<Acknowledged> {
    if (!this.isUp) return throwError(() => new HttpErrorResponse({ status: 0 }));
    if (this.refusal) return throwError(() => this.refusal);
    const known = new Set(this.stored.map((event) => event.id));
    this.stored.push(...events.filter((event) => !known.has(event.id)));
    return of({
      events: events.map(({ id }) => ({ id, seq: 1000 + this.stored.findIndex((each) => each.id === id) })),
    });
  }
  eventsAfter(): Observable<{ readonly events: readonly VisitEvent[] }> {
    return of({ events: [] });
  }
}

/** Storage that takes nothing. */
class FailingStore extends LocalStore {
  constructor(private readonly error: Error) {
    super();
  }
  override keepEvent(): Promise<void> {
    return Promise.reject(this.error);
  }
}

describe('the open visit', () => {
  let store: Store;
  let api: FakeApi;
  let local: LocalStore;

  beforeEach(async () => {
    await emptyBrowser();
    await openWith(new LocalStore());
  });

  afterEach(async () => {
    store.dispatch(VisitActions.left());
    await settled(local);
    await local.close();
  });

  async function openWith(kept: LocalStore): Promise<void> {
    api = new FakeApi();
    local = kept;
    store = await openHalfDone(api, local);
  }

  const read = <Value>(selector: (state: object) => Value): Value => store.selectSignal(selector)();
  const note = (text: string): void =>
    store.dispatch(VisitActions.factRecorded({ body: { type: 'note-added', text } }));

  it('stands where the log leads, and is kept whole on this device', async () => {
    expect(read(visitFeature.selectVisit).step).toBe('across-float');
    expect(read(visitFeature.selectPending)).toEqual([]);
    expect(read(visitFeature.selectPulledSeq)).toBe(VISIT.events.length);
    expect((await local.visit(VISIT.id))?.events).toEqual(STORED.events);
  });

  it('shows a fact at once, keeps it and delivers it', async () => {
    note('hum');
    expect(read(visitFeature.selectVisit).trail.at(-1)?.event.type).toBe('note-added');
    await settled(local);
    expect(api.stored.map((event) => event.type)).toEqual(['note-added']);
    expect(read(visitFeature.selectPending)).toEqual([]);
    expect(await local.waiting()).toEqual({});
  });

  it('keeps facts in order without a server and delivers them when it is back', async () => {
    api.isUp = false;
    for (const text of ['one', 'two', 'three']) note(text);
    await settled(local);
    expect(read(syncFeature.selectIsServerReached)).toBeFalse();
    expect(await local.waiting()).toEqual({ [VISIT.id]: 3 });
    expect(read(syncFeature.selectWaitingInAll)).toBe(3);
    api.isUp = true;
    store.dispatch(SyncActions.deliveryRequested());
    await settled(local);
    expect(api.stored.map((event) => event.type === 'note-added' && event.text)).toEqual(['one', 'two', 'three']);
    expect(read(syncFeature.selectIsServerReached)).toBeTrue();
    expect(read(syncFeature.selectWaitingInAll)).toBe(0);
  });

  it('opens from this device when the server does not answer', async () => {
    note('before the cellar');
    await settled(local);
    await local.close();
    const again = new LocalStore();
    await openWith(again);
    api.isUp = false;
    store.dispatch(VisitActions.openRequested({ id: VISIT.id }));
    await settled(local);
    expect(read(visitFeature.selectEvents).length).toBe(VISIT.events.length + 1);
  });

  it('tells the server of a visit begun without it before anything else', async () => {
    const id = '01a20cc0-ed60-7001-8000-00000000aaaa';
    const begun = {
      ...VISIT,
      id,
      events: VISIT.events.map((event) => ({ ...event, visit: id, id: flipped(event.id) })),
    };
    await local.keepVisit(begun, true);
    expect(await local.waiting()).toEqual({ [id]: begun.events.length + 1 });
    store.dispatch(SyncActions.deliveryRequested());
    await settled(local);
    expect(api.begun).toEqual([id]);
    expect(api.stored.map((event) => event.id)).toEqual(begun.events.map((event) => event.id));
    expect(await local.waiting()).toEqual({});
  });

  it('says what the server refuses, and goes on when something is logged again', async () => {
    api.refusal = new HttpErrorResponse({ status: 409, error: problem('a jumper is in') });
    store.dispatch(VisitActions.factRecorded({ body: { type: 'visit-closed' } }));
    await settled(local);
    expect(read(syncFeature.selectRefusals)[VISIT.id]).toEqual(
      jasmine.objectContaining({ kind: 'refused', detail: 'a jumper is in' }),
    );
    delete api.refusal;
    note('jumper out');
    await settled(local);
    expect(read(syncFeature.selectRefusals)).toEqual({});
    expect(api.stored.map((event) => event.type)).toEqual(['visit-closed', 'note-added']);
  });

  for (const [name, problem] of [
    ['QuotaExceededError', 'full'],
    ['SecurityError', 'blocked'],
    ['UnknownError', 'failing'],
  ] as const) {
    it(`says that this browser keeps nothing when it says ${name}, and delivers all the same`, async () => {
      await local.close();
      await openWith(new FailingStore(new DOMException('no', name)));
      note('x');
      await settled(local);
      expect(read(syncFeature.selectStorageProblem)).toBe(problem);
      expect(api.stored.map((event) => event.type)).toEqual(['note-added']);
    });
  }

  it('keeps its visit anew when the browser was cleared under it', async () => {
    await local.close();
    await emptyBrowser();
    store.dispatch(SyncActions.storageFailed({ problem: 'cleared' }));
    await settled(local);
    expect((await local.visit(VISIT.id))?.events.length).toBe(VISIT.events.length);
  });

  it('undoes the newest event, then the one before', () => {
    note('one');
    store.dispatch(VisitActions.undoRequested());
    expect(read(visitFeature.selectVisit).trail.filter((line) => line.standing === 'retracted').length).toBe(2);
    store.dispatch(VisitActions.undoRequested());
    store.dispatch(VisitActions.undoRequested());
    expect(read(visitFeature.selectVisit).step).toBe('halfway');
  });

  it('takes up what another device logged, before what waits here', async () => {
    api.isUp = false;
    note('mine');
    const theirs = { ...STORED.events.at(-1), id: flipped(VISIT.id), type: 'note-added', text: 'theirs', seq: 900 };
    store.dispatch(VisitActions.eventsReceived({ visit: VISIT.id, events: [theirs as unknown as VisitEvent] }));
    const notes = read(visitFeature.selectVisit).trail.flatMap(({ event }) =>
      event.type === 'note-added' ? [event.text] : [],
    );
    expect(notes.slice(-2)).toEqual(['theirs', 'mine']);
    expect(read(visitFeature.selectPulledSeq)).toBe(900);
    await settled(local);
  });

  it('stays where it stands when another device moves the chart, until it follows or logs something itself', async () => {
    const { step } = read(visitFeature.selectVisit);
    const jumped = (seq: number, to: string) =>
      ({ ...STORED.events.at(-1), id: flipped(VISIT.id), type: 'step-jumped', to, seq }) as unknown as VisitEvent;
    store.dispatch(VisitActions.eventsReceived({ visit: VISIT.id, events: [jumped(901, 'fuse')] }));
    expect(read(visitFeature.selectVisit).step).toBe('fuse');
    expect(read(visitFeature.selectPlace).step).toBe(step);
    expect(read(visitFeature.selectIsLeftBehind)).toBeTrue();
    store.dispatch(VisitActions.followed());
    expect(read(visitFeature.selectIsLeftBehind)).toBeFalse();
    note('mine');
    expect(read(visitFeature.selectPlace).step).toBe('fuse');
    await settled(local);
  });

  it('refuses to log into a visit that is not open', () => {
    const before = read(visitFeature.selectEvents).length;
    store.dispatch(
      VisitActions.eventAppended({ event: { ...VISIT.events[0]!, visit: '01a20cc0-ed60-7001-8000-00000000abcd' } }),
    );
    expect(read(visitFeature.selectEvents).length).toBe(before);
  });
});

/** Another id of the same form. */
function flipped(id: string): string {
  return id.replace(/.$/, (last) => (last === 'f' ? 'e' : 'f')).replace('-8000-', '-8001-');
}

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
