import { appendFileSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import type { Entry } from './entry';
import { Journal } from './journal';
import { carriedOut, readJournal, segmentFiles } from './journal-reading';
import { decodeLine, encodeLine } from './journal-record';
import { discard, scratchFolder } from '../testing/test-server';

const LINEAGE = '01a20cc0-ed60-7001-8000-000000000001';
const site = (name: string): Entry => ({ kind: 'site-put', site: { id: 's', name } });

describe('a line of the journal', () => {
  it('comes back as it was written, whatever the text in it', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.nat(), (name, journalSeq) => {
        const record = { journalSeq, group: journalSeq, entries: [site(name)] };
        const line = encodeLine(record);
        expect(line.indexOf('\n')).toBe(line.length - 1);
        expect(decodeLine(line.slice(0, -1))).toEqual(record);
      }),
    );
  });

  it('is nothing any more once a byte is changed or cut off', () => {
    const line = encodeLine({ journalSeq: 7, group: 7, entries: [site('Fernhollow')] }).slice(0, -1);
    for (let at = 0; at < line.length; at += 1) {
      const changed = `${line.slice(0, at)}${line[at] === 'x' ? 'y' : 'x'}${line.slice(at + 1)}`;
      expect(decodeLine(changed)).withContext(`byte ${at}`).toBeUndefined();
      expect(decodeLine(line.slice(0, at)))
        .withContext(`cut at ${at}`)
        .toBeUndefined();
    }
  });
});

