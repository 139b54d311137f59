import type { History, Library, PinnedDocuments } from '@juxtameter/contract';
import type { ChartLayout, SpareEntry, VisitEvent } from '@juxtameter/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

export type DocumentKind = 'unit-model' | 'procedure' | 'meter';

/** A document of the library as this browser keeps it. */
export interface KeptDocument {
  readonly key: string;
  readonly hash: string;
  readonly document: unknown;
}

/** A visit as this browser keeps it; its documents and its events are kept beside it, since they are large. */
export interface KeptVisit {
  readonly id: string;
  /** The id again while the server does not know of it: what is sent leaves the index. */
  readonly unsent?: string;
  /** It is another server's: kept here only, until somebody gives it to the present one. */
  readonly apart?: true;
}

export interface KeptEvent {
  /** Given by the database, in the order of keeping. */
  readonly kept?: number;
  readonly visit: string;
  /** The visit again while the event waits for delivery: what is delivered leaves the index. */
  readonly waiting?: string;
  /** Why the server does not take it; it waits no more. */
  readonly setAside?: string;
  readonly event: VisitEvent;
}

/** What is known of a picture on this device; the picture itself is kept apart, so that many can be looked through. */
export interface KeptPhotoFacts {
  readonly hash: string;
  readonly visit: string;
  readonly bytes: number;
  /** The visit again while the server does not have it. */
  readonly waiting?: string;
  /** Why the server does not take it. */
  readonly setAside?: string;
  /** When it was kept or looked at last, in milliseconds: those looked at longest ago make room. */
  readonly usedAt: number;
}

/** An entry of the spares as this browser keeps it. */
export interface KeptSpareEntry {
  readonly id: string;
  readonly entry: SpareEntry;
  /** It is another server's: kept here only, until somebody gives it to the present one. */
  readonly apart?: true;
}

interface LocalSchema extends DBSchema {
  library: { key: string; value: Library };
  /** What happened at every unit, as the server told last. */
  history: { key: string; value: History };
  /** The eras of the server this browser has met, the latest last. */
  server: { key: string; value: readonly string[] };
  documents: { key: string; value: KeptDocument };
  visits: { key: string; value: KeptVisit; indexes: { unsent: string } };
  pinned: { key: string; value: PinnedDocuments };
  /** Charts laid out, by the hash of what was laid out. */
  layouts: { key: string; value: ChartLayout };
  photos: { key: string; value: KeptPhotoFacts; indexes: { visit: string; waiting: string } };
  /** The pictures themselves, by hash. */
  pictures: { key: string; value: ArrayBuffer };
  spares: { key: string; value: KeptSpareEntry };
  events: {
    key: number;
    value: KeptEvent;
    indexes: { visit: string; id: string; waiting: string };
  };
}

export type LocalDatabase = IDBPDatabase<LocalSchema>;

const NAME = 'juxtameter';

/** One step from a shape of the database to the next. */
type Rung = (database: LocalDatabase) => void;

/**
 * From every shape this browser may still hold to the present one, one step at a time: the rung at index n leads from
 * version n to n + 1. A rung only adds to what is there: entries that no server has yet lie in these stores.
 */
export const LADDER: readonly Rung[] = [
  // The first shape held nothing but an outbox of its own kind, and was never handed out.
  () => undefined,
  (database) => {
    for (const name of [...database.objectStoreNames]) database.deleteObjectStore(name);
    database.createObjectStore('library');
    database.createObjectStore('documents', { keyPath: 'key' });
    database.createObjectStore('visits', { keyPath: 'id' }).createIndex('unsent', 'unsent');
    database.createObjectStore('pinned');
    database.createObjectStore('layouts');
    const events = database.createObjectStore('events', { keyPath: 'kept', autoIncrement: true });
    events.createIndex('visit', 'visit');
    events.createIndex('id', 'event.id', { unique: true });
    events.createIndex('waiting', 'waiting');
  },
  (database) => {
    database.createObjectStore('history');
  },
  (database) => {
    database.createObjectStore('server');
  },
  (database) => {
    const photos = database.createObjectStore('photos', { keyPath: 'hash' });
    photos.createIndex('visit', 'visit');
    photos.createIndex('waiting', 'waiting');
    database.createObjectStore('pictures');
  },
  (database) => {
    database.createObjectStore('spares', { keyPath: 'id' });
  },
];

/** What may happen to an open database. */
export interface DatabaseFate {
  /** Another page wants to change its shape, or to delete it: it was closed, and is opened anew when it is needed. */
  readonly onClosed: (isDeleted: boolean) => void;
  /** The browser took it away under the open page. */
  readonly onLost: () => void;
}

/** How long another page may hold on to an older shape, in milliseconds. */
const PATIENCE = 4000;

/**
 * Opens what this browser keeps. Rejects with a `VersionError` where a newer page has raised it, with a `TimeoutError`
 * where a page of an earlier version does not let go of it.
 */
export function openLocalDatabase(fate: DatabaseFate, ladder: readonly Rung[] = LADDER): Promise<LocalDatabase> {
  return new Promise((resolve, reject) => {
    let isGivenUp = false;
    openDB<LocalSchema>(NAME, ladder.length, {
      upgrade(database, from) {
        for (const climb of ladder.slice(from)) climb(database);
      },
      blocked: () =>
        setTimeout(() => {
          isGivenUp = true;
          reject(new DOMException('Another page holds the database.', 'TimeoutError'));
        }, PATIENCE),
      blocking: (_current, blocked, event) => {
        (event.target as IDBDatabase).close();
        fate.onClosed(blocked === null);
      },
      terminated: fate.onLost,
    }).then((database) => (isGivenUp ? database.close() : resolve(database)), reject);
  });
}
