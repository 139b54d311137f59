import { appendFileSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { discard, eventMaker, OPENING, seededFolder, testServer } from '../testing/test-server';

const journalOf = (folder: string): string => join(folder, 'journal.ndjson');
const databaseOf = (folder: string): string => join(folder, 'pglite');

/** A stopped folder with notes one to three; `stored` says what a start finds of them. */
async function prepared(): Promise<{ folder: string; visit: string }> {
  const folder = await seededFolder();
  const server = await testServer(folder);
  const visit = uuid();
  const make = eventMaker(visit);
  await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
  for (const body of [OPENING, ...['one', 'two', 'three'].map((text) => ({ type: 'note-added', text }) as const)])
    await server.request('POST', `/api/visits/${visit}/events`, { events: [make(body)] });
  await server.stop();
  return { folder, visit };
}

async function started(folder: string, visit: string): Promise<{ notes: readonly string[]; notices: string }> {
  const server = await testServer(folder);
  const { body } = await server.request('GET', `/api/visits/${visit}`);
  await server.stop();
  const events = (body['events'] ?? []) as unknown as { text?: string }[];
  return { notes: events.flatMap(({ text }) => text ?? []), notices: server.notices.join(' ') };
}

const NOTES = ['one', 'two', 'three'];

describe('a journal that is damaged', () => {
  it('in the middle is set aside where the database has all of it, and the start goes on and says so', async () => {
    for (const damage of ['"text":"one"', '"format":"juxtameter/journal"']) {
      const { folder, visit } = await prepared();
      const text = readFileSync(journalOf(folder), 'utf8');
      writeFileSync(journalOf(folder), text.replace(damage, damage.toUpperCase()));
      const found = await started(folder, visit);
      expect(found.notes).withContext(damage).toEqual(NOTES);
      expect(found.notices).toContain('damaged');
      expect(readdirSync(join(folder, 'set-aside')).some((name) => name.startsWith('journal-'))).toBeTrue();
      expect((await started(folder, visit)).notices).toBe('');
      // The dump that was made then is a witness of its own.
      rmSync(databaseOf(folder), { recursive: true });
      expect((await started(folder, visit)).notes).toEqual(NOTES);
      discard(folder);
    }
  }, 120_000);

  it('in the middle refuses the start where the database is gone or must not be trusted, and changes nothing', async () => {
    const { folder, visit } = await prepared();
    const sound = readFileSync(journalOf(folder), 'utf8');
    const damaged = sound.replace('"text":"one"', '"text":"One"');
    writeFileSync(journalOf(folder), damaged);
    writeFileSync(join(folder, 'session.json'), JSON.stringify({ boot: 'an earlier one', closed: false }));
    await expectAsync(testServer(folder)).toBeRejectedWithError(/damaged: line \d+ is not what was written/);
    expect(readFileSync(journalOf(folder), 'utf8')).toBe(damaged);
    writeFileSync(join(folder, 'session.json'), JSON.stringify({ boot: 'an earlier one', closed: true }));
    rmSync(databaseOf(folder), { recursive: true });
    await expectAsync(testServer(folder)).toBeRejectedWithError(/damaged/);
    expect(existsSync(databaseOf(folder))).toBeFalse();
    expect(existsSync(join(folder, 'owner.lock'))).toBeFalse();
    writeFileSync(journalOf(folder), sound);
    expect((await started(folder, visit)).notes).toEqual(NOTES);
    discard(folder);
  });

  it('or gone, with an old dump as the only witness, refuses instead of losing what came after the dump', async () => {
    const { folder } = await prepared();
    rmSync(journalOf(folder));
    // A start without a journal dumps what the database has; what is stored from there on only journal and database know.
    const server = await testServer(folder);
    await server.request('PUT', '/api/sites/late', { id: 'late', name: 'Late' });
    await server.stop();
    rmSync(journalOf(folder));
    rmSync(databaseOf(folder), { recursive: true });
    await expectAsync(testServer(folder)).toBeRejectedWithError(/only the dump of .* is left.*restore .*dump\.zip/s);
    expect(existsSync(databaseOf(folder))).toBeFalse();
    discard(folder);
  });

  it('only at its end is told, and nothing that was acknowledged is gone', async () => {
    const { folder, visit } = await prepared();
    appendFileSync(journalOf(folder), '{"sum":"0123456789abcdef","journalSeq":99,"entr');
    const found = await started(folder, visit);
    expect(found.notes).toEqual(NOTES);
    expect(found.notices).toContain('cut short (47 bytes)');
    discard(folder);
  });

  it('with no telling one start of the machine from another, assumes the worst of a folder that was not closed', async () => {
    const { folder, visit } = await prepared();
    writeFileSync(join(folder, 'session.json'), JSON.stringify({ boot: 'unknown', closed: false }));
    const found = await started(folder, visit);
    expect(found.notes).toEqual(NOTES);
    expect(found.notices).toContain('the machine went down');
    discard(folder);
  });
});
