import { Injectable } from '@angular/core';
import type { VisitEvent } from '@juxtameter/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

interface OutboxSchema extends DBSchema {
  events: { key: number; value: VisitEvent; indexes: { 'by-visit': string; 'by-id': string } };
}

/** Events this browser keeps until the server has them: a reload or a dead server loses nothing. */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private opened?: Promise<IDBPDatabase<OutboxSchema>>;

  /** Events of a visit in the order they were logged. */
  async of(visit: string): Promise<readonly VisitEvent[]> {
    return (await this.database()).getAllFromIndex('events', 'by-visit', visit);
  }

  async add(event: VisitEvent): Promise<void> {
    await (await this.database()).add('events', event);
  }

  async remove(ids: readonly string[]): Promise<void> {
    const transaction = (await this.database()).transaction('events', 'readwrite');
    for (const id of ids) {
      const key = await transaction.store.index('by-id').getKey(id);
      if (key !== undefined) await transaction.store.delete(key);
    }
    await transaction.done;
  }

  private database(): Promise<IDBPDatabase<OutboxSchema>> {
    this.opened ??= openDB<OutboxSchema>('juxtameter', 1, {
      upgrade(database) {
        const store = database.createObjectStore('events', { autoIncrement: true });
        store.createIndex('by-visit', 'visit');
        store.createIndex('by-id', 'id', { unique: true });
      },
    });
    return this.opened;
  }
}
