import ical from 'ical-generator';
import { dueDates, replay, type DueDate } from '@juxtameter/core';
import type { VisitDocument } from './api';
import { visitContext } from './visit-context';

/** What is left to do on a day. */
export function dueOf({ pinned, events }: VisitDocument): readonly DueDate[] {
  const context = visitContext(pinned);
  return dueDates(context, replay(context, events));
}

/**
 * A calendar file (RFC 5545) with a day for each of these. The same visit gives the same file, and what is brought in
 * again takes the place of what was there: each has the id of the entry that set it.
 */
export function followUpCalendar(visit: VisitDocument): string {
  const { unit, site } = visit.pinned;
  const calendar = ical({ prodId: { company: 'Juxtameter', product: 'Follow-ups', language: 'EN' } });
  for (const { id, day, words, reason, event } of dueOf(visit))
    calendar.createEvent({
      id,
      start: day,
      allDay: true,
      stamp: new Date(event.at),
      summary: `${unit.name}: ${words}`,
      location: [site.name, unit.location].filter(Boolean).join(', '),
      description: [reason, event.by && `Noted by ${event.by}.`].filter(Boolean).join('\n'),
    });
  return calendar.toString();
}
