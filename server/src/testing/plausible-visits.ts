import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { openEmbedded, type Database } from '../database/open-database';
import { VisitSummaries } from '../store/visit-summaries';

/** Copies made in one statement. */
const AT_ONCE = 250;
/** Copies of every unit, each at a site of its own among so many. */
const UNIT_COPIES = 385;
const SITES = 200;

export interface Filling {
  /** Entries of each visit, at least: the logs of the demo data are filled up with notes. */
  readonly entries?: number;
  readonly progress?: (done: number) => void;
}

/**
 * Fills a data folder that holds the demo data, and that nobody uses, with copies of its visits, made within the
 * database: hundreds a second. Each has ids, days, a unit and a site of its own; their summaries are copied as well, so
 * that they do not tell of the notes. Nothing of it is in the journal or in a dump. Returns the ids of the copies.
 */
export async function fillFolder(folder: string, count: number, filling: Filling = {}): Promise<readonly string[]> {
  const { entries = 0, progress = () => undefined } = filling;
  const open = await openEmbedded(join(folder, 'pglite'));
  try {
    const { database } = open;
    await new VisitSummaries({ database, isFull: false }).tellAnew();
    // What is copied refers to what is copied: to check that for every row takes longer than to copy it.
    await database.execute(sql`set session_replication_role = replica`);
    await copyUnits(database);
    await database.execute(sql`create temporary table template as
      select row_number() over (order by id) - 1 as place, id, (select count(*) from visit_events where visit = visits.id) as entries
      from visits`);
    for (let from = 0; from < count; from += AT_ONCE) {
      await copyVisits(database, from, Math.min(count, from + AT_ONCE) - 1, entries);
      progress(Math.min(count, from + AT_ONCE));
    }
    await database.execute(sql`drop table template`);
    await database.execute(sql`analyze`);
    const rows = await database.execute(sql`select id from visits where created_at > '2027-01-01' order by id`);
    return (rows as unknown as { readonly rows: readonly { readonly id: string }[] }).rows.map(({ id }) => id);
  } finally {
    await open.close();
  }
}

async function copyUnits(database: Database): Promise<void> {
  await database.execute(sql`insert into sites (id, document)
    select 'site-' || i, json_build_object('id', 'site-' || i, 'name', 'Glasshouses ' || i) from generate_series(0, ${SITES - 1}::integer) i
    on conflict do nothing`);
  await database.execute(sql`insert into units (id, site, document)
    select id || '-' || i, 'site-' || (i % ${SITES}::integer),
      replace(replace(document::text, '"id":"' || id || '"', '"id":"' || id || '-' || i || '"'),
        '"site":"' || site || '"', '"site":"site-' || (i % ${SITES}::integer) || '"')::json
    from units, generate_series(0, ${UNIT_COPIES - 1}::integer) i
    on conflict do nothing`);
}

/** Ids of the demo data end alike: the number of the copy goes into the middle of each, wherever it is named. */
const NUMBERED = sql`lpad(to_hex(number + 1), 11, '0')`;

async function copyVisits(database: Database, from: number, to: number, entries: number): Promise<void> {
  const copies = sql`copies as (
    select number + 1 as copy, '-8' || substr(${NUMBERED}, 1, 3) || '-' || substr(${NUMBERED}, 4) as renamed, template.id as original, template.entries
    from generate_series(${from}::integer, ${to}::integer) number
    join template on place = number % (select count(*) from template))`;
  await database.execute(sql`with ${copies}
    insert into visits (id, unit, hash, pinned, created_at)
    select replace(id::text, '-8000-00000000', renamed)::uuid, unit || '-' || (copy % ${UNIT_COPIES}::integer), hash, pinned, '2027-02-02'
    from copies join visits on id = original`);
  await database.execute(sql`with ${copies},
    told as (select copies.*, visit_summaries.*, to_char(last_at::timestamptz at time zone 'UTC' - copy * interval '37 minutes',
      'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at from copies join visit_summaries on visit = original)
    insert into visit_summaries (visit, unit, site, version, is_open, last_at, words, tells_temporary, summary, past)
    select replace(visit::text, '-8000-00000000', renamed)::uuid, unit || '-' || (copy % ${UNIT_COPIES}::integer),
      'site-' || (copy % ${UNIT_COPIES}::integer % ${SITES}::integer), version, is_open, at, words || ' number' || copy, tells_temporary,
      replace(replace(replace(replace(summary::text, '-8000-00000000', renamed), last_at, at),
        '"unit":"' || unit || '"', '"unit":"' || unit || '-' || (copy % ${UNIT_COPIES}::integer) || '"'),
        '"complaint":"', '"complaint":"Number' || copy || ' ')::json,
      replace(past::text, '-8000-00000000', renamed)::json
    from told`);
  await database.execute(sql`with ${copies},
    logged as (
      select copy, seq as place, replace(id::text, '-8000-00000000', renamed)::uuid as id,
        replace(visit::text, '-8000-00000000', renamed)::uuid as visit,
        replace(device::text, '-8000-00000000', renamed)::uuid as device, device_seq, hash,
        replace(document::text, '-8000-00000000', renamed)::json as document
      from copies join visit_events on visit = original
      union all
      select copy, 10000000 + note, note_id, visit, device, note, '', json_build_object('id', note_id, 'visit', visit,
        'device', device, 'deviceSeq', note, 'at', '2026-11-30T10:00:00.000Z', 'seenSeq', 0, 'type', 'note-added',
        'text', 'Looked again at the same place, and found what was found before.')
      from (select copy, note, replace(original::text, '-8000-00000000', renamed)::uuid as visit,
          md5('device' || copy)::uuid as device, md5(copy || '-' || note)::uuid as note_id
        from copies, lateral generate_series(1, (${entries}::integer - copies.entries)::integer) note) notes)
    insert into visit_events (seq, id, visit, device, device_seq, hash, document)
    select (select max(seq) from visit_events) + row_number() over (order by copy, place), id, visit, device, device_seq, hash, document
    from logged`);
}
