import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { v7 as uuid } from 'uuid';
import type { OpenDatabase } from '../database/open-database';
import { Writer } from '../storage/writer';
import { discard, eventMaker, OPENING, seededFolder, testServer } from '../testing/test-server';

const LIMIT = 200_000;

function journalBytes(folder: string): number {
  const files = readdirSync(folder).filter((name) => name.startsWith('journal'));
  return files.reduce((sum, name) => sum + statSync(join(folder, name)).size, 0);
}

describe('what is done between writes', () => {
  it('has its turn after the group that runs, however much waits', async () => {
    const database = { transaction: (task: (transaction: unknown) => Promise<unknown>) => task({}) };
    const writer = new Writer({ database } as unknown as OpenDatabase, undefined);
    let groups = 0;
    let isLoaded = true;
    const plan = async () => {
      groups += 1;
      await wait(1);
      return { entries: [], answer: undefined };
    };
    const load = async (): Promise<void> => {
      while (isLoaded) await writer.write(plan);
    };
    // One always waits when the other is done: there is no idle moment.
    const clients = [load(), load(), load()];
    await wait(20);
    const before = groups;
    await writer.whileIdle(() => Promise.resolve());
    expect(groups - before).toBeLessThan(10);
    isLoaded = false;
    await Promise.all(clients);
  });
});

describe('under steady load', () => {
  it('the journal is kept short, backups are whole, and everything acknowledged is there once', async () => {
    if (process.env['TEST_DATABASE_URL']) return;
    const folder = await seededFolder();
    const server = await testServer(folder, undefined, undefined, { longestJournal: LIMIT });
    const acknowledged = new Set<string>();
    let isLoaded = true;
    let before = 0;
    let drops = 0;
    const visits: string[] = [];
    const client = async (): Promise<void> => {
      const visit = uuid();
      visits.push(visit);
      const make = eventMaker(visit);
      await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
      await server.request('POST', `/api/visits/${visit}/events`, { events: [make(OPENING)] });
      while (isLoaded) {
        const events = Array.from({ length: 20 }, () => make({ type: 'note-added', text: 'x'.repeat(300) }));
        const { status } = await server.request('POST', `/api/visits/${visit}/events`, { events });
        expect(status).toBe(200);
        events.forEach(({ id }) => acknowledged.add(id));
        const bytes = journalBytes(folder);
        if (bytes < before) drops += 1;
        before = bytes;
      }
    };
    const clients = [client(), client(), client(), client()];
    const backups: number[] = [];
    for (let count = 0; count < 3; count += 1) {
      await wait(1500);
      const backup = await fetch(`${server.address}/api/backup`);
      expect(backup.status).toBe(200);
      backups.push((await backup.arrayBuffer()).byteLength);
    }
    isLoaded = false;
    await Promise.all(clients);
    const written = acknowledged.size * 300;
    expect(written)
      .withContext('too little load to tell')
      .toBeGreaterThan(4 * LIMIT);
    expect(drops).withContext('dumps that took the place of journal files while all wrote').toBeGreaterThan(0);
    expect(backups.every((bytes, index) => bytes > (backups[index - 1] ?? 0))).toBeTrue();
    await server.stop();
    const again = await testServer(folder);
    const stored: string[] = [];
    for (const visit of visits) {
      const { body } = await again.request('GET', `/api/visits/${visit}`);
      stored.push(
        ...(body['events'] as unknown as { id: string; type: string }[])
          .filter(({ type }) => type === 'note-added')
          .map(({ id }) => id),
      );
    }
    expect(stored.length).toBe(acknowledged.size);
    expect(stored.every((id) => acknowledged.has(id))).toBeTrue();
    await again.stop();
    discard(folder);
  }, 120_000);
});
