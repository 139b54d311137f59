import { and, asc, eq, gt, inArray, ne } from 'drizzle-orm';
import type { VisitEvent } from '@juxtameter/core';
import {
  unitAsSeen,
  visitContext,
  type Acknowledged,
  type PinnedDocuments,
  type SiteHistories,
  type StartVisit,
  type VisitDocument,
  type VisitPage,
  type VisitQuery,
  type VisitSummary,
} from '@juxtameter/contract';
import { lifeProblems, type FieldProblem } from '@juxtameter/contract/check';
import type { Database } from '../database/open-database';
import { visitEvents, visits } from '../database/schema';
import { conflict, notFound, unacceptable } from '../request-problem';
import { contentHash } from '../storage/content-hash';
import { storedVisit } from './stored-visit';
import type { Entry } from '../storage/entry';
import type { Storage } from '../storage/storage';
import type { Plan } from '../storage/writer';
import type { LibraryStore } from './library-store';
import { deviceNumber, VisitIndex, type IndexedVisit } from './visit-index';
import { VisitSummaries } from './visit-summaries';

/** Visits and their append-only logs. */
export class VisitStore {
  private readonly summaries: VisitSummaries;
  private readonly index: VisitIndex;

  constructor(
    private readonly storage: Storage,
    private readonly library: LibraryStore,
  ) {
    this.summaries = new VisitSummaries(storage);
    this.index = new VisitIndex(storage.isShared);
    storage.onUndone(() => this.index.forget());
  }

  private get database(): Database {
    return this.storage.database;
  }

  /** Starts a visit, pinned to what the request brings or to the newest documents; the same request again changes nothing. */
  async start(request: StartVisit): Promise<VisitDocument> {
    const { id } = request;
    const past = request.unit === undefined ? [] : await this.summaries.pastOf(request.unit);
    await this.storage.writer.write(
      async (database) => {
        const [existing] = await database
          .select({ unit: visits.unit, hash: visits.hash })
          .from(visits)
          .where(eq(visits.id, id));
        if (existing) {
          refuseOtherStart(request, existing);
          return { entries: [], answer: undefined };
        }
        if (request.pinned) return { entries: [startEntry(id, request.pinned)], answer: undefined };
        const pinned = await this.library.pinnedFor(database, request.unit ?? '');
        const unit = unitAsSeen(pinned.unit, past);
        return { entries: [startEntry(id, { ...pinned, unit })], answer: undefined };
      },
      [id],
    );
    return this.visit(id);
  }

  async visit(id: string): Promise<VisitDocument> {
    const visit = await storedVisit(this.database, id);
    if (!visit) throw notFound(`visit ${id}`);
    return visit;
  }

  /** The events of a visit behind one the caller has seen. */
  async eventsAfter(id: string, seq: number): Promise<readonly VisitEvent[]> {
    const rows = await this.database
      .select({ seq: visitEvents.seq, document: visitEvents.document })
      .from(visitEvents)
      .where(and(eq(visitEvents.visit, id), gt(visitEvents.seq, seq)))
      .orderBy(asc(visitEvents.seq));
    return rows.map((row) => ({ ...row.document, seq: row.seq }));
  }

  /** What was remembered of plans that are not carried out is not so. */
  forgetPlans(): void {
    this.index.forget();
  }

  /** Puts a whole visit in place, or what is new of it. Returns how many events were new. */
  put(visit: VisitDocument): Promise<number> {
    return this.storage.writer.write((database, planned) => this.planPut(database, visit, planned), [visit.id]);
  }

  /** What putting a whole visit in place comes to. @throws RequestProblem when it contradicts what is stored. */
  async planPut(
    database: Database,
    visit: VisitDocument,
    planned: readonly Entry[],
    index = this.index,
  ): Promise<Plan<number>> {
    const [existing] = await database.select({ hash: visits.hash }).from(visits).where(eq(visits.id, visit.id));
    if (existing && existing.hash !== contentHash(visit.pinned))
      throw conflict(`Nothing was stored: visit ${visit.id} is on file with other documents.`);
    const indexed = existing
      ? await index.visit(database, visit.id)
      : {
          pinned: visit.pinned,
          context: visitContext(visit.pinned),
          events: new Map(),
          numbers: new Set<string>(),
          last: 0,
        };
    await refuseElsewhere(database, visit);
    const start = existing ? [] : [startEntry(visit.id, visit.pinned)];
    if (visit.events.length === 0) return { entries: start, answer: 0 };
    const { entries, answer } = await this.planAppend(database, visit.id, visit.events, indexed, planned, index);
    return { entries: [...start, ...entries], answer: answer.stored };
  }

