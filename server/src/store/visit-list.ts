import { and, desc, eq, isNotNull, like, sql, type SQL } from 'drizzle-orm';
import {
  LONGEST_PAGE,
  LONGEST_SEARCH,
  MOST_COUNTED,
  runningOf,
  searchWords,
  summaryText,
  type RunningTemporary,
  type VisitPage,
  type VisitQuery,
  type VisitSummary,
} from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { visitSummaries } from '../database/schema';
import { unacceptable } from '../request-problem';

const DEFAULT_PAGE = 40;
const CURSOR = /^(open|closed)~([^~]{0,40})~([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/;

/**
 * A page of the list of visits, from the index it is ordered by: its cost is that of the page. What could not be kept as
 * it is told now stands in `unstored`.
 * @throws RequestProblem where the query is none.
 */
export async function visitPage(
  database: Database,
  query: VisitQuery,
  unstored: ReadonlyMap<string, VisitSummary>,
  untold: number,
): Promise<VisitPage> {
  const { search = '', unit, after, limit = DEFAULT_PAGE } = query;
  if (!Number.isInteger(limit) || limit < 1 || limit > LONGEST_PAGE)
    throw refused('limit', `must be from 1 to ${LONGEST_PAGE}`);
  if (search.length > LONGEST_SEARCH) throw refused('search', `must be at most ${LONGEST_SEARCH} characters`);
  const { isOpen, lastAt, visit } = visitSummaries;
  const rows = await database
    .select({ visit, isOpen, lastAt, summary: visitSummaries.summary })
    .from(visitSummaries)
    .where(and(matching(search, unit), after === undefined ? undefined : behind(after)))
    .orderBy(desc(isOpen), desc(lastAt), desc(visit))
    .limit(limit + 1);
  const shown = rows.slice(0, limit);
  const last = shown.at(-1);
  const next =
    rows.length > limit && last ? `${last.isOpen ? 'open' : 'closed'}~${last.lastAt}~${last.visit}` : undefined;
  const told = shown.flatMap((row) => unstored.get(row.visit) ?? row.summary ?? []);
  const visits = after === undefined ? [...neverListed(unstored, told, search, unit), ...told] : told;
  return {
    visits,
    ...(next === undefined ? {} : { next }),
    ...(after === undefined ? { found: await counted(database, search, unit) } : {}),
    ...(after === undefined && search === '' && unit === undefined
      ? { temporaries: await temporaries(database, unstored) }
      : {}),
    untold,
  };
}

/** Of all visits, whichever page they would be on: those with anything to tell of temporary repairs are few. */
async function temporaries(
  database: Database,
  unstored: ReadonlyMap<string, VisitSummary>,
): Promise<readonly RunningTemporary[]> {
  const rows = await database
    .select({ visit: visitSummaries.visit, summary: visitSummaries.summary })
    .from(visitSummaries)
    .where(eq(visitSummaries.tellsTemporary, true));
  const told = rows.flatMap(({ visit, summary }) => (summary && !unstored.has(visit) ? [summary] : []));
  return runningOf([...told, ...unstored.values()]);
}

/** Begun on a disk that takes nothing since: they stand in no row. */
function neverListed(
  unstored: ReadonlyMap<string, VisitSummary>,
  told: readonly VisitSummary[],
  search: string,
  unit: string | undefined,
): readonly VisitSummary[] {
  const known = new Set(told.map(({ id }) => id));
  const words = searchWords(search);
  return [...unstored.values()].filter(
    (summary) =>
      !known.has(summary.id) &&
      (unit === undefined || summary.unit === unit) &&
      words.every((word) => summaryText(summary).includes(word)),
  );
}

function matching(search: string, unit: string | undefined): SQL | undefined {
  const words = searchWords(search).map((word) => like(visitSummaries.words, `%${word.replace(/[\\%_]/g, '\\$&')}%`));
  return and(
    isNotNull(visitSummaries.summary),
    unit === undefined ? undefined : eq(visitSummaries.unit, unit),
    ...words,
  );
}

function behind(after: string): SQL {
  const [, state, lastAt, visit] = CURSOR.exec(after) ?? [];
  if (state === undefined || lastAt === undefined || visit === undefined)
    throw refused('after', 'must be `next` of the page before');
  const { isOpen, lastAt: at, visit: id } = visitSummaries;
  return sql`(${isOpen}, ${at}, ${id}) < (${state === 'open'}::boolean, ${lastAt}::text, ${visit}::uuid)`;
}

async function counted(
  database: Database,
  search: string,
  unit: string | undefined,
): Promise<NonNullable<VisitPage['found']>> {
  const count = async (isOpen: boolean): Promise<number> => {
    const some = database
      .select({ visit: visitSummaries.visit })
      .from(visitSummaries)
      .where(and(eq(visitSummaries.isOpen, isOpen), matching(search, unit)))
      .limit(MOST_COUNTED + 1)
      .as('some');
    const [row] = await database.select({ count: sql<number>`count(*)::integer` }).from(some);
    return row?.count ?? 0;
  };
  return { open: await count(true), closed: await count(false) };
}

function refused(path: string, message: string): Error {
  return unacceptable('Ask for a page of the visits.', [{ path, message }]);
}
