import { HttpClient, HttpErrorResponse, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { Injector, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Actions } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import fc from 'fast-check';
import { of, throwError, type Observable } from 'rxjs';
import { TestScheduler } from 'rxjs/testing';
import type { Acknowledged, VisitDocument } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import { ERA, MARK, ourAnswers } from '../api/our-answers';
import { LocalStore } from '../local/local-store';
import { TabChannel } from '../local/tab-channel';
import { retryAfter } from '../sync/retry-after';
import { ASK, ServerEra } from '../sync/server-era';
import { SyncActions } from '../sync/sync.actions';
import * as syncEffects from '../sync/sync.effects';
import { syncFeature } from '../sync/sync.reducer';
import { VisitActions } from '../visit/store/visit.actions';
import { selectSaved } from '../visit/store/select-saved';
import { visitFeature } from '../visit/store/visit.reducer';
import { isAhead, outdated } from '../visits/outdated';
import { emptyBrowser, HALF_DONE, HALF_DONE_STORED, openHalfDone, settled } from '../../testing/open-visit';

const [VISIT, STORED] = [HALF_DONE, HALF_DONE_STORED];
const PROBLEM = { type: 'urn:juxtameter:problem:not-acceptable-content', detail: 'Nothing was stored.' };

/** Answers that are not this product's own, or not to what was asked. */
const STRANGERS: Readonly<Record<string, () => Observable<unknown>>> = {
  'a fault of a gateway': () => throwError(() => new HttpErrorResponse({ status: 500, error: '<html>' })),
  'a sign-in': () => throwError(() => new HttpErrorResponse({ status: 401, error: { detail: 'sign in' } })),
  'nothing there': () => throwError(() => new HttpErrorResponse({ status: 404, error: 'not found' })),
  'too large for a gateway': () => throwError(() => new HttpErrorResponse({ status: 413 })),
  'a page instead of an answer': () =>
    throwError(() => new HttpErrorResponse({ status: 200, error: { text: '<html>' } })),
  'an empty object': () => of({}),
  null: () => of(null),
  'no events': () => of({ events: [] }),
  'other events': () => of({ events: [{ id: 'x', seq: 1 }] }),
  'events without order': () => of({ events: [{ id: VISIT.events[0]?.id }] }),
};

class FakeApi {
  asked = 0;
  answer: (() => Observable<unknown>) | undefined;
  unfit = new Set<string>();
  stored: VisitEvent[] = [];
  visit(): Observable<VisitDocument> {
    return of(STORED);
  }
  startVisit({ id }: { id: string }): Observable<unknown> {
    return of({ id });
  }
  appendEvents(_visit: string, events: readonly VisitEvent[]): Observable<Acknowledged> {
    this.asked += 1;
    if (this.answer) return this.answer() as Observable<Acknowledged>;
    const errors = events.flatMap((event, index) =>
      event.type === 'note-added' && this.unfit.has(event.text)
        ? [{ path: `events[${index}].text`, message: 'is nothing this server takes' }]
        : [],
    );
    if (errors.length > 0)
      return throwError(() => new HttpErrorResponse({ status: 422, error: { ...PROBLEM, errors } }));
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

describe('what waits on this device', () => {
  let store: Store;
  let api: FakeApi;
  let local: LocalStore;

  beforeEach(async () => {
    await emptyBrowser();
    api = new FakeApi();
    local = new LocalStore();
    store = await openHalfDone(api, local);
  });

  afterEach(async () => {
    store.dispatch(VisitActions.left());
    await settled(local);
    await local.close();
  });

  const read = <Value>(selector: (state: object) => Value): Value => store.selectSignal(selector)();
  const note = (text: string): void =>
    store.dispatch(VisitActions.factRecorded({ body: { type: 'note-added', text } }));
  const texts = (): readonly string[] =>
    api.stored.flatMap((event) => (event.type === 'note-added' ? [event.text] : []));

  for (const [name, answer] of Object.entries(STRANGERS))
    it(`goes on waiting where the answer is ${name}, asks in measure, and arrives without a reload`, async () => {
      api.answer = answer;
      note('while it is strange');
      await settled(local);
      expect(await local.waiting()).toEqual({ [VISIT.id]: 1 });
      expect(read(syncFeature.selectRefusals)).toEqual({});
      expect(read(selectSaved).text).toContain('1 waiting on this device');
      expect(api.asked).toBeLessThan(4);
      api.answer = undefined;
      store.dispatch(SyncActions.deliveryRequested());
      await settled(local);
      expect(texts()).toEqual(['while it is strange']);
      expect(await local.waiting()).toEqual({});
    });

  it('is asked for less and less often, and at once when it is asked for', () => {
    const waits = [1, 2, 3, 4, 5, 6, 20, 1000].map(retryAfter);
    expect(waits[0]).toBe(2000);
    expect(waits).toEqual([...waits].sort((a, b) => a - b));
    expect(Math.max(...waits)).toBe(60_000);
  });

  it('is no refusal where the server cannot store just now: its words are shown', async () => {
    const error = { ...PROBLEM, type: 'urn:juxtameter:problem:storage-full', detail: 'The disk is full.' };
    api.answer = () => throwError(() => new HttpErrorResponse({ status: 507, error }));
    note('full');
    await settled(local);
    expect(read(selectSaved).text).toBe('1 waiting on this device: The disk is full.');
    expect(read(syncFeature.selectRefusals)).toEqual({});
  });

  it('goes past an entry the server does not take, which is named and kept here', async () => {
    api.unfit.add('two');
    for (const text of ['one', 'two', 'three']) note(text);
    await settled(local);
    expect(texts()).toEqual(['one', 'three']);
    expect(read(selectSaved).text).toBe(
      'One entry is on this device only, the server does not take it: is nothing this server takes',
    );
    expect(await local.waiting()).toEqual({});
    const kept = await local.visit(VISIT.id);
    expect(kept?.events.some((event) => event.type === 'note-added' && event.text === 'two')).toBeTrue();
    expect(Object.values(kept?.setAside ?? {})).toEqual(['is nothing this server takes']);
    const before = api.asked;
    note('four');
    await settled(local);
    expect(texts()).toEqual(['one', 'three', 'four']);
    expect(api.asked - before).toBeLessThan(4);
    api.unfit.clear();
    expect(await local.offerAgain()).toBe(1);
    expect(await local.waiting()).toEqual({ [VISIT.id]: 1 });
  });

  it('waits again where the server was put back to an older state, in memory and in the browser', async () => {
    note('stored once');
    await settled(local);
    api.stored = [];
    const reach = STORED.events.length - 4;
    await local.takeBackOrders(reach);
    store.dispatch(SyncActions.ordersTakenBack({ reach }));
    expect(read(visitFeature.selectPulledSeq)).toBe(reach);
    await settled(local);
    expect(api.stored.length).toBe(5);
    expect(texts().at(-1)).toBe('stored once');
    expect(await local.waiting()).toEqual({});
    expect(read(visitFeature.selectEvents).length).toBe(VISIT.events.length + 1);
    expect(read(visitFeature.selectVisit).trail.length).toBe(VISIT.events.length + 1);
  });

  it('is tried again in its time, however often looks at what others logged come to nothing meanwhile', () => {
    const scheduler = new TestScheduler((actual, expected) => expect(actual).toEqual(expected));
    scheduler.run(({ hot, expectObservable }) => {
      const failed = SyncActions.deliveryFailed({ visit: VISIT.id, problem: { kind: 'no-server' } });
      // A look every five seconds, each missing the server, behind the fifth failure: the next try is due after 32 s.
      const actions = hot('a 4999ms b 4999ms b 4999ms b 4999ms b 4999ms b 4999ms b', {
        a: failed,
        b: SyncActions.serverMissed(),
      });
      const fails = { select: () => of(5) } as unknown as Store;
      expectObservable(syncEffects.retryDelivery(actions as unknown as Actions, fails)).toBe('32s r', {
        r: SyncActions.deliveryRequested(),
      });
    });
  });

  it('goes at once when the server answers again, whoever asked it', async () => {
    api.answer = () => throwError(() => new HttpErrorResponse({ status: 0 }));
    note('in the cellar');
    await settled(local);
    for (let count = 0; count < 6; count += 1) store.dispatch(SyncActions.serverMissed());
    expect(read(syncFeature.selectFailures)).toBeLessThan(3);
    expect(await local.waiting()).toEqual({ [VISIT.id]: 1 });
    api.answer = undefined;
    store.dispatch(SyncActions.serverAnswered());
    await settled(local);
    expect(texts()).toEqual(['in the cellar']);
  });

  it('of another server goes to none until somebody says so', async () => {
    await local.setApart();
    store.dispatch(SyncActions.setApart());
    note('mine');
    await settled(local);
    expect(api.stored).toEqual([]);
    expect(await local.waiting()).toEqual({});
    expect(read(selectSaved).text).toContain('Of another server');
    store.dispatch(SyncActions.giveApartRequested());
    await settled(local);
    expect(api.stored.length).toBe(VISIT.events.length + 1);
    expect(await local.waiting()).toEqual({});
    expect((await local.visit(VISIT.id))?.isApart).toBeFalse();
  });
});

describe('a list without a visit this device has', () => {
  it('takes nothing off the device: only what the server has whole, behind many touched later, makes room', async () => {
    const kept = (id: string, events: number, more: object = {}) => ({
      id,
      pinned: VISIT.pinned,
      isUnsent: false,
      isApart: false,
      setAside: {},
      events: STORED.events.slice(0, events),
      ...more,
    });
    const listed = (id: string, events: number, closed: boolean) =>
      ({ id, events, closed, lastAt: `2026-${id.padStart(4, '0')}` }) as never;
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            closed: fc.boolean(),
            has: fc.nat({ max: 9 }),
            knows: fc.option(fc.nat({ max: 9 })),
            isAhead: fc.boolean(),
            isApart: fc.boolean(),
          }),
          { maxLength: 150 },
        ),
        (visits) => {
          const local = visits.map(({ has, isAhead: ahead, isApart }, index) =>
            kept(`${index}`, has, { isUnsent: ahead, isApart }),
          );
          const stored = visits.flatMap(({ closed, knows }, index) =>
            knows === null ? [] : [listed(`${index}`, knows, closed)],
          );
          for (const id of outdated(stored, local, {})) {
            const { closed, has, knows, isAhead: ahead, isApart } = visits[Number(id)]!;
            expect(knows !== null && knows >= has && !ahead && !isApart).toBeTrue();
            const later = visits.slice(Number(id) + 1).filter((each) => each.closed === closed && each.knows !== null);
            expect(later.length).toBeGreaterThanOrEqual(closed ? 20 : 60);
          }
        },
      ),
    );
    expect(outdated([], [kept('a', 3)], {})).toEqual([]);
    expect(isAhead(kept('a', 3, { isUnsent: true }))).toBeTrue();
  });
});

