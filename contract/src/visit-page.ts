import type { TemporaryTold, VisitSummary } from './api';

/** Visits in one answer to a list, at most. */
export const LONGEST_PAGE = 100;
/** Matches are counted up to this many: to count more costs with what is stored, and tells nobody anything. */
export const MOST_COUNTED = 1000;
/** Characters of a search, at most. */
export const LONGEST_SEARCH = 200;
/** Visits that can be asked for by their ids at a time. */
export const MOST_IDS = 200;

/** What is asked of the list of visits; where everything is left out, the first page of all of them. */
export interface VisitQuery {
  /** Every word of it stands in what the list shows. */
  readonly search?: string;
  /** Visits to this unit alone, by its id. */
  readonly unit?: string;
  /** `next` of the page before. */
  readonly after?: string;
  /** From 1 to `LONGEST_PAGE`. */
  readonly limit?: number;
}

/** A page of the list: open visits first, in each part the one touched last first. */
export interface VisitPage {
  readonly visits: readonly VisitSummary[];
  /** Asks for what comes behind; missing on the last page. */
  readonly next?: string;
  /** On the first page only: how many match, each up to `MOST_COUNTED` and one. */
  readonly found?: { readonly open: number; readonly closed: number };
  /** On the first page of all visits only: every temporary repair that runs, the first to end first. */
  readonly temporaries?: readonly RunningTemporary[];
  /** Visits that are still read anew, after an upgrade of the product: they may be missing, or shown as they were. */
  readonly untold: number;
}

/** A temporary repair that nobody has ended, and where it is. */
export interface RunningTemporary extends TemporaryTold {
  readonly visit: string;
  readonly unit: string;
  readonly unitName: string;
  readonly siteName: string;
}

/** Those of these visits that no other of them has ended, the first to end first. */
export function runningOf(visits: readonly VisitSummary[]): readonly RunningTemporary[] {
  const ended = new Set(visits.flatMap((visit) => visit.ended ?? []));
  return visits
    .flatMap(({ id: visit, unit, unitName, siteName, temporaries = [] }) =>
      temporaries.map((told) => ({ ...told, visit, unit, unitName, siteName })),
    )
    .filter(({ id }) => !ended.has(id))
    .sort((a, b) => a.until.localeCompare(b.until));
}

/** Everything a list shows of a visit, in which a search looks. */
export function summaryText(visit: VisitSummary): string {
  return [visit.unitName, visit.siteName, visit.complaint, visit.waitsFor, ...visit.findings].join(' ').toLowerCase();
}

/** The words of a search: each has to stand somewhere; upper and lower case are the same. */
export function searchWords(search: string): readonly string[] {
  return search
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
}
