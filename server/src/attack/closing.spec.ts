import { v7 as uuid } from 'uuid';
import type { EventBody, VisitEvent } from '@juxtameter/core';
import { readDemo } from '@juxtameter/demo';
import { discard, eventMaker, listed, testServer, type TestServer } from '../testing/test-server';

describe('a visit and its life', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(async () => {
    await server.stop();
    discard(server.folder);
  });

  const OPENED: EventBody = { type: 'visit-opened', unit: 'mist-line-3', complaint: 'none' };
  const PLACED: EventBody = { type: 'bypass-placed', bypass: 'j', from: 'FS1.1', to: 'FS1.2', why: 'test' };
  const CLOSED: EventBody = { type: 'visit-closed' };

  async function begun(): Promise<string> {
    const id = uuid();
    await server.request('POST', '/api/visits', { id, unit: 'mist-line-3' });
    return id;
  }

  function send(visit: string, events: readonly VisitEvent[]) {
    return server.request('POST', `/api/visits/${visit}/events`, { events });
  }

  async function summaryOf(visit: string): Promise<{ closed: boolean; waitsFor: string } | undefined> {
    return (await listed(server)).find(({ id }) => id === visit);
  }

  it('is open again over a jumper another tablet had put in and tells of late', async () => {
    const visit = await begun();
    const [one, other] = [eventMaker(visit), eventMaker(visit)];
    await send(visit, [one(OPENED)]);
    expect((await send(visit, [one(CLOSED)])).status).toBe(200);
    expect((await summaryOf(visit))?.closed).toBeTrue();
    expect((await send(visit, [other(PLACED, { at: '2026-11-25T08:00:00.000Z' })])).status).toBe(200);
    const summary = await summaryOf(visit);
    expect(summary?.closed).toBeFalse();
    expect(summary?.waitsFor).toBe('To be closed again: Jumper in: FS1·1 to FS1·2');
  });

  it('is not closed over a jumper that waits in the same group', async () => {
    const visit = await begun();
    const make = eventMaker(visit);
    await send(visit, [make(OPENED)]);
    const [placed, closed] = [make(PLACED), make(CLOSED)];
    const answers = await Promise.all([send(visit, [placed]), send(visit, [closed])]);
    expect(answers.map(({ status }) => status)).toEqual([200, 409]);
    expect((await summaryOf(visit))?.closed).toBeFalse();
  });

  it('is held against every closing of a batch, not only the first', async () => {
    const visit = await begun();
    const make = eventMaker(visit);
    const answer = await send(visit, [
      make(OPENED),
      make(CLOSED),
      make({ type: 'visit-reopened', reason: 'called back' }),
      make(PLACED),
      make(CLOSED),
    ]);
    expect(answer.status).toBe(409);
    expect(JSON.stringify(answer.body)).toContain('events[4]');
  });

  it('begins with its opening, however it comes in', async () => {
    const visit = await begun();
    const make = eventMaker(visit);
    const early = await send(visit, [make({ type: 'note-added', text: 'early' })]);
    expect(early.status).toBe(409);
    expect(JSON.stringify(early.body)).toContain('begins with its opening');
    const [demo] = readDemo().visits;
    const id = uuid();
    const beheaded = {
      ...demo,
      id,
      events: demo?.events.slice(1).map((event) => ({ ...event, id: uuid(), visit: id })),
    };
    const files = [{ name: 'visit.json', text: JSON.stringify(beheaded) }];
    const imported = await server.request('POST', '/api/import', { files });
    expect(imported.status).toBe(422);
    expect(imported.text).toContain('begins with its opening');
  });

  it('names in an import nothing its pinned model lacks', async () => {
    const [demo] = readDemo().visits;
    const id = uuid();
    const events = demo?.events.map((event) => ({ ...event, id: uuid(), visit: id }));
    const last = events?.at(-1);
    events?.push({
      ...(last as VisitEvent),
      id: uuid(),
      deviceSeq: 9999,
      type: 'supply-changed',
      supply: 'sun',
      state: 'on',
    } as never);
    const files = [{ name: 'visit.json', text: JSON.stringify({ ...demo, id, events }) }];
    const { status, text } = await server.request('POST', '/api/import', { files });
    expect(status).toBe(422);
    expect(text).toContain('supply');
  });
});
