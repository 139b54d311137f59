import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { setTimeout as wait } from 'node:timers/promises';
import { max, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { openEmbedded, type Database, type OpenDatabase } from '../database/open-database';
import { visitEvents, visits } from '../database/schema';
import { storedVisit } from '../store/stored-visit';
import { filesOfZip } from '../testing/archive-files';
import { fillFolder } from '../testing/plausible-visits';
import { discard, seededFolder } from '../testing/test-server';
import { packedAside, type Picture, type Piece } from './archive-packing';
import { archiveOf, momentOf, type Moment } from './archive-writer';

describe('an archive', () => {
  let folder = '';
  let open: OpenDatabase;

  beforeAll(async () => {
    folder = await seededFolder();
    // The demo's logs end within a page of rows; these go over several.
    await fillFolder(folder, 30, { entries: 1300 });
    open = await openEmbedded(join(folder, 'pglite'));
  }, 240_000);

  afterAll(async () => {
    await open.close();
    discard(folder);
  });

  async function visitFiles(database: Database, moment: Moment): Promise<Readonly<Record<string, string>>> {
    const path = join(folder, 'archive.zip');
    const { files, stream } = await archiveOf(database, moment, new Date());
    await pipeline(stream, createWriteStream(path));
    const all = await filesOfZip(path);
    expect(Object.keys(all).length).toBe(files);
    return all;
  }

  it('has every visit with its log up to the moment, whatever came meanwhile', async () => {
    const { database } = open;
    const [newest] = await database.select({ seq: max(visitEvents.seq) }).from(visitEvents);
    const [some] = await database.select().from(visits).limit(1);
    const empty = { ...some, id: uuid() } as typeof visits.$inferInsert;
    await database.insert(visits).values(empty);
    for (const part of [1, 0.6, 0.1]) {
      const moment = { journalSeq: 7, lastEvent: Math.floor(part * (newest?.seq ?? 0)) };
      const all = await visitFiles(database, moment);
      for (const { id } of await database.select({ id: visits.id }).from(visits)) {
        const stored = JSON.stringify(await storedVisit(database, id, moment.lastEvent));
        expect(JSON.stringify(JSON.parse(all[`visits/${id}.json`] ?? '')) === stored)
          .withContext(`${part} ${id}`)
          .toBeTrue();
      }
    }
  });

  it('has entries as they are, whatever blanks and line breaks stand between their parts', async () => {
    const { database } = open;
    const spread = sql`(chr(10) || '{' || chr(13) || chr(10) || substr(document::text, 2) || ' ' || chr(10))::json`;
    await database.execute(sql`update visit_events set document = ${spread} where seq % 7 = 0`);
    const moment = await momentOf(database, 7);
    const all = await visitFiles(database, moment);
    for (const { id } of await database.select({ id: visits.id }).from(visits)) {
      const stored = JSON.stringify(await storedVisit(database, id, moment.lastEvent));
      expect(JSON.stringify(JSON.parse(all[`visits/${id}.json`] ?? '')) === stored)
        .withContext(id)
        .toBeTrue();
    }
  });

  it('has files of every length, and pictures larger than what is told ahead', async () => {
    const text = (length: number): string => 'wet glove '.repeat(length / 10);
    const lengths = [10, 2_000_000, 6_000_000, 100, 999_990];
    const pictures = [5_000_000, 20, 6_000_000];
    async function* all(): AsyncGenerator<Piece | Picture> {
      for (const [index, length] of lengths.entries()) {
        yield { file: `visits/${index}.json`, text: text(length / 2), isLast: false };
        yield { file: `visits/${index}.json`, text: text(length / 2), isLast: true, begun: `${index}` };
      }
      for (const [index, length] of pictures.entries())
        yield { file: `photos/${index}.jpg`, bytes: Buffer.alloc(length, index) };
      await wait(1);
    }
    const path = join(folder, 'lengths.zip');
    const manifest = { format: 'juxtameter/archive', version: 1, createdAt: new Date().toISOString() } as const;
    await pipeline(packedAside(all(), { ...manifest, journalSeq: 1, documents: [] }), createWriteStream(path));
    const files = await filesOfZip(path);
    lengths.forEach((length, index) => expect(files[`visits/${index}.json`]?.length).toBe(text(length / 2).length * 2));
    pictures.forEach((length, index) => expect(files[`photos/${index}.jpg`]?.length).toBe(length));
  });

  it('is not read further once nobody takes it, and not held in memory for one who is slow', async () => {
    let told = 0;
    let isEnded = false;
    async function* endless(): AsyncGenerator<Piece> {
      try {
        for (; ; told += 1) yield { file: 'one', text: `${Math.random()}`.repeat(5000), isLast: false };
      } finally {
        isEnded = true;
      }
    }
    const { journalSeq } = await momentOf(open.database, 1);
    const zip = packedAside(endless(), {
      format: 'juxtameter/archive',
      version: 1,
      createdAt: new Date().toISOString(),
      journalSeq,
      documents: [],
    });
    let before = -1;
    while (told !== before || told === 0) {
      before = told;
      await wait(500);
    }
    expect(told).toBeLessThan(2000);
    zip.destroy();
    while (!isEnded) await wait(20);
    expect(told).toBeLessThan(before + 3);
  });

  it('breaks off where what is read breaks off', async () => {
    const broken = (async function* (): AsyncGenerator<Piece> {
      yield { file: 'one', text: 'some', isLast: true };
      throw new Error('a page of the database is damaged');
    })();
    const zip = packedAside(broken, {
      format: 'juxtameter/archive',
      version: 1,
      createdAt: new Date().toISOString(),
      journalSeq: 1,
      documents: [],
    });
    await expectAsync(pipeline(zip, createWriteStream(join(folder, 'broken.zip')))).toBeRejectedWithError(
      'a page of the database is damaged',
    );
  });
});
