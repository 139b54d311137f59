import { v7 as uuid } from 'uuid';
import type { ProcedureDocument } from '@juxtameter/core';
import { readDemo } from '@juxtameter/demo';
import { LookProcesses } from '../import/look-through-aside';
import { RequestProblem } from '../request-problem';
import { discard, eventMaker, OPENING, testServer, type TestServer } from '../testing/test-server';

const NOBODY = new AbortController().signal;
const NOTHING_ON_FILE = () => Promise.resolve({ models: [], generals: [] });

/** Files that are small or large to send and endless to look through. */
function hostileFiles(): Readonly<Record<string, string>> {
  const demo = readDemo();
  const [visit] = demo.visits;
  const general = demo.procedures.find(({ roles }) => roles !== undefined);
  const step = Object.values(general?.steps ?? {})[0];
  const many = (count: number, value: (index: number) => unknown) =>
    Object.fromEntries(Array.from({ length: count }, (_, index) => [`s${index}`, value(index)]));
  const long = { ...general, id: 'long', start: 's0', steps: many(1000, () => step) };
  const calls: unknown = {
    ...demo.procedures.find(({ id }) => id === 'pump-contactor-does-not-pull-in'),
    start: 's0',
    steps: many(1000, () => ({ kind: 'procedureCall', text: 'again', procedure: 'long', bind: {}, branches: {} })),
  };
  return {
    numbers: JSON.stringify({ ...visit, events: Array(100_000).fill(1) }),
    objects: JSON.stringify({ ...visit, events: Array(99_999).fill({ type: 'note-added' }) }),
    millions: `[${'1,'.repeat(5_000_000)}1]`,
    'long list': `- 1\n`.repeat(200_000),
    aliases: `a: &a [x,x,x,x,x,x,x,x,x]\n${'bcdefghij'
      .split('')
      .map((name, index) => `${name}: &${name} [${`*${'abcdefghi'[index]},`.repeat(9)}]`)
      .join('\n')}`,
    deep: `${'['.repeat(200_000)}${']'.repeat(200_000)}`,
    calls: JSON.stringify(calls),
    called: JSON.stringify(long),
    backtracking: JSON.stringify({
      format: 'juxtameter/meter',
      version: 1,
      id: `${'a'.repeat(100_000)}!`,
      name: ' '.repeat(100_000),
    }),
  };
}

describe('an import of unknown size', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(async () => {
    await server.stop();
    discard(server.folder);
  });

  it('is answered in words, whatever it would come to, and others are served meanwhile', async () => {
    const visit = uuid();
    const make = eventMaker(visit);
    await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
    await server.request('POST', `/api/visits/${visit}/events`, { events: [make(OPENING)] });
    const { calls = '', called = '', ...single } = hostileFiles();
    const groups = [{ calls, called }, ...Object.entries(single).map(([name, text]) => ({ [name]: text }))];
    for (const group of groups) {
      const files = Object.entries(group).map(([name, text]) => ({ name, text }));
      const name = files.map((each) => each.name).join();
      let isAnswered = false;
      const importing = server.request('POST', '/api/import?trial', { files }).finally(() => (isAnswered = true));
      let served = 0;
      while (!isAnswered) {
        const { status } = await server.request('POST', `/api/visits/${visit}/events`, {
          events: [make({ type: 'note-added', text: 'meanwhile' })],
        });
        expect(status).withContext(name).toBe(200);
        served += 1;
      }
      const { status, body } = await importing;
      expect([200, 413]).withContext(name).toContain(status);
      expect(served).withContext(`${name}: served meanwhile`).toBeGreaterThan(0);
      if (status === 200) {
        const problems = (body['problems'] ?? []) as unknown as { message: string }[];
        expect(problems.length).withContext(name).toBeGreaterThan(0);
        expect(problems.length).withContext(name).toBeLessThan(1000);
      }
    }
  }, 240_000);

  it('names a chart whose calls come to a million steps', async () => {
    const { calls = '', called = '' } = hostileFiles();
    const files = [
      { name: 'calls', text: calls },
      { name: 'called', text: called },
    ];
    const { text } = await server.request('POST', '/api/import?trial', { files });
    expect(text).toMatch(/come to 1000000 with everything they call|procedure/);
  });

  it('is cut off where it takes too long, and where whoever asked has gone', async () => {
    const chart = readDemo().procedures.find(({ id }) => id === 'pump-contactor-does-not-pull-in') as ProcedureDocument;
    const files = [{ name: 'chart', text: JSON.stringify(chart) }];
    const calls = [{ name: 'numbers', text: hostileFiles()['objects'] ?? '' }];
    const late = new LookProcesses({ time: 20, memory: 256 }).look(calls, NOTHING_ON_FILE, () => undefined, NOBODY);
    await expectAsync(late).toBeRejectedWithError(RequestProblem, /took longer than 0.02 s; nothing was stored/);
    const gone = new AbortController();
    const stopped = new LookProcesses().look(files, NOTHING_ON_FILE, () => undefined, gone.signal);
    gone.abort();
    await expectAsync(stopped).toBeRejectedWithError(RequestProblem, /Stopped; nothing was stored/);
    const small = [{ name: 'large', text: `[${'{"a":[1,2,3]},'.repeat(900_000)}1]` }];
    const hungry = new LookProcesses({ time: 60_000, memory: 48 }).look(
      small,
      NOTHING_ON_FILE,
      () => undefined,
      NOBODY,
    );
    await expectAsync(hungry).toBeRejectedWithError(RequestProblem, /needed too much memory/);
  });

  it('takes nobody with it, at whatever moment of its hunger it is cut off', async () => {
    const large = [{ name: 'large', text: `[${'{"a":[1,2,3]},'.repeat(900_000)}1]` }];
    const processes = new LookProcesses({ time: 60_000, memory: 96 });
    const ended: string[] = [];
    for (let round = 0; round < 12; round += 1) {
      const gone = new AbortController();
      const look = processes.look(large, NOTHING_ON_FILE, () => undefined, gone.signal);
      setTimeout(() => gone.abort(), 300 + round * 150);
      await look.catch((error: Error) => ended.push(error.message));
    }
    expect(ended.length).toBe(12);
    expect(ended.every((words) => /Stopped|needed too much memory/.test(words)))
      .withContext(ended.join())
      .toBeTrue();
  }, 120_000);

  it('says how far it is, line by line, and what it came to last', async () => {
    const demo = readDemo();
    const files = demo.procedures.map((each) => ({ name: each.id, text: JSON.stringify(each) }));
    const { text, headers } = await server.request(
      'POST',
      '/api/import?trial',
      { files },
      { accept: 'application/x-ndjson' },
    );
    expect(headers.get('content-type')).toContain('application/x-ndjson');
    const lines = text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { progress?: { done: number; of: number }; answer?: { items: unknown[] } });
    const told = lines.flatMap(({ progress }) => (progress ? [progress.done / progress.of] : []));
    expect(told.length).toBeGreaterThan(files.length);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.at(-1)).toBe(1);
    expect(lines.at(-1)?.answer?.items.length).toBe(files.length);
  });
});
