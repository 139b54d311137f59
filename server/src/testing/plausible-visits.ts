import { v7 as uuid } from 'uuid';
import type { VisitDocument } from '@juxtameter/contract';
import { readDemo } from '@juxtameter/demo';
import { lockFolder } from '../folder-lock';
import type { Entry } from '../storage/entry';
import { Storage } from '../storage/storage';

/** Visits stored in one request while a folder is filled. */
const AT_ONCE = 20;

/** Copies of the demo visits with ids and days of their own, as many as are wanted. */
export function* plausibleVisits(count: number): Generator<VisitDocument> {
  const { visits } = readDemo();
  for (let index = 0; index < count; index += 1) {
    const visit = visits[index % visits.length];
    if (visit) yield copied(visit, index);
  }
}

const DAY = 86_400_000;

function copied(visit: VisitDocument, index: number): VisitDocument {
  const id = uuid();
  const ids = new Map(visit.events.map((event) => [event.id, uuid()]));
  const device = uuid();
  // Events name others by id: taken back, adopted, rested on.
  const renamed = (value: unknown): unknown => {
    if (typeof value === 'string') return ids.get(value) ?? value;
    if (Array.isArray(value)) return value.map(renamed);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, renamed(each)]));
  };
  const events = visit.events.map((event, place) => ({
    ...(renamed(event) as typeof event),
    visit: id,
    device,
    deviceSeq: place + 1,
    at: new Date(Date.parse(event.at) - index * DAY).toISOString(),
  }));
  return { ...visit, id, events };
}

/** Fills a data folder that has the demo library with so many more visits. Returns the ids of the new ones. */
export async function fillFolder(folder: string, count: number): Promise<readonly string[]> {
  const lock = await lockFolder(folder);
  const ids: string[] = [];
  try {
    // One dump at the end instead of one every sixteen megabytes.
    const filling = await Storage.embedded(folder, lock, Number.MAX_SAFE_INTEGER);
    let seq = 1_000_000;
    let entries: Entry[] = [];
    const store = async (): Promise<void> => {
      const stored = entries;
      entries = [];
      await filling.writer.write(() => Promise.resolve({ entries: stored, answer: undefined }));
    };
    for (const { id, pinned, events } of plausibleVisits(count)) {
      ids.push(id);
      entries.push({ kind: 'visit-started', id, pinned, createdAt: events[0]?.at ?? new Date(0).toISOString() });
      entries.push({ kind: 'events-stored', events: events.map((event) => ({ ...event, seq: (seq += 1) })) });
      if (entries.length >= 2 * AT_ONCE) await store();
    }
    await store();
    await filling.close();
    await (await Storage.embedded(folder, lock, 1)).close();
  } finally {
    lock.release();
  }
  return ids;
}
