import { Injectable } from '@angular/core';
import type { KindDocuments, Library, PinnedDocuments, SiteHistories, VisitDocument } from '@juxtameter/contract';
import { isFreeUnit, isPinnedWith } from '@juxtameter/contract/first';
import type { ChartLayout, MeterDocument, ProcedureDocument, UnitModelDocument, VisitEvent } from '@juxtameter/core';
import { openLocalDatabase, type DocumentKind, type KeptEvent, type LocalDatabase } from './local-database';
import { keepHistories, keptHistories, keptSites } from './local-history';
import { apartIn, giveApart, offerAgain, setApart, setAside, takeBackOrders, type SetAside } from './local-orders';
import { forgetPhotos } from './local-photos';
import { giveSparesApart, setSparesApart } from './local-spares';
import { writeAhead } from './write-ahead';

/** A kept visit with its log: what the server has first, then what waits, in the order it was logged. */
export interface LocalVisit {
  readonly id: string;
  readonly pinned: PinnedDocuments;
  /** The server does not know of it yet. */
  readonly isUnsent: boolean;
  readonly events: readonly VisitEvent[];
  /** Entries the server does not take, and why. */
  readonly setAside: Readonly<Record<string, string>>;
  /** It is another server's. */
  readonly isApart: boolean;
}

/** A document of the library this browser does not have, or has in another version. */
export interface MissingDocument {
  readonly of: DocumentKind;
  readonly id: string;
  readonly hash: string;
}

const LIBRARY = 'library';
const ERAS = 'eras';

/** What this browser keeps so that a visit opens, runs and ends with no server in reach. Throws what the browser's database throws. */
@Injectable({ providedIn: 'root' })
export class LocalStore {
  private opened: Promise<LocalDatabase> | undefined;
  private lossListener: () => void = () => undefined;
  private unreadableListener: () => void = () => undefined;

  /** Called when the browser clears what was kept while the page is open. */
  onLost(listener: () => void): void {
    this.lossListener = listener;
  }

  /** Called when something an earlier page kept cannot be read any more. */
  onUnreadable(listener: () => void): void {
    this.unreadableListener = listener;
  }

  async library(): Promise<Library | undefined> {
    return (await this.database()).get('library', LIBRARY);
  }

  async keepLibrary(library: Library): Promise<void> {
    await (await this.database()).put('library', library, LIBRARY);
  }

  /** What happened at the units of every site that is kept; undefined where nothing is. */
  async histories(): Promise<SiteHistories | undefined> {
    return keptHistories(await this.database(), await this.library());
  }

  /** Keeps what happened at some sites; those that were asked for longest ago make room. */
  async keepHistories(histories: SiteHistories): Promise<void> {
    await keepHistories(await this.database(), histories);
  }

  /** The sites whose history is kept, the one asked for last at the end. */
  async keptSites(): Promise<readonly string[]> {
    return keptSites(await this.database());
  }

  /** Documents of the library that are not kept as it lists them. */
  async missing(library: Library): Promise<readonly MissingDocument[]> {
    const kept = new Map((await (await this.database()).getAll('documents')).map(({ key, hash }) => [key, hash]));
    const listed: readonly MissingDocument[] = [
      ...library.unitModels.map(({ id, hash }) => ({ of: 'unit-model', id, hash }) as const),
      ...library.procedures.map(({ id, hash }) => ({ of: 'procedure', id, hash }) as const),
      ...library.meters.map(({ id, hash }) => ({ of: 'meter', id, hash }) as const),
    ];
    return listed.filter(({ of, id, hash }) => kept.get(keyOf(of, id)) !== hash);
  }

  async keepDocument({ of, id, hash }: MissingDocument, document: unknown): Promise<void> {
    await (await this.database()).put('documents', { key: keyOf(of, id), hash, document });
  }

  /** Everything a visit to a unit is pinned to; undefined when a part of it is not kept here. */
  async pinnedFor(unitId: string): Promise<PinnedDocuments | undefined> {
    const library = await this.library();
    const unit = library?.units.find((each) => each.id === unitId);
    const site = library?.sites.find((each) => each.id === unit?.site);
    if (!library || !unit || !site) return undefined;
    const meters = await this.documents<MeterDocument>('meter', library.meters);
    const hasMeters = meters.length === library.meters.length;
    // Also a machine without a wiring list is proven dead with a meter.
    if (isFreeUnit(unit)) return hasMeters ? (await import('./pinned-free')).freePinned(unit, site, meters) : undefined;
    const kind = await this.kind(unit.unitModel);
    return kind && hasMeters ? { unit, site, ...kind, meters } : undefined;
  }

