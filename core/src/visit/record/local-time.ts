import type { EventEnvelope } from './envelope';
import { wallTime } from './wall-time';

/** When something was logged, as the clock on the wall there showed it: the same for every reader, wherever he is. */
export interface LocalTime {
  /** 2026-11-24. */
  readonly day: string;
  /** 10:02. */
  readonly time: string;
  readonly seconds: string;
  /** `+01:00`, or `UTC` where the record does not say. */
  readonly zone: string;
  /** ISO 8601 with its zone. */
  readonly iso: string;
}

const MINUTE = 60_000;

/** The time of an event in the zone it was logged in; undefined where its time cannot be read. */
export function localTime(event: Pick<EventEnvelope, 'at' | 'zone'>): LocalTime | undefined {
  const at = wallTime(event);
  if (Number.isNaN(at)) return undefined;
  const { zone = '+00:00' } = event;
  const local = new Date(at + minutesOf(zone) * MINUTE).toISOString();
  return {
    day: local.slice(0, 10),
    time: local.slice(11, 16),
    seconds: local.slice(17, 19),
    zone: event.zone ?? 'UTC',
    iso: `${local.slice(0, 23)}${event.zone ?? 'Z'}`,
  };
}

/** `+01:00` of so many minutes ahead of UTC. */
export function zoneOf(minutes: number): string {
  const ahead = Math.abs(Math.round(minutes));
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${minutes < 0 ? '-' : '+'}${two(Math.floor(ahead / 60))}:${two(ahead % 60)}`;
}

/** A time with its zone, as an event carries it; undefined where the zone is missing or it is no time. */
export function timeWithZone(text: string): Pick<EventEnvelope, 'at' | 'zone'> | undefined {
  const [, zone] = /T\d\d:\d\d(?::\d\d(?:\.\d+)?)?(Z|[+-]\d\d:\d\d)$/.exec(text) ?? [];
  const at = Date.parse(text);
  if (zone === undefined || Number.isNaN(at)) return undefined;
  return { at: new Date(at).toISOString(), ...(zone === 'Z' ? {} : { zone }) };
}

function minutesOf(zone: string): number {
  const [hours = 0, minutes = 0] = zone.slice(1).split(':').map(Number);
  return (zone.startsWith('-') ? -1 : 1) * (hours * 60 + minutes);
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** How much of a time is said. */
export type TimeStyle = 'time' | 'day' | 'day and time' | 'whole';

/**
 * The time of an event in words; empty where it cannot be read. Where the day is said, so is the zone.
 *
 * @example timeWords({ at: '2026-11-24T09:02:00.000Z', zone: '+01:00' }, 'time') // "10:02"
 */
export function timeWords(event: Pick<EventEnvelope, 'at' | 'zone'>, style: TimeStyle): string {
  const local = localTime(event);
  if (!local) return '';
  const { day, time, seconds, zone } = local;
  if (style === 'time') return time;
  const [year = '', month = '', date = ''] = day.split('-');
  const dayWords = `${Number(date)} ${MONTHS[Number(month) - 1] ?? ''} ${year}`;
  if (style === 'day') return dayWords;
  return `${dayWords}, ${time}${style === 'whole' ? `:${seconds}` : ''} ${zone}`;
}
