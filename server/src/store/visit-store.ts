import { asc, eq, inArray } from 'drizzle-orm';
import { openBypasses, replay, stepOf, type VisitContext, type VisitEvent, type VisitState } from '@juxtameter/core';
import {
  visitContext,
  type Acknowledged,
  type FieldProblem,
  type PinnedDocuments,
  type StartVisit,
  type VisitDocument,
  type VisitSummary,
} from '@juxtameter/contract';
import { contentHash } from '../content-hash';
import type { Database } from '../database/open-database';
import { visitEvents, visits } from '../database/schema';
import { conflict, notFound, unacceptable } from '../http/problem';
import { referenceProblems } from './event-references';
import type { LibraryStore } from './library-store';

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

interface PinnedContext {
  readonly pinned: PinnedDocuments;
  readonly context: VisitContext;
}

/** How many visits are in use at a time, at most; more are read again from the database. */
const MOST_CONTEXTS = 50;

/** Visits and their append-only logs. */
export class VisitStore {
  /** Summaries by visit, as of their last event: replaying every log for every list would not scale. */
  private readonly summaries = new Map<string, { readonly lastSeq: number; readonly summary: VisitSummary }>();

  private readonly contexts = new Map<string, PinnedContext>();

  constructor(
    private readonly database: Database,
    private readonly library: LibraryStore,
  ) {}

  /** Starts a visit pinned to the newest documents; the same request again changes nothing. */
  async start({ id, unit }: StartVisit): Promise<VisitDocument> {
    const [existing] = await this.database.select({ unit: visits.unit }).from(visits).where(eq(visits.id, id));
    if (existing && existing.unit !== unit)
      throw conflict(`Visit ${id} already exists and is about unit "${existing.unit}".`);
    if (!existing) {
      const pinned = await this.library.pinnedFor(unit);
      await this.database.insert(visits).values({ id, unit, pinned }).onConflictDoNothing();
    }
    return this.visit(id);
  }

  async visit(id: string): Promise<VisitDocument> {
    const { pinned } = await this.pinnedContext(this.database, id);
    return { format: 'juxtameter/visit', version: 1, id, pinned, events: await this.events(this.database, id) };
  }

  /** Puts a whole visit in place, as seeding does. */
  async putVisit(visit: VisitDocument): Promise<void> {
    await this.database
      .insert(visits)
      .values({ id: visit.id, unit: visit.pinned.unit.id, pinned: visit.pinned })
      .onConflictDoNothing();
    if (visit.events.length > 0) await this.append(visit.id, visit.events);
  }

  /** Stores a batch whole or not at all. Events already stored keep their order and are acknowledged again. */
  append(visit: string, events: readonly VisitEvent[]): Promise<Acknowledged> {
    return this.database.transaction(async (transaction) => {
      const pinned = await this.pinnedContext(transaction, visit);
      const stored = await this.storedAmong(transaction, events);
      const fresh = events.filter((event) => !stored.has(event.id));
      refuseForeign(visit, events);
      refuseChanged(events, stored);
      await this.refuseUnfit(transaction, visit, pinned, fresh);
      if (fresh.length > 0) {
        const rows = await transaction
          .insert(visitEvents)
          .values(fresh.map(rowOf))
          .onConflictDoNothing()
          .returning({ id: visitEvents.id, seq: visitEvents.seq });
        if (rows.length < fresh.length)
          throw conflict('A device number in this batch is already taken by another event.');
        rows.forEach((row) => stored.set(row.id, { seq: row.seq, hash: '' }));
      }
      return { events: events.map(({ id }) => ({ id, seq: stored.get(id)?.seq ?? 0 })) };
    });
  }

  /** Every visit, the one touched last first. */
  async list(): Promise<readonly VisitSummary[]> {
    const rows = await this.database.select({ id: visits.id, pinned: visits.pinned }).from(visits);
    const summaries = await Promise.all(rows.map(({ id, pinned }) => this.summary(id, pinned)));
    return summaries.sort((a, b) => b.lastAt.localeCompare(a.lastAt));
  }

  private async summary(id: string, pinned: PinnedDocuments): Promise<VisitSummary> {
    const events = await this.events(this.database, id);
    const lastSeq = events.at(-1)?.seq ?? 0;
    const known = this.summaries.get(id);
    if (known?.lastSeq === lastSeq) return known.summary;
    const summary = summaryOf(id, pinned, events);
    this.summaries.set(id, { lastSeq, summary });
    return summary;
  }

