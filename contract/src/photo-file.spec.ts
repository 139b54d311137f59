import fc from 'fast-check';
import { LARGEST_PHOTO, MOST_PHOTO_PIXELS, readPhoto, withoutExtras } from './photo-file';

/** A segment as ITU-T T.81 lays it out: marker, length of what follows with itself, content. */
function segment(marker: number, content: readonly number[]): readonly number[] {
  const length = content.length + 2;
  return [0xff, marker, length >> 8, length & 0xff, ...content];
}

const letters = (text: string): readonly number[] => [...text].map((letter) => letter.charCodeAt(0));

const START = [0xff, 0xd8];
const END = [0xff, 0xd9];
const JFIF = segment(0xe0, [...letters('JFIF\0'), 1, 1, 0, 0, 1, 0, 1, 0, 0]);
const TABLE = segment(0xdb, [0, ...Array<number>(64).fill(1)]);
const SCAN = [...segment(0xda, [1, 1, 0, 0, 63, 0]), 0x12, 0xff, 0x00, 0x34, 0xff, 0xd0, 0x56];

function frame(width: number, height: number, marker = 0xc0): readonly number[] {
  return segment(marker, [8, height >> 8, height & 0xff, width >> 8, width & 0xff, 1, 1, 0x11, 0]);
}

function picture(...between: readonly (readonly number[])[]): Uint8Array {
  return Uint8Array.from([START, JFIF, TABLE, ...between, frame(640, 480), SCAN, END].flat());
}

/** What cameras and programs write beside the picture. */
const anyExtra = fc.oneof(
  fc
    .tuple(fc.constantFrom('Exif\0\0', 'http://ns.adobe.com/xap/1.0/\0', ''), fc.array(fc.nat(255), { maxLength: 60 }))
    .map(([name, rest]) => segment(0xe1, [...letters(name), ...rest])),
  fc.array(fc.nat(255), { maxLength: 40 }).map((words) => segment(0xfe, words)),
  fc
    .tuple(fc.constantFrom(0xe3, 0xe5, 0xec, 0xed, 0xef), fc.array(fc.nat(255), { maxLength: 40 }))
    .map(([marker, content]) => segment(marker, content)),
  fc.constantFrom(
    segment(0xe2, [...letters('MPF\0'), 1, 2, 3]),
    segment(0xe2, [...letters('ICC_PROFILE\0'), 1, 1, ...letters('camera of somebody')]),
    // A preview of one pixel within JFIF.
    segment(0xe0, [...letters('JFIF\0'), 1, 1, 0, 0, 1, 0, 1, 1, 1, 9, 9, 9]),
  ),
);

describe('a picture that is kept', () => {
  it('is a JPEG of one frame, whose size is read out of it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: MOST_PHOTO_PIXELS }),
        fc.integer({ min: 1, max: MOST_PHOTO_PIXELS }),
        fc.constantFrom(0xc0, 0xc1, 0xc2),
        (width, height, marker) => {
          const bytes = Uint8Array.from([START, JFIF, TABLE, frame(width, height, marker), SCAN, SCAN, END].flat());
          expect(readPhoto(bytes)).toEqual({ width, height });
        },
      ),
    );
  });

  it('may say how its colours are meant', () => {
    const adobe = segment(0xee, [...letters('Adobe'), 0, 100, 0, 0, 0, 0, 1]);
    expect(readPhoto(picture(adobe))).toEqual({ width: 640, height: 480 });
  });

  it('carries nothing beside, wherever it stands; taken out, it is the same picture', () => {
    fc.assert(
      fc.property(fc.array(anyExtra, { minLength: 1, maxLength: 4 }), fc.boolean(), (extras, isFirst) => {
        const bytes = isFirst
          ? Uint8Array.from([START, ...extras, JFIF, TABLE, frame(640, 480), SCAN, END].flat())
          : picture(...extras);
        expect(readPhoto(bytes)).toMatch(/carries more/);
        expect([...withoutExtras(bytes)]).toEqual([...picture()]);
      }),
    );
  });

  it('ends where it ends', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 50 }), (behind) => {
        expect(readPhoto(Uint8Array.from([...picture(), ...behind]))).toMatch(/behind its end/);
      }),
    );
  });

  it('is whole: cut short anywhere it is none', () => {
    const whole = picture();
    for (let length = 0; length < whole.length; length += 1)
      expect(readPhoto(whole.subarray(0, length)))
        .withContext(`${length}`)
        .toEqual(jasmine.any(String));
  });

  it('is looked at to its end, whatever the bytes are', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), fc.boolean(), (bytes, isNamed) => {
        const given = isNamed ? Uint8Array.from([...START, ...bytes]) : bytes;
        const read = readPhoto(given);
        const isRefused = typeof read === 'string';
        expect(isRefused || (read.width > 0 && read.height > 0)).toBe(true);
        expect(withoutExtras(given).length).toBeLessThanOrEqual(Math.max(2, given.length));
      }),
      { numRuns: 2000 },
    );
  });

  it('is of a size that can be kept', () => {
    expect(readPhoto(Uint8Array.from([START, frame(MOST_PHOTO_PIXELS + 1, 20), SCAN, END].flat()))).toMatch(/pixels/);
    expect(readPhoto(new Uint8Array(LARGEST_PHOTO + 1))).toMatch(/larger than 4 MB/);
    expect(readPhoto(Uint8Array.from([START, frame(0, 20), SCAN, END].flat()))).toMatch(/broken/);
    expect(readPhoto(Uint8Array.from([START, frame(5, 5), frame(6, 6), SCAN, END].flat()))).toMatch(/broken/);
  });

  it('is no other kind of picture', () => {
    for (const text of [
      '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>',
      '\x89PNG\r\n',
      'GIF89a',
      '',
    ])
      expect(readPhoto(Uint8Array.from(letters(text))))
        .withContext(text)
        .toBe('is no JPEG');
  });
});
