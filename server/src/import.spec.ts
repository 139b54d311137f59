import { stringify } from 'yaml';
import type { VisitDocument } from '@juxtameter/contract';
import type { ImportAnswer } from '@juxtameter/contract/check';
import { readDemo } from '@juxtameter/demo';
import { seeded, mutated } from './testing/mutate';
import { discard, testServer, type TestServer } from './testing/test-server';

const demo = readDemo();
const [model] = demo.unitModels;
const procedure = demo.procedures.find(({ unitModel }) => unitModel === model?.id);
const [visit] = demo.visits;

describe('bringing documents in', () => {
  let server: TestServer;

  beforeAll(async () => {
    server = await testServer();
  });

  afterAll(async () => {
    await server.stop();
    discard(server.folder);
  });

  interface File {
    readonly name: string;
    readonly text: string;
  }
  const json = (name: string, value: unknown): File => ({ name, text: JSON.stringify(value) });

  async function bring(files: readonly File[], isTrial = false): Promise<{ status: number; answer: ImportAnswer }> {
    const { status, body } = await server.request('POST', `/api/import${isTrial ? '?trial' : ''}`, { files });
    return { status, answer: body as unknown as ImportAnswer };
  }

  /** The demo visit as another one: `number` tells the copies apart. */
  function another(number: number, changes: object = {}): VisitDocument {
    const id = `01a20cc0-ed60-7001-8000-00000000bee${number}`;
    const events = visit?.events.map((event, index) => ({
      ...event,
      visit: id,
      id: `01a20cc0-ed60-701${number}-8000-${String(index).padStart(12, '0')}`,
    }));
    return { ...visit, id, events, ...changes } as VisitDocument;
  }

  it('says what would happen and stores nothing', async () => {
    const { status, answer } = await bring(
      [json('model.json', { ...model, id: 'other-panel' }), json('visit.json', another(1))],
      true,
    );
    expect(status).toBe(200);
    expect(answer.isDone).toBeFalse();
    expect(answer.items.map(({ kind, effect }) => [kind, effect.kind])).toEqual([
      ['unit-model', 'new'],
      ['visit', 'new'],
    ]);
    expect((await server.request('GET', '/api/unit-models/other-panel')).status).toBe(404);
    expect((await server.request('GET', `/api/visits/${another(1).id}`)).status).toBe(404);
  });

  it('takes JSON and YAML, models before the charts that need them', async () => {
    const own = { ...model, id: 'yaml-panel' };
    const files = [
      { name: 'chart.yaml', text: stringify({ ...procedure, id: 'yaml-chart', unitModel: 'yaml-panel' }) },
      json('model.json', own),
      json('sites.json', {
        format: 'juxtameter/sites',
        version: 1,
        sites: [{ id: 'new-site', name: 'New site' }],
        units: [{ id: 'new-unit', site: 'new-site', name: 'New unit', unitModel: 'yaml-panel' }],
      }),
    ];
    const { status, answer } = await bring(files);
    expect(answer.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    expect(status).toBe(200);
    expect(answer.items.map(({ effect }) => effect.kind)).toEqual(['new', 'new', 'new', 'new']);
    const library = (await server.request('GET', '/api/library')).body as unknown as { units: { id: string }[] };
    expect(library.units.map(({ id }) => id)).toContain('new-unit');
    const again = await bring(files);
    expect(again.answer.items.map(({ effect }) => effect.kind)).toEqual(['same', 'same', 'same', 'same']);
    const changed = await bring([json('model.json', { ...own, name: 'Renamed' })], true);
    expect(changed.answer.items[0]?.effect.kind).toBe('replaces');
  });

  it('brings in what is new of a visit on file', async () => {
    const whole = another(3);
    const half = { ...whole, events: whole.events.slice(0, 3) };
    expect((await bring([json('half.json', half)])).answer.items[0]?.effect).toEqual({ kind: 'new' });
    const rest = { kind: 'adds', events: whole.events.length - 3 } as const;
    expect((await bring([json('whole.json', whole)], true)).answer.items[0]?.effect).toEqual(rest);
    expect((await bring([json('whole.json', whole)])).answer.items[0]?.effect).toEqual(rest);
    expect((await bring([json('whole.json', whole)])).answer.items[0]?.effect).toEqual({ kind: 'same' });
    const stored = (await server.request('GET', `/api/visits/${whole.id}`)).body as unknown as VisitDocument;
    expect(stored.events.map(({ id }) => id)).toEqual(whole.events.map(({ id }) => id));
  });

  it('lists every problem with file and path, and brings in nothing of any file', async () => {
    const { status, answer } = await bring([
      json('good.json', { ...model, id: 'good-panel' }),
      json('bad.json', { ...model, id: 'no id!', supplies: [{ id: 'mains' }] }),
      { name: 'torn.json', text: '{"format": "juxtameter/unit-mod' },
      json('other.json', { format: 'somebody/else' }),
      json('loose.json', { ...procedure, id: 'loose', unitModel: 'nowhere' }),
      json('visit.json', { ...another(4), pinned: { ...another(4).pinned, meters: [{}] } }),
    ]);
    expect(status).toBe(422);
    const files = new Set(answer.problems.map(({ file }) => file));
    expect([...files].sort()).toEqual(['bad.json', 'loose.json', 'other.json', 'torn.json', 'visit.json']);
    expect(answer.problems.filter(({ file }) => file === 'bad.json').map(({ path }) => path)).toEqual(
      jasmine.arrayContaining(['id', 'supplies[0].system', 'supplies[0].nominal']),
    );
    expect((await server.request('GET', '/api/unit-models/good-panel')).status).toBe(404);
  });

  it('refuses what contradicts what is stored, and two of one id', async () => {
    await bring([json('visit.json', another(5))]);
    const other = another(5, {
      pinned: { ...another(5).pinned, unit: { ...another(5).pinned.unit, name: 'Renamed' } },
    });
    expect((await bring([json('visit.json', other)])).answer.problems[0]?.message).toContain('other documents');
    const changed = another(5);
    const events = changed.events.map((event, index) => (index === 1 ? { ...event, by: 'Somebody else' } : event));
    const { answer } = await bring([json('visit.json', { ...changed, events })]);
    expect(answer.problems[0]).toEqual(jasmine.objectContaining({ path: 'events[1].id', severity: 'error' }));
    const borrowed = { ...visit, id: '01a20cc0-ed60-7001-8000-00000000bef0' } as VisitDocument;
    const taken = { ...borrowed, events: borrowed.events.map((event) => ({ ...event, visit: borrowed.id })) };
    expect((await bring([json('visit.json', taken)], true)).answer.problems[0]).toEqual(
      jasmine.objectContaining({ path: 'events[0].id', message: 'is already used by an event of another visit' }),
    );
    const twice = await bring([json('a.json', model), json('b.json', { ...model, name: 'b' })]);
    expect(twice.answer.problems[0]).toEqual(jasmine.objectContaining({ file: 'b.json', path: 'id' }));
    const unit = { id: 'u', site: 'nowhere', name: 'U', unitModel: 'nothing' };
    const loose = await bring([json('s.json', { format: 'juxtameter/sites', version: 1, sites: [], units: [unit] })]);
    expect(loose.answer.problems.map(({ path }) => path)).toEqual(['units[0].site', 'units[0].unitModel']);
  });

  it('is not fooled by keys of every object, nor by YAML that grows', async () => {
    const text = `{"format":"juxtameter/unit-model","__proto__":{"isAdmin":true},"constructor":{"prototype":{"x":1}}}`;
    expect((await bring([{ name: 'p.json', text }])).status).toBe(422);
    expect(({} as { isAdmin?: boolean }).isAdmin).toBeUndefined();
    const bomb = [
      'a: &a [x, x, x, x, x, x, x, x, x]',
      ...'bcdefghi'.split('').map((key, index) => {
        const before = 'abcdefghi'[index];
        return `${key}: &${key} [*${before}, *${before}, *${before}, *${before}, *${before}, *${before}, *${before}]`;
      }),
    ].join('\n');
    const { answer } = await bring([{ name: 'bomb.yaml', text: bomb }]);
    expect(answer.problems.length).toBeGreaterThan(0);
  });

  it('survives two thousand mutated documents: each is taken or refused in words', async () => {
    const random = seeded(20261125);
    const small = another(7);
    const sources: readonly unknown[] = [
      model,
      procedure,
      demo.meters[0],
      demo.sites,
      { ...small, events: small.events.slice(0, 4), pinned: { ...small.pinned, procedures: [] } },
    ];
    const before = (await server.request('GET', '/api/library')).text;
    let refused = 0;
    for (let batch = 0; batch < 80; batch += 1) {
      const files = Array.from({ length: 25 }, (_, index) => ({
        name: `${batch}-${index}`,
        text: JSON.stringify(mutated(sources[Math.floor(random() * sources.length)], random)),
      }));
      const { status, body } = await server.request('POST', '/api/import?trial', { files });
      expect(status).toBe(200);
      const { problems } = body as unknown as ImportAnswer;
      expect(problems.every(({ file, message }) => file !== '' && message !== '')).toBeTrue();
      refused += new Set(problems.filter(({ severity }) => severity === 'error').map(({ file }) => file)).size;
    }
    expect(refused).toBeGreaterThan(500);
    expect((await server.request('GET', '/api/library')).text).toBe(before);
  }, 360_000);
});
