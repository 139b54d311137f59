/** Largest picture that is kept, in bytes, and its longest side in pixels. */
export const LARGEST_PHOTO = 4 * 2 ** 20;
export const MOST_PHOTO_PIXELS = 4096;

/** Type of every picture that is kept. */
export const PHOTO_TYPE = 'image/jpeg';

/** What a picture's name has to be. */
export const PHOTO_HASH = /^[0-9a-f]{64}$/;

/** A picture that is kept as it is. */
export interface PhotoFile {
  readonly width: number;
  readonly height: number;
}

/**
 * Whether these bytes are a picture as it is kept: a JPEG (ITU-T T.81, annex B) of one frame that carries its picture and
 * nothing else. What a camera adds (Exif with place and device, XMP, comments, previews, bytes behind the end) is refused:
 * whoever sends it has not taken it out.
 *
 * @returns its size in pixels, or what is wrong, in words.
 */
export function readPhoto(bytes: Uint8Array): PhotoFile | string {
  if (bytes.length > LARGEST_PHOTO) return `is larger than ${LARGEST_PHOTO / 2 ** 20} MB`;
  if (bytes[0] !== 0xff || bytes[1] !== SOI) return 'is no JPEG';
  let frame: PhotoFile | undefined;
  for (let at = 2; ;) {
    if (bytes[at] !== 0xff) return BROKEN;
    // Any marker may be preceded by fill bytes (B.1.1.2).
    while (bytes[at + 1] === 0xff) at += 1;
    const marker = bytes[at + 1];
    if (marker === undefined) return BROKEN;
    if (marker === EOI) return ended(bytes, at + 2, frame);
    const end = at + 2 + uint16(bytes, at + 2);
    if (isAlone(marker) || !(end >= at + 4 && end <= bytes.length)) return BROKEN;
    const segment = bytes.subarray(at + 4, end);
    if (carriesMore(marker, segment)) return 'carries more than its picture: place, device, a preview or a comment';
    if (isFrame(marker)) {
      if (frame || segment.length < 6) return BROKEN;
      frame = { height: uint16(segment, 1), width: uint16(segment, 3) };
      const longest = Math.max(frame.width, frame.height);
      if (Math.min(frame.width, frame.height) < 1) return BROKEN;
      if (longest > MOST_PHOTO_PIXELS) return `has a side of ${longest} pixels, of which ${MOST_PHOTO_PIXELS} are kept`;
    }
    at = marker === SOS ? behindScan(bytes, end) : end;
  }
}

/** The same picture without what it carries besides; bytes that are no JPEG as they are. */
export function withoutExtras(bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const kept: Uint8Array[] = [bytes.subarray(0, 2)];
  let at = 2;
  while (bytes[at] === 0xff && bytes[at + 1] !== SOS) {
    const marker = bytes[at + 1] ?? 0;
    const end = at + 2 + uint16(bytes, at + 2);
    if (isAlone(marker) || !(end >= at + 4 && end <= bytes.length)) break;
    if (!carriesMore(marker, bytes.subarray(at + 4, end))) kept.push(bytes.subarray(at, end));
    at = end;
  }
  kept.push(bytes.subarray(at));
  const whole = new Uint8Array(kept.reduce((sum, { length }) => sum + length, 0));
  let to = 0;
  for (const part of kept) {
    whole.set(part, to);
    to += part.length;
  }
  return whole;
}

const BROKEN = 'is a broken JPEG';
const [SOI, EOI, SOS, COM] = [0xd8, 0xd9, 0xda, 0xfe];

/** Markers without a length: temporary, restarts, start. */
function isAlone(marker: number): boolean {
  return marker <= 0x01 || (marker >= 0xd0 && marker <= SOI);
}

/** Start of a frame, of any coding; three numbers between are tables. */
function isFrame(marker: number): boolean {
  return marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
}

/**
 * Application data may be anything. Two kinds say how the numbers are meant as colours, in so many bytes that nothing else is
 * in them; a colour profile names the device it is of.
 */
function carriesMore(marker: number, segment: Uint8Array): boolean {
  if (marker === COM) return true;
  if (marker < 0xe0 || marker > 0xef) return false;
  const named = (name: string): boolean => [...name].every((letter, index) => segment[index] === letter.charCodeAt(0));
  // JFIF ends with a preview, the size of which are its last two bytes.
  if (marker === 0xe0) return !(named('JFIF\0') && segment.length === 14 && segment[12] === 0 && segment[13] === 0);
  return !(marker === 0xee && named('Adobe') && segment.length === 12);
}

function uint16(bytes: Uint8Array, at: number): number {
  return ((bytes[at] ?? 0) << 8) | (bytes[at + 1] ?? 0);
}

/** The next marker behind coded data, in which FF is followed by 00 and restarts may stand. */
function behindScan(bytes: Uint8Array, from: number): number {
  for (let at = from; at < bytes.length; at += 1) {
    if (bytes[at] !== 0xff) continue;
    const next = bytes[at + 1] ?? 0;
    if (next !== 0 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) return at;
  }
  return bytes.length;
}

function ended(bytes: Uint8Array, end: number, frame: PhotoFile | undefined): PhotoFile | string {
  if (!frame) return BROKEN;
  return end === bytes.length ? frame : 'carries more than its picture: bytes behind its end';
}
