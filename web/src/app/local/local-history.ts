import type { History, Library, SiteHistories } from '@juxtameter/contract';
import type { LocalDatabase } from './local-database';

/** Where the order is kept in which the sites were asked for. */
const ORDER = 'sites';
/** The name under which earlier pages kept one history of all sites. */
const ALL_SITES = 'history';
/** Sites whose history is kept. */
const MOST_SITES = 30;

/** What is kept of every site; undefined where nothing is. */
export async function keptHistories(
  database: LocalDatabase,
  library: Library | undefined,
): Promise<SiteHistories | undefined> {
  const sites = await database.getAllKeys('history');
  const histories = await Promise.all(sites.map(async (site) => [site, await database.get('history', site)] as const));
  const kept = new Map(histories.flatMap(([site, history]) => (history ? [[site, history] as const] : [])));
  const all = kept.get(ALL_SITES);
  kept.delete(ALL_SITES);
  if (kept.size === 0 && !all) return undefined;
  return { ...(all ? bySite(all, library) : {}), ...Object.fromEntries(kept) };
}

/** The sites whose history is kept, the one asked for last at the end. */
export async function keptSites(database: LocalDatabase): Promise<readonly string[]> {
  return (await database.get('server', ORDER)) ?? [];
}

/** Keeps what happened at some sites; those that were asked for longest ago make room. */
export async function keepHistories(database: LocalDatabase, histories: SiteHistories): Promise<void> {
  const asked = Object.keys(histories);
  const before = (await keptSites(database)).filter((site) => !Object.hasOwn(histories, site));
  const kept = [...before, ...asked].slice(-Math.max(MOST_SITES, asked.length));
  const transaction = database.transaction(['history', 'server'], 'readwrite');
  const store = transaction.objectStore('history');
  for (const [site, history] of Object.entries(histories)) await store.put(history, site);
  for (const site of before) if (!kept.includes(site)) await store.delete(site);
  await transaction.objectStore('server').put(kept, ORDER);
  await transaction.done;
}

function bySite(all: History, library: Library | undefined): SiteHistories {
  const histories: Record<string, Record<string, History[string]>> = {};
  for (const { id, site } of library?.units ?? []) (histories[site] ??= {})[id] = all[id] ?? [];
  return histories;
}
