import { deleteDB } from 'idb';
import type { VisitDocument } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import halfDone from '../../../../demo/data/visits/mist-line-2-half-done.json';
import { LocalStore } from './local-store';
import { writeAhead } from './write-ahead';

const VISIT = halfDone as unknown as VisitDocument;
const [EVENT] = VISIT.events as readonly [VisitEvent];

/** Entry number `n` of one more device. */
function logged(n: number): VisitEvent {
  const id = `01a20cc0-ed60-7001-8000-0000000a${n.toString().padStart(4, '0')}`;
  return { ...EVENT, id, device: 'tablet', deviceSeq: n, at: new Date(1_790_000_000_000 + n).toISOString() };
}

describe('what this tablet keeps', () => {
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
    expect(writeAhead.all()).toEqual([]);
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
});
