import { stringify } from 'csv-stringify/browser/esm/sync';
import { followUpCalendar, dueOf } from './follow-up-calendar';
import { localTime, recordCells, replay, UTF8_MARK } from '@juxtameter/core';
import type { VisitDocument } from './api';
import type { ApiRoute } from './api-route';
import { visitContext } from './visit-context';

/** A file that a visit is handed over as: by the page, by the server, and described in the API. */
export interface VisitExport {
  /** Last part of its address: `/visits/:id/readings.csv`. */
  readonly id: string;
  /** On its button. */
  readonly label: string;
  readonly summary: string;
  readonly type: string;
  readonly gives: ApiRoute['gives'];
  /** Says which unit and which day, as whoever gets the file would name it. */
  readonly fileName: (visit: VisitDocument) => string;
  readonly write: (visit: VisitDocument) => string;
  /** Why there is nothing to write, in words; undefined where there is. Missing where there always is something. */
  readonly nothing?: (visit: VisitDocument) => string | undefined;
}

export const VISIT_EXPORTS: readonly VisitExport[] = [
  {
    id: 'readings.csv',
    label: 'Readings, CSV',
    summary: 'The readings of a visit for a spreadsheet.',
    type: 'text/csv; charset=utf-8',
    gives: { words: 'The readings list.', type: 'text/csv' },
    fileName: (visit) => `${baseName(visit)}-readings.csv`,
    write: ({ pinned, events }) => {
      const context = visitContext(pinned);
      const cells = recordCells(context, replay(context, events)).map((row) => [...row]);
      return `${UTF8_MARK}${stringify(cells, { record_delimiter: '\r\n' })}`;
    },
  },
  {
    id: 'export.json',
    label: 'Whole visit, JSON',
    summary: 'A whole visit as a file.',
    type: 'application/json; charset=utf-8',
    gives: { schema: 'visit', words: 'The visit.' },
    fileName: (visit) => `${baseName(visit)}.json`,
    write: (visit) => JSON.stringify(visit, null, 2),
  },
  {
    id: 'follow-ups.ics',
    label: 'Follow-ups, calendar',
    summary: 'What is left to do on a day, for a calendar (RFC 5545).',
    type: 'text/calendar; charset=utf-8',
    gives: { words: 'The calendar file.', type: 'text/calendar' },
    fileName: (visit) => `${baseName(visit)}-follow-ups.ics`,
    write: followUpCalendar,
    nothing: (visit) =>
      dueOf(visit).length === 0 ? 'a calendar of this visit: nothing that is left to do has a day' : undefined,
  },
];

/** "mist-line-2-2026-11-24": letters and figures every file system takes. */
export function baseName({ id, pinned, events }: VisitDocument): string {
  const day = (events[0] && localTime(events[0])?.day) ?? id;
  const unit = pinned.unit.name
    .normalize('NFKD')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-+|-+$/g, '')
    .slice(0, 60);
  return `${unit === '' ? 'visit' : unit}-${day}`;
}