describe('answers of the server', () => {
  let http: HttpClient;
  let backend: HttpTestingController;
  let local: LocalStore;
  let era = { present: 'first', reach: undefined as number | undefined };
  let isStrange = false;
  let asked: string[] = [];

  beforeEach(async () => {
    await emptyBrowser();
    local = new LocalStore();
    isStrange = false;
    asked = [];
    era = { present: 'first', reach: undefined };
    const ask = (address: RequestInfo | URL): Promise<Response> => {
      asked.push(String(address));
      return Promise.resolve(
        isStrange
          ? new Response('<html>sign in</html>', { status: 200 })
          : new Response(JSON.stringify(era), { status: 200, headers: { [MARK]: '1.0.0' } }),
      );
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [syncFeature.name]: syncFeature.reducer }),
        provideHttpClient(withInterceptors([ourAnswers])),
        provideHttpClientTesting(),
        { provide: ASK, useValue: ask },
        { provide: LocalStore, useValue: local },
      ],
    });
    http = TestBed.inject(HttpClient);
    backend = TestBed.inject(HttpTestingController);
  });
  afterEach(() => local.close());

  /** What a request comes to when the server answers like this. */
  async function got(body: object | string, headers: Record<string, string>, status = 200): Promise<unknown> {
    let outcome: { readonly value: unknown } | undefined;
    const settle = (value: unknown): void => void (outcome = { value });
    http.get('/api/visits').subscribe({ next: settle, error: settle });
    // It is sent when the history is agreed on, however long the browser takes for that.
    while (!outcome) {
      await new Promise((resolve) => setTimeout(resolve, 5));
      for (const request of backend.match('/api/visits'))
        if (!request.cancelled) request.flush(body, { headers, status, statusText: 'x' });
    }
    return outcome.value;
  }

  it('are believed only with the mark of this product and of the history that was agreed on', async () => {
    expect(await got([1], { [MARK]: '1.0.0', [ERA]: 'first' })).toEqual([1]);
    for (const headers of [{}, { [ERA]: 'first' }, { [MARK]: '1.0.0' }, { [MARK]: '1.0.0', [ERA]: 'other' }]) {
      const said = await got([], headers as Record<string, string>);
      expect(said)
        .withContext(JSON.stringify(headers))
        .toEqual(jasmine.objectContaining({ status: 0 }));
    }
    const refused = await got(PROBLEM, { [MARK]: '1.0.0', [ERA]: 'first' }, 422);
    expect(refused).toEqual(jasmine.objectContaining({ status: 422 }));
    expect(await got(PROBLEM, {}, 422)).toEqual(jasmine.objectContaining({ status: 0 }));
  });

  it('get nothing to store and are not believed while no server of ours says which history it has', async () => {
    isStrange = true;
    const said = await new Promise((resolve) =>
      http.post('/api/visits', {}).subscribe({ next: resolve, error: resolve }),
    );
    expect(said).toEqual(jasmine.objectContaining({ status: 0 }));
    backend.expectNone('/api/visits');
    expect(await got([1], { [MARK]: '1.0.0', [ERA]: 'first' })).toEqual(jasmine.objectContaining({ status: 0 }));
    isStrange = false;
    expect(await got([1], { [MARK]: '1.0.0', [ERA]: 'first' })).toEqual([1]);
  });

  it('of a server put back make what it lacks wait again, and of another server set everything apart', async () => {
    await local.keepVisit(STORED);
    await TestBed.inject(ServerEra).agreed();
    expect(await local.eras()).toEqual(['first']);
    expect(await local.waiting()).toEqual({});
    era = { present: 'second', reach: STORED.events.length - 3 };
    await got([], { [MARK]: '1.0.0', [ERA]: 'second' });
    expect(await got([2], { [MARK]: '1.0.0', [ERA]: 'second' })).toEqual([2]);
    expect(asked.at(-1)).toBe('/api/eras/first');
    expect(await local.waiting()).toEqual({ [VISIT.id]: 4 });
    expect(await local.eras()).toEqual(['first', 'second']);
    era = { present: 'elsewhere', reach: undefined };
    await got([], { [MARK]: '1.0.0', [ERA]: 'elsewhere' });
    expect(await got([3], { [MARK]: '1.0.0', [ERA]: 'elsewhere' })).toEqual([3]);
    expect(asked.slice(-2)).toEqual(['/api/eras/second', '/api/eras/first']);
    // What is set apart stays so when the server it is not of is put back.
    await local.takeBackOrders(0);
    expect(await local.waiting()).toEqual({});
    expect(await local.eras()).toEqual(['elsewhere']);
    expect((await local.visit(VISIT.id))?.isApart).toBeTrue();
    expect((await local.visit(VISIT.id))?.events.length).toBe(VISIT.events.length);
    expect(await local.waiting()).toEqual({});
  });
});

