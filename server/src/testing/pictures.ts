import { createHash } from 'node:crypto';

function segment(marker: number, content: readonly number[]): readonly number[] {
  return [0xff, marker, (content.length + 2) >> 8, (content.length + 2) & 0xff, ...content];
}

/** Bytes laid out as a JPEG of 8 by 6 pixels (ITU-T T.81), another one for every number; `size` more bytes of scan. */
export function jpeg(number: number, size = 0): Buffer {
  const digits = [...String(number)].map(Number);
  return Buffer.from([
    ...[0xff, 0xd8],
    ...segment(0xe0, [0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0]),
    ...segment(0xc0, [8, 0, 6, 0, 8, 1, 1, 0x11, 0]),
    ...segment(0xda, [1, 1, 0, 0, 63, 0]),
    ...digits,
    ...Array<number>(size).fill(0x55),
    ...[0xff, 0xd9],
  ]);
}

/** The same with what a camera adds. */
export function withExif(picture: Buffer): Buffer {
  const exif = segment(0xe1, [...Buffer.from('Exif\0\0MM place and device')]);
  return Buffer.concat([picture.subarray(0, 2), Buffer.from(exif), picture.subarray(2)]);
}

export function sha256(bytes: Buffer): string {
  return createHash('sha256').update(bytes).digest('hex');
}
