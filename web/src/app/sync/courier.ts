import { inject, Injectable } from '@angular/core';
import type { Acknowledged, PinnedDocuments } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';
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

  /** Sends a parcel and notes on the tablet what arrived. Throws what the request throws. */
  async send({ visit, pinned, events }: Parcel): Promise<Acknowledged> {
    if (pinned) await firstValueFrom(this.api.startVisit({ id: visit, pinned }));
    const acknowledged =
      events.length > 0 ? await firstValueFrom(this.api.appendEvents(visit, events)) : { events: [] };
    const orders = new Map(acknowledged.events.map(({ id, seq }) => [id, seq]));
    // What the server has may stay waiting here: it is known by its id when it is sent again.
    await this.local.noteDelivered(visit, orders).catch(() => undefined);
    return acknowledged;
  }
}
