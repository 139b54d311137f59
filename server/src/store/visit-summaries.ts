import { setImmediate as turn, setTimeout as wait } from 'node:timers/promises';
import { and, desc, eq, gt, inArray, lt, or, sql, type SQL } from 'drizzle-orm';
import { RULES_VERSION, type PastVisit } from '@juxtameter/core';
import {
  pastVisitOf,
  summaryText,
  type SiteHistories,
  visitSummary,
  type VisitPage,
  type VisitQuery,
  type VisitSummary,
} from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { untoldVisits, visitSummaries } from '../database/schema';
import { storedVisit } from './stored-visit';
import { isOfTheDisk } from '../storage/disk-room';
import type { Storage } from '../storage/storage';
import { visitPage } from './visit-list';

/** Raise it when what is told of a visit changes: those that were told before are told anew. */
const SHAPE = 5;
const VERSION = `${SHAPE}.${RULES_VERSION}`;

/** Earlier visits of one unit that its history tells of. */
const MOST_PAST = 100;
/** Visits told anew for somebody who waits for a list: those touched last. More are told beside all requests. */
const MOST_AT_ONCE = 50;
/** Milliseconds between two visits that are told beside all requests. */
const BREATH = 5;

/**
 * What lists and histories tell of visits, kept beside them: whoever looks at a list replays no logs. The transaction
 * that stores an event notes that its visit is untold; who asks next has it told anew. All of it follows from the
 * logs, so it is in no journal and in no archive.
 */
export class VisitSummaries {
  private isClosed = false;
  private running: Promise<void> | undefined;

  constructor(private readonly storage: Pick<Storage, 'database' | 'isFull'>) {}

  private get database(): Database {
    return this.storage.database;
  }

  /** Visits that are not told as they stand. */
  async untold(): Promise<number> {
    return this.database.$count(untoldVisits);
  }

  /** A page of the list. @throws RequestProblem where the query is none. */
  async page(query: VisitQuery): Promise<VisitPage> {
    // Counted before: what somebody logs while the list is made is not behind, it is told to whoever asks next.
    const left = Math.max(0, (await this.untold()) - MOST_AT_ONCE);
    const unstored = summariesOf(await this.refresh(undefined, MOST_AT_ONCE));
    // What goes wrong with it goes wrong for whoever asks next, who is told.
    if (left > 0) this.tellAnew().catch(() => undefined);
    return visitPage(this.database, query, unstored, left);
  }

  /** Those of these visits that there are. */
  async of(ids: readonly string[]): Promise<readonly VisitSummary[]> {
    const which = inArray(visitSummaries.visit, [...ids]);
    const unstored = summariesOf(await this.refresh(which));
    const rows = await this.database
      .select({ visit: visitSummaries.visit, summary: visitSummaries.summary })
      .from(visitSummaries)
      .where(which);
    return rows.flatMap(({ visit, summary }) => unstored.get(visit) ?? summary ?? []);
  }

  /** What happened at the units of these sites, the oldest visit first. */
  async history(sites: readonly string[]): Promise<SiteHistories> {
    const bySite = new Map(sites.map((site) => [site, new Map<string, PastVisit[]>()]));
    for (const { site, unit, past } of await this.past(inArray(visitSummaries.site, [...sites]))) {
      const units = bySite.get(site);
      units?.set(unit, [...(units.get(unit) ?? []), past]);
    }
    return Object.fromEntries(
      [...bySite].map(([site, units]) => [
        site,
        Object.fromEntries([...units].map(([unit, visits]) => [unit, inOrder(visits)])),
      ]),
    );
  }

  /** What happened at one unit, the oldest visit first. */
  async pastOf(unit: string): Promise<readonly PastVisit[]> {
    return inOrder((await this.past(eq(visitSummaries.unit, unit))).map(({ past }) => past));
  }

  /**
   * Tells what is untold now, and what another version of the product told, one visit after the other, beside whatever is
   * asked for. A disk that takes nothing ends it; who asks next goes on.
   */
  tellAnew(): Promise<void> {
    this.running ??= this.tellAll().finally(() => (this.running = undefined));
    return this.running;
  }

  /** Tells all of it anew, whatever is kept; `progress` hears how many visits were told. */
  async rebuild(progress: (told: number) => void): Promise<void> {
    await this.database.update(visitSummaries).set({ version: '' });
    await this.tellAll({ breath: 0, progress });
  }