describe('two tabs of one browser', () => {
  it('both find out that the server was put back, whichever meets it first', async () => {
    await emptyBrowser();
    const era = { present: 'first', reach: undefined as number | undefined };
    const ask = () => Promise.resolve(new Response(JSON.stringify(era), { status: 200, headers: { [MARK]: '1.0.0' } }));
    const tab = (): { readonly era: ServerEra; readonly told: string[]; readonly local: LocalStore } => {
      const told: string[] = [];
      const local = new LocalStore();
      const store = { dispatch: (action: { readonly type: string }) => told.push(action.type) };
      const injector = Injector.create({
        providers: [
          { provide: ASK, useValue: ask },
          { provide: LocalStore, useValue: local },
          { provide: Store, useValue: store },
          { provide: ServerEra },
        ],
      });
      return { era: injector.get(ServerEra), told, local };
    };
    const [one, other] = [tab(), tab()];
    await one.era.agreed();
    await other.era.agreed();
    Object.assign(era, { present: 'second', reach: 3 });
    for (const each of [one, other]) {
      expect(each.era.isStill('second')).toBeFalse();
      await each.era.agreed();
      expect(each.told).toEqual([SyncActions.ordersTakenBack.type]);
      expect(each.era.isStill('second')).toBeTrue();
      await each.local.close();
    }
  });

  it('see each other with no server in reach', async () => {
    const [one, other] = [new TabChannel(), new TabChannel()];
    const heard: string[] = [];
    const listening = other.told.subscribe((event) => heard.push(event.id));
    const [event] = VISIT.events;
    if (event) one.tell(event);
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(heard).toEqual([event?.id ?? '']);
    listening.unsubscribe();
  });
});