  /** Pinned documents never change, so they are read once while a visit is in use. */
  private async pinnedContext(database: Database | Transaction, id: string): Promise<PinnedContext> {
    const known = this.contexts.get(id);
    if (known) return known;
    const [row] = await database.select({ pinned: visits.pinned }).from(visits).where(eq(visits.id, id));
    if (!row) throw notFound(`visit ${id}`);
    const read = { pinned: row.pinned, context: visitContext(row.pinned) };
    // The oldest goes first; a Map keeps the order of insertion.
    const [oldest] = this.contexts.keys();
    if (this.contexts.size >= MOST_CONTEXTS && oldest !== undefined) this.contexts.delete(oldest);
    this.contexts.set(id, read);
    return read;
  }

  private async events(database: Database | Transaction, visit: string): Promise<VisitEvent[]> {
    const rows = await database
      .select({ seq: visitEvents.seq, document: visitEvents.document })
      .from(visitEvents)
      .where(eq(visitEvents.visit, visit))
      .orderBy(asc(visitEvents.seq));
    return rows.map(({ seq, document }) => ({ ...document, seq }));
  }

  private async storedAmong(
    transaction: Transaction,
    events: readonly VisitEvent[],
  ): Promise<Map<string, { seq: number; hash: string }>> {
    const ids = events.map((event) => event.id);
    const rows = await transaction
      .select({ id: visitEvents.id, seq: visitEvents.seq, hash: visitEvents.hash })
      .from(visitEvents)
      .where(inArray(visitEvents.id, ids));
    return new Map(rows.map(({ id, seq, hash }) => [id, { seq, hash }]));
  }

  private async refuseUnfit(
    transaction: Transaction,
    visit: string,
    { pinned, context }: PinnedContext,
    fresh: readonly VisitEvent[],
  ): Promise<void> {
    const problems = fresh.flatMap((event, index) => referenceProblems(context, pinned, event, `events[${index}]`));
    if (problems.length > 0)
      throw unacceptable('Nothing was stored: an event names something this visit does not have.', problems);
    const closing = fresh.findIndex((event) => event.type === 'visit-closed');
    if (closing < 0) return;
    const state = replay(context, [...(await this.events(transaction, visit)), ...fresh.slice(0, closing)]);
    const open = openBypasses(state);
    if (open.length > 0) {
      throw conflict(
        `The visit cannot be closed: ${open.map((each) => each.bypass).join(', ')} ${open.length === 1 ? 'is' : 'are'} still in.`,
        [{ path: `events[${closing}]`, message: 'take every bypass out first' }],
      );
    }
  }
}

function rowOf(event: VisitEvent): typeof visitEvents.$inferInsert {
  const { seq: _seq, ...document } = event;
  return {
    id: event.id,
    visit: event.visit,
    device: event.device,
    deviceSeq: event.deviceSeq,
    hash: eventHash(event),
    document,
  };
}

/** An event's content; the order the server gave it is not part of it. */
function eventHash({ seq: _seq, ...content }: VisitEvent): string {
  return contentHash(content);
}

function refuseForeign(visit: string, events: readonly VisitEvent[]): void {
  const problems = events.flatMap((event, index): FieldProblem[] =>
    event.visit === visit
      ? []
      : [{ path: `events[${index}].visit`, message: `belongs to visit ${event.visit}, not to ${visit}` }],
  );
  if (problems.length > 0) throw unacceptable('Nothing was stored: an event belongs to another visit.', problems);
}

function refuseChanged(events: readonly VisitEvent[], stored: ReadonlyMap<string, { readonly hash: string }>): void {
  const seen = new Map<string, string>([...stored].map(([id, { hash }]) => [id, hash]));
  const problems = events.flatMap((event, index): FieldProblem[] => {
    const hash = eventHash(event);
    const known = seen.get(event.id);
    seen.set(event.id, hash);
    return known === undefined || known === hash
      ? []
      : [{ path: `events[${index}].id`, message: 'is already used by an event with other content' }];
  });
  if (problems.length > 0)
    throw conflict('Nothing was stored: an event id is used twice with different content.', problems);
}

function summaryOf(id: string, pinned: PinnedDocuments, events: readonly VisitEvent[]): VisitSummary {
  const context = visitContext(pinned);
  const state = replay(context, events);
  const first = events[0];
  const last = events.at(-1);
  return {
    id,
    unit: pinned.unit.id,
    unitName: pinned.unit.name,
    siteName: pinned.site.name,
    complaint: state.opened?.complaint ?? '',
    openedAt: first?.at ?? '',
    lastAt: last?.at ?? '',
    closed: state.closed,
    findings: state.findings.map((finding) => finding.text),
    openBypasses: openBypasses(state).length,
    waitsFor: waitsFor(context, state),
    events: events.length,
  };
}

function waitsFor(context: VisitContext, state: VisitState): string {
  if (state.closed) return 'Closed';
  const open = openBypasses(state);
  const step = stepOf(context, state, state.step);
  if (step?.text !== undefined) return step.text;
  if (open.length > 0) return 'A jumper is still in';
  return state.findings.length > 0 ? 'To be closed' : 'A chart to follow';
}
