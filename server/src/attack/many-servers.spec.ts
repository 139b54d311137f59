import { setTimeout as wait } from 'node:timers/promises';
import { Client } from 'pg';
import { v7 as uuid } from 'uuid';
import type { VisitEvent } from '@juxtameter/core';
import { startPostgres, type PostgresServer } from '../testing/postgres';
import { serverProcess, type ServerProcess } from '../testing/server-process';
import { discard, eventMaker, OPENING, scratchFolder, testServer } from '../testing/test-server';

const VISITS = 6;
const CLIENTS = 12;
const MILLISECONDS = 6000;

describe('several servers on one PostgreSQL', () => {
  let postgres: PostgresServer | undefined;
  const folders: string[] = [];

  beforeAll(async () => {
    postgres = await startPostgres();
  });

  afterAll(async () => {
    await postgres?.stop();
    folders.forEach(discard);
  });

  function folder(): string {
    const made = scratchFolder();
    folders.push(made);
    return made;
  }

  async function freshDatabase(name: string): Promise<string | undefined> {
    if (!postgres) return undefined;
    const client = new Client({ connectionString: postgres.url('postgres') });
    await client.connect();
    await client.query(`create database ${name}`);
    await client.end();
    return postgres.url(name);
  }

  it('have every acknowledged event once, two of the three killed under load, and nobody who looks on misses one', async () => {
    const url = await freshDatabase('killed');
    if (url === undefined) return pending('PostgreSQL is not installed here');
    const servers: ServerProcess[] = [];
    for (let count = 0; count < 3; count += 1) servers.push(await serverProcess(folder(), { DATABASE_URL: url }));
    const living = new Set(servers);
    const any = (): ServerProcess => {
      const left = [...living];
      return left[Math.floor(Math.random() * left.length)]!;
    };
    const visits = Array.from({ length: VISITS }, () => uuid());
    for (const visit of visits) await any().post('/api/visits', { id: visit, unit: 'mist-line-3' });
    for (const visit of visits)
      await any().post(`/api/visits/${visit}/events`, { events: [eventMaker(visit)(OPENING)] });

    const acknowledged = new Map<string, { readonly visit: string; readonly seq: number }>();
    const until = performance.now() + MILLISECONDS;
    const load = async (client: number): Promise<void> => {
      const visit = visits[client % VISITS]!;
      const make = eventMaker(visit);
      while (performance.now() < until) {
        const event = make({ type: 'note-added', text: `${client}` });
        // Sent until somebody says that it is stored, to whichever server answers: what a page does.
        while (!(await delivered(any(), event, acknowledged))) await wait(20);
      }
    };
    const seen = new Map<string, VisitEvent[]>(visits.map((visit) => [visit, []]));
    const lookOn = async (visit: string): Promise<void> => {
      const events = seen.get(visit)!;
      while (performance.now() < until) {
        events.push(...(await eventsBehind(any(), visit, events.at(-1)?.seq ?? 0)));
        await wait(15);
      }
    };
    const kill = async (): Promise<void> => {
      for (const victim of servers.slice(0, 2)) {
        await wait(MILLISECONDS / 3);
        living.delete(victim);
        await victim.kill('SIGKILL');
      }
    };
    await Promise.all([...Array.from({ length: CLIENTS }, (_, client) => load(client)), ...visits.map(lookOn), kill()]);

    const [left] = [...living];
    expect(acknowledged.size).toBeGreaterThan(100);
    const orders: number[] = [];
    for (const visit of visits) {
      const events = await eventsBehind(left!, visit, 0);
      const bySeq = new Map(events.map(({ id, seq }) => [id, seq]));
      expect(bySeq.size).toBe(events.length);
      for (const [id, { visit: of, seq }] of acknowledged) if (of === visit) expect(bySeq.get(id)).toBe(seq);
      orders.push(...events.map(({ seq = 0 }) => seq));
      // Whoever asked for what came behind what he had seen has seen the beginning of the log, without a gap.
      const looked = seen.get(visit)!;
      expect(looked.map(({ id }) => id)).toEqual(events.slice(0, looked.length).map(({ id }) => id));
      expect(looked.length).toBeGreaterThan(10);
    }
    expect(new Set(orders).size).toBe(orders.length);
    await left!.kill('SIGINT');
  }, 180_000);

  it('agree on what they were told at the same time: one beginning, one version, one use of a number', async () => {
    const url = await freshDatabase('agreed');
    if (url === undefined) return pending('PostgreSQL is not installed here');
    const one = await testServer(folder(), '/nowhere', url);
    const other = await testServer(folder(), '/nowhere', url);
    const both = [one, other];
    for (let round = 0; round < 5; round += 1) {
      const visit = uuid();
      const units = ['mist-line-1', 'mist-line-2'];
      const begun = await Promise.all(
        both.map((server, index) => server.request('POST', '/api/visits', { id: visit, unit: units[index] })),
      );
      expect(begun.map(({ status }) => status).sort()).toEqual([201, 409]);
      const unit = units[begun.findIndex(({ status }) => status === 201)]!;
      const device = eventMaker(visit);
      await one.request('POST', `/api/visits/${visit}/events`, {
        events: [device({ ...OPENING, unit } as typeof OPENING)],
      });
      // The same number of one device for two things: one of them is refused.
      const first = device({ type: 'note-added', text: 'one' });
      const second = { ...device({ type: 'note-added', text: 'other' }), deviceSeq: first.deviceSeq };
      const noted = await Promise.all(
        [first, second].map((event, index) =>
          both[index]!.request('POST', `/api/visits/${visit}/events`, { events: [event] }),
        ),
      );
      expect(noted.map(({ status }) => status).sort()).toEqual([200, 409]);
      // The same event through both is one.
      const event = device({ type: 'note-added', text: 'twice' });
      const twice = await Promise.all(
        both.map((server) => server.request('POST', `/api/visits/${visit}/events`, { events: [event] })),
      );
      expect(twice.map(({ status }) => status)).toEqual([200, 200]);
      expect(twice[0]?.text).toBe(twice[1]?.text ?? '');
    }
    const { body: meter } = await one.request('GET', '/api/meters/plain-mm');
    const known = meter['id'] === undefined ? (await one.request('GET', '/api/library')).body['meters'] : undefined;
    const id = known ? (known as unknown as readonly { id: string }[])[0]!.id : 'plain-mm';
    const document = (await one.request('GET', `/api/meters/${id}`)).body;
    const versions = await Promise.all(
      both.map((server, index) =>
        server.request('PUT', `/api/meters/${id}`, { ...document, name: `Changed at ${index}` }),
      ),
    );
    expect(versions.map(({ body }) => Number(body['version'])).sort()).toEqual([2, 3]);
    const names = await Promise.all(
      both.map(async (server) => (await server.request('GET', `/api/meters/${id}`)).body['name']),
    );
    expect(names[0]).toBe(names[1]!);
    await one.stop();
    await other.stop();
  }, 120_000);

  it('are one era while one of them is there, and begin another when none was', async () => {
    const url = await freshDatabase('eras');
    if (url === undefined) return pending('PostgreSQL is not installed here');
    const era = async (server: Awaited<ReturnType<typeof testServer>>) =>
      (await server.request('GET', '/api/health')).headers.get('Juxtameter-Era');
    const first = await testServer(folder(), '/nowhere', url);
    const second = await testServer(folder(), '/nowhere', url);
    const present = await era(first);
    expect(await era(second)).toBe(present);
    await first.stop();
    const third = await testServer(folder(), '/nowhere', url);
    expect(await era(third)).toBe(present);
    await second.stop();
    await third.stop();
    const later = await testServer(folder(), '/nowhere', url);
    expect(await era(later)).not.toBe(present);
    const { body } = await later.request('GET', `/api/eras/${present}`);
    expect(Number(body['reach'])).toBeGreaterThan(0);
    await later.stop();
  }, 120_000);
});

async function delivered(
  server: ServerProcess,
  event: VisitEvent,
  acknowledged: Map<string, { readonly visit: string; readonly seq: number }>,
): Promise<boolean> {
  try {
    const answer = await server.post(`/api/visits/${event.visit}/events`, { events: [event] });
    if (answer.status !== 200) return false;
    const { events } = (await answer.json()) as {
      readonly events: readonly { readonly id: string; readonly seq: number }[];
    };
    for (const { id, seq } of events) acknowledged.set(id, { visit: event.visit, seq });
    return true;
  } catch {
    return false;
  }
}

async function eventsBehind(server: ServerProcess, visit: string, seq: number): Promise<readonly VisitEvent[]> {
  try {
    const answer = await fetch(`${server.address}/api/visits/${visit}/events?after=${seq}`);
    return ((await answer.json()) as { readonly events: readonly VisitEvent[] }).events;
  } catch {
    return [];
  }
}
