import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { getTableConfig } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import { eventContract } from '@juxtameter/contract/check';
import type { VisitEvent } from '@juxtameter/core';
import { visitEvents } from '../database/schema';
import { Journal } from '../storage/journal';
import { readJournal } from '../storage/journal-reading';
import { discard, eventMaker, seededFolder, testServer, type TestServer } from '../testing/test-server';

const journalOf = (folder: string): string => join(folder, 'journal.ndjson');

async function begun(server: TestServer): Promise<{ visit: string; make: ReturnType<typeof eventMaker> }> {
  const visit = uuid();
  expect((await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' })).status).toBe(201);
  const make = eventMaker(visit);
  const opened = make({ type: 'visit-opened', unit: 'mist-line-3', complaint: 'none' });
  expect((await send(server, visit, [opened])).status).toBe(200);
  return { visit, make };
}

function send(server: TestServer, visit: string, events: readonly VisitEvent[]) {
  return server.request('POST', `/api/visits/${visit}/events`, { events });
}

describe('a request that is refused', () => {
  it('names a number the columns cannot hold, and lets the largest they can through', async () => {
    const server = await testServer();
    const { visit, make } = await begun(server);
    const tooLarge = await send(server, visit, [make({ type: 'note-added', text: 'a' }, { deviceSeq: 2 ** 31 })]);
    expect(tooLarge.status).toBe(422);
    expect(JSON.stringify(tooLarge.body)).toContain('events[0].deviceSeq');
    const largest = await send(server, visit, [make({ type: 'note-added', text: 'b' }, { deviceSeq: 2 ** 31 - 1 })]);
    expect(largest.status).toBe(200);
    await server.stop();
    discard(server.folder);
  });

  it('leaves nothing in the journal, not even for a moment', async () => {
    if (process.env['TEST_DATABASE_URL']) return;
    const server = await testServer(await seededFolder());
    const one = await begun(server);
    const other = await begun(server);
    const mine = one.make({ type: 'note-added', text: 'mine' });
    await send(server, one.visit, [mine]);
    const before = readFileSync(journalOf(server.folder), 'utf8');
    // Only the database can tell that the id is taken: it belongs to another visit.
    const stolen = await send(server, other.visit, [{ ...mine, visit: other.visit, device: uuid() }]);
    expect(stolen.status).toBe(409);
    expect(readFileSync(journalOf(server.folder), 'utf8')).toBe(before);
    await server.stop();
    discard(server.folder);
  });

  it('that an earlier version wrote into the journal is set aside at the start, which goes on', async () => {
    if (process.env['TEST_DATABASE_URL']) return;
    const server = await testServer(await seededFolder());
    const { visit, make } = await begun(server);
    await server.stop();
    const content = readJournal(journalOf(server.folder));
    if (!content) throw new Error('no journal');
    const journal = await Journal.resume(journalOf(server.folder), content);
    const seq = 900_000;
    const poison = { ...make({ type: 'note-added', text: 'poison' }, { deviceSeq: 2 ** 31 }), seq };
    const sound = { ...make({ type: 'note-added', text: 'sound' }), seq: seq + 1 };
    await journal.append([{ entries: [{ kind: 'events-stored', events: [poison] }] }]);
    await journal.append([{ entries: [{ kind: 'events-stored', events: [sound] }] }]);
    await journal.close();

    const again = await testServer(server.folder);
    expect(again.notices.join()).toMatch(/1 record.* set aside/);
    const { body } = await again.request('GET', `/api/visits/${visit}`);
    const texts = (body['events'] as unknown as { text?: string }[]).map(({ text }) => text);
    expect(texts).toContain('sound');
    expect(texts).not.toContain('poison');
    const aside = join(server.folder, 'set-aside');
    const file = readdirSync(aside).find((name) => name.startsWith('record-'));
    expect(file && readFileSync(join(aside, file), 'utf8')).toContain('poison');
    expect((await send(again, visit, [make({ type: 'note-added', text: 'later' })])).status).toBe(200);
    await again.stop();
    const third = await testServer(server.folder);
    expect(third.notices).toEqual([]);
    await third.stop();
    expect(existsSync(join(server.folder, 'owner.lock'))).toBeFalse();
    discard(server.folder);
  });
});

describe('the bounds of the contract', () => {
  const sample = eventMaker(uuid())({ type: 'note-added', text: 'a' });

  it('are those of the columns an event is stored in', () => {
    const LARGEST: Readonly<Record<string, number>> = { integer: 2 ** 31 - 1, bigint: Number.MAX_SAFE_INTEGER };
    const checked: string[] = [];
    for (const column of getTableConfig(visitEvents).columns) {
      const largest = LARGEST[column.getSQLType()];
      if (largest === undefined) continue;
      checked.push(column.name);
      const takes = (value: number): boolean => eventContract.validate({ ...sample, [column.name]: value }).ok;
      expect(takes(largest)).withContext(`${column.name} at most`).toBeTrue();
      for (const beyond of [largest + 1, largest * 4, 1e308])
        expect(takes(beyond)).withContext(`${column.name} ${beyond}`).toBeFalse();
    }
    expect(checked.sort()).toEqual(['deviceSeq', 'seq']);
  });

  it('take no text that a column cannot keep, and no day the calendar lacks', () => {
    for (const text of ['a\u0000b', '\ud800'])
      expect(eventContract.validate({ ...sample, text }).ok)
        .withContext(JSON.stringify(text))
        .toBeFalse();
    for (const at of [
      '2026-02-30T09:00:00.000Z',
      '2026-11-31T09:00:00Z',
      '2027-02-29T09:00:00Z',
      '2026-01-01T24:00:00Z',
    ])
      expect(eventContract.validate({ ...sample, at }).ok)
        .withContext(at)
        .toBeFalse();
    expect(eventContract.validate({ ...sample, at: '2028-02-29T23:59:59.999Z' }).ok).toBeTrue();
  });
});
