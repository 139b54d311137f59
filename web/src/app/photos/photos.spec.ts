import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import fc from 'fast-check';
import { of, throwError, type Observable } from 'rxjs';
import { readPhoto } from '@juxtameter/contract/photo';
import { Api } from '../api/api';
import { emptyBrowser } from '../../testing/open-visit';
import { keepPhoto, keptPicture, waitingPhotos } from '../local/local-photos';
import { LocalStore } from '../local/local-store';
import { PhotoCourier } from './photo-courier';
import { PhotoSource } from './photo-source';
import { prepared } from './prepare-photo';
import { exifTime, takenAtOf, whyRefused } from './read-original';

const VISIT = '01a20cc0-ed60-7001-8000-000000000000';

function picture(
  number: number,
  size = 100,
): { readonly hash: string; readonly visit: string; readonly bytes: ArrayBuffer } {
  return { hash: number.toString(16).padStart(64, '0'), visit: VISIT, bytes: new ArrayBuffer(size) };
}

/** A picture as a camera makes it: left half red, right half blue. */
async function drawn(width: number, height: number, type = 'image/jpeg'): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('unreachable');
  context.fillStyle = 'red';
  context.fillRect(0, 0, width / 2, height);
  context.fillStyle = 'blue';
  context.fillRect(width / 2, 0, width / 2, height);
  return canvas.convertToBlob({ type });
}

/** With an Exif part as CIPA DC-008 lays it out: orientation in the first directory, the time in the one of the picture. */
async function withExif(photo: Blob, orientation: number, time: string): Promise<Blob> {
  const text = [...`${time}\0`].map((letter) => letter.charCodeAt(0));
  const long = (value: number): number[] => [value >> 24, value >> 16, value >> 8, value].map((each) => each & 0xff);
  const entry = (tag: number, type: number, count: number, value: readonly number[]): number[] => [
    ...[tag >> 8, tag & 0xff, 0, type],
    ...long(count),
    ...value,
  ];
  const tiff = [
    ...[0x4d, 0x4d, 0, 42, ...long(8)],
    ...[0, 2, ...entry(0x0112, 3, 1, [0, orientation, 0, 0]), ...entry(0x8769, 4, 1, long(38)), ...long(0)],
    ...[0, 1, ...entry(0x9003, 2, text.length, long(56)), ...long(0)],
    ...text,
  ];
  const content = [...[...'Exif\0\0'].map((letter) => letter.charCodeAt(0)), ...tiff];
  const bytes = new Uint8Array(await photo.arrayBuffer());
  const head = [0xff, 0xe1, (content.length + 2) >> 8, (content.length + 2) & 0xff, ...content];
  return new Blob([bytes.slice(0, 2), new Uint8Array(head), bytes.slice(2)], { type: 'image/jpeg' });
}

/** Whether the colour in the middle of a part of a picture is more red than blue. */
async function isRed(bytes: ArrayBuffer, x: number, y: number): Promise<boolean> {
  const bitmap = await createImageBitmap(new Blob([bytes]));
  const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d');
  context?.drawImage(bitmap, 0, 0);
  const [red = 0, , blue = 0] = context?.getImageData(x * bitmap.width, y * bitmap.height, 1, 1).data ?? [];
  return red > blue;
}

