import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import fc from 'fast-check';
import { Subject } from 'rxjs';
import { BackupActions } from './backup.actions';
import * as effects from './backup.effects';
import { backupFeature } from './backup.reducer';
import { BackupSource, FileCounter, type BackupNews } from './backup-source';

describe('a backup to this device', () => {
  let news: Subject<BackupNews>;
  let store: Store;
  const standing = (): string => store.selectSignal(backupFeature.selectStanding)();

  beforeEach(() => {
    news = new Subject();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [backupFeature.name]: backupFeature.reducer }),
        provideEffects(effects),
        { provide: BackupSource, useValue: { fetched: () => news } },
      ],
    });
    store = TestBed.inject(Store);
    store.dispatch(BackupActions.requested());
  });

  it('says how far it is, and that it is no file once it is stopped', () => {
    news.next({ kind: 'progress', progress: { bytes: 1_000, files: 2, of: 9 } });
    expect(store.selectSignal(backupFeature.selectProgress)().files).toBe(2);
    store.dispatch(BackupActions.stopped());
    expect(news.observed).toBeFalse();
    expect(standing()).toBe('stopped');
  });

  it('is none where it does not come whole', () => {
    news.error(new Error('cut off'));
    expect(standing()).toBe('failed');
  });
});

describe('the files of an archive that passes by', () => {
  it('are counted wherever the stream is cut', () => {
    const piece = fc.oneof(
      fc.constant([0x50, 0x4b, 0x03, 0x04]),
      fc.array(fc.constantFrom(0x50, 0x4b, 3, 4, 9), { maxLength: 6 }),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 30 }), fc.array(fc.nat({ max: 5 })), (pieces, cuts) => {
        const bytes = pieces.flat();
        const whole = new FileCounter().add(Uint8Array.from(bytes));
        const text = String.fromCharCode(...bytes);
        expect(whole).toBe(text.split('PK\x03\x04').length - 1);
        const counter = new FileCounter();
        let at = 0;
        for (const cut of cuts) counter.add(Uint8Array.from(bytes.slice(at, (at += cut))));
        expect(counter.add(Uint8Array.from(bytes.slice(at)))).toBe(whole);
      }),
    );
  });
});
