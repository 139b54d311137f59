import { setImmediate as turn } from 'node:timers/promises';
import { and, asc, eq, ne, or, type SQL } from 'drizzle-orm';
import { RULES_VERSION, type PastVisit } from '@juxtameter/core';
import { pastVisitOf, visitSummary, type VisitSummary } from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { visitSummaries } from '../database/schema';
import { storedVisit } from '../storage/archive-writer';
import { isOfTheDisk } from '../storage/disk-room';
import type { Storage } from '../storage/storage';

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
  constructor(private readonly storage: Pick<Storage, 'database' | 'isFull'>) {}

  private get database(): Database {
    return this.storage.database;
  }

  /** Every visit, the one touched last first. */
  async all(): Promise<readonly VisitSummary[]> {
    const unstored = await this.refresh();
    const rows = await this.database
      .select({ visit: visitSummaries.visit, summary: visitSummaries.summary })
      .from(visitSummaries);
    return rows
      .flatMap(({ visit, summary }) => unstored.get(visit)?.summary ?? summary ?? [])
      .sort((a, b) => (a.lastAt < b.lastAt ? 1 : a.lastAt > b.lastAt ? -1 : 0));
  }

  /** What happened at every unit, by unit, the oldest visit first. */
  async history(): Promise<Readonly<Record<string, readonly PastVisit[]>>> {
    const unstored = await this.refresh();
    const rows = await this.database
      .select({ visit: visitSummaries.visit, unit: visitSummaries.unit, past: visitSummaries.past })
      .from(visitSummaries);
    const byUnit: Record<string, PastVisit[]> = {};
    for (const { visit, unit, past: stored } of rows) {
      const past = unstored.get(visit)?.past ?? stored;
      if (past) (byUnit[unit] ??= []).push(past);
    }
    return Object.fromEntries(Object.entries(byUnit).map(([unit, visits]) => [unit, inOrder(visits)]));
  }

  /** What happened at one unit, the oldest visit first. */
  async pastOf(unit: string): Promise<readonly PastVisit[]> {
    const unstored = await this.refresh(eq(visitSummaries.unit, unit));
    const rows = await this.database
      .select({ visit: visitSummaries.visit, past: visitSummaries.past })
      .from(visitSummaries)
      .where(eq(visitSummaries.unit, unit));
    return inOrder(rows.flatMap(({ visit, past }) => unstored.get(visit)?.past ?? past ?? []));
  }

  /**
   * Tells anew what is told no more; requests are answered between two visits. Returns what could not be kept: a disk
   * that takes nothing keeps nobody from reading.
   */
  private async refresh(which?: SQL): Promise<ReadonlyMap<string, Told>> {
    const untold = or(ne(visitSummaries.told, visitSummaries.logged), ne(visitSummaries.version, VERSION));
    const rows = await this.database
      .select({ visit: visitSummaries.visit, logged: visitSummaries.logged })
      .from(visitSummaries)
      .where(which ? and(untold, which) : untold)
      .orderBy(asc(visitSummaries.visit));
    const unstored = new Map<string, Told>();
    for (const { visit: id, logged } of rows) {
      const visit = await storedVisit(this.database, id);
      if (!visit) continue;
      const told = { summary: visitSummary(visit), past: pastVisitOf(visit) };
      if (!(await this.kept(id, logged, told))) unstored.set(id, told);
      await turn();
    }
    return unstored;
  }

  /** `logged` was read before the log: what is stored meanwhile makes the two differ again. */
  private async kept(id: string, logged: number, told: Told): Promise<boolean> {
    if (this.storage.isFull) return false;
    try {
      await this.database
        .update(visitSummaries)
        .set({ ...told, version: VERSION, told: logged })
        .where(eq(visitSummaries.visit, id));
      return true;
    } catch (error) {
      if (!isOfTheDisk(error)) throw error;
      return false;
    }
  }
}

/** What is told of a visit. */
interface Told {
  readonly summary: VisitSummary;
  readonly past: PastVisit;
}

function inOrder(visits: readonly PastVisit[]): readonly PastVisit[] {
  return [...visits].sort((a, b) => a.openedAt.localeCompare(b.openedAt)).slice(-MOST_PAST);
}
