import { readPhoto, withoutExtras, PHOTO_TYPE, LARGEST_PHOTO } from '@juxtameter/contract/photo';
import type { Prepared, ToPrepare } from './prepared-photo';
import { takenAtOf, whyRefused } from './read-original';

/** Longest side that is kept: print on a component of a board can be read. */
const LONGEST_SIDE = 2000;
/** Tried in this order until it is small enough. */
const QUALITIES = [0.85, 0.7, 0.5];
const SMALL_ENOUGH = 1_500_000;

/** Makes a file of a camera ready to be kept. Runs where no page waits for it. */
export async function prepared({ file, minutesAhead }: ToPrepare): Promise<Prepared> {
  const why = whyRefused(new Uint8Array(await file.arrayBuffer()));
  if (why !== undefined) return { refused: why };
  const [picture, takenAt] = await Promise.all([unpacked(file), takenAtOf(file, minutesAhead)]);
  if (!picture) return { refused: 'is broken, or of a kind this browser does not read: set the camera to JPEG.' };
  const { width, height } = picture;
  const bytes = await packed(picture);
  picture.close();
  const read = readPhoto(bytes);
  if (typeof read === 'string') return { refused: `could not be made smaller: it ${read}.` };
  return {
    hash: await hashOf(bytes),
    bytes: bytes.buffer,
    width,
    height,
    ...(takenAt === undefined ? {} : { takenAt }),
  };
}

/** Upright as the camera was held, and not larger than what is kept. */
async function unpacked(file: Blob): Promise<ImageBitmap | undefined> {
  try {
    const whole = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const scale = LONGEST_SIDE / Math.max(whole.width, whole.height);
    if (scale >= 1) return whole;
    const smaller = await createImageBitmap(whole, {
      resizeWidth: Math.max(1, Math.round(whole.width * scale)),
      resizeHeight: Math.max(1, Math.round(whole.height * scale)),
      resizeQuality: 'high',
    });
    whole.close();
    return smaller;
  } catch {
    return undefined;
  }
}

async function packed(picture: ImageBitmap): Promise<Uint8Array<ArrayBuffer>> {
  const canvas = new OffscreenCanvas(picture.width, picture.height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws nothing beside its pages.');
  // A JPEG knows no transparency; what was see-through would be black.
  context.fillStyle = '#fff';
  context.fillRect(0, 0, picture.width, picture.height);
  context.drawImage(picture, 0, 0);
  let bytes = new Uint8Array(0);
  for (const quality of QUALITIES) {
    const blob = await canvas.convertToBlob({ type: PHOTO_TYPE, quality });
    bytes = withoutExtras(new Uint8Array(await blob.arrayBuffer()));
    if (bytes.length <= Math.min(SMALL_ENOUGH, LARGEST_PHOTO)) break;
  }
  return bytes;
}

async function hashOf(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', bytes);
  return Array.from(new Uint8Array(digest), (byte) => byte.toString(16).padStart(2, '0')).join('');
}