  /** Stores a batch whole or not at all. Events already stored keep their order and are acknowledged again. */
  append(visit: string, events: readonly VisitEvent[]): Promise<Acknowledged> {
    return this.storage.writer.write(
      async (database, planned) => {
        const indexed = await this.index.visit(database, visit);
        const { entries, answer } = await this.planAppend(database, visit, events, indexed, planned);
        return { entries, answer: answer.acknowledged };
      },
      [visit],
    );
  }

  private async planAppend(
    database: Database,
    visit: string,
    events: readonly VisitEvent[],
    indexed: IndexedVisit,
    planned: readonly Entry[],
    index = this.index,
  ): Promise<Plan<{ readonly acknowledged: Acknowledged; readonly stored: number }>> {
    const hashed = events.map((event) => ({ event, hash: eventHash(event) }));
    refuseForeign(visit, events);
    refuseChanged(hashed, indexed);
    const fresh = uniqueById(hashed.filter(({ event }) => !indexed.events.has(event.id)));
    refuseTakenNumbers(fresh, indexed);
    await this.refuseUnfit(
      database,
      visit,
      indexed,
      fresh.map(({ event }) => event),
      planned,
    );
    const orders = await index.takeOrders(database, fresh.length);
    const ordered = fresh.map(({ event, hash }, place) => {
      const seq = orders[place] ?? 0;
      indexed.events.set(event.id, { seq, hash });
      indexed.numbers.add(deviceNumber(event));
      indexed.last = Math.max(indexed.last, seq);
      return { ...event, seq };
    });
    const entries: Entry[] = ordered.length > 0 ? [{ kind: 'events-stored', events: ordered }] : [];
    const acknowledged = { events: events.map(({ id }) => ({ id, seq: indexed.events.get(id)?.seq ?? 0 })) };
    return { entries, answer: { acknowledged, stored: ordered.length } };
  }

  /** A page of the list. @throws RequestProblem where the query is none. */
  list(query: VisitQuery): Promise<VisitPage> {
    return this.summaries.page(query);
  }

  /** What a list shows of these visits; those there are not are left out. */
  summariesOf(ids: readonly string[]): Promise<readonly VisitSummary[]> {
    return this.summaries.of(ids);
  }

  /** Tells anew what lists showed in another version of the product, beside whatever is asked for. */
  tellAnew(): Promise<void> {
    return this.summaries.tellAnew();
  }

  close(): Promise<void> {
    return this.summaries.close();
  }

  /** Whether there is any. */
  async isEmpty(): Promise<boolean> {
    return (await this.database.select({ id: visits.id }).from(visits).limit(1)).length === 0;
  }

  /** What happened at the units of these sites, the oldest visit first. */
  history(sites: readonly string[]): Promise<SiteHistories> {
    return this.summaries.history(sites);
  }

  /** @throws RequestProblem where the events do not go on with the log, what is planned in the same group included. */
  private async refuseUnfit(
    database: Database,
    visit: string,
    { pinned, context, events }: IndexedVisit,
    fresh: readonly VisitEvent[],
    planned: readonly Entry[],
  ): Promise<void> {
    // The whole log is asked for only where it decides something.
    const isAsked = events.size === 0 || fresh.some(({ type }) => type === 'visit-closed');
    const before = isAsked ? await this.logSoFar(database, visit, planned) : ELSEWHERE;
    const { contradictions, unknown } = lifeProblems(context, pinned, before, fresh);
    if (unknown.length > 0)
      throw unacceptable('Nothing was stored: an event names something this visit does not have.', unknown);
    const [first] = contradictions;
    if (first) throw conflict(refusalWords(first), contradictions);
  }

