import { join } from 'node:path';
import { setImmediate as turn } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import {
  pastVisitOf,
  visitSummary,
  type VisitDocument,
  type SiteHistories,
  type VisitPage,
  type VisitSummary,
} from '@juxtameter/contract';
import type { EventBody } from '@juxtameter/core';
import { openEmbedded } from '../database/open-database';
import { untoldVisits, visits, visitSummaries } from '../database/schema';
import { fillFolder } from '../testing/plausible-visits';
import { VisitSummaries } from './visit-summaries';
import {
  discard,
  eventMaker,
  OPENING,
  listed,
  seededFolder,
  testServer,
  type TestServer,
} from '../testing/test-server';

/** What lists and histories tell is what folding each whole log tells, whatever was logged in which order. */
async function expectTold(server: TestServer): Promise<void> {
  const list = await listed(server);
  const { body } = await server.request('GET', '/api/history?sites=fernhollow');
  const { fernhollow = {} } = body as unknown as SiteHistories;
  const told = new Map(Object.values(fernhollow).flatMap((visits) => visits.map((past) => [past.id, past] as const)));
  for (const summary of list) {
    const visit = (await server.request('GET', `/api/visits/${summary.id}`)).body as unknown as VisitDocument;
    expect(summary as unknown)
      .withContext(summary.id)
      .toEqual(json(visitSummary(visit)));
    expect(told.get(summary.id) as unknown).toEqual(json(pastVisitOf(visit)));
  }
  for (const part of [list.filter(({ closed }) => !closed), list.filter(({ closed }) => closed)])
    expect(part.map(({ lastAt }) => lastAt)).toEqual([...part.map(({ lastAt }) => lastAt)].sort().reverse());
}

function json(value: unknown): unknown {
  return JSON.parse(JSON.stringify(value));
}

describe('what is told of visits', () => {
  it('by another version of the product is told anew after the start, while requests are answered', async () => {
    const folder = await seededFolder();
    const earlier = await openEmbedded(join(folder, 'pglite'));
    const stale = { unitName: 'as it was told once' };
    await earlier.database.update(visitSummaries).set({ version: '0.0', summary: stale as VisitSummary });
    await earlier.close();
    const server = await testServer(folder);
    const untold = async (): Promise<number> => {
      const { body } = await server.request('GET', '/api/visits?limit=1&search=told+once');
      return (body as unknown as VisitPage).untold;
    };
    while ((await untold()) > 0) await turn();
    await expectTold(server);
    await server.stop();
    discard(folder);
  });

  it('is what their logs say, at once after every entry, and after a stop, a start and a rebuilt database', async () => {
    const server = await testServer();
    const visit = uuid();
    const make = eventMaker(visit);
    await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
    await expectTold(server);
    const bodies: readonly EventBody[] = [
      OPENING,
      { type: 'note-added', text: 'a' },
      { type: 'bypass-placed', bypass: 'j', from: 'FS1.1', to: 'FS1.2', why: 'test' },
      { type: 'bypass-removed', bypass: 'j' },
      { type: 'visit-closed', without: 'nothing found' },
    ];
    for (const body of bodies) {
      await server.request('POST', `/api/visits/${visit}/events`, { events: [make(body)] });
      await expectTold(server);
    }
    // Asked while it is written: never a summary that stays behind.
    const writing = Promise.all(
      Array.from({ length: 20 }, (_, count) =>
        server.request('POST', `/api/visits/${visit}/events`, {
          events: [make({ type: 'note-added', text: `${count}` })],
        }),
      ),
    );
    await Promise.all([
      server.request('GET', '/api/visits'),
      server.request('GET', '/api/history?sites=fernhollow'),
      writing,
    ]);
    await expectTold(server);
    const list = (await server.request('GET', '/api/visits')).text;
    await server.stop();
    const again = await testServer(server.folder);
    expect((await again.request('GET', '/api/visits')).text).toBe(list);
    await again.stop();
    discard(server.folder);
  });

  it('is never said to be behind because somebody logs while the list is made', async () => {
    const server = await testServer();
    const ids = Array.from({ length: 6 }, () => uuid());
    for (const id of ids) await server.request('POST', '/api/visits', { id, unit: 'mist-line-3' });
    const makes = ids.map((id) => eventMaker(id));
    const log = (body: EventBody) =>
      Promise.all(
        ids.map((id, index) => server.request('POST', `/api/visits/${id}/events`, { events: [makes[index]!(body)] })),
      );
    await log(OPENING);
    await server.request('GET', '/api/visits');
    let isLogging = true;
    const logging = (async () => {
      while (isLogging) await log({ type: 'note-added', text: 'meanwhile' });
    })();
    for (let count = 0; count < 25; count += 1) {
      const { body } = await server.request('GET', '/api/visits');
      expect((body as unknown as VisitPage).untold).toBe(0);
    }
    isLogging = false;
    await logging;
    await server.stop();
    discard(server.folder);
  });

  it('of many visits that came at once is made after the first list, without anybody asking again', async () => {
    const folder = await seededFolder();
    await fillFolder(folder, 120);
    const { database, close } = await openEmbedded(join(folder, 'pglite'));
    await database.update(visitSummaries).set({ summary: null, past: null });
    await database
      .insert(untoldVisits)
      .select(database.select({ visit: visits.id, seq: sql<number>`7`.as('seq') }).from(visits));
    const summaries = new VisitSummaries({ database, isFull: false });
    expect((await summaries.page({ limit: 1 })).untold).toBeGreaterThan(60);
    while ((await summaries.untold()) > 0) await turn();
    const { visits: all, next } = await summaries.page({ limit: 100 });
    expect(all.length).toBe(100);
    expect(next).toBeDefined();
    await summaries.close();
    await close();
    discard(folder);
  });

  it('goes to the next visit of the same unit, and to no other', async () => {
    const server = await testServer(await seededFolder());
    const visit = uuid();
    const make = eventMaker(visit);
    await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
    const events = [make(OPENING), make({ type: 'wire-colour-noted', wire: 'w5', colour: 'orange' })];
    await server.request('POST', `/api/visits/${visit}/events`, { events });
    const next = await server.request('POST', '/api/visits', { id: uuid(), unit: 'mist-line-3' });
    expect(JSON.stringify(next.body['pinned'])).toContain('orange');
    const other = await server.request('POST', '/api/visits', { id: uuid(), unit: 'mist-line-1' });
    expect(JSON.stringify((other.body['pinned'] as unknown as { unit: unknown }).unit)).not.toContain('orange');
    await server.stop();
    discard(server.folder);
  });
});
