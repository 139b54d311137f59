import { and, eq, gt, max, sql } from 'drizzle-orm';
import { visitContext, type PinnedDocuments } from '@juxtameter/contract';
import type { VisitContext } from '@juxtameter/core';
import type { Database } from '../database/open-database';
import { visitEvents, visits } from '../database/schema';
import { notFound, RequestProblem } from '../request-problem';

/** What is remembered of a visit while it is in use: asking the database for each event would be its slowest part. */
export interface IndexedVisit {
  readonly pinned: PinnedDocuments;
  readonly context: VisitContext;
  /** Order and content hash of every stored event. */
  readonly events: Map<string, { readonly seq: number; readonly hash: string }>;
  /** Device numbers that are taken, as `device:number`. */
  readonly numbers: Set<string>;
  /** The last order that is remembered. */
  last: number;
}

/** How many visits are remembered at a time, at most; more are read again from the database. */
const MOST_VISITS = 200;

/** Remembers the visits in use, and the order of the last event. Forgets all after a transaction that was undone. */
export class VisitIndex {
  private readonly visits = new Map<string, IndexedVisit>();
  private lastSeq: number | undefined;

  /** `isShared`: others store in the same database, so that the database gives the orders and tells what is new. */
  constructor(private readonly isShared: boolean) {}

  forget(): void {
    this.visits.clear();
    this.lastSeq = undefined;
  }

  /** @throws RequestProblem when there is no such visit. */
  async visit(database: Database, id: string): Promise<IndexedVisit> {
    const known = this.visits.get(id);
    if (known) return this.isShared ? broughtUp(database, id, known) : known;
    const read = await readVisit(database, id);
    // The oldest goes first; a Map keeps the order of insertion.
    const [oldest] = this.visits.keys();
    if (this.visits.size >= MOST_VISITS && oldest !== undefined) this.visits.delete(oldest);
    this.visits.set(id, read);
    return read;
  }

  /** The orders of so many new events. */
  async takeOrders(database: Database, count: number): Promise<readonly number[]> {
    if (this.isShared) return sharedOrders(database, count);
    if (this.lastSeq === undefined) {
      const [last] = await database.select({ seq: max(visitEvents.seq) }).from(visitEvents);
      this.lastSeq = last?.seq ?? 0;
    }
    const first = this.lastSeq + 1;
    if (this.lastSeq + count > Number.MAX_SAFE_INTEGER)
      throw new RequestProblem(
        507,
        'Storage full',
        'There are no numbers left to order events by; nothing was stored.',
      );
    this.lastSeq += count;
    return Array.from({ length: count }, (_, index) => first + index);
  }
}

async function readVisit(database: Database, id: string): Promise<IndexedVisit> {
  const [row] = await database.select({ pinned: visits.pinned }).from(visits).where(eq(visits.id, id));
  if (!row) throw notFound(`visit ${id}`);
  const events = new Map<string, { readonly seq: number; readonly hash: string }>();
  const indexed = { pinned: row.pinned, context: visitContext(row.pinned), events, numbers: new Set<string>() };
  return broughtUp(database, id, { ...indexed, last: 0 });
}

/** With what was stored since; to be asked for while nobody else stores in the visit. */
async function broughtUp(database: Database, id: string, indexed: IndexedVisit): Promise<IndexedVisit> {
  const rows = await database
    .select({
      id: visitEvents.id,
      seq: visitEvents.seq,
      hash: visitEvents.hash,
      device: visitEvents.device,
      deviceSeq: visitEvents.deviceSeq,
    })
    .from(visitEvents)
    .where(and(eq(visitEvents.visit, id), gt(visitEvents.seq, indexed.last)))
    .orderBy(visitEvents.seq);
  for (const { id: event, seq, hash, ...place } of rows) {
    indexed.events.set(event, { seq, hash });
    indexed.numbers.add(deviceNumber(place));
    indexed.last = seq;
  }
  return indexed;
}

async function sharedOrders(database: Database, count: number): Promise<readonly number[]> {
  const { rows } = (await database.execute(
    sql`select nextval('event_orders') as seq from generate_series(1, ${count}::integer)`,
  )) as unknown as { readonly rows: readonly { readonly seq: string | number }[] };
  return rows.map(({ seq }) => Number(seq)).sort((a, b) => a - b);
}

export function deviceNumber({ device, deviceSeq }: { readonly device: string; readonly deviceSeq: number }): string {
  return `${device}:${deviceSeq}`;
}
