import { and, asc, desc, gt, gte, lt, max, min, sql } from 'drizzle-orm';
import type { Database } from '../database/open-database';
import { visitEvents, visits } from '../database/schema';
import { DOCUMENT_TABLES } from './entry';

/** Events read at a time, and visits: their documents are larger. */
const EVENTS = 2000;
const VISITS = 100;

/**
 * Touches every row, large values included: the database checks the sums of its pages as it reads them. A step at a time,
 * so that requests are answered in between; what was written last comes first, being what a loss of power tears.
 */
export class DatabaseCheck {
  private readonly steps: AsyncGenerator<void>;
  private read = 0;
  private all = 1;
  private isDone = false;

  constructor(private readonly database: Database) {
    this.steps = this.everything();
  }

  get isFinished(): boolean {
    return this.isDone;
  }

  /** How much of it was read, 0 to 1. */
  get progress(): number {
    return this.isDone ? 1 : Math.min(0.99, this.read / this.all);
  }

  /** Reads some rows more. Throws what the database says of a damaged one. */
  async step(): Promise<void> {
    this.isDone = (await this.steps.next()).done === true;
  }

  private async *everything(): AsyncGenerator<void> {
    const [span] = await this.database
      .select({ first: min(visitEvents.seq), last: max(visitEvents.seq) })
      .from(visitEvents);
    const [first, last] = [span?.first ?? 0, span?.last ?? 0];
    this.all = Math.max(1, last - first);
    for (const table of Object.values(DOCUMENT_TABLES)) {
      await this.database.select({ size: sql`sum(length(document::text))` }).from(table);
      yield;
    }
    for (let until: number | undefined = last + 1; until !== undefined;) {
      until = await this.eventsBelow(until);
      this.read = last - (until ?? first);
      yield;
    }
    for (let id: string | undefined = '00000000-0000-0000-0000-000000000000'; id !== undefined;) {
      id = await this.visitsBehind(id);
      yield;
    }
  }

  /** Reads the events before an order, some of them; returns the first of these. */
  private async eventsBelow(until: number): Promise<number | undefined> {
    const some = this.database
      .select({ seq: visitEvents.seq })
      .from(visitEvents)
      .where(lt(visitEvents.seq, until))
      .orderBy(desc(visitEvents.seq))
      .limit(EVENTS)
      .as('some');
    const [page] = await this.database.select({ first: min(some.seq) }).from(some);
    const first = page?.first ?? undefined;
    if (first === undefined) return undefined;
    await this.database
      .select({ size: sql`sum(length(document::text))` })
      .from(visitEvents)
      .where(and(gte(visitEvents.seq, first), lt(visitEvents.seq, until)));
    return first;
  }

  private async visitsBehind(id: string): Promise<string | undefined> {
    const rows = await this.database
      .select({ id: visits.id, size: sql`length(pinned::text)` })
      .from(visits)
      .where(gt(visits.id, id))
      .orderBy(asc(visits.id))
      .limit(VISITS);
    return rows.at(-1)?.id;
  }
}
