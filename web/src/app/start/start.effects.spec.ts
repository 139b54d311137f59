import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Action, Store } from '@ngrx/store';
import { firstValueFrom, of, throwError, toArray, type Observable } from 'rxjs';
import type { History, Library, PinnedDocuments, Unit, VisitDocument } from '@juxtameter/contract';
import type { MeterDocument } from '@juxtameter/core';
import { PUMP_CONTEXT } from '../../../../core/src/testing/ambiguities';
import type { Api } from '../api/api';
import type { LocalStore } from '../local/local-store';
import { SyncActions } from '../sync/sync.actions';
import { EventStamp } from '../visit/event-stamp';
import { StartActions, type StartChoice } from './start.actions';
import { startVisit } from './start.effects';

const UNIT: Unit = { id: 'mist-line-9', site: 'shed', name: 'Mist line 9', unitModel: PUMP_CONTEXT.model.id };
const PINNED: PinnedDocuments = {
  unit: UNIT,
  site: { id: 'shed', name: 'Shed' },
  unitModel: PUMP_CONTEXT.model,
  procedures: Object.values(PUMP_CONTEXT.procedures),
  meters: [],
};
const SEEN = { [UNIT.id]: [{ options: { PS1: false }, wireColours: { w5: 'pink' } }] } as unknown as History;
const CHOICE: StartChoice = {
  unit: UNIT.id,
  complaint: 'idle',
  procedure: 'pump-chain-by-halves',
  meter: '',
  technician: 'Wren',
};

describe('starting a visit', () => {
  const kept: Pick<VisitDocument, 'id' | 'pinned' | 'events'>[] = [];

  async function begun(
    local: Partial<LocalStore>,
    api: Partial<Api> = {},
    history?: History,
    choice: StartChoice = CHOICE,
  ): Promise<Action[]> {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const store = { select: () => of(history) } as unknown as Store;
    const requested = of(StartActions.visitRequested({ choice })) as never;
    return TestBed.runInInjectionContext(() => {
      const actions = startVisit(requested, store, api as Api, local as LocalStore, new EventStamp());
      return firstValueFrom((actions as Observable<Action>).pipe(toArray()));
    });
  }

  const keeping: Partial<LocalStore> = {
    pinnedFor: () => Promise.resolve(PINNED),
    keepVisit: (visit) => (kept.push(visit), Promise.resolve()),
  };

  beforeEach(() => kept.splice(0));

  it('keeps the unit as its earlier visits saw it, and begins with the chart that was chosen', async () => {
    const [started] = await begun(keeping, {}, SEEN);
    expect(started?.type).toBe(StartActions.visitStarted.type);
    expect(kept[0]?.pinned.unit).toEqual({ ...UNIT, options: { PS1: false }, wireColours: { w5: 'pink' } });
    expect(kept[0]?.events.map(({ type }) => type)).toEqual(['visit-opened', 'procedure-started']);
  });

  it('gives a machine that is not on file its meter, from the server where the tablet keeps none yet', async () => {
    const hand = { id: 'hand' } as MeterDocument;
    const server: Partial<Api> = {
      library: () => of({ meters: [{ id: 'hand' }] } as unknown as Library),
      document: (() => of(hand)) as Api['document'],
    };
    const machine = { name: 'Pump', site: 'Bay 9', supplies: [] };
    const free: StartChoice = { ...CHOICE, unit: '', procedure: 'prove-dead', meter: 'hand', machine };
    for (const [name, meters] of [
      ['none kept', () => Promise.resolve([])],
      ['kept', () => Promise.resolve([hand])],
      ['storage off', () => Promise.reject(new Error('blocked'))],
    ] as const) {
      TestBed.resetTestingModule();
      kept.splice(0);
      await begun({ ...keeping, meters }, server, undefined, free);
      expect(kept[0]?.pinned.meters.map(({ id }) => id))
        .withContext(name)
        .toEqual(['hand']);
      expect(kept[0]?.events[0])
        .withContext(name)
        .toEqual(jasmine.objectContaining({ meter: 'hand' }));
    }
    TestBed.resetTestingModule();
    kept.splice(0);
    const gone = { library: () => throwError(() => new HttpErrorResponse({ status: 0 })) } as Partial<Api>;
    await begun({ ...keeping, meters: () => Promise.resolve([]) }, gone, undefined, free);
    expect(kept[0]?.pinned.meters).withContext('no server either').toEqual([]);
  });

  it('takes the file as it is where no visit is known', async () => {
    await begun(keeping);
    expect(kept[0]?.pinned.unit).toEqual(UNIT);
  });

  it('goes to the server where this device keeps nothing, and says so', async () => {
    const sent: string[] = [];
    const actions = await begun(
      { pinnedFor: keeping.pinnedFor, keepVisit: () => Promise.reject(new Error('blocked')) } as Partial<LocalStore>,
      {
        startVisit: ({ id }) => (sent.push('visit'), of({ id } as VisitDocument)),
        appendEvents: (_visit, events) => (sent.push(...events.map(({ type }) => type)), of({ events: [] })),
      },
    );
    expect(sent).toEqual(['visit', 'visit-opened', 'procedure-started']);
    expect(actions.map(({ type }) => type)).toEqual([SyncActions.storageFailed.type, StartActions.visitStarted.type]);
  });

  it('says that a free visit needs neither where the documents are nowhere in reach', async () => {
    const [failed] = await begun(
      { pinnedFor: () => Promise.resolve(undefined) },
      { library: () => throwError(() => new HttpErrorResponse({ status: 0 })) },
    );
    expect(JSON.stringify(failed)).toContain('A free visit needs neither');
  });
});
