import { and, asc, eq, lte } from 'drizzle-orm';
import type { VisitDocument } from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { visitEvents, visits } from '../database/schema';

/** A visit with its log up to an event; undefined when there is none by that id. */
export async function storedVisit(
  database: Database,
  id: string,
  lastEvent = Number.MAX_SAFE_INTEGER,
): Promise<VisitDocument | undefined> {
  const [row] = await database.select({ pinned: visits.pinned }).from(visits).where(eq(visits.id, id));
  if (!row) return undefined;
  const events = await database
    .select({ seq: visitEvents.seq, document: visitEvents.document })
    .from(visitEvents)
    .where(and(eq(visitEvents.visit, id), lte(visitEvents.seq, lastEvent)))
    .orderBy(asc(visitEvents.seq));
  return {
    format: 'juxtameter/visit',
    version: 1,
    id,
    pinned: row.pinned,
    events: events.map(({ seq, document }) => ({ ...document, seq })),
  };
}
