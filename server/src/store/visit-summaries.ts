import { setImmediate as turn } from 'node:timers/promises';
import { and, asc, eq, ne, or, type SQL } from 'drizzle-orm';
import { RULES_VERSION, type PastVisit } from '@juxtameter/core';
import { pastVisitOf, visitSummary, type VisitSummary } from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { visitSummaries } from '../database/schema';
import { storedVisit } from '../storage/archive-writer';

/** Raise it when what is told of a visit changes: those that were told before are told anew. */
const SHAPE = 1;
const VERSION = `${SHAPE}.${RULES_VERSION}`;

/** Earlier visits of one unit that its history tells of. */
const MOST_PAST = 100;

/**
 * What lists and histories tell of visits, kept beside them: whoever looks at a list replays no logs. The very statement
 * that stores an event counts it beside its visit; who asks next has it told anew. All of it follows from the
 * logs, so it is in no journal and in no archive.
 */
export class VisitSummaries {
  constructor(private readonly database: () => Database) {}

  /** Every visit, the one touched last first. */
  async all(): Promise<readonly VisitSummary[]> {
    await this.refresh();
    const rows = await this.database().select({ summary: visitSummaries.summary }).from(visitSummaries);
    return rows
      .flatMap(({ summary }) => (summary ? [summary] : []))
      .sort((a, b) => (a.lastAt < b.lastAt ? 1 : a.lastAt > b.lastAt ? -1 : 0));
  }

  /** What happened at every unit, by unit, the oldest visit first. */
  async history(): Promise<Readonly<Record<string, readonly PastVisit[]>>> {
    await this.refresh();
    const rows = await this.database()
      .select({ unit: visitSummaries.unit, past: visitSummaries.past })
      .from(visitSummaries);
    const byUnit: Record<string, PastVisit[]> = {};
    for (const { unit, past } of rows) if (past) (byUnit[unit] ??= []).push(past);
    return Object.fromEntries(Object.entries(byUnit).map(([unit, visits]) => [unit, inOrder(visits)]));
  }

  /** What happened at one unit, the oldest visit first. */
  async pastOf(unit: string): Promise<readonly PastVisit[]> {
    await this.refresh(eq(visitSummaries.unit, unit));
    const rows = await this.database()
      .select({ past: visitSummaries.past })
      .from(visitSummaries)
      .where(eq(visitSummaries.unit, unit));
    return inOrder(rows.flatMap(({ past }) => (past ? [past] : [])));
  }

  /** Tells anew what is told no more; requests are answered between two visits. */
  private async refresh(which?: SQL): Promise<void> {
    const untold = or(ne(visitSummaries.told, visitSummaries.logged), ne(visitSummaries.version, VERSION));
    const rows = await this.database()
      .select({ visit: visitSummaries.visit, logged: visitSummaries.logged })
      .from(visitSummaries)
      .where(which ? and(untold, which) : untold)
      .orderBy(asc(visitSummaries.visit));
    for (const { visit, logged } of rows) {
      await this.tell(visit, logged);
      await turn();
    }
  }

  /** `logged` was read before the log: what is stored meanwhile makes the two differ again. */
  private async tell(id: string, logged: number): Promise<void> {
    const visit = await storedVisit(this.database(), id);
    if (!visit) return;
    await this.database()
      .update(visitSummaries)
      .set({ summary: visitSummary(visit), past: pastVisitOf(visit), version: VERSION, told: logged })
      .where(eq(visitSummaries.visit, id));
  }
}

function inOrder(visits: readonly PastVisit[]): readonly PastVisit[] {
  return [...visits].sort((a, b) => a.openedAt.localeCompare(b.openedAt)).slice(-MOST_PAST);
}