describe('a file of a camera', () => {
  it('becomes a picture of at most 2000 pixels that carries nothing else, of whatever kind it was', async () => {
    for (const [width, height, type] of [
      [3000, 1500, 'image/jpeg'],
      [400, 300, 'image/png'],
      [700, 2400, 'image/webp'],
    ] as const) {
      const made = await prepared({ file: await drawn(width, height, type), minutesAhead: 0 });
      if ('refused' in made) throw new Error(made.refused);
      const scale = Math.min(1, 2000 / Math.max(width, height));
      expect([made.width, made.height]).toEqual([Math.round(width * scale), Math.round(height * scale)]);
      expect(readPhoto(new Uint8Array(made.bytes))).toEqual({ width: made.width, height: made.height });
      const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', made.bytes));
      expect(made.hash).toBe([...digest].map((byte) => byte.toString(16).padStart(2, '0')).join(''));
    }
  });

  it('is set upright, its time kept and what else it carries left out', async () => {
    // Held so that the camera has to be turned a quarter to the right: what was left is on top.
    const turned = await withExif(await drawn(600, 400), 6, '2026:12:01 09:30:00');
    const made = await prepared({ file: turned, minutesAhead: 60 });
    if ('refused' in made) throw new Error(made.refused);
    expect([made.width, made.height]).toEqual([400, 600]);
    expect([await isRed(made.bytes, 0.5, 0.2), await isRed(made.bytes, 0.5, 0.8)]).toEqual([true, false]);
    expect(made.takenAt).toBe('2026-12-01T08:30:00.000Z');
    expect(await takenAtOf(new Blob([made.bytes]), 60)).toBeUndefined();
  });

  it('is refused in words where it is none, is broken, or is larger than can be unpacked', async () => {
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script></svg>';
    const photo = new Uint8Array(await (await drawn(900, 900)).arrayBuffer());
    // A heading of 100 megapixels (PNG, IHDR): four bytes each would be 400 MB.
    const bomb = new Uint8Array(await (await drawn(2, 2, 'image/png')).arrayBuffer());
    new DataView(bomb.buffer).setUint32(16, 10_000);
    new DataView(bomb.buffer).setUint32(20, 10_000);
    const cases: readonly (readonly [BlobPart, RegExp])[] = [
      [svg, /no photo/],
      ['', /empty/],
      ['%PDF-1.7 not a picture at all', /no photo/],
      [photo.slice(0, photo.length / 2), /broken/],
      [bomb, /has 100 megapixels/],
    ];
    for (const [content, words] of cases) {
      const made = await prepared({ file: new Blob([content]), minutesAhead: 0 });
      expect('refused' in made ? made.refused : 'taken').toMatch(words);
    }
  });

  it('is looked into without a failure, whatever its bytes are', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        expect(() => whyRefused(bytes)).not.toThrow();
      }),
    );
    expect(exifTime('2026:12:01 09:30:00', '-05:00', 60)).toBe('2026-12-01T14:30:00.000Z');
    expect(exifTime('0000:00:00 00:00:00', undefined, 0)).toBeUndefined();
    expect(exifTime('yesterday', undefined, 0)).toBeUndefined();
  });
});

class FakeApi {
  readonly stored = new Map<string, ArrayBuffer>();
  answer: (() => Observable<never>) | undefined;
  putPhoto(hash: string, bytes: ArrayBuffer): Observable<{ readonly photo: string }> {
    if (this.answer) return this.answer();
    this.stored.set(hash, bytes);
    return of({ photo: hash });
  }
  missingPhotos(photos: readonly string[]): Observable<{ readonly missing: readonly string[] }> {
    return of({ missing: photos.filter((hash) => !this.stored.has(hash)) });
  }
  photo(hash: string): Observable<ArrayBuffer> {
    const bytes = this.stored.get(hash);
    return bytes ? of(bytes) : throwError(() => new HttpErrorResponse({ status: 404 }));
  }
}