  /** A kind of unit with every chart that is walked at it; undefined when a part of it is not kept here. */
  async kind(id: string): Promise<KindDocuments | undefined> {
    const charts = ((await this.library())?.procedures ?? []).filter((each) => isPinnedWith(each, id));
    const [unitModel] = await this.documents<UnitModelDocument>('unit-model', [{ id }]);
    const procedures = await this.documents<ProcedureDocument>('procedure', charts);
    return unitModel && procedures.length === charts.length ? { unitModel, procedures } : undefined;
  }

  async meters(): Promise<readonly MeterDocument[]> {
    return this.documents<MeterDocument>('meter', (await this.library())?.meters ?? []);
  }

  async visit(id: string): Promise<LocalVisit | undefined> {
    const database = await this.database();
    const [visit, pinned] = await Promise.all([database.get('visits', id), database.get('pinned', id)]);
    if (!visit || !pinned) return undefined;
    const all = await database.getAllFromIndex('events', 'visit', id);
    const events = all.filter(isReadable);
    if (events.length < all.length) this.unreadableListener();
    const aside = events.flatMap(({ event, setAside: reason }) => (reason === undefined ? [] : [[event.id, reason]]));
    return {
      id,
      pinned,
      isUnsent: visit.unsent !== undefined,
      isApart: visit.apart === true,
      events: inOrder(events.map(({ event }) => event)),
      setAside: Object.fromEntries(aside) as Readonly<Record<string, string>>,
    };
  }

  async visits(): Promise<readonly LocalVisit[]> {
    const ids = await (await this.database()).getAllKeys('visits');
    // One that cannot be read hides no other.
    const whole = await Promise.allSettled(ids.map((id) => this.visit(id)));
    if (whole.some(({ status }) => status === 'rejected')) this.unreadableListener();
    return whole.flatMap((each) => (each.status === 'fulfilled' && each.value ? [each.value] : []));
  }

  /** Keeps a visit as the server or this page knows it; events that wait here stay waiting. */
  async keepVisit(
    { id, pinned, events }: Pick<VisitDocument, 'id' | 'pinned' | 'events'>,
    isUnsent = false,
  ): Promise<void> {
    const transaction = (await this.database()).transaction(['visits', 'pinned', 'events'], 'readwrite');
    const known = await transaction.objectStore('visits').get(id);
    await transaction.objectStore('visits').put({
      id,
      ...(isUnsent ? { unsent: id } : {}),
      ...(known?.apart ? { apart: true } : {}),
    });
    await transaction.objectStore('pinned').put(pinned, id);
    const store = transaction.objectStore('events');
    for (const event of events) {
      const found = await store.index('id').get(event.id);
      if (found?.setAside !== undefined && event.seq === undefined) continue;
      await store.put({ ...kept(event), ...(found?.kept === undefined ? {} : { kept: found.kept }) });
    }
    await transaction.done;
  }

  async keepEvent(event: VisitEvent): Promise<void> {
    writeAhead.add(event);
    const transaction = (await this.database()).transaction('events', 'readwrite');
    const added = transaction.store.add(kept(event));
    transaction.commit();
    await Promise.all([added, transaction.done]);
    writeAhead.remove(event.id);
  }

  /** The server has these now, in this order. */
  async noteDelivered(visit: string, orders: ReadonlyMap<string, number>): Promise<void> {
    const transaction = (await this.database()).transaction(['visits', 'events'], 'readwrite');
    const known = await transaction.objectStore('visits').get(visit);
    if (known?.unsent !== undefined) await transaction.objectStore('visits').put({ id: visit });
    const events = transaction.objectStore('events');
    for (const [id, seq] of orders) {
      const found = await events.index('id').get(id);
      if (found?.kept !== undefined) await events.put({ ...kept({ ...found.event, seq }), kept: found.kept });
    }
    await transaction.done;
  }

  /** How much waits for delivery, by visit; a visit the server does not know counts as one more. */
  async waiting(): Promise<Readonly<Record<string, number>>> {
    const transaction = (await this.database()).transaction(['visits', 'events']);
    const counts: Record<string, number> = {};
    for (const id of await transaction.objectStore('visits').index('unsent').getAllKeys()) counts[id] = 1;
    const index = transaction.objectStore('events').index('waiting');
    for (let at = await index.openKeyCursor(null, 'nextunique'); at; at = await at.continue())
      counts[at.key] = (counts[at.key] ?? 0) + (await index.count(at.key));
    // Another server's wait for nobody.
    for (const id of await apartIn(transaction.objectStore('visits'))) Reflect.deleteProperty(counts, id);
    return counts;
  }

