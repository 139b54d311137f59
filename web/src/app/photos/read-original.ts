import exifr from 'exifr';
import { imageSize } from 'image-size';

/** Largest file that is looked into, in bytes, and most pixels that are unpacked: each takes four bytes. */
const LARGEST_FILE = 80 * 2 ** 20;
const MOST_PIXELS = 64_000_000;

const ACCEPTED = 'Accepted: JPEG, PNG and WebP.';

/** Kinds of picture a browser unpacks, by the name the library gives them. */
const KINDS: ReadonlySet<string> = new Set(['jpg', 'png', 'webp', 'heic', 'heif', 'avif', 'bmp', 'gif']);

/** Why a file is not even unpacked, in words; undefined where it may be. */
export function whyRefused(bytes: Uint8Array): string | undefined {
  if (bytes.length > LARGEST_FILE) return `is larger than ${LARGEST_FILE / 2 ** 20} MB.`;
  if (bytes.length === 0) return 'is empty.';
  const size = sizeOf(bytes);
  if (!size || !KINDS.has(size.type)) return `is no photo. ${ACCEPTED}`;
  const pixels = size.width * size.height;
  if (pixels > MOST_PIXELS)
    return `has ${Math.round(pixels / 1e6)} megapixels, of which ${MOST_PIXELS / 1e6} are unpacked: choose a smaller size in the camera.`;
  return pixels < 1 ? `is broken. ${ACCEPTED}` : undefined;
}

function sizeOf(
  bytes: Uint8Array,
): { readonly type: string; readonly width: number; readonly height: number } | undefined {
  try {
    const { type = '', width, height } = imageSize(bytes);
    return { type, width, height };
  } catch {
    return undefined;
  }
}

/**
 * When a picture was taken, by its Exif (CIPA DC-008, DateTimeOriginal and OffsetTimeOriginal): local time of the camera,
 * whose zone is that of this device where it does not say.
 *
 * @param minutesAhead of UTC, of this device.
 */
export async function takenAtOf(file: Blob, minutesAhead: number): Promise<string | undefined> {
  try {
    const tags = (await exifr.parse(file, {
      pick: ['DateTimeOriginal', 'OffsetTimeOriginal'],
      reviveValues: false,
    })) as { readonly DateTimeOriginal?: unknown; readonly OffsetTimeOriginal?: unknown } | undefined;
    return exifTime(tags?.DateTimeOriginal, tags?.OffsetTimeOriginal, minutesAhead);
  } catch {
    // No Exif, or one that cannot be read: the time of the entry is enough.
    return undefined;
  }
}

/** @example exifTime('2026:12:01 09:30:00', '+01:00', 0) // '2026-12-01T08:30:00.000Z' */
export function exifTime(local: unknown, offset: unknown, minutesAhead: number): string | undefined {
  const parts = typeof local === 'string' ? /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d:\d\d)$/.exec(local) : null;
  if (!parts) return undefined;
  const zone = typeof offset === 'string' ? /^([+-])(\d\d):(\d\d)$/.exec(offset) : null;
  const ahead = zone ? Number(`${zone[1]}1`) * (Number(zone[2]) * 60 + Number(zone[3])) : minutesAhead;
  const at = Date.parse(`${parts[1]}-${parts[2]}-${parts[3]}T${parts[4]}Z`) - ahead * 60_000;
  return Number.isNaN(at) ? undefined : new Date(at).toISOString();
}