  private async logSoFar(database: Database, visit: string, planned: readonly Entry[]): Promise<readonly VisitEvent[]> {
    const stored = (await storedVisit(database, visit))?.events ?? [];
    const known = new Set(stored.map(({ id }) => id));
    const waiting = planned.flatMap((entry) =>
      entry.kind === 'events-stored' ? entry.events.filter((each) => each.visit === visit && !known.has(each.id)) : [],
    );
    return [...stored, ...waiting];
  }
}

/** Stands for a log nobody has to read: it is there, and nothing of it matters. */
const ELSEWHERE: readonly VisitEvent[] = [{} as VisitEvent];

function refusalWords({ path, message }: FieldProblem): string {
  return path.endsWith('.type')
    ? `Nothing was stored: the first entry ${message}.`
    : `The visit cannot be closed. ${message}`;
}

interface Hashed {
  readonly event: VisitEvent;
  readonly hash: string;
}

function startEntry(id: string, pinned: PinnedDocuments): Entry {
  return { kind: 'visit-started', id, pinned, createdAt: new Date().toISOString() };
}

const MOST_PARAMETERS = 10_000;

/** An event belongs to one visit: the database would refuse it, but only when it is too late to say which it was. */
async function refuseElsewhere(database: Database, { id, events }: VisitDocument): Promise<void> {
  const ids = events.map((event) => event.id);
  const taken = new Set<string>();
  // A statement takes no more than so many parameters.
  for (let from = 0; from < ids.length; from += MOST_PARAMETERS) {
    const rows = await database
      .select({ id: visitEvents.id })
      .from(visitEvents)
      .where(and(ne(visitEvents.visit, id), inArray(visitEvents.id, ids.slice(from, from + MOST_PARAMETERS))));
    rows.forEach((row) => taken.add(row.id));
  }
  const problems = ids.flatMap((each, index): FieldProblem[] =>
    taken.has(each) ? [{ path: `events[${index}].id`, message: 'is already used by an event of another visit' }] : [],
  );
  if (problems.length > 0) throw conflict('Nothing was stored: an event belongs to another visit.', problems);
}

function refuseOtherStart(request: StartVisit, existing: { readonly unit: string; readonly hash: string }): void {
  const unit = request.pinned?.unit.id ?? request.unit;
  if (existing.unit !== unit)
    throw conflict(`Visit ${request.id} already exists and is about unit "${existing.unit}".`);
  if (request.pinned && contentHash(request.pinned) !== existing.hash)
    throw conflict(`Visit ${request.id} already exists and is pinned to other documents.`);
}

/** An event's content; the order the server gave it is not part of it. */
function eventHash({ seq: _seq, ...content }: VisitEvent): string {
  return contentHash(content);
}

function uniqueById(events: readonly Hashed[]): readonly Hashed[] {
  return [...new Map(events.map((each) => [each.event.id, each])).values()];
}

function refuseForeign(visit: string, events: readonly VisitEvent[]): void {
  const problems = events.flatMap((event, index): FieldProblem[] =>
    event.visit === visit
      ? []
      : [{ path: `events[${index}].visit`, message: `belongs to visit ${event.visit}, not to ${visit}` }],
  );
  if (problems.length > 0) throw unacceptable('Nothing was stored: an event belongs to another visit.', problems);
}

function refuseChanged(events: readonly Hashed[], { events: stored }: IndexedVisit): void {
  const seen = new Map<string, string>();
  const problems = events.flatMap(({ event, hash }, index): FieldProblem[] => {
    const known = stored.get(event.id)?.hash ?? seen.get(event.id);
    seen.set(event.id, hash);
    return known === undefined || known === hash
      ? []
      : [{ path: `events[${index}].id`, message: 'is already used by an event with other content' }];
  });
  if (problems.length > 0)
    throw conflict('Nothing was stored: an event id is used twice with different content.', problems);
}

function refuseTakenNumbers(fresh: readonly Hashed[], { numbers }: IndexedVisit): void {
  const taken = new Set<string>();
  const problems = fresh.flatMap(({ event }, index): FieldProblem[] => {
    const number = deviceNumber(event);
    const isTaken = numbers.has(number) || taken.has(number);
    taken.add(number);
    return isTaken ? [{ path: `events[${index}].deviceSeq`, message: 'is already taken by another event' }] : [];
  });
  if (problems.length > 0)
    throw conflict('Nothing was stored: a device number in this batch is already taken by another event.', problems);
}