describe('photos on this device', () => {
  let api: FakeApi;
  let local: LocalStore;
  let courier: PhotoCourier;

  beforeEach(async () => {
    await emptyBrowser();
    api = new FakeApi();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Api, useValue: api }],
    });
    local = TestBed.inject(LocalStore);
    courier = TestBed.inject(PhotoCourier);
  });

  afterEach(() => local.close());

  const keep = async (number: number, isWaiting: boolean, now = number, budget?: number): Promise<void> =>
    keepPhoto(await local.database(), picture(number), isWaiting, now, budget);
  const kept = async (): Promise<readonly string[]> => (await local.database()).getAllKeys('pictures');

  it('are brought one by one until none waits, and are kept afterwards', async () => {
    for (const number of [1, 2, 3]) await keep(number, true);
    const sent: (string | undefined)[] = [];
    while (sent.at(-1) !== undefined || sent.length === 0) sent.push(await courier.sendNext());
    expect(api.stored.size).toBe(3);
    expect(await courier.waiting()).toBe(0);
    expect((await kept()).length).toBe(3);
  });

  it('wait on where nobody answers, and are set aside where the server will never take one', async () => {
    for (const number of [1, 2]) await keep(number, true);
    api.answer = () => throwError(() => new HttpErrorResponse({ status: 0 }));
    await expectAsync(courier.sendNext()).toBeRejected();
    expect(await courier.waiting()).toBe(2);
    const problem = { type: 'urn:juxtameter:problem:not-acceptable-content', detail: 'is no JPEG' };
    api.answer = () => throwError(() => new HttpErrorResponse({ status: 422, error: problem }));
    await courier.sendNext();
    api.answer = undefined;
    await courier.sendNext();
    expect(api.stored.size).toBe(1);
    expect(await courier.waiting()).toBe(0);
    expect((await kept()).length).toBe(2);
  });

  it('that a server lost are brought again', async () => {
    for (const number of [1, 2]) await keep(number, true);
    for (let each = 0; each < 3; each += 1) await courier.sendNext();
    api.stored.delete(picture(1).hash);
    await courier.sendNext();
    expect(api.stored.size).toBe(1);
    courier.compareAnew();
    await courier.sendNext();
    expect(api.stored.size).toBe(2);
  });

  it('of another server stay here', async () => {
    await local.keepVisit({ id: VISIT, pinned: {} as never, events: [] });
    await keep(1, true);
    await local.setApart();
    expect(await courier.sendNext()).toBeUndefined();
    expect(api.stored.size).toBe(0);
    await local.giveApart();
    await courier.sendNext();
    expect(api.stored.size).toBe(1);
  });

  it('never lose one that waits for room: others make it, looked at longest ago first, or it is said to be full', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.boolean(), { minLength: 1, maxLength: 12 }), async (waits) => {
        const database = await local.database();
        await database.clear('photos');
        await database.clear('pictures');
        const waiting: string[] = [];
        for (const [number, isWaiting] of waits.entries()) {
          const before = waiting.length;
          const refused = await keep(number, isWaiting, number, 350).then(
            () => '',
            (error: DOMException) => error.name,
          );
          expect(refused).toBe(before < 3 ? '' : 'QuotaExceededError');
          if (refused === '' && isWaiting) waiting.push(picture(number).hash);
        }
        const names = await kept();
        expect(names.length).toBeLessThanOrEqual(3);
        for (const hash of waiting) expect(names).toContain(hash);
        expect(await waitingPhotos(database)).toEqual(jasmine.arrayWithExactContents(waiting));
      }),
      { numRuns: 25 },
    );
  });

  it('go with their visit when it is forgotten, but for those no server has', async () => {
    await local.keepVisit({ id: VISIT, pinned: {} as never, events: [] });
    await keep(1, false);
    await keep(2, true);
    await local.forget([VISIT]);
    expect(await kept()).toEqual([picture(2).hash]);
  });

  it('are found here, else fetched and kept, else said to be where they are', async () => {
    const source = TestBed.inject(PhotoSource);
    await keep(1, true);
    api.stored.set(picture(2).hash, picture(2).bytes);
    expect('picture' in (await source.find(picture(1).hash, VISIT))).toBeTrue();
    expect('picture' in (await source.find(picture(2).hash, VISIT))).toBeTrue();
    api.stored.clear();
    expect('picture' in (await source.find(picture(2).hash, VISIT))).toBeTrue();
    expect(await source.find(picture(3).hash, VISIT)).toEqual({ missing: 'Still on the device that took it.' });
    expect(await keptPicture(await local.database(), picture(2).hash, 5)).toBeDefined();
  });
});
