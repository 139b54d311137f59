import type { KeptPhotoFacts, LocalDatabase } from './local-database';
import { apartIn } from './local-orders';

/** A picture of a visit. */
export interface LocalPhoto {
  readonly hash: string;
  readonly visit: string;
  readonly bytes: ArrayBuffer;
}

/** Bytes of pictures this device keeps; those the server has make room first. */
export const PHOTO_BUDGET = 600 * 2 ** 20;

/** Keeps a picture. Those the server has, looked at longest ago, make room; where the rest is too much, it is full. */
export async function keepPhoto(
  database: LocalDatabase,
  { hash, visit, bytes }: LocalPhoto,
  isWaiting: boolean,
  now: number,
  budget = PHOTO_BUDGET,
): Promise<void> {
  const transaction = database.transaction(['photos', 'pictures'], 'readwrite');
  const [photos, pictures] = [transaction.objectStore('photos'), transaction.objectStore('pictures')];
  const kept = await photos.getAll();
  const known = kept.find((each) => each.hash === hash);
  const others = kept.filter((each) => each.hash !== hash);
  let all = others.reduce((sum, each) => sum + each.bytes, bytes.byteLength);
  for (const each of [...others].filter(isDelivered).sort((a, b) => a.usedAt - b.usedAt)) {
    if (all <= budget) break;
    await photos.delete(each.hash);
    await pictures.delete(each.hash);
    all -= each.bytes;
  }
  if (all > budget) {
    transaction.abort();
    await transaction.done.catch(() => undefined);
    throw new DOMException('The pictures that wait fill what this device keeps of them.', 'QuotaExceededError');
  }
  // What waits goes on waiting, whoever looks at it meanwhile.
  const waits = isWaiting || known?.waiting !== undefined;
  await photos.put({ hash, visit, bytes: bytes.byteLength, usedAt: now, ...(waits ? { waiting: visit } : {}) });
  await pictures.put(bytes, hash);
  await transaction.done;
}

function isDelivered({ waiting, setAside }: KeptPhotoFacts): boolean {
  return waiting === undefined && setAside === undefined;
}

/** A picture that is kept here; looked at, it is the last to make room. */
export async function keptPicture(
  database: LocalDatabase,
  hash: string,
  now: number,
): Promise<ArrayBuffer | undefined> {
  const bytes = await database.get('pictures', hash);
  const facts = bytes && (await database.get('photos', hash));
  // Whether it was looked at is worth no failure.
  if (facts) await database.put('photos', { ...facts, usedAt: now }).catch(() => undefined);
  return bytes;
}

/** Pictures the server does not have, of visits that are its own. */
export async function waitingPhotos(database: LocalDatabase): Promise<readonly string[]> {
  const transaction = database.transaction(['photos', 'visits']);
  const apart = await apartIn(transaction.objectStore('visits'));
  const facts = await transaction.objectStore('photos').index('waiting').getAll();
  return facts.filter(({ visit }) => !apart.has(visit)).map(({ hash }) => hash);
}

/** Pictures the server is believed to have. */
export async function deliveredPhotos(database: LocalDatabase): Promise<readonly string[]> {
  const transaction = database.transaction(['photos', 'visits']);
  const apart = await apartIn(transaction.objectStore('visits'));
  const facts = await transaction.objectStore('photos').getAll();
  return facts.filter((each) => isDelivered(each) && !apart.has(each.visit)).map(({ hash }) => hash);
}

/** The server has it, or will never take it and says why. */
export async function settlePhoto(database: LocalDatabase, hash: string, setAside?: string): Promise<void> {
  const transaction = database.transaction('photos', 'readwrite');
  const found = await transaction.store.get(hash);
  if (found) {
    const { waiting: _waiting, setAside: _reason, ...facts } = found;
    await transaction.store.put({ ...facts, ...(setAside === undefined ? {} : { setAside }) });
  }
  await transaction.done;
}

/** The server turned out to lack these: they wait again. */
export async function offerPhotos(database: LocalDatabase, hashes: readonly string[]): Promise<void> {
  const transaction = database.transaction('photos', 'readwrite');
  for (const hash of hashes) {
    const found = await transaction.store.get(hash);
    if (found) await transaction.store.put({ ...found, waiting: found.visit });
  }
  await transaction.done;
}

/** What a visit's pictures are forgotten from. */
interface PhotoShelf {
  index(name: 'visit'): { getAll(visit: string): Promise<readonly KeptPhotoFacts[]> };
  delete(hash: string): Promise<void>;
}

/** Forgets the pictures of a visit, those the server has. */
export async function forgetPhotos(
  photos: PhotoShelf,
  pictures: { delete(hash: string): Promise<void> },
  visit: string,
): Promise<void> {
  for (const facts of await photos.index('visit').getAll(visit)) {
    if (!isDelivered(facts)) continue;
    await photos.delete(facts.hash);
    await pictures.delete(facts.hash);
  }
}
