import { v7 as uuid } from 'uuid';
import type { PinnedDocuments } from '@juxtameter/contract';
import type { EventBody } from '@juxtameter/core';
import { discard, eventMaker, testServer, type TestServer } from './testing/test-server';

describe('units and their history', () => {
  let server: TestServer;

  beforeAll(async () => {
    server = await testServer();
  });

  afterAll(async () => {
    await server.stop();
    discard(server.folder);
  });

  async function log(unit: string, ...bodies: readonly EventBody[]) {
    const id = uuid();
    await server.request('POST', '/api/visits', { id, unit });
    const make = eventMaker(id);
    const events = [{ type: 'visit-opened', unit, complaint: 'stands still' } as const, ...bodies].map((body) =>
      make(body),
    );
    return { id, answer: await server.request('POST', `/api/visits/${id}/events`, { events }) };
  }

  async function historyOf(unit: string) {
    const { body } = await server.request('GET', '/api/history?sites=fernhollow');
    return (body['fernhollow']?.[unit] ?? []) as unknown as {
      id: string;
      codes: { code: string; meaning?: string }[];
      fitted: { name: string }[];
    }[];
  }

  it('tells by unit what stays of its visits, the oldest first, and of a new one at once', async () => {
    const before = await historyOf('co2-burner-1');
    expect(before.map(({ codes }) => codes.map(({ code }) => code))).toEqual([['3'], ['3']]);
    const { id, answer } = await log(
      'co2-burner-1',
      { type: 'code-read', code: '2', lamp: 'STATUS', stored: false, how: 'read', grade: 'observed' },
      { type: 'part-fitted', part: 'PS1', state: 'new' },
    );
    expect(answer.status).toBe(200);
    const newest = (await historyOf('co2-burner-1')).at(-1);
    expect(newest?.id).toBe(id);
    expect(newest?.codes[0]?.meaning).toBe('proving switch did not close');
    expect(newest?.fitted[0]?.name).toBe('Proving switch PS1');
  });

  it('hands what a visit found of the unit to the next one: what it lacks, and how its wires are coloured', async () => {
    const { answer } = await log(
      'mist-line-3',
      { type: 'option-noted', option: 'DM1', present: false },
      { type: 'wire-colour-noted', wire: 'w5', colour: 'orange' },
    );
    expect(answer.status).toBe(200);
    const next = await server.request('POST', '/api/visits', { id: uuid(), unit: 'mist-line-3' });
    const { unit } = next.body['pinned'] as unknown as PinnedDocuments;
    expect(unit.options).toEqual(jasmine.objectContaining({ DM1: false }));
    expect(unit.wireColours).toEqual({ w5: 'orange' });
  });

  it('keeps a unit without a wiring list and pins its supplies', async () => {
    const unit = {
      id: 'shed-fan.fernhollow',
      site: 'fernhollow',
      name: 'Shed fan',
      unitModel: 'no-wiring-list',
      supplies: [{ system: 'single-phase' }],
    };
    expect((await server.request('PUT', `/api/units/${unit.id}`, unit)).status).toBe(200);
    const visit = await server.request('POST', '/api/visits', { id: uuid(), unit: unit.id });
    expect(visit.status).toBe(201);
    const supplies = visit.body['pinned']?.['unitModel']?.['supplies'] as unknown as { system: string }[];
    expect(supplies.map(({ system }) => system)).toEqual(['single-phase']);
    expect((await server.request('PUT', `/api/units/${unit.id}`, { ...unit, unitModel: 'steam-engine' })).status).toBe(
      404,
    );
    const odd = await server.request('PUT', `/api/units/${unit.id}`, {
      ...unit,
      fitted: [{ part: 'fan', at: 'once' }],
    });
    expect(odd.status).toBe(422);
    expect(JSON.stringify(odd.body['errors'])).toContain('accepted: 2026, 2026-05');
  });

  it('refuses what names a sequence, a recipe, a setting or a board the visit does not have', async () => {
    const refused = async (body: EventBody): Promise<string> => {
      const { answer } = await log('co2-burner-2', body);
      expect(answer.status).withContext(body.type).toBe(422);
      return JSON.stringify(answer.body['errors']);
    };
    expect(await refused({ type: 'watch-started', sequence: 'waltz', label: 'before' })).toContain('a sequence');
    expect(await refused({ type: 'recipe-played', recipe: 'soup', result: 'entered' })).toContain('a recipe');
    expect(await refused({ type: 'setting-read', setting: 'BC.NONE', value: '1', grade: 'observed' })).toContain(
      'a setting',
    );
    expect(await refused({ type: 'board-identified', board: 'ZZ', number: '1', grade: 'observed' })).toContain(
      'a board',
    );
  });
});