describe('the journal', () => {
  let folder: string;
  let path: string;

  beforeEach(() => {
    folder = scratchFolder();
    path = join(folder, 'journal.ndjson');
  });
  afterEach(() => discard(folder));

  async function written(groups: readonly (readonly string[])[], after = 0): Promise<Journal> {
    const journal = await Journal.begin(path, LINEAGE, after);
    for (const names of groups) await journal.append(names.map((name) => ({ entries: [site(name)] })));
    return journal;
  }

  const numbers = (): readonly number[] => (readJournal(path)?.records ?? []).map((record) => record.journalSeq);

  it('numbers its records from where it begins', async () => {
    const journal = await written([['a'], ['b', 'c']], 40);
    expect(numbers()).toEqual([41, 42, 43]);
    expect(journal.lastSeq).toBe(43);
    await journal.close();
  });

  it('drops a last line that is cut short anywhere, and goes on behind what is whole', async () => {
    await (await written([['a'], ['b']])).close();
    const whole = readFileSync(path).length;
    const lastLine = encodeLine({ journalSeq: 2, group: 2, entries: [site('b')] }).length;
    for (const cut of [1, 2, 20, lastLine - 1, lastLine]) {
      await (await written([['a'], ['b']])).close();
      truncateSync(path, whole - cut);
      const content = readJournal(path);
      expect(content?.records.length).withContext(`${cut} bytes missing`).toBe(1);
      const journal = await Journal.resume(path, content!);
      await journal.append([{ entries: [site('after')] }]);
      await journal.close();
      expect(numbers()).toEqual([1, 2]);
      expect(readFileSync(path, 'utf8')).toContain('after');
    }
  });

  it('takes the unsynced half of the last group for torn, whichever half the disk kept', async () => {
    await (await written([['a'], ['b', 'c', 'd']])).close();
    const lines = readFileSync(path, 'utf8').split('\n');
    lines[2] = lines[2]?.replace('"name":"b"', '"name":"\0"') ?? '';
    writeFileSync(path, lines.join('\n'));
    expect(numbers()).toEqual([1]);
  });

  it('tells damage in the middle, what stands before it and how far it went, and changes nothing', async () => {
    await (await written([['a'], ['b'], ['c']])).close();
    const lines = readFileSync(path, 'utf8').split('\n');
    lines[2] = lines[2]?.replace('"name":"b"', '"name":"x"') ?? '';
    writeFileSync(path, lines.join('\n'));
    const before = readFileSync(path);
    const content = readJournal(path);
    expect(content?.damage).toContain('damaged: line 3 is not what was written');
    expect([numbers(), content?.lastNamed]).toEqual([[1], 3]);
    expect(readFileSync(path).equals(before)).toBeTrue();
  });

  it('tells a line that is missing', async () => {
    await (await written([['a'], ['b'], ['c']])).close();
    const lines = readFileSync(path, 'utf8').split('\n');
    writeFileSync(path, lines.filter((_, index) => index !== 2).join('\n'));
    expect(readJournal(path)?.damage).toContain('line 3 does not follow the line before');
  });

  it('is none when only the torn beginning of one is there', () => {
    appendFileSync(path, '{"sum":"0123');
    expect(readJournal(path)).toBeUndefined();
    expect(readJournal(join(folder, 'nowhere'))).toBeUndefined();
  });

  it('is read whole with more records than a call takes arguments', async () => {
    await (await written([])).close();
    const header = readFileSync(path, 'utf8');
    const count = 200_000;
    const lines = Array.from({ length: count }, (_, index) =>
      encodeLine({ journalSeq: index + 1, group: index + 1, void: [] }),
    );
    writeFileSync(path, header + lines.join(''));
    expect([readJournal(path)?.records.length, readJournal(path)?.lastNamed]).toEqual([count, count]);
  });

  it('leaves out what was withdrawn', async () => {
    const journal = await written([['a'], ['b']]);
    await journal.append([{ void: [2] }]);
    await journal.append([{ entries: [site('d')] }]);
    await journal.close();
    expect(carriedOut(readJournal(path)?.records ?? []).map((record) => record.journalSeq)).toEqual([1, 4]);
  });

  it('goes on in the next file while a dump is written, and drops what the dump holds', async () => {
    const journal = await written([['a'], ['b']]);
    await journal.rotate();
    await journal.append([{ entries: [site('c')] }]);
    expect(numbers()).toEqual([1, 2, 3]);
    await journal.drop(1);
    expect(numbers()).toEqual([1, 2, 3]);
    await journal.drop(2);
    expect([readJournal(path)?.header.after, numbers()]).toEqual([2, [3]]);
    await journal.rotate();
    await journal.rotate();
    await journal.append([{ entries: [site('d')] }]);
    await journal.close();
    expect(numbers()).toEqual([3, 4]);
  });

  it('is whole however a rotation was cut off, and goes on', async () => {
    const journal = await written([['a'], ['b']]);
    await journal.rotate();
    await journal.close();
    rmSync(path);
    const content = readJournal(path);
    expect([content?.isOpenMissing, numbers()]).toEqual([true, [1, 2]]);
    const again = await Journal.resume(path, content!);
    await again.append([{ entries: [site('c')] }]);
    expect([again.lastSeq, again.closedFiles, numbers()]).toEqual([3, 1, [1, 2, 3]]);
    await again.drop(2);
    await again.close();
    expect(numbers()).toEqual([3]);
  });

  it('tells damage in a closed file, a file that is missing, and one of another journal', async () => {
    const journal = await written([['a']]);
    await journal.rotate();
    await journal.append([{ entries: [site('b')] }]);
    await journal.rotate();
    await journal.append([{ entries: [site('c')] }]);
    await journal.close();
    const [first = '', second = ''] = segmentFiles(path);
    const text = readFileSync(second, 'utf8');
    writeFileSync(second, text.slice(0, -3));
    expect(readJournal(path)?.damage).toContain('its end is cut off');
    writeFileSync(second, text.replace(LINEAGE, LINEAGE.replace('1', '2')));
    expect(readJournal(path)?.damage).toContain('line 1 is no heading');
    rmSync(second);
    expect(readJournal(path)?.damage).toContain('does not follow');
    writeFileSync(second, text);
    expect(readJournal(path)?.damage).toBeUndefined();
    rmSync(first);
    expect(readJournal(path)?.header.after).toBe(1);
  });
});
