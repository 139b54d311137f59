import { deleteDB } from 'idb';
import type { VisitDocument } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import halfDone from '../../../../demo/data/visits/mist-line-2-half-done.json';
import { LADDER, openLocalDatabase } from './local-database';
import { LocalStore } from './local-store';
import { toStorageProblem } from './storage-problem';
import { writeAhead } from './write-ahead';

const VISIT = halfDone as unknown as VisitDocument;
const [EVENT] = VISIT.events as readonly [VisitEvent];

const NO_MATTER = { onClosed: () => undefined, onLost: () => undefined };

/** Entry number `n` of one more device. */
function logged(n: number): VisitEvent {
  const id = `01a20cc0-ed60-7001-8000-0000000a${n.toString().padStart(4, '0')}`;
  return { ...EVENT, id, device: 'tablet', deviceSeq: n, at: new Date(1_790_000_000_000 + n).toISOString() };
}

describe('what this device keeps', () => {
  let local: LocalStore;

  beforeEach(async () => {
    localStorage.clear();
    await deleteDB('juxtameter');
    local = new LocalStore();
  });

  afterEach(() => local.close());

  it('gives a visit back as it was kept, in the order of logging', async () => {
    await local.keepVisit(VISIT, true);
    for (const n of [1, 2, 3]) await local.keepEvent(logged(n));
    const kept = await local.visit(VISIT.id);
    expect(kept?.isUnsent).toBeTrue();
    expect(kept?.pinned).toEqual(VISIT.pinned);
    expect(kept?.events.slice(-3).map((event) => event.deviceSeq)).toEqual([1, 2, 3]);
  });

  it('keeps an event once, however often it is kept', async () => {
    await local.keepVisit(VISIT);
    await local.keepVisit(VISIT);
    expect((await local.visit(VISIT.id))?.events.length).toBe(VISIT.events.length);
    await expectAsync(local.keepEvent(EVENT)).toBeRejected();
  });

  it('does not lose an entry whose page died before the database had it', async () => {
    await local.keepVisit({ ...VISIT, events: [] });
    writeAhead.add(logged(1));
    writeAhead.add(logged(2));
    await local.close();
    expect((await local.visit(VISIT.id))?.events.map((event) => event.deviceSeq)).toEqual([1, 2]);
    expect(writeAhead.all()).toEqual({ events: [], unreadable: 0 });
  });

  it('takes entries of a page that died in its order, whatever the clock did, and hides none behind a bad one', async () => {
    await local.keepVisit({ ...VISIT, events: [] });
    for (const n of [3, 1, 2]) writeAhead.add({ ...logged(n), at: new Date(1_790_000_000_000 - n).toISOString() });
    localStorage.setItem('juxtameter.ahead.torn', '{"id": "01a2');
    let told = 0;
    await local.close();
    local.onUnreadable(() => (told += 1));
    expect((await local.visit(VISIT.id))?.events.map((event) => event.deviceSeq)).toEqual([1, 2, 3]);
    expect(told).toBe(1);
    expect(localStorage.getItem('juxtameter.unreadable.torn')).toBe('{"id": "01a2');
    expect(writeAhead.all().unreadable).toBe(0);
  });

  for (let version = 2; version <= LADDER.length + 1; version += 1) {
    it(`finds a waiting event that version ${version} of the database kept`, async () => {
      const next = [...LADDER, (): void => undefined];
      const old = await openLocalDatabase(NO_MATTER, next.slice(0, version));
      await old.put('visits', { id: VISIT.id, unsent: VISIT.id });
      await old.put('pinned', VISIT.pinned, VISIT.id);
      await old.add('events', { visit: VISIT.id, event: logged(1), waiting: VISIT.id });
      old.close();
      const now = await openLocalDatabase(NO_MATTER, version > LADDER.length ? next : LADDER);
      expect((await now.getAll('events')).map(({ event }) => event.id)).toEqual([logged(1).id]);
      expect(await now.get('visits', VISIT.id)).toEqual({ id: VISIT.id, unsent: VISIT.id });
      expect([...now.objectStoreNames]).toContain('history');
      now.close();
    });
  }

  it('climbs to a version that is not there yet without losing what waits', async () => {
    await local.keepVisit({ ...VISIT, events: [] }, true);
    await local.keepEvent(logged(1));
    await local.close();
    const next = await openLocalDatabase(NO_MATTER, [...LADDER, (): void => undefined]);
    expect(await next.count('events')).toBe(1);
    expect(await next.count('visits')).toBe(1);
    next.close();
  });

  it('is opened anew after another page deleted it, and says that it is gone', async () => {
    await local.keepVisit(VISIT);
    let lost = 0;
    local.onLost(() => (lost += 1));
    await deleteDB('juxtameter');
    expect(lost).toBe(1);
    expect(await local.visits()).toEqual([]);
    await local.keepVisit(VISIT);
    expect((await local.visit(VISIT.id))?.events.length).toBe(VISIT.events.length);
  });

  it('lets a newer page raise it, says so, and goes on without a reload where it is as it was', async () => {
    await local.keepVisit({ ...VISIT, events: [] }, true);
    const newer = await openLocalDatabase(NO_MATTER, [...LADDER, (): void => undefined]);
    const error: unknown = await local.keepEvent(logged(1)).catch((reason: unknown) => reason);
    expect(toStorageProblem(error)).toBe('raised');
    // What was logged meanwhile waits for the next page that can take it up.
    expect(writeAhead.all().events.map(({ deviceSeq }) => deviceSeq)).toEqual([1]);
    newer.close();
    await deleteDB('juxtameter');
    expect((await local.visits()).length).toBe(0);
    expect(await local.waiting()).toEqual({ [VISIT.id]: 1 });
  });

  it('does not wait for ever for a page that holds on to an older shape', async () => {
    const old = await new Promise<IDBDatabase>((resolve) => {
      const request = indexedDB.open('juxtameter', 1);
      request.onsuccess = () => resolve(request.result);
    });
    const error: unknown = await local.visits().catch((reason: unknown) => reason);
    expect(toStorageProblem(error)).toBe('held');
    old.close();
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(await local.visits()).toEqual([]);
  }, 15_000);

  it('shows what is left where one record is damaged, and says that something is', async () => {
    await local.keepVisit(VISIT);
    await local.keepVisit({ ...VISIT, id: 'other', events: [{ ...logged(1), visit: 'other' }] });
    await local.close();
    const database = await openLocalDatabase(NO_MATTER);
    const [key] = await database.getAllKeysFromIndex('events', 'visit', VISIT.id);
    await database.put('events', { kept: key!, visit: VISIT.id, event: { id: 'torn' } as never });
    await database.put('pinned', null as never, 'other');
    database.close();
    let told = 0;
    local.onUnreadable(() => (told += 1));
    const visits = await local.visits();
    expect(visits.map(({ id }) => id)).toEqual([VISIT.id]);
    expect(visits[0]?.events.length).toBe(VISIT.events.length - 1);
    expect(told).toBeGreaterThan(0);
  });

  it('forgets what is asked for and nothing else', async () => {
    await local.keepVisit(VISIT);
    await local.keepVisit({ ...VISIT, id: 'other', events: [{ ...logged(1), visit: 'other' }] });
    await local.forget([VISIT.id]);
    expect((await local.visits()).map((visit) => visit.id)).toEqual(['other']);
    expect(await local.waiting()).toEqual({ other: 1 });
  });

  it('has all documents of a unit or none', async () => {
    const { unit, site, unitModel, procedures, meters } = VISIT.pinned;
    const library = {
      sites: [site],
      units: [unit],
      unitModels: [{ id: unitModel.id, name: unitModel.name, hash: 'm' }],
      procedures: procedures.map(({ id, title }) => ({ id, title, unitModel: unitModel.id, complaints: [], hash: id })),
      meters: meters.map(({ id, name }) => ({ id, name, hash: id })),
    } as unknown as Parameters<LocalStore['keepLibrary']>[0];
    await local.keepLibrary(library);
    const missing = await local.missing(library);
    expect(missing.length).toBe(1 + procedures.length + meters.length);
    const documents = new Map<string, unknown>(
      [unitModel, ...procedures, ...meters].map((document) => [document.id, document]),
    );
    for (const each of missing.slice(1)) await local.keepDocument(each, documents.get(each.id));
    expect(await local.pinnedFor(unit.id)).toBeUndefined();
    await local.keepDocument(missing[0]!, unitModel);
    expect((await local.pinnedFor(unit.id))?.unitModel).toEqual(unitModel);
    expect(await local.missing(library)).toEqual([]);
  });

  it('keeps the history of the sites asked for last, however many there are', async () => {
    expect(await local.histories()).toBeUndefined();
    for (let site = 0; site < 50; site += 1) await local.keepHistories({ [`site-${site}`]: { unit: [] } });
    await local.keepHistories({ 'site-25': { unit: [], other: [] } });
    const kept = await local.keptSites();
    expect(kept.length).toBe(30);
    expect(kept.at(-1)).toBe('site-25');
    expect(Object.keys((await local.histories()) ?? {}).sort()).toEqual([...kept].sort());
    expect((await local.histories())?.['site-25']).toEqual({ unit: [], other: [] });
  });

  it('reads by site what an earlier page kept of all sites together', async () => {
    await local.keepLibrary({
      sites: [],
      units: [
        { id: 'u1', site: 'a', name: 'U1', unitModel: 'm' },
        { id: 'u2', site: 'b', name: 'U2', unitModel: 'm' },
      ],
      unitModels: [],
      procedures: [],
      meters: [],
    });
    const past = [{ id: 'v1' }] as never;
    const database = await openLocalDatabase({ onClosed: () => undefined, onLost: () => undefined });
    await database.put('history', { u1: past } as never, 'history');
    database.close();
    expect(await local.histories()).toEqual({ a: { u1: past }, b: { u2: [] } });
    await local.keepHistories({ a: { u1: [] } });
    expect(await local.histories()).toEqual({ a: { u1: [] }, b: { u2: [] } });
  });
});