  /** The eras of the server this browser has met, the latest last; none before it met any. */
  async eras(): Promise<readonly string[]> {
    return (await (await this.database()).get('server', ERAS)) ?? [];
  }

  async keepEras(eras: readonly string[]): Promise<void> {
    await (await this.database()).put('server', eras, ERAS);
  }

  async takeBackOrders(reach: number): Promise<void> {
    await takeBackOrders(await this.database(), reach);
  }

  async setApart(): Promise<void> {
    const database = await this.database();
    await setApart(database);
    await setSparesApart(database);
  }

  /** How many visits kept here are another server's. */
  async countApart(): Promise<number> {
    return (await apartIn((await this.database()).transaction('visits').store)).size;
  }

  async giveApart(): Promise<void> {
    const database = await this.database();
    await giveApart(database);
    await giveSparesApart(database);
  }

  async setAside(refused: readonly SetAside[]): Promise<void> {
    await setAside(await this.database(), refused);
  }

  async offerAgain(): Promise<number> {
    return offerAgain(await this.database());
  }

  /** Forgets visits, all of whose events the server has. */
  async forget(ids: readonly string[]): Promise<void> {
    const transaction = (await this.database()).transaction(
      ['visits', 'pinned', 'events', 'photos', 'pictures'],
      'readwrite',
    );
    for (const id of ids) {
      await transaction.objectStore('visits').delete(id);
      await transaction.objectStore('pinned').delete(id);
      const keys = await transaction.objectStore('events').index('visit').getAllKeys(id);
      for (const key of keys) await transaction.objectStore('events').delete(key);
      await forgetPhotos(transaction.objectStore('photos'), transaction.objectStore('pictures'), id);
    }
    await transaction.done;
  }

  async layout(hash: string): Promise<ChartLayout | undefined> {
    return (await this.database()).get('layouts', hash);
  }

  async keepLayout(hash: string, layout: ChartLayout): Promise<void> {
    await (await this.database()).put('layouts', layout, hash);
  }

  /** Lets go of the browser's database; the next call opens it again. */
  async close(): Promise<void> {
    const opened = this.opened;
    this.opened = undefined;
    (await opened?.catch(() => undefined))?.close();
  }

  private async documents<Document>(of: DocumentKind, listed: readonly { readonly id: string }[]): Promise<Document[]> {
    const database = await this.database();
    const found = await Promise.all(listed.map(({ id }) => database.get('documents', keyOf(of, id))));
    return found.flatMap((each) => (each ? [each.document as Document] : []));
  }

  /** The open database, for what is kept beside visits and documents. */
  database(): Promise<LocalDatabase> {
    this.opened ??= this.open().catch((error: unknown) => {
      // Asked again next time: a full disk may have room by then.
      this.opened = undefined;
      throw error;
    });
    return this.opened;
  }

  private async open(): Promise<LocalDatabase> {
    const lost = (): void => {
      this.opened = undefined;
      this.lossListener();
    };
    const database = await openLocalDatabase({
      onLost: lost,
      onClosed: (isDeleted) => (isDeleted ? lost() : (this.opened = undefined)),
    });
    if ((await takeUp(database)) > 0) this.unreadableListener();
    return database;
  }
}

/** Brings in what an earlier page had logged and not yet brought in itself. Returns how much of it cannot be read. */
async function takeUp(database: LocalDatabase): Promise<number> {
  const { events, unreadable } = writeAhead.all();
  for (const event of events) {
    if ((await database.getKeyFromIndex('events', 'id', event.id)) === undefined)
      await database.add('events', kept(event));
    writeAhead.remove(event.id);
  }
  return unreadable;
}

/** An entry that is one: what a failing disk or another program left there is told and passed over. */
function isReadable({ event }: { readonly event?: Partial<VisitEvent> | null }): boolean {
  return typeof event?.id === 'string' && typeof event.type === 'string' && typeof event.at === 'string';
}

function keyOf(of: DocumentKind, id: string): string {
  return `${of}/${id}`;
}

function kept(event: VisitEvent): KeptEvent {
  return { visit: event.visit, event, ...(event.seq === undefined ? { waiting: event.visit } : {}) };
}

/** What the server has in its order, then what waits in the order it was logged. */
export function inOrder(events: readonly VisitEvent[]): readonly VisitEvent[] {
  const ordered = events.filter((event) => event.seq !== undefined).sort((a, b) => (a.seq ?? 0) - (b.seq ?? 0));
  return [...ordered, ...events.filter((event) => event.seq === undefined)];
}
