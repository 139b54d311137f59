import type { KeptEvent, KeptVisit, LocalDatabase } from './local-database';

/** The visits of the browser's database. */
interface LocalVisits {
  getAll(): Promise<readonly KeptVisit[]>;
}

/** An entry the server does not take, and why. */
export interface SetAside {
  readonly id: string;
  readonly reason: string;
}

/** An event that waits: without an order of any server. */
function waitingAgain({ event, setAside: _reason, ...kept }: KeptEvent): KeptEvent {
  const { seq: _order, ...rest } = event;
  return { ...kept, event: rest as KeptEvent['event'], waiting: kept.visit };
}

/**
 * The server has orders up to this one: what was ordered beyond it waits again, with the visits it belongs to. Those that
 * were set apart have orders of another server, and wait for nobody.
 */
export async function takeBackOrders(database: LocalDatabase, reach: number): Promise<void> {
  const transaction = database.transaction(['visits', 'events'], 'readwrite');
  const apart = await apartIn(transaction.objectStore('visits'));
  const events = transaction.objectStore('events');
  const touched = new Set<string>();
  for (let at = await events.openCursor(); at; at = await at.continue()) {
    const kept = at.value;
    if ((kept.event.seq ?? 0) <= reach || apart.has(kept.visit)) continue;
    touched.add(kept.visit);
    await at.update(waitingAgain(kept));
  }
  // Begun anew where the server lacks them; where it has them that changes nothing.
  for (const id of touched) await transaction.objectStore('visits').put({ id, unsent: id });
  await transaction.done;
}

/** Ids of the visits that are another server's. */
export async function apartIn(visits: Pick<LocalVisits, 'getAll'>): Promise<ReadonlySet<string>> {
  return new Set((await visits.getAll()).flatMap(({ id, apart }) => (apart ? [id] : [])));
}

/** Another server's: what is kept here of visits is nobody's but this device's until somebody says otherwise. */
export async function setApart(database: LocalDatabase): Promise<void> {
  const transaction = database.transaction('visits', 'readwrite');
  for (let at = await transaction.store.openCursor(); at; at = await at.continue())
    await at.update({ ...at.value, apart: true });
  await transaction.done;
}

/** Visits that were set apart are brought to the present server, whole. */
export async function giveApart(database: LocalDatabase): Promise<void> {
  const transaction = database.transaction(['visits', 'events'], 'readwrite');
  const given = new Set<string>();
  for (let at = await transaction.objectStore('visits').openCursor(); at; at = await at.continue()) {
    if (!at.value.apart) continue;
    given.add(at.value.id);
    await at.update({ id: at.value.id, unsent: at.value.id });
  }
  for (let at = await transaction.objectStore('events').openCursor(); at; at = await at.continue())
    if (given.has(at.value.visit)) await at.update(waitingAgain(at.value));
  await transaction.done;
}

/** Entries the server does not take stay here, and hold up no other. */
export async function setAside(database: LocalDatabase, refused: readonly SetAside[]): Promise<void> {
  const transaction = database.transaction('events', 'readwrite');
  for (const { id, reason } of refused) {
    const found = await transaction.store.index('id').get(id);
    if (!found) continue;
    const { waiting: _waiting, ...kept } = found;
    await transaction.store.put({ ...kept, setAside: reason });
  }
  await transaction.done;
}

/** What was set aside is offered once more: a newer server may take it. A closing that was refused is not closed later by itself. */
export async function offerAgain(database: LocalDatabase): Promise<number> {
  const transaction = database.transaction('events', 'readwrite');
  let offered = 0;
  for (let at = await transaction.store.openCursor(); at; at = await at.continue()) {
    const kept = at.value;
    if (kept.setAside === undefined || kept.event.type === 'visit-closed') continue;
    offered += 1;
    await at.update(waitingAgain(kept));
  }
  await transaction.done;
  return offered;
}
