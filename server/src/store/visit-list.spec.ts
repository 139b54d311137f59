import { setImmediate as turn } from 'node:timers/promises';
import { v7 as uuid } from 'uuid';
import type { EventBody, VisitEvent } from '@juxtameter/core';
import { LONGEST_PAGE, searchWords, summaryText, type VisitPage, type VisitSummary } from '@juxtameter/contract';
import { seeded } from '../testing/mutate';
import { fillFolder } from '../testing/plausible-visits';
import { discard, eventMaker, OPENING, seededFolder, testServer, type TestServer } from '../testing/test-server';

describe('the list of visits', () => {
  let server: TestServer;
  let all: readonly VisitSummary[];

  beforeAll(async () => {
    const folder = await seededFolder();
    await fillFolder(folder, 60);
    server = await testServer(folder);
    while ((await page({})).untold > 0) await turn();
    all = await pages('', LONGEST_PAGE);
  }, 120_000);

  afterAll(async () => {
    await server.stop();
    discard(server.folder);
  });

  async function page(query: Record<string, string>): Promise<VisitPage> {
    const { status, body } = await server.request('GET', `/api/visits?${new URLSearchParams(query).toString()}`);
    expect(status).toBe(200);
    return body as unknown as VisitPage;
  }

  /** Every page behind the other. */
  async function pages(search: string, limit: number): Promise<readonly VisitSummary[]> {
    const found: VisitSummary[] = [];
    let after: string | undefined;
    do {
      const { visits, next } = await page({ search, limit: `${limit}`, ...(after === undefined ? {} : { after }) });
      expect(visits.length).toBeLessThanOrEqual(limit);
      found.push(...visits);
      after = next;
    } while (after !== undefined);
    return found;
  }

  it('in pages of any length is the same list: the open ones first, in each part the one touched last first', async () => {
    expect(all.length).toBeGreaterThan(70);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    const ordered = [...all].sort((a, b) =>
      a.closed !== b.closed ? Number(a.closed) - Number(b.closed) : b.lastAt.localeCompare(a.lastAt),
    );
    expect(all.map(({ closed, lastAt }) => ({ closed, lastAt }))).toEqual(
      ordered.map(({ closed, lastAt }) => ({ closed, lastAt })),
    );
    for (const limit of [1, 7, 40])
      expect(await pages('', limit))
        .withContext(`${limit}`)
        .toEqual(all);
  });

  it('finds exactly the visits in which every word stands, signs that mean something to a database included', async () => {
    const words = all.flatMap((summary) => summaryText(summary).split(/\s+/));
    const random = seeded(7);
    const searches = [
      ...Array.from({ length: 40 }, () => {
        const chosen = words[Math.floor(random() * words.length)] ?? '';
        const from = Math.floor(random() * chosen.length);
        const part = chosen.slice(from, from + 1 + Math.floor(random() * 6));
        return random() < 0.5 ? part.toUpperCase() : `${part}  ${words[Math.floor(random() * words.length)]}`;
      }),
      '%',
      '_',
      '\\',
      "o'clock",
      '100%',
      'MIST  line',
      'no such words',
    ];
    for (const search of searches) {
      const expected = all.filter((summary) =>
        searchWords(search).every((word) => summaryText(summary).includes(word)),
      );
      expect(await pages(search, 30))
        .withContext(search)
        .toEqual(expected);
      const { found } = await page({ search, limit: '1' });
      expect(found).toEqual({
        open: expected.filter(({ closed }) => !closed).length,
        closed: expected.filter(({ closed }) => closed).length,
      });
    }
  });

  it('of a unit alone has every visit there, the open ones first', async () => {
    for (const unit of new Set(all.map((each) => each.unit))) {
      const expected = all.filter((each) => each.unit === unit);
      const { visits, found } = await page({ unit, limit: `${LONGEST_PAGE}` });
      expect(visits).withContext(unit).toEqual(expected);
      expect(found?.open)
        .withContext(unit)
        .toBe(expected.filter(({ closed }) => !closed).length);
    }
    expect((await page({ unit: "none'; --" })).visits).toEqual([]);
  });

  it('gives visits by their ids, those there are', async () => {
    const asked = [all[3], all[40]].flatMap((each) => each?.id ?? []);
    const { visits } = await page({ ids: [...asked, '01a20cc0-0000-7000-8000-00000000beef'].join(',') });
    expect([...visits].sort(byId)).toEqual(all.filter(({ id }) => asked.includes(id)).sort(byId));
  });

  it('says what it takes', async () => {
    for (const query of [
      'limit=0',
      `limit=${LONGEST_PAGE + 1}`,
      'limit=many',
      'after=2026',
      "after=open~2026~'; drop table visits",
      `search=${'x'.repeat(300)}`,
      'ids=1,2',
    ]) {
      const { status, body } = await server.request('GET', `/api/visits?${query}`);
      expect(status).withContext(query).toBe(422);
      expect(JSON.stringify(body)).withContext(query).toContain('must be');
    }
    expect((await server.request('GET', '/api/history')).status).toBe(422);
  });
});

describe('temporary repairs in the list of visits', () => {
  it('are told of whichever page they would be on, until any visit ends them', async () => {
    const server = await testServer(await seededFolder());
    const page = async (query: Record<string, string>): Promise<VisitPage> =>
      (await server.request('GET', `/api/visits?${new URLSearchParams(query).toString()}`))
        .body as unknown as VisitPage;
    const running = async (): Promise<readonly string[]> =>
      ((await page({})).temporaries ?? []).map(({ text, until }) => `${text} until ${until}`);
    const begin = async (): Promise<(body: EventBody) => Promise<VisitEvent>> => {
      const visit = uuid();
      await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
      const make = eventMaker(visit);
      const log = async (body: EventBody): Promise<VisitEvent> => {
        const event = make(body) as VisitEvent;
        const { status } = await server.request('POST', `/api/visits/${visit}/events`, { events: [event] });
        expect(status).toBeLessThan(300);
        return event;
      };
      await log(OPENING);
      return log;
    };
    const before = await running();
    const first = await begin();
    const later = { type: 'temporary-made', kind: 'makeshift', text: 'taped', until: '2026-12-09' } as const;
    const made = await first(later);
    await first({ ...later, text: 'wedged', until: '2026-12-04' });
    await first({ type: 'visit-closed', without: 'not reached', machine: 'watched' });
    expect((await running()).filter((each) => !before.includes(each))).toEqual([
      'wedged until 2026-12-04',
      'taped until 2026-12-09',
    ]);
    expect((await page({ search: 'mist' })).temporaries).toBeUndefined();
    const second = await begin();
    await second({ type: 'temporary-ended', temporary: made.id, text: 'the part is in' });
    expect((await running()).filter((each) => !before.includes(each))).toEqual(['wedged until 2026-12-04']);
    await server.stop();
    discard(server.folder);
  });
});

function byId(a: VisitSummary, b: VisitSummary): number {
  return a.id.localeCompare(b.id);
}
