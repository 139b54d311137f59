import ICAL from 'ical.js';
import { replay, type EventBody, type VisitEvent } from '@juxtameter/core';
import finished from '../../demo/data/visits/mist-line-1-finished.json';
import type { VisitDocument } from './api';
import { followUpCalendar } from './follow-up-calendar';
import { visitContext } from './visit-context';
import { VISIT_EXPORTS } from './visit-export';

const FINISHED = finished as unknown as VisitDocument;

/** The demo's finished visit with something more at its end. */
function visitWith(...bodies: readonly EventBody[]): VisitDocument {
  const last = FINISHED.events.at(-1) as VisitEvent;
  const more = bodies.map((body, index): VisitEvent => ({
    ...envelopeOf(last),
    id: `01a1edd0-0000-7000-8000-${String(index).padStart(12, '0')}`,
    deviceSeq: last.deviceSeq + 1 + index,
    ...body,
  }));
  return { ...FINISHED, events: [...FINISHED.events, ...more] };
}

function envelopeOf({ visit, device, deviceSeq, seenSeq, at, zone, monotonic, by, id }: VisitEvent) {
  return { visit, device, deviceSeq, seenSeq, at, monotonic, by, id, ...(zone === undefined ? {} : { zone }) };
}

/** Read by another library than the one that wrote it. */
function eventsIn(text: string): readonly ICAL.Event[] {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  return calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
}

const AWKWARD =
  'renew the lead; flame, rod \\ "old"\nbefore the frost – über die Länge einer Zeile hinaus, die gefaltet wird';

describe('the calendar of what is left to do', () => {
  it('has every dated follow-up and every check that was put off, each on its day, in any words', () => {
    const postponed: EventBody = {
      type: 'check-judged',
      check: 'soak',
      words: 'It runs for 10 minutes without failing',
      result: 'postponed',
      reason: 'the tank fills until Friday',
      due: '2026-12-04',
    };
    const visit = visitWith(
      { type: 'visit-reopened', reason: 'once more' },
      { type: 'follow-up-noted', text: AWKWARD, due: '2027-03-01' },
      { type: 'follow-up-noted', text: 'some day' },
      { type: 'follow-up-noted', text: 'done by now', due: '2026-12-24' },
      { type: 'follow-up-done', followUp: '01a1edd0-0000-7000-8000-000000000003' },
      postponed,
    );
    const events = eventsIn(followUpCalendar(visit));
    expect(events.map(({ startDate, summary }) => [startDate.toString(), startDate.isDate, summary])).toEqual([
      ['2026-12-04', true, 'Mist line 1: To be seen: It runs for 10 minutes without failing'],
      ['2027-03-01', true, `Mist line 1: ${AWKWARD}`],
    ]);
    expect(events[0]?.description).toContain('the tank fills until Friday');
    expect(events[0]?.location).toContain('Fernhollow Nursery');
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(2);
    expect(followUpCalendar(visit)).toBe(followUpCalendar(visit));
  });

  it('is not there where nothing has a day', () => {
    const calendar = VISIT_EXPORTS.find(({ id }) => id === 'follow-ups.ics');
    expect(calendar?.nothing?.(FINISHED)).toContain('nothing that is left to do has a day');
    expect(replay(visitContext(FINISHED.pinned), FINISHED.events).closed).toBeTrue();
  });
});
