import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { archiveCommand } from '../archive-command';
import { StartRefused } from '../settings';
import { filesOfZip, resummed, zipped } from '../testing/archive-files';
import { mutated, seeded } from '../testing/mutate';
import { discard, scratchFolder, seededFolder } from '../testing/test-server';

const settings = (dataDir: string) => ({ host: '127.0.0.1', port: 0, dataDir });

describe('restoring an archive of unknown origin', () => {
  let folder = '';
  let scratch = '';
  let good: Record<string, string> = {};
  beforeAll(async () => {
    folder = await seededFolder();
    scratch = scratchFolder();
    await archiveCommand(['backup', join(scratch, 'good.zip')], settings(folder), () => undefined);
    good = await filesOfZip(join(scratch, 'good.zip'));
  });
  afterAll(() => [folder, scratch].forEach(discard));

  let targets = 0;

  /** What restoring these files says; undefined where it was done. Never a stack, never half of it. */
  async function said(files: Readonly<Record<string, string>>, ...flags: string[]): Promise<string | undefined> {
    targets += 1;
    const archive = join(scratch, `case-${targets}.zip`);
    const target = join(scratch, `target-${targets}`);
    await zipped(archive, files);
    try {
      await archiveCommand(['restore', archive, ...flags], settings(target), () => undefined);
      return undefined;
    } catch (error) {
      expect(error).withContext(String(error)).toBeInstanceOf(StartRefused);
      expect(String(error).includes('\n    at ')).toBeFalse();
      expect(existsSync(target) ? readdirSync(target) : [])
        .withContext(String(error))
        .toEqual([]);
      return String((error as Error).message);
    } finally {
      discard(target);
      discard(archive);
    }
  }

  const manifestOf = (files: Readonly<Record<string, string>>) =>
    JSON.parse(files['manifest.json'] ?? '') as { visits: { file: string }[]; documents: unknown[] };
  const withManifest = (manifest: unknown) => ({ ...good, 'manifest.json': JSON.stringify(manifest) });
  const aVisit = (): string => Object.keys(good).find((name) => name.startsWith('visits/')) ?? '';

  it('does not lose a visit that its list leaves out', async () => {
    const manifest = manifestOf(good);
    const [left] = manifest.visits.splice(0, 1);
    expect(await said(withManifest(manifest))).toContain(`holds "${left?.file}", which neither`);
  });

  it('takes none that lists a file twice, or one that is not there', async () => {
    const manifest = manifestOf(good);
    const [first] = manifest.visits;
    if (first) manifest.visits.push(first);
    expect(await said(withManifest(manifest))).toContain('twice');
    const { [aVisit()]: _gone, ...less } = good;
    expect(await said(less)).toContain('lacks');
  });

  it('says in one sentence what is wrong with any manifest', async () => {
    const random = seeded(18);
    const manifest: unknown = JSON.parse(good['manifest.json'] ?? '');
    let refused = 0;
    for (let round = 0; round < 30; round += 1)
      if ((await said(withManifest(mutated(manifest, random)))) !== undefined) refused += 1;
    expect(refused).toBeGreaterThan(25);
  }, 240_000);

  it('says in one sentence what is wrong with any log', async () => {
    const random = seeded(81);
    for (let round = 0; round < 8; round += 1) {
      const visit = mutated(JSON.parse(good[aVisit()] ?? ''), random);
      await said(resummed({ ...good, [aVisit()]: JSON.stringify(visit) }));
    }
  }, 240_000);

  it('names a log without its opening, and restores it as it is where that is wanted', async () => {
    const visit = JSON.parse(good[aVisit()] ?? '') as { events: unknown[] };
    const beheaded = resummed({ ...good, [aVisit()]: JSON.stringify({ ...visit, events: visit.events.slice(1) }) });
    expect(await said(beheaded)).toMatch(/begins with its opening.*--as-it-is/);
    expect(await said(beheaded, '--as-it-is')).toBeUndefined();
  });

  it('names two visits that share an event', async () => {
    const [one, other] = Object.keys(good).filter((name) => name.startsWith('visits/'));
    const events = (name = '') => JSON.parse(good[name] ?? '') as { id: string; events: { id: string }[] };
    const [first, second] = [events(one), events(other)];
    const [opening] = second.events;
    if (opening) opening.id = first.events[0]?.id ?? '';
    expect(await said(resummed({ ...good, [other ?? '']: JSON.stringify(second) }))).toContain('contradicts itself');
  });
});
