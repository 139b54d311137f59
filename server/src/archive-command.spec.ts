import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { readDemo } from '@juxtameter/demo';
import { v7 as uuid } from 'uuid';
import { archiveCommand } from './archive-command';
import { openEmbedded } from './database/open-database';
import { visitSummaries } from './database/schema';
import { filesOfZip, resummed, sumOf, zipped } from './testing/archive-files';
import { startPostgres } from './testing/postgres';
import { discard, eventMaker, listed, OPENING, scratchFolder, seededFolder, testServer } from './testing/test-server';

describe('backup and restore', () => {
  let folder = '';
  let scratch = '';
  beforeEach(async () => {
    folder = await seededFolder();
    scratch = scratchFolder();
  });
  afterEach(() => [folder, scratch].forEach(discard));

  const settings = (dataDir: string, databaseUrl?: string) => ({
    host: '127.0.0.1',
    port: 0,
    dataDir,
    ...(databaseUrl === undefined ? {} : { databaseUrl }),
  });
  const run = (command: string, file: string, dataDir: string, databaseUrl?: string): Promise<void> =>
    archiveCommand([command, file], settings(dataDir, databaseUrl), () => undefined);
  const file = (name = 'all.zip'): string => join(scratch, name);

  it('bring everything to another folder, order and versions included', async () => {
    await run('backup', file(), folder);
    const target = join(scratch, 'new');
    await run('restore', file(), target);
    const from = await testServer(folder);
    const to = await testServer(target);
    for (const path of ['/api/visits?limit=100', '/api/library']) {
      expect((await to.request('GET', path)).text)
        .withContext(path)
        .toBe((await from.request('GET', path)).text);
    }
    const visits = await listed(from);
    expect(visits.length).toBe(readDemo().visits.length);
    for (const { id } of visits) {
      const path = `/api/visits/${id}/export.json`;
      expect((await to.request('GET', path)).text).toBe((await from.request('GET', path)).text);
    }
    await Promise.all([from.stop(), to.stop()]);
    expect(Object.keys(await filesOfZip(file())).sort()).toContain('manifest.json');
  });

  it('take a backup of a folder whose server is running, with what it stored a moment ago', async () => {
    const server = await testServer(folder);
    const visit = uuid();
    await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
    const make = eventMaker(visit);
    await server.request('POST', `/api/visits/${visit}/events`, {
      events: [make(OPENING), make({ type: 'note-added', text: 'just now' })],
    });
    await run('backup', file(), folder);
    await server.stop();
    const files = await filesOfZip(file());
    expect(files[`visits/${visit}.json`]).toContain('just now');
    const manifest = JSON.parse(files['manifest.json'] ?? '') as { files: Record<string, string> };
    for (const [name, sum] of Object.entries(manifest.files))
      expect(sumOf(name, files[name] ?? ''))
        .withContext(name)
        .toBe(sum);
  });

  it('overwrite nothing', async () => {
    writeFileSync(file(), 'mine');
    await expectAsync(run('backup', file(), folder)).toBeRejectedWithError(/is there already/);
    expect(readFileSync(file(), 'utf8')).toBe('mine');
    await run('backup', file('other.zip'), folder);
    await expectAsync(run('restore', file('other.zip'), folder)).toBeRejectedWithError(
      /is not empty; nothing was changed/,
    );
    await expectAsync(archiveCommand(['restore'], settings(folder), () => undefined)).toBeRejectedWithError(
      /takes one file/,
    );
  });

  it('refuse what is no archive, what was changed, and what would unpack without end', async () => {
    await run('backup', file('good.zip'), folder);
    const good = await filesOfZip(file('good.zip'));
    const changed = { ...good, 'sites.json': (good['sites.json'] ?? '').replace('Fernhollow', 'Thornhollow') };
    const unknownFile = { ...good, 'extra.json': '{}' };
    const { 'manifest.json': _manifest, ...withoutManifest } = good;
    writeFileSync(file('text.zip'), 'PK? no.');
    await zipped(file('changed.zip'), changed);
    await zipped(file('unknown.zip'), unknownFile);
    await zipped(file('headless.zip'), withoutManifest);
    await zipped(file('bomb.zip'), { 'manifest.json': ' '.repeat(60 * 2 ** 20) });
    await zipped(file('lying.zip'), resummed({ ...good, 'sites.json': '{"format":"juxtameter/sites"}' }));
    const cases: Record<string, RegExp> = {
      'text.zip': /cannot be read as a zip file/,
      'changed.zip': /sites.json changed: its checksum/,
      'unknown.zip': /"extra.json", which its manifest does not list/,
      'headless.zip': /has no manifest.json/,
      'bomb.zip': /would unpack "manifest.json" to more/,
      'lying.zip': /sites.json, which does not fit its format/,
      'nowhere.zip': /cannot be read/,
    };
    for (const [name, message] of Object.entries(cases)) {
      const target = join(scratch, 'target');
      await expectAsync(run('restore', file(name), target))
        .withContext(name)
        .toBeRejectedWithError(message);
      expect(existsSync(target) && readdirSync(target).length > 0)
        .withContext(name)
        .toBeFalse();
    }
  });

  it('leave an empty folder behind when an archive contradicts itself', async () => {
    await run('backup', file('good.zip'), folder);
    const good = await filesOfZip(file('good.zip'));
    const name = Object.keys(good).find((each) => each.startsWith('visits/')) ?? '';
    const visit = JSON.parse(good[name] ?? '') as { events: { seq: number }[] };
    const last = visit.events.at(-1);
    if (last) last.seq = visit.events[0]?.seq ?? 0;
    await zipped(file('twice.zip'), resummed({ ...good, [name]: JSON.stringify(visit) }));
    const target = join(scratch, 'target');
    await expectAsync(run('restore', file('twice.zip'), target)).toBeRejected();
    expect(readdirSync(target)).toEqual([]);
  });

  it('have what lists tell folded anew, whatever was kept', async () => {
    const before = await testServer(folder);
    const told = (await before.request('GET', '/api/visits?limit=100')).text;
    await before.stop();
    const open = await openEmbedded(join(folder, 'pglite'));
    await open.database.update(visitSummaries).set({ summary: null, past: null, words: '', isOpen: false, lastAt: '' });
    await open.close();
    const said: string[] = [];
    await archiveCommand(['rebuild'], settings(folder), (line) => void said.push(line));
    expect(said.join()).toContain('was folded from their logs anew');
    const after = await testServer(folder);
    expect((await after.request('GET', '/api/visits?limit=100')).text).toBe(told);
    await after.stop();
    const nowhere = archiveCommand(['rebuild'], settings(join(scratch, 'nowhere')), () => undefined);
    await expectAsync(nowhere).toBeRejectedWithError(/is not there/);
  });

  it('work with a PostgreSQL server, which several may use, and a restored archive only alone', async () => {
    const postgres = await startPostgres();
    if (!postgres) return pending('PostgreSQL is not installed here');
    await run('backup', file(), folder);
    const url = postgres.url('postgres');
    await run('restore', file(), join(scratch, 'a'), url);
    const server = await testServer(join(scratch, 'b'), '/nowhere', url);
    expect((await listed(server)).length).toBe(readDemo().visits.length);
    await expectAsync(run('restore', file(), join(scratch, 'c'), url)).toBeRejectedWithError(/in use by a Juxtameter/);
    await server.stop();
    await run('backup', file('again.zip'), join(scratch, 'b'), url);
    expect(Object.keys(await filesOfZip(file('again.zip'))).sort()).toEqual(
      Object.keys(await filesOfZip(file())).sort(),
    );
    await expectAsync(run('restore', file(), join(scratch, 'd'), url)).toBeRejectedWithError(/has visits already/);
    const standing = await testServer(join(scratch, 'f'), '/nowhere', url);
    await postgres.stop();
    const refused = await standing.request('POST', '/api/visits', { id: uuid(), unit: 'mist-line-3' });
    expect(refused.status).toBe(503);
    expect(refused.text).toContain('nothing was stored');
    expect((await standing.request('GET', '/api/visits')).status).toBe(503);
    await standing.stop();
    await expectAsync(testServer(join(scratch, 'e'), '/nowhere', url)).toBeRejectedWithError(
      /PostgreSQL server of DATABASE_URL cannot be used/,
    );
  });
});
