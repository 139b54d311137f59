import {
  appendFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { setImmediate as turn } from 'node:timers/promises';
import { PGlite } from '@electric-sql/pglite';
import { readDemo } from '@juxtameter/demo';
import { v7 as uuid } from 'uuid';
import { discard, eventMaker, listed, OPENING, seededFolder, testServer } from '../testing/test-server';
import { killRound } from '../testing/kill-round';

const journalOf = (folder: string): string => join(folder, 'journal.ndjson');
const databaseOf = (folder: string): string => join(folder, 'pglite');

/** A folder whose server was stopped after it acknowledged these notes. */
async function folderWithNotes(
  notes: readonly string[],
  folder?: string,
  visit = uuid(),
): Promise<{ folder: string; visit: string }> {
  const server = await testServer(folder);
  const make = eventMaker(visit);
  const started = await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
  if ((started.body['events'] as unknown as unknown[]).length === 0)
    await server.request('POST', `/api/visits/${visit}/events`, { events: [make(OPENING)] });
  for (const text of notes) {
    const { status } = await server.request('POST', `/api/visits/${visit}/events`, {
      events: [make({ type: 'note-added', text })],
    });
    expect(status).toBe(200);
  }
  await server.stop();
  return { folder: server.folder, visit };
}

interface Found {
  readonly notes: readonly string[];
  readonly orders: readonly number[];
  readonly notices: readonly string[];
  readonly visits: number;
}

/** Where the embedded database has a table. */
async function fileOf(folder: string, table: string): Promise<string> {
  const client = await PGlite.create(databaseOf(folder));
  const { rows } = await client.query<{ path: string }>('select pg_relation_filepath($1) as path', [table]);
  await client.close();
  return join(databaseOf(folder), rows[0]?.path ?? '');
}

async function whatIsThere(folder: string, visit: string): Promise<Found> {
  const server = await testServer(folder);
  const { body } = await server.request('GET', `/api/visits/${visit}`);
  const visits = (await listed(server)).length;
  const events = (body['events'] ?? []) as unknown as { text?: string; seq: number }[];
  await server.stop();
  return {
    notes: events.flatMap((event) => event.text ?? []),
    orders: events.map((event) => event.seq),
    notices: server.notices,
    visits,
  };
}

describe('stored data', () => {
  const NOTES = ['one', 'two', 'three'];
  let folder = '';
  afterEach(() => discard(folder));

  it('is as it was after the database folder is put back to an older copy', async () => {
    const first = await folderWithNotes(NOTES.slice(0, 1));
    folder = first.folder;
    cpSync(databaseOf(folder), join(folder, 'older'), { recursive: true });
    await folderWithNotes(NOTES.slice(1), folder, first.visit);
    const whole = await whatIsThere(folder, first.visit);
    rmSync(databaseOf(folder), { recursive: true });
    renameSync(join(folder, 'older'), databaseOf(folder));
    const found = await whatIsThere(folder, first.visit);
    expect(found.notes).toEqual(NOTES);
    expect(found.orders).toEqual(whole.orders);
    expect(found.notices.join()).toContain('carried over from the journal');
  });

  it('is rebuilt when the database folder is gone, does not open, or cannot be read', async () => {
    const { folder: seeded, visit } = await folderWithNotes(NOTES);
    folder = seeded;
    const { orders } = await whatIsThere(folder, visit);
    const damages: Record<string, () => void> = {
      gone: () => rmSync(databaseOf(folder), { recursive: true }),
      'without its control file': () => rmSync(join(databaseOf(folder), 'global'), { recursive: true }),
      'a new empty one in its place': () => rmSync(join(databaseOf(folder), 'PG_VERSION')),
      'with other bytes in every table': () => overwriteTables(databaseOf(folder)),
    };
    for (const [name, damage] of Object.entries(damages)) {
      damage();
      const found = await whatIsThere(folder, visit);
      expect(found.notes).withContext(name).toEqual(NOTES);
      expect(found.orders).withContext(name).toEqual(orders);
      expect(found.visits)
        .withContext(name)
        .toBe(readDemo().visits.length + 1);
      expect(found.notices.join()).withContext(name).toContain('rebuilt');
    }
    expect(readdirSync(join(folder, 'set-aside')).length).toBe(2);
  }, 240_000);

  it('goes on to be read after the start, takes nothing more where it is damaged, and is rebuilt by the next one', async () => {
    const { folder: seeded, visit } = await folderWithNotes(NOTES);
    folder = seeded;
    const { orders } = await whatIsThere(folder, visit);
    const table = await fileOf(folder, 'visit_events');
    // What was written first: neither the start nor a request has to look there.
    writeFileSync(table, readFileSync(table).fill(0x5a, 0, 8192));
    const server = await testServer(folder, '/nowhere', undefined, { checkedFirst: 0 });
    const health = async () =>
      (await server.request('GET', '/api/health')) as unknown as { status: number; text: string };
    while ((await health()).status === 200) await turn();
    expect((await health()).text).toContain('the next start builds it anew');
    const refused = await server.request('POST', '/api/visits', { id: uuid(), unit: 'mist-line-3' });
    expect(refused.status).toBe(503);
    expect(refused.text).toContain('nothing was stored');
    await server.stop();
    const found = await whatIsThere(folder, visit);
    expect(found.notices.join()).toContain('rebuilt');
    expect(found.notes).toEqual(NOTES);
    expect(found.orders).toEqual(orders);
  });

  it('does not trust the database after the power went, since that syncs nothing', async () => {
    const { folder: seeded, visit } = await folderWithNotes(NOTES);
    folder = seeded;
    writeFileSync(join(folder, 'session.json'), JSON.stringify({ boot: 'an earlier one', closed: false }));
    const found = await whatIsThere(folder, visit);
    expect(found.notes).toEqual(NOTES);
    expect(found.notices.join()).toContain('the machine went down');
  });

  it('trusts a database that was closed before the machine went down', async () => {
    const { folder: seeded, visit } = await folderWithNotes(NOTES);
    folder = seeded;
    writeFileSync(join(folder, 'session.json'), JSON.stringify({ boot: 'an earlier one', closed: true }));
    expect((await whatIsThere(folder, visit)).notices).toEqual([]);
  });

  it('outlives a torn end of the journal, which nobody was told is stored', async () => {
    const { folder: seeded, visit } = await folderWithNotes(NOTES);
    folder = seeded;
    appendFileSync(journalOf(folder), '{"sum":"0123456789abcdef","journalSeq":99,"entr');
    expect((await whatIsThere(folder, visit)).notes).toEqual(NOTES);
    expect(readFileSync(journalOf(folder), 'utf8').endsWith('\n')).toBeTrue();
  });

  it('is kept when the journal is lost, and a new one begins behind a dump', async () => {
    const { folder: seeded, visit } = await folderWithNotes(NOTES);
    folder = seeded;
    rmSync(journalOf(folder));
    const found = await whatIsThere(folder, visit);
    expect(found.notes).toEqual(NOTES);
    expect(found.notices.join()).toContain('begun anew behind a dump');
    rmSync(databaseOf(folder), { recursive: true });
    expect((await whatIsThere(folder, visit)).notes).toEqual(NOTES);
  });

  it('is kept when the journal lost its end, which the database has', async () => {
    const { folder: seeded, visit } = await folderWithNotes(NOTES);
    folder = seeded;
    const { orders } = await whatIsThere(folder, visit);
    truncateSync(journalOf(folder), readFileSync(journalOf(folder)).length - 30);
    expect((await whatIsThere(folder, visit)).notes).toEqual(NOTES);
    rmSync(databaseOf(folder), { recursive: true });
    expect((await whatIsThere(folder, visit)).orders).toEqual(orders);
  });

  it('refuses to rebuild when dump and journal do not join', async () => {
    const { folder: seeded } = await folderWithNotes(NOTES);
    folder = seeded;
    rmSync(journalOf(folder));
    await (await testServer(folder)).stop();
    rmSync(join(folder, 'dump.zip'));
    rmSync(databaseOf(folder), { recursive: true });
    await expectAsync(testServer(folder)).toBeRejectedWithError(/what lies between is missing/);
    expect(existsSync(databaseOf(folder))).toBeFalse();
  });

  it('survives a first start that was killed while it made the database', async () => {
    folder = await seededFolder();
    for (const name of readdirSync(folder)) rmSync(join(folder, name), { recursive: true });
    mkdirSync(join(folder, 'pglite.new'));
    writeFileSync(join(folder, 'pglite.new', 'PG_VERSION'), '1');
    const server = await testServer(folder);
    expect((await server.request('GET', '/api/visits')).status).toBe(200);
    await server.stop();
  });

  it('has every acknowledged event once after ten kills at random moments', async () => {
    folder = await seededFolder();
    let acknowledged = 0;
    for (let round = 0; round < 10; round += 1) {
      const result = await killRound(folder, 30 + Math.random() * 500);
      acknowledged += result.acknowledged;
      expect(result).withContext(`round ${round}`).toEqual({
        acknowledged: result.acknowledged,
        lost: [],
        doubled: [],
        invented: [],
        changed: [],
      });
    }
    expect(acknowledged).toBeGreaterThan(50);
  }, 300_000);
});

/** Other bytes in the middle of every larger file of the database, as a dying disk leaves them. */
function overwriteTables(folder: string): void {
  for (const database of readdirSync(join(folder, 'base'))) {
    for (const name of readdirSync(join(folder, 'base', database))) {
      const path = join(folder, 'base', database, name);
      const bytes = readFileSync(path);
      if (!/^\d+$/.test(name) || Number(name) < 16384 || bytes.length < 8192) continue;
      bytes.fill(0x5a, 100, bytes.length);
      writeFileSync(path, bytes);
    }
  }
}
