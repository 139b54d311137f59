import type { History, Library, PinnedDocuments } from '@juxtameter/contract';
import type { ChartLayout, VisitEvent } from '@juxtameter/core';
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
}

export interface KeptEvent {
  /** Given by the database, in the order of keeping. */
  readonly kept?: number;
  readonly visit: string;
  /** The visit again while the event waits for delivery: what is delivered leaves the index. */
  readonly waiting?: string;
  readonly event: VisitEvent;
}

interface LocalSchema extends DBSchema {
  library: { key: string; value: Library };
  /** What happened at every unit, as the server told last. */
  history: { key: string; value: History };
  documents: { key: string; value: KeptDocument };
  visits: { key: string; value: KeptVisit; indexes: { unsent: string } };
  pinned: { key: string; value: PinnedDocuments };
  /** Charts laid out, by the hash of what was laid out. */
  layouts: { key: string; value: ChartLayout };
  events: {
    key: number;
    value: KeptEvent;
    indexes: { visit: string; id: string; waiting: string };
  };
}

export type LocalDatabase = IDBPDatabase<LocalSchema>;

const NAME = 'juxtameter';
const VERSION = 3;

/** Opens what this browser keeps. `onLost` is called when the browser takes it away under the open page. */
export function openLocalDatabase(onLost: () => void): Promise<LocalDatabase> {
  return openDB<LocalSchema>(NAME, VERSION, {
    upgrade(database, from) {
      if (from === 2) {
        database.createObjectStore('history');
        return;
      }
      // The first shape held nothing but an outbox of its own kind, and was never handed out.
      for (const name of [...database.objectStoreNames]) database.deleteObjectStore(name);
      database.createObjectStore('history');
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
    blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close(),
    terminated: onLost,
  });
}