  /** Ends what goes on beside the requests. */
  async close(): Promise<void> {
    this.isClosed = true;
    await this.running?.catch(() => undefined);
  }

  private async tellAll({ breath = BREATH, progress = (_told: number): void => undefined } = {}): Promise<void> {
    const isOther = or(lt(visitSummaries.version, VERSION), gt(visitSummaries.version, VERSION));
    const others = this.database
      .select({ visit: visitSummaries.visit, seq: sql<number>`0`.as('seq') })
      .from(visitSummaries)
      .where(isOther);
    await this.database.insert(untoldVisits).select(others).onConflictDoNothing();
    // What is touched meanwhile is left to whoever asks: a visit at work would be told again and again.
    const rows = await this.database
      .select({ visit: untoldVisits.visit })
      .from(untoldVisits)
      .orderBy(desc(untoldVisits.seq), desc(untoldVisits.visit));
    for (const [index, { visit }] of rows.entries()) {
      if (this.isClosed) return;
      const { unstored } = await this.refresh(eq(visitSummaries.visit, visit));
      if (unstored.size > 0) return;
      progress(index + 1);
      await wait(breath);
    }
  }

  private async past(which: SQL): Promise<readonly PastAt[]> {
    const { unstored } = await this.refresh(which);
    const rows = await this.database
      .select({
        visit: visitSummaries.visit,
        site: visitSummaries.site,
        unit: visitSummaries.unit,
        past: visitSummaries.past,
      })
      .from(visitSummaries)
      .where(which);
    return rows.flatMap(({ visit, site, unit, past: stored }) => {
      const past = unstored.get(visit)?.past ?? stored;
      return past ? [{ site, unit, past }] : [];
    });
  }

  /**
   * Tells anew what is untold, the visits touched last first; requests are answered between two visits. A disk that
   * takes nothing keeps nobody from reading.
   */
  private async refresh(which?: SQL, most = Number.MAX_SAFE_INTEGER): Promise<Refreshed> {
    const rows = await this.database
      .select({ visit: untoldVisits.visit, seq: untoldVisits.seq })
      .from(untoldVisits)
      .innerJoin(visitSummaries, eq(visitSummaries.visit, untoldVisits.visit))
      .where(which)
      .orderBy(desc(untoldVisits.seq), desc(untoldVisits.visit))
      .limit(most);
    const unstored = new Map<string, Told>();
    for (const { visit: id, seq } of rows) {
      const visit = await storedVisit(this.database, id);
      if (!visit) continue;
      const told = { summary: visitSummary(visit), past: pastVisitOf(visit) };
      if (!(await this.kept(id, seq, told))) unstored.set(id, told);
      await turn();
    }
    return { unstored };
  }

  /**
   * `seq` was read before the log. Where something was stored meanwhile, or somebody else told it, nothing happens: a
   * summary is never put in the place of a newer one.
   */
  private async kept(id: string, seq: number, { summary, past }: Told): Promise<boolean> {
    if (this.storage.isFull) return false;
    const row = {
      summary,
      past,
      version: VERSION,
      isOpen: !summary.closed,
      lastAt: summary.lastAt,
      words: summaryText(summary),
      tellsTemporary: summary.temporaries !== undefined || summary.ended !== undefined,
    };
    const isUntold = this.database.$with('told').as(
      this.database
        .delete(untoldVisits)
        .where(and(eq(untoldVisits.visit, id), eq(untoldVisits.seq, seq)))
        .returning({ visit: untoldVisits.visit }),
    );
    try {
      await this.database
        .with(isUntold)
        .update(visitSummaries)
        .set(row)
        .where(inArray(visitSummaries.visit, this.database.select({ visit: isUntold.visit }).from(isUntold)));
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

interface PastAt {
  readonly site: string;
  readonly unit: string;
  readonly past: PastVisit;
}

interface Refreshed {
  /** What was told anew and could not be kept. */
  readonly unstored: ReadonlyMap<string, Told>;
}

function summariesOf({ unstored }: Refreshed): ReadonlyMap<string, VisitSummary> {
  return new Map([...unstored].map(([id, { summary }]) => [id, summary]));
}

function inOrder(visits: readonly PastVisit[]): readonly PastVisit[] {
  return [...visits].sort((a, b) => a.openedAt.localeCompare(b.openedAt)).slice(-MOST_PAST);
}
