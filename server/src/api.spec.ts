import { readFileSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { v7 as uuid } from 'uuid';
import type { EventBody, ProcedureDocument, UnitModelDocument, VisitEvent } from '@juxtameter/core';
import { readDemo } from '@juxtameter/demo';
import { discard, eventMaker, OPENING, listed, testServer, type TestServer } from './testing/test-server';

describe('the API', () => {
  let server: TestServer;
  const demo = readDemo();
  const demoProcedure = demo.procedures.find(({ id }) => id === 'pump-contactor-does-not-pull-in');

  beforeAll(async () => {
    server = await testServer();
  });

  afterAll(async () => {
    await server.stop();
    discard(server.folder);
  });

  async function newVisit(): Promise<{
    id: string;
    make: (body: EventBody, overrides?: Partial<VisitEvent>) => VisitEvent;
  }> {
    const id = uuid();
    const started = await server.request('POST', '/api/visits', { id, unit: 'mist-line-3' });
    expect(started.status).toBe(201);
    await server.request('POST', `/api/visits/${id}/events`, { events: [eventMaker(id)(OPENING)] });
    return { id, make: eventMaker(id) };
  }

  /** Beside the opening. */
  async function storedIn(visit: string): Promise<number> {
    const { body } = await server.request('GET', `/api/visits/${visit}`);
    return (body['events'] as unknown as unknown[]).length - 1;
  }

  const note = (text: string): EventBody => ({ type: 'note-added', text });

  it('answers that it is well, with its headers', async () => {
    const { status, body, headers } = await server.request('GET', '/api/health');
    expect(status).toBe(200);
    expect(body['status'] as unknown).toBe('ok');
    expect(headers.get('content-security-policy')).toContain("script-src 'self'");
    expect(headers.get('content-security-policy')).not.toMatch(/script-src[^;]*unsafe/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-powered-by')).toBeNull();
  });

  it('lists the library and the visits', async () => {
    const library = await server.request('GET', '/api/library');
    expect((library.body['units'] as unknown as unknown[]).length).toBe(demo.sites.units.length);
    const visits = await listed(server);
    expect(visits.some((visit) => visit.closed)).toBeTrue();
    expect(visits.some((visit) => visit.waitsFor === 'Volts across the float switch FS1')).toBeTrue();
  });

  it('gives every event its order, once, however often it is sent', async () => {
    const { id, make } = await newVisit();
    const events = [make({ type: 'visit-opened', unit: 'mist-line-3', complaint: 'none' }), make(note('first'))];
    const once = await server.request('POST', `/api/visits/${id}/events`, { events });
    const twice = await server.request('POST', `/api/visits/${id}/events`, {
      events: [...events, make(note('second'))],
    });
    const order = (answer: typeof once): number[] =>
      (answer.body['events'] as unknown as { seq: number }[]).map((each) => each.seq);
    expect(order(twice).slice(0, 2)).toEqual(order(once));
    expect(order(twice)[2]).toBeGreaterThan(order(once)[1] ?? Infinity);
    expect(await storedIn(id)).toBe(3);
  });

  it('refuses an id re-used with other content', async () => {
    const { id, make } = await newVisit();
    const event = make(note('first'));
    await server.request('POST', `/api/visits/${id}/events`, { events: [event] });
    const { status, body } = await server.request('POST', `/api/visits/${id}/events`, {
      events: [{ ...event, text: 'changed' }],
    });
    expect(status).toBe(409);
    expect(body['title'] as unknown).toBe('Conflict');
    expect(JSON.stringify(body['errors'])).toContain('events[0].id');
    const both = await server.request('POST', `/api/visits/${id}/events`, {
      events: [make(note('a'), { id: event.id })],
    });
    expect(both.status).toBe(409);
  });

  it('refuses a device number used twice', async () => {
    const { id, make } = await newVisit();
    const event = make(note('first'));
    const { status } = await server.request('POST', `/api/visits/${id}/events`, {
      events: [event, { ...event, id: uuid() }],
    });
    expect(status).toBe(409);
    expect(await storedIn(id)).toBe(0);
  });

  it('stores a batch with one bad event not at all', async () => {
    const { id, make } = await newVisit();
    const bad = { ...make(note('bad')), at: 'yesterday' };
    const { status, body, headers } = await server.request('POST', `/api/visits/${id}/events`, {
      events: [make(note('a')), bad, make(note('c'))],
    });
    expect(status).toBe(422);
    expect(headers.get('content-type')).toContain('application/problem+json');
    expect(body['errors'] as unknown).toEqual([
      { path: 'events[1].at', message: 'is not a time; accepted: 2026-11-25T09:07:00.000Z' },
    ]);
    expect(await storedIn(id)).toBe(0);
  });

  it('refuses events for another visit', async () => {
    const one = await newVisit();
    const other = await newVisit();
    const { status, body } = await server.request('POST', `/api/visits/${one.id}/events`, {
      events: [other.make(note('lost'))],
    });
    expect(status).toBe(422);
    expect(JSON.stringify(body)).toContain('belongs to visit');
    const stolen = one.make(note('mine'));
    await server.request('POST', `/api/visits/${one.id}/events`, { events: [stolen] });
    const moved = await server.request('POST', `/api/visits/${other.id}/events`, {
      events: [{ ...stolen, visit: other.id }],
    });
    expect(moved.status).toBe(409);
    expect(await storedIn(other.id)).toBe(0);
  });

  it('refuses names the visit does not have', async () => {
    const { id, make } = await newVisit();
    for (const [body, path] of [
      [{ type: 'action-done', step: 'nowhere', next: '@end' }, 'events[0].step'],
      [{ type: 'step-jumped', to: 'nowhere' }, 'events[0].to'],
      [{ type: 'procedure-started', procedure: 'other', start: 'call-mist' }, 'events[0].procedure'],
      [{ type: 'supply-changed', supply: 'sun', state: 'on' }, 'events[0].supply'],
      [{ type: 'visit-opened', unit: 'mist-line-1', complaint: '' }, 'events[0].unit'],
    ] as const) {
      const answer = await server.request('POST', `/api/visits/${id}/events`, { events: [make(body)] });
      expect(answer.status).withContext(path).toBe(422);
      expect(JSON.stringify(answer.body)).toContain(path);
    }
    expect(await storedIn(id)).toBe(0);
  });

  it('refuses a supply declared dead by word alone', async () => {
    const { id, make } = await newVisit();
    const events = [{ ...make({ type: 'supply-changed', supply: 'mains', state: 'off' }), state: 'proven-dead' }];
    expect((await server.request('POST', `/api/visits/${id}/events`, { events })).status).toBe(422);
  });

  it('does not close a visit with a jumper in', async () => {
    const { id, make } = await newVisit();
    const placed = make({ type: 'bypass-placed', bypass: 'float-test', from: 'FS1.1', to: 'FS1.2', why: 'test' });
    const refused = await server.request('POST', `/api/visits/${id}/events`, {
      events: [placed, make({ type: 'visit-closed' })],
    });
    expect(refused.status).toBe(409);
    expect(refused.body['detail'] as unknown).toBe(
      'The visit cannot be closed. Not before it is put right: Jumper in: FS1·1 to FS1·2.',
    );
    expect(await storedIn(id)).toBe(0);
    const closed = await server.request('POST', `/api/visits/${id}/events`, {
      events: [placed, make({ type: 'bypass-removed', bypass: 'float-test' }), make({ type: 'visit-closed' })],
    });
    expect(closed.status).toBe(200);
  });

  it('does not close a visit with an interlock held', async () => {
    const { id, make } = await newVisit();
    const noted = (state: string) => make({ type: 'condition-noted', group: 'interlocks', item: 'lid', state });
    const refused = await server.request('POST', `/api/visits/${id}/events`, {
      events: [noted('held'), make({ type: 'visit-closed' })],
    });
    expect(refused.status).toBe(409);
    expect(refused.body['detail'] as unknown).toBe(
      'The visit cannot be closed. Not before it is put right: Interlock held: Lid.',
    );
    const closed = await server.request('POST', `/api/visits/${id}/events`, {
      events: [noted('held'), noted('free'), make({ type: 'visit-closed' })],
    });
    expect(closed.status).toBe(200);
  });

  it('closes a visit with a plug out, and tells the next one', async () => {
    const { id, make } = await newVisit();
    const closed = await server.request('POST', `/api/visits/${id}/events`, {
      events: [make({ type: 'connector-changed', connector: 'CB.X1', state: 'out' }), make({ type: 'visit-closed' })],
    });
    expect(closed.status).toBe(200);
    const { body } = await server.request('GET', '/api/history?sites=fernhollow');
    expect(JSON.stringify(body)).toContain('Plug out: X1');
  });

  it('refuses another meter than the visit has with it', async () => {
    const { id, make } = await newVisit();
    const events = [make({ type: 'meter-changed', meter: 'golden' })];
    const answer = await server.request('POST', `/api/visits/${id}/events`, { events });
    expect(answer.status).toBe(422);
    expect(JSON.stringify(answer.body)).toContain('events[0].meter');
  });

  it('keeps what is typed as text, whatever it looks like', async () => {
    const { id, make } = await newVisit();
    const hostile = `'); DROP TABLE visits; -- <script>alert(1)</script> \u202e =cmd() Ω “”`;
    await server.request('POST', `/api/visits/${id}/events`, {
      events: [make({ type: 'visit-opened', unit: 'mist-line-3', complaint: hostile }), make(note(hostile))],
    });
    const { body } = await server.request('GET', `/api/visits/${id}`);
    expect(
      (body['events'] as unknown as { complaint?: string; text?: string }[]).map((each) => each.complaint ?? each.text),
    ).toEqual(['none', hostile, hostile]);
    expect((await server.request('GET', '/api/visits')).status).toBe(200);
  });

  it('refuses text a database cannot keep', async () => {
    const { id, make } = await newVisit();
    for (const text of ['nul \0 inside', 'lone \ud800 surrogate']) {
      const { status, body } = await server.request('POST', `/api/visits/${id}/events`, { events: [make(note(text))] });
      expect(status).toBe(422);
      expect(JSON.stringify(body)).toContain('characters that are no text');
    }
  });

  it('refuses prototype tricks and unknown keys', async () => {
    const { id, make } = await newVisit();
    const event = JSON.stringify(make(note('x')));
    const polluted = `{"events":[${event.slice(0, -1)},"__proto__":{"admin":true}}]}`;
    expect((await server.request('POST', `/api/visits/${id}/events`, polluted)).status).toBe(422);
    expect(
      (await server.request('POST', `/api/visits/${id}/events`, { events: [{ ...make(note('x')), colour: 'red' }] }))
        .status,
    ).toBe(422);
    expect(({} as Record<string, unknown>)['admin']).toBeUndefined();
  });

  it('refuses a 50 MB body without storing anything', async () => {
    const { id } = await newVisit();
    const { status, body } = await server.request(
      'POST',
      `/api/visits/${id}/events`,
      `{"events":["${'x'.repeat(50 * 1024 * 1024)}"]}`,
    );
    expect(status).toBe(413);
    expect(body['detail'] as unknown).toContain('1mb');
  });

  it('refuses what is no JSON, no visit, no address', async () => {
    const { id } = await newVisit();
    expect((await server.request('POST', `/api/visits/${id}/events`, '{"events":')).status).toBe(400);
    expect(
      (await server.request('POST', `/api/visits/${id}/events`, 'events', { 'content-type': 'text/plain' })).status,
    ).toBe(415);
    expect((await server.request('GET', '/api/visits/not-a-visit')).status).toBe(404);
    expect((await server.request('GET', `/api/visits/${uuid()}`)).status).toBe(404);
    expect((await server.request('GET', '/api/nothing')).status).toBe(404);
    expect((await server.request('POST', '/api/visits', { id: uuid(), unit: 'no-such-unit' })).status).toBe(404);
    expect((await server.request('POST', '/api/visits', { id, unit: 'mist-line-1' })).status).toBe(409);
  });

  it('versions documents by their content and keeps visits pinned to theirs', async () => {
    const { id } = await newVisit();
    const procedure = demoProcedure as ProcedureDocument;
    const path = `/api/procedures/${procedure.id}`;
    expect((await server.request('PUT', path, procedure)).body['isNew'] as unknown).toBeFalse();
    const changed = await server.request('PUT', path, { ...procedure, title: 'Pump contactor stays out' });
    expect(changed.body['version'] as unknown).toBe(2);
    const visit = await server.request('GET', `/api/visits/${id}`);
    expect(JSON.stringify(visit.body['pinned'])).toContain(procedure.title);
    expect((await server.request('PUT', path, procedure)).body['version'] as unknown).toBe(3);
  });

  it('stores another order of answers, methods or conductors as another document', async () => {
    // A chart of its own: the specs run in any order on one server.
    const procedure = { ...(demoProcedure as ProcedureDocument), id: 'answers-in-another-order' };
    const path = `/api/procedures/${procedure.id}`;
    expect((await server.request('PUT', path, procedure)).body['isNew'] as unknown).toBeTrue();
    const turned = {
      ...procedure,
      steps: Object.fromEntries(
        Object.entries(procedure.steps).map(([id, step]) => [
          id,
          'answers' in step ? { ...step, answers: reversed(step.answers) } : step,
        ]),
      ),
    };
    expect((await server.request('PUT', path, turned)).body['isNew'] as unknown).toBeTrue();
    expect((await server.request('GET', path)).text).toBe(JSON.stringify(turned));
    expect((await server.request('PUT', path, turned)).body['isNew'] as unknown).toBeFalse();
    const files = [{ name: 'chart.json', text: JSON.stringify(procedure) }];
    const { body } = await server.request('POST', '/api/import?trial', { files });
    expect((body['items'] as unknown as { effect: unknown }[])[0]?.effect).toEqual({ kind: 'replaces' });
  });

  it('refuses documents with unknown keys, dangling references or circles, naming the path', async () => {
    const procedure = structuredClone(demoProcedure) as unknown as {
      steps: Record<string, Record<string, unknown>>;
    } & Record<string, unknown>;
    const path = '/api/procedures/pump-contactor-does-not-pull-in';
    const errors = async (document: unknown, at = path): Promise<string> => {
      const answer = await server.request('PUT', at, document);
      expect(answer.status).toBe(422);
      return JSON.stringify(answer.body['errors']);
    };
    expect(await errors({ ...procedure, colour: 'red' })).toContain('has keys that are not part of the format: colour');
    const dangling = structuredClone(procedure);
    dangling.steps['isolate']!['next'] = 'nowhere';
    expect(await errors(dangling)).toContain('leads to \\"nowhere\\"');
    const circle = structuredClone(procedure);
    delete circle.steps['float-again']!['atMost'];
    delete circle.steps['float-again']!['exceeded'];
    expect(await errors(circle)).toContain('Endless loop');
    const model = structuredClone(
      demo.unitModels.find(({ id }) => id === 'mist-pump-panel'),
    ) as unknown as UnitModelDocument;
    expect(
      await errors({ ...model, wires: [{ id: 'w1', from: 'Q1.2', to: 'Z9.1' }] }, '/api/unit-models/mist-pump-panel'),
    ).toContain('wires[0].to');
    expect(await errors({ ...model, id: 'other' }, '/api/unit-models/mist-pump-panel')).toContain('the address says');
  });

  it('exports the readings for a spreadsheet and the whole visit as it is', async () => {
    const visits = await listed(server);
    const closed = visits.find((visit) => visit.unit === 'mist-line-1')?.id ?? '';
    const csv = await server.request('GET', `/api/visits/${closed}/readings.csv`);
    expect(csv.headers.get('content-disposition')).toContain('attachment');
    expect(csv.text.split('\r\n')[0]).toContain(
      'step,reading,part,method,from,to,function,expects,at,meter,grade,verdict',
    );
    expect(csv.text).toContain('across-float');
    const json = await server.request('GET', `/api/visits/${closed}/export.json`);
    expect(json.body['format'] as unknown).toBe('juxtameter/visit');
    expect(Object.keys(json.body['pinned'] ?? {})).toEqual(['unit', 'site', 'unitModel', 'procedures', 'meters']);
  });

  it('answers only to its own name and its own pages', async () => {
    // fetch refuses to set Host; this does not.
    const status = (headers: Record<string, string>): Promise<number> =>
      new Promise((resolve, reject) => {
        httpRequest(`${server.address}/api/health`, { headers }, (response) => {
          response.resume();
          resolve(response.statusCode ?? 0);
        })
          .on('error', reject)
          .end();
      });
    expect(await status({ host: 'evil.example' })).toBe(421);
    expect(await status({ origin: 'http://evil.example' })).toBe(403);
    expect(await status({ origin: server.address })).toBe(200);
  });

  it('reads nothing outside its folder', async () => {
    for (const path of ['/../package.json', '/%2e%2e/package.json', '/..%2fpackage.json']) {
      const { text } = await server.request('GET', path);
      expect(text).withContext(path).not.toContain('workspaces');
    }
    expect(readFileSync('package.json', 'utf8')).toContain('workspaces');
  });
});

/** The same entries, the last first. */
function reversed(map: object): object {
  return Object.fromEntries(Object.entries(map).reverse());
}
