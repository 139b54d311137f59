import { TestBed } from '@angular/core/testing';
import type { SpareEntry, SpareFact } from '@juxtameter/core';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { deleteDB } from 'idb';
import { from } from 'rxjs';
import { Api } from '../api/api';
import { LocalStore } from '../local/local-store';
import { ServerEra } from '../sync/server-era';
import { SpareActions } from './spare.actions';
import { SpareCourier } from './spare-courier';
import * as spareEffects from './spare.effects';
import { spareFeature } from './spare.reducer';
import { typedPieces } from './typed-pieces';

const { reducer } = spareFeature;
const START = reducer(undefined, SpareActions.loadRequested());

function entry(number: number, fact: SpareFact = { type: 'put', count: 1 }): SpareEntry {
  const id = `01a20cc0-ed60-7001-8000-${String(number).padStart(12, '0')}`;
  return { id, device: id, at: '2026-12-01T08:00:00.000Z', place: 'Van 2', number: 'IG-7', ...fact };
}

/** A server with spares, as the courier meets it. */
class Server {
  entries: SpareEntry[] = [];
  isInReach = true;
  sent = 0;
  asked = 0;
}

async function until(isSo: () => boolean): Promise<void> {
  for (let tries = 0; tries < 200 && !isSo(); tries += 1) await new Promise((next) => setTimeout(next, 10));
  if (!isSo()) throw new Error('It never came about.');
}

describe('spares on this device', () => {
  let server: Server;
  let courier: SpareCourier;
  let local: LocalStore;

  beforeEach(async () => {
    localStorage.clear();
    await deleteDB('juxtameter');
    server = new Server();
    const answer = <Value>(value: Value) =>
      server.isInReach ? Promise.resolve(value) : Promise.reject(new Error('nobody'));
    const api: Pick<Api, 'spares' | 'noteSpares'> = {
      spares: () => {
        server.asked += 1;
        return from(answer({ entries: [...server.entries] }));
      },
      noteSpares: ({ entries }) => {
        server.sent += entries.length;
        server.entries.push(...entries);
        return from(answer({ stored: entries.length }));
      },
    };
    TestBed.configureTestingModule({
      providers: [
        provideStore({ [spareFeature.name]: spareFeature.reducer }),
        provideEffects(spareEffects),
        { provide: Api, useValue: api },
        { provide: ServerEra, useValue: { agreed: () => answer(undefined) } },
      ],
    });
    courier = TestBed.inject(SpareCourier);
    local = TestBed.inject(LocalStore);
  });

  afterEach(() => local.close());

  it('wait for a server, are sent once, and come back from others', async () => {
    await courier.keep([entry(1), entry(2)]);
    server.isInReach = false;
    await expectAsync(courier.exchange([])).toBeRejected();
    expect((await courier.kept()).length).toBe(2);

    server.isInReach = true;
    server.entries.push(entry(3));
    expect((await courier.exchange([])).map(({ id }) => id).sort()).toEqual(
      [1, 2, 3].map((number) => entry(number).id),
    );
    await courier.exchange([]);
    expect(server.sent).toBe(2);
    expect((await courier.kept()).length).toBe(3);
  });

  it('are sent again to a server that was put back, and never to another', async () => {
    await courier.keep([entry(1)]);
    await courier.exchange([]);
    server.entries = [];
    await courier.exchange([]);
    expect(server.entries.length).toBe(1);

    server.entries = [];
    await local.setApart();
    await courier.exchange([]);
    expect(server.entries).toEqual([]);
    await local.giveApart();
    await courier.exchange([]);
    expect(server.entries.length).toBe(1);
  });

  it('never reach another server out of the memory of an open page', async () => {
    TestBed.inject(Store).dispatch(SpareActions.noted({ entry: entry(1) }));
    await expectAsync(until(() => server.entries.length === 1)).toBeResolved();
    server.entries = [];
    await local.setApart();
    const before = server.asked;
    TestBed.inject(Store).dispatch(SpareActions.exchangeRequested());
    await until(() => server.asked > before);
    await new Promise((settled) => setTimeout(settled, 50));
    expect(server.entries).toEqual([]);
  });

  it('are sent though this browser keeps nothing', async () => {
    spyOn(local, 'database').and.rejectWith(new DOMException('full', 'QuotaExceededError'));
    expect((await courier.exchange([entry(1)])).length).toBe(1);
    expect(server.entries.length).toBe(1);
  });
});

describe('the standing of the spares', () => {
  it('is exchanged only once the server has what was noted meanwhile as well', () => {
    const noted = [entry(1), entry(2)].reduce(
      (state, each) => reducer(state, SpareActions.noted({ entry: each })),
      START,
    );
    const half = reducer(noted, SpareActions.exchanged({ entries: [entry(1)] }));
    expect(half.isExchanged).toBeFalse();
    expect(half.entries?.length).toBe(2);
    const failed = reducer(half, SpareActions.exchangeFailed({ problem: { kind: 'no-server' } }));
    expect(failed.failures).toBe(1);
    const whole = reducer(failed, SpareActions.exchanged({ entries: [entry(1), entry(2)] }));
    expect(whole).toEqual(jasmine.objectContaining({ isExchanged: true, failures: 0, problem: undefined }));
  });

  it('takes whole pieces only', () => {
    expect(typedPieces('3', 0)).toEqual({ pieces: 3 });
    for (const typed of ['', 'two', '-1', '1.5', '1000000', '0x10 ']) {
      expect(typedPieces(typed, 0).fault).withContext(typed).toContain('no number of pieces');
    }
    expect(typedPieces('0', 1).fault).toContain('from 1');
  });
});
