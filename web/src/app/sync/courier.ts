import { inject, Injectable } from '@angular/core';
import type { Acknowledged, PinnedDocuments } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem, type ApiProblem } from '../api/api-problem';
import { nobody } from '../api/our-answers';
import type { SetAside } from '../local/local-orders';
import { LocalStore } from '../local/local-store';

/** What is sent in one go: part of a visit's log, and the visit itself when the server does not know it. */
export interface Parcel {
  readonly visit: string;
  readonly pinned: PinnedDocuments | undefined;
  readonly events: readonly VisitEvent[];
}

/** What an open page holds in memory, which is more than the tablet keeps when its storage fails. */
export type OpenPages = () => Parcel | undefined;

/** The server takes a batch of this many events at most. */
const BATCH = 200;

/** Picks what waits and brings it to the server, each visit in the order it was logged. */
@Injectable({ providedIn: 'root' })
export class Courier {
  private readonly api = inject(Api);
  private readonly local = inject(LocalStore);
  private openPage: OpenPages = () => undefined;

  /** The page of a visit tells what it holds. */
  follow(openPage: OpenPages): void {
    this.openPage = openPage;
  }

  /** The next parcel; what visits in `except` hold stays. */
  async next(except: ReadonlySet<string>): Promise<Parcel | undefined> {
    const open = this.openPage();
    if (open && !except.has(open.visit)) return { ...open, events: open.events.slice(0, BATCH) };
    // Without storage only the open page has anything.
    const waiting = await this.local.waiting().catch(() => ({}));
    const visit = Object.keys(waiting).find((id) => !except.has(id) && id !== open?.visit);
    const kept = visit === undefined ? undefined : await this.local.visit(visit);
    if (!kept) return undefined;
    const events = kept.events.filter((event) => event.seq === undefined).slice(0, BATCH);
    return { visit: kept.id, pinned: kept.isUnsent ? kept.pinned : undefined, events };
  }

  /**
   * Sends a parcel and notes on the tablet what arrived. Entries the server names as unfit are set aside; the others go
   * with the next parcel. Throws what the request throws.
   */
  async send({ visit, pinned, events }: Parcel): Promise<Sent> {
    if (pinned) await firstValueFrom(this.api.startVisit({ id: visit, pinned }));
    if (events.length === 0) return this.noted(visit, NOTHING);
    try {
      const acknowledged = await firstValueFrom(this.api.appendEvents(visit, events));
      if (!isFor(acknowledged, events)) throw nobody(visit);
      return await this.noted(visit, { acknowledged, setAside: [] });
    } catch (error) {
      const setAside = unfit(toApiProblem(error), events);
      if (setAside.length === 0) throw error;
      // Where nothing can be kept the open page remembers it.
      await this.local.setAside(setAside).catch(() => undefined);
      return { ...NOTHING, setAside };
    }
  }

  private async noted(visit: string, sent: Sent): Promise<Sent> {
    const orders = new Map(sent.acknowledged.events.map(({ id, seq }) => [id, seq]));
    // What the server has may stay waiting here: it is known by its id when it is sent again.
    await this.local.noteDelivered(visit, orders).catch(() => undefined);
    return sent;
  }
}

/** What became of a parcel. */
export interface Sent {
  readonly acknowledged: Acknowledged;
  readonly setAside: readonly SetAside[];
}

const NOTHING: Sent = { acknowledged: { events: [] }, setAside: [] };

/** Whether an answer gives every event that was sent its order. */
function isFor(answer: Acknowledged | null, sent: readonly VisitEvent[]): boolean {
  const given: unknown = answer?.events;
  if (!Array.isArray(given)) return false;
  const ordered = new Set(
    (given as readonly Partial<Acknowledged['events'][number]>[]).flatMap((each) =>
      typeof each?.id === 'string' && Number.isSafeInteger(each.seq) ? [each.id] : [],
    ),
  );
  return sent.every(({ id }) => ordered.has(id));
}

/** The entries a refusal names. */
function unfit(problem: ApiProblem, events: readonly VisitEvent[]): readonly SetAside[] {
  if (problem.kind !== 'refused') return [];
  const reasons = new Map<string, string>();
  for (const { path, message } of problem.errors) {
    const id = events[Number(/^events\[(\d+)\]/.exec(path)?.[1] ?? -1)]?.id;
    if (id !== undefined && !reasons.has(id)) reasons.set(id, message);
  }
  return [...reasons].map(([id, reason]) => ({ id, reason }));
}
