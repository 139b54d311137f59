import { plainMarking } from './marking';
import type { SpareEntry } from './spare-entry';

/** Whether there is enough of a spare. What nobody counted is never enough. */
export type SpareStanding = 'enough' | 'low' | 'out' | 'uncounted';

export const SPARE_STANDING_WORDS: Readonly<Record<SpareStanding, string>> = {
  enough: 'enough',
  low: 'reorder',
  out: 'none left',
  uncounted: 'count it',
};

/** A kind of part that is kept in one van or store. */
export interface Spare {
  readonly place: string;
  readonly number: string;
  readonly name?: string;
  /** Pieces at which it is to be reordered; missing where nobody set it. */
  readonly level?: number;
  /** Pieces that are there; missing where nobody counted, or more was taken than there can have been. */
  readonly count?: number;
  readonly countedAt?: string;
  readonly standing: SpareStanding;
  /** The last entry about it, which can be withdrawn. */
  readonly last: SpareEntry;
}

/**
 * What is kept where, by place and number. Entries may come in any order, from several devices, and twice: they are put
 * in the order of their times, and what is taken or put counts from the last count on.
 */
export function sparesOf(entries: readonly SpareEntry[]): readonly Spare[] {
  const kept = new Map<string, readonly SpareEntry[]>();
  for (const entry of standingEntries(entries)) {
    const key = keyOf(entry);
    if (entry.type === 'dropped') kept.delete(key);
    else kept.set(key, [...(kept.get(key) ?? []), entry]);
  }
  return [...kept.values()].flatMap(spareOf).sort(byPlace);
}

/** Those somebody has to see to, the emptiest first. */
export function sparesToOrder(spares: readonly Spare[]): readonly Spare[] {
  const rank: readonly SpareStanding[] = ['out', 'uncounted', 'low'];
  return spares
    .filter(({ standing }) => standing !== 'enough')
    .sort((a, b) => rank.indexOf(a.standing) - rank.indexOf(b.standing));
}

/** What was taken for a visit and not taken back. */
export function takenFor(entries: readonly SpareEntry[], visit: string): readonly SpareEntry[] {
  return standingEntries(entries).filter((entry) => entry.type === 'taken' && entry.visit === visit);
}

/** Every entry once, in the order of their times, without those that were withdrawn. */
function standingEntries(entries: readonly SpareEntry[]): readonly SpareEntry[] {
  const once = [...new Map(entries.map((entry) => [entry.id, entry])).values()];
  const withdrawn = new Set(once.flatMap((entry) => (entry.type === 'withdrawn' ? [entry.entry] : [])));
  return once.filter(({ id, type }) => type !== 'withdrawn' && !withdrawn.has(id)).sort(inTime);
}

function spareOf(entries: readonly SpareEntry[]): readonly Spare[] {
  const last = entries.at(-1);
  if (!last) return [];
  const at = entries.findLastIndex(({ type }) => type === 'counted');
  const counts = entries.flatMap((entry) => (entry.type === 'counted' ? [entry] : []));
  const counted = counts.at(-1);
  const name = counts.findLast((each) => each.name !== undefined)?.name;
  const level = counts.findLast((each) => each.level !== undefined)?.level;
  const left = entries.slice(at + 1).reduce((sum, entry) => sum + movedBy(entry), counted?.count ?? 0);
  const isKnown = counted !== undefined && left >= 0;
  return [
    {
      place: last.place.trim(),
      number: last.number.trim(),
      ...(name === undefined ? {} : { name }),
      ...(level === undefined ? {} : { level }),
      ...(isKnown ? { count: left } : {}),
      ...(counted ? { countedAt: counted.at } : {}),
      standing: isKnown ? standingOf(left, level) : 'uncounted',
      last,
    },
  ];
}

function movedBy(entry: SpareEntry): number {
  if (entry.type === 'put') return entry.count;
  return entry.type === 'taken' ? -entry.count : 0;
}

function standingOf(count: number, level: number | undefined): SpareStanding {
  if (count === 0) return 'out';
  return level !== undefined && count <= level ? 'low' : 'enough';
}

function keyOf({ place, number }: SpareEntry): string {
  return `${place.trim().toLowerCase()}\n${plainMarking(number)}`;
}

/** Of one millisecond the order of the ids decides, so that every device comes to the same. */
function inTime(one: SpareEntry, other: SpareEntry): number {
  return Date.parse(one.at) - Date.parse(other.at) || compare(one.id, other.id);
}

function byPlace(one: Spare, other: Spare): number {
  return compare(one.place, other.place) || compare(one.name ?? one.number, other.name ?? other.number);
}

function compare(one: string, other: string): number {
  return one < other ? -1 : one > other ? 1 : 0;
}
