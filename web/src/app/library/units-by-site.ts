import type { Library, Unit } from '@juxtameter/contract';
import { hasWords } from '../shell/has-words';

/** A unit as it is looked for. */
export interface ListedUnit extends Unit {
  readonly siteName: string;
  /** When it was last visited; empty where it never was. */
  readonly lastVisit: string;
}

/** Units under one heading. */
export interface UnitGroup {
  readonly name: string;
  readonly units: readonly ListedUnit[];
}

/** Units that come first, because somebody was there lately. */
const RECENT = 5;

/** Every unit with its site and its last visit. */
export function listedUnits(
  library: Pick<Library, 'sites' | 'units'> | undefined,
  visits: readonly { readonly unit: string; readonly lastAt: string }[],
): readonly ListedUnit[] {
  const sites = new Map(library?.sites.map((site) => [site.id, site.name]));
  const last = new Map<string, string>();
  for (const { unit, lastAt } of visits) if (lastAt > (last.get(unit) ?? '')) last.set(unit, lastAt);
  return (library?.units ?? []).map((unit) => ({
    ...unit,
    siteName: sites.get(unit.site) ?? '',
    lastVisit: last.get(unit.id) ?? '',
  }));
}

/**
 * What matches the words: first what is called so, what is called nothing else before that, then what only stands at such a place, each visited last first;
 * without words the recent ones, then every site's by name.
 */
export function unitGroups(units: readonly ListedUnit[], search: string): readonly UnitGroup[] {
  const found = search.trim() === '' ? units : units.filter((unit) => hasWords(wordsOf(unit), search));
  const byVisit = [...found].sort((a, b) => b.lastVisit.localeCompare(a.lastVisit) || byName(a, b));
  if (search.trim() !== '') {
    const named = byVisit.filter(({ name }) => hasWords(name, search));
    // "line 9" is in the name of line 19 as well; what is called nothing else is meant first.
    const called = [
      ...named.filter((unit) => isNamed(unit, search)),
      ...named.filter((unit) => !isNamed(unit, search)),
    ];
    const elsewhere = byVisit.filter(({ name }) => !hasWords(name, search));
    return [
      { name: `${called.length} called so`, units: called },
      { name: `${elsewhere.length} by place, serial number or owner`, units: elsewhere },
    ].filter(({ units: listed }) => listed.length > 0);
  }
  const recent = byVisit.filter(({ lastVisit }) => lastVisit !== '').slice(0, RECENT);
  const sites = [...new Set(found.map(({ siteName }) => siteName))].sort((a, b) => a.localeCompare(b));
  const groups = sites.map((name) => ({ name, units: found.filter(({ siteName }) => siteName === name).sort(byName) }));
  return recent.length === 0 ? groups : [{ name: 'Visited lately', units: recent }, ...groups];
}

/** As many units as are to be drawn, each under its heading. */
export function firstOf(groups: readonly UnitGroup[], count: number): readonly UnitGroup[] {
  let left = count;
  return groups.flatMap(({ name, units }) => {
    const part = units.slice(0, Math.max(0, left));
    left -= part.length;
    return part.length === 0 ? [] : [{ name, units: part }];
  });
}

function wordsOf({ name, siteName, location, serial, owner }: ListedUnit): string {
  return [name, siteName, location, serial, owner].join(' ');
}

function isNamed({ name }: ListedUnit, search: string): boolean {
  return name.toLowerCase() === search.trim().toLowerCase();
}

function byName(a: ListedUnit, b: ListedUnit): number {
  return a.name.localeCompare(b.name, undefined, { numeric: true });
}
