import { HttpErrorResponse, HttpEventType, type HttpEvent } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { concat, NEVER, of, throwError, type Observable } from 'rxjs';
import { IMPORT_LIMITS, type ImportAnswer, type ImportRequest } from '@juxtameter/contract/check';
import { Api } from '../api/api';
import { importNews, type ImportNews } from '../api/import-news';
import { ImportActions } from './import.actions';
import * as effects from './import.effects';
import { importFeature } from './import.reducer';
import { readFiles } from './read-files';

const FINE: ImportAnswer = { isDone: false, items: [], problems: [] };

class FakeApi {
  answers: (ImportAnswer | HttpErrorResponse)[] = [];
  isEndless = false;
  asked: { readonly request: ImportRequest; readonly isTrial: boolean }[] = [];
  importFiles(request: ImportRequest, isTrial: boolean): Observable<ImportNews> {
    this.asked.push({ request, isTrial });
    if (this.isEndless) return concat(of({ kind: 'progress', done: 1, of: 4 } as const), NEVER);
    const answer = this.answers.shift() ?? FINE;
    return answer instanceof HttpErrorResponse ? throwError(() => answer) : of({ kind: 'answer', answer });
  }
}

describe('bringing files in', () => {
  let api: FakeApi;
  let store: Store;
  const read = <Value>(selector: (state: object) => Value): Value => store.selectSignal(selector)();
  /** Files are read by the browser in its own time. */
  const settled = async (): Promise<void> => {
    do await new Promise((resolve) => setTimeout(resolve));
    while (read(importFeature.selectIsBusy));
  };

  beforeEach(() => {
    api = new FakeApi();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [importFeature.name]: importFeature.reducer }),
        provideEffects(effects),
        { provide: Api, useValue: api },
      ],
    });
    store = TestBed.inject(Store);
  });

  async function give(...files: File[]): Promise<void> {
    store.dispatch(ImportActions.filesGiven({ files }));
    await settled();
  }

  it('asks what would happen, and stores only when told to', async () => {
    api.answers = [FINE, { ...FINE, isDone: true }];
    await give(new File(['{}'], 'a.json'));
    expect(api.asked.map(({ isTrial }) => isTrial)).toEqual([true]);
    expect(read(importFeature.selectAnswer)).toEqual(FINE);
    store.dispatch(ImportActions.confirmed());
    await settled();
    expect(api.asked.map(({ isTrial }) => isTrial)).toEqual([true, false]);
    expect(read(importFeature.selectAnswer)?.isDone).toBeTrue();
  });

  it('shows what is in the way when something was stored in between', async () => {
    const refused: ImportAnswer = {
      ...FINE,
      problems: [{ file: 'a.json', path: 'id', message: 'is taken', severity: 'error' }],
    };
    api.answers = [FINE, refused];
    await give(new File(['{}'], 'a.json'));
    store.dispatch(ImportActions.confirmed());
    await settled();
    expect(read(importFeature.selectAnswer)).toEqual(refused);
    expect(read(importFeature.selectIsBusy)).toBeFalse();
  });

  it('says how far it is, and can be stopped', async () => {
    api.isEndless = true;
    store.dispatch(ImportActions.filesGiven({ files: [new File(['{}'], 'a.json')] }));
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect([read(importFeature.selectDone), read(importFeature.selectOf)]).toEqual([1, 4]);
    store.dispatch(ImportActions.stopped());
    expect(read(importFeature.selectIsBusy)).toBeFalse();
    expect(read(importFeature.selectRefusal)).toContain('Stopped');
  });

  it('reads the news of a request line by line, however it is cut, and takes no end without an answer', () => {
    const event = (type: HttpEventType, text: string) =>
      ({ type, partialText: text, body: text, url: '/api/import' }) as unknown as HttpEvent<string>;
    const lines = '{"progress":{"done":1,"of":4}}\n{"progress":{"done":2,"of":4}}\n';
    expect(importNews(event(HttpEventType.DownloadProgress, `${lines}{"prog`))).toEqual([
      { kind: 'progress', done: 2, of: 4 },
    ]);
    expect(importNews(event(HttpEventType.DownloadProgress, '{"prog'))).toEqual([]);
    const whole = `${lines}{"answer":${JSON.stringify(FINE)}}\n`;
    expect(importNews(event(HttpEventType.Response, whole))).toEqual([{ kind: 'answer', answer: FINE }]);
    const refused = `${lines}{"problem":{"status":413,"detail":"too much"}}\n`;
    expect(() => importNews(event(HttpEventType.Response, refused))).toThrow(jasmine.objectContaining({ status: 413 }));
    for (const cut of [lines, '', '<html>'])
      expect(() => importNews(event(HttpEventType.Response, cut))).toThrow(jasmine.objectContaining({ status: 0 }));
  });

  it('says that no server is in reach', async () => {
    api.answers = [new HttpErrorResponse({ status: 0 })];
    await give(new File(['{}'], 'a.json'));
    expect(read(importFeature.selectProblem)).toEqual({ kind: 'no-server' });
  });

  it('refuses what is no text, too many and too much before anything is sent', async () => {
    await give(new File([new Uint8Array([0xff, 0xd8, 0xff])], 'photo.jpg'));
    expect(read(importFeature.selectRefusal)).toContain('photo.jpg');
    const many = Array.from({ length: IMPORT_LIMITS.files + 1 }, (_, index) => new File(['{}'], `${index}.json`));
    expect(await readFiles(many)).toEqual(jasmine.objectContaining({ ok: false }));
    const large = new File(['x'.repeat(IMPORT_LIMITS.characters + 1)], 'large.json');
    expect(await readFiles([large])).toEqual(jasmine.objectContaining({ ok: false }));
    expect(api.asked).toEqual([]);
    expect(await readFiles([new File(['ü'], 'a.yaml')])).toEqual({
      ok: true,
      request: { files: [{ name: 'a.yaml', text: 'ü' }] },
    });
  });
});
