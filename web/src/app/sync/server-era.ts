import { inject, Injectable, InjectionToken, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { LocalStore } from '../local/local-store';
import { SyncActions } from './sync.actions';

/** How the server is asked; another one in tests. */
export const ASK = new InjectionToken<typeof fetch>('asking the server', {
  providedIn: 'root',
  factory: () => (input, init) => fetch(input, init),
});

/** Asked for where this browser remembers none: no server has it. */
const NO_ERA = '00000000-0000-0000-0000-000000000000';
/** So many starts of a server are remembered. */
const MOST_ERAS = 100;
/** Milliseconds. */
const PATIENCE = 10_000;

interface Answer {
  readonly present: string;
  readonly reach: number | undefined;
}

/**
 * Which history the server has. Each of its starts is an era; this browser remembers those it met. A server that
 * does not know the last of them, or less of it than is kept here, is not what it was: what it lacks waits again. One
 * that knows none of them is another.
 */
@Injectable({ providedIn: 'root' })
export class ServerEra {
  private readonly ask = inject(ASK);
  private readonly local = inject(LocalStore);
  private readonly store = inject(Store);
  private comparing: Promise<void> | undefined;
  private present: string | undefined;
  private met: readonly string[] | undefined;
  /** Version of the server that answered last. */
  readonly version = signal<string | undefined>(undefined);

  /** Resolves once it is known what this server has; rejects when no server of ours answers. */
  agreed(): Promise<void> {
    this.comparing ??= this.compared().catch((error: unknown) => {
      this.comparing = undefined;
      throw error;
    });
    return this.comparing;
  }

  /** Whether an answer is of the server that was agreed with; if not, the next request compares anew. */
  isStill(era: string): boolean {
    if (era === this.present) return true;
    this.comparing = undefined;
    return false;
  }

  private async compared(): Promise<void> {
    // What this page agreed on, not another tab that has met the server since. A browser that keeps nothing has nothing to
    // compare.
    const met = this.met ?? (await this.local.eras().catch(() => []));
    const { present, reach } = await this.lastKnown(met);
    const isSame = met.at(-1) === present;
    const isOther = met.length > 0 && reach === undefined && !isSame;
    if (isOther) {
      await this.local.setApart();
      this.store.dispatch(SyncActions.setApart());
    } else if (reach !== undefined && !isSame) {
      await this.local.takeBackOrders(reach);
      this.store.dispatch(SyncActions.ordersTakenBack({ reach }));
    }
    this.present = present;
    // Orders of another server say nothing of this one.
    const before = isOther ? [] : met.filter((each) => each !== present);
    this.met = [...before, present].slice(-MOST_ERAS);
    await this.local.keepEras(this.met).catch(() => undefined);
  }

  /** The latest era this browser has met that the server knows, and how far: what was ordered beyond it, it lacks. */
  private async lastKnown(met: readonly string[]): Promise<Answer> {
    let answer = await this.asked(met.at(-1) ?? NO_ERA);
    for (const era of met.slice(0, -1).reverse()) {
      if (answer.reach !== undefined) break;
      answer = await this.asked(era);
    }
    return answer;
  }

  private async asked(era: string): Promise<Answer> {
    const answer = await this.ask(`/api/eras/${era}`, { signal: AbortSignal.timeout(PATIENCE), cache: 'no-store' });
    if (!answer.ok || answer.headers.get('Juxtameter') === null) throw new Error('No server of ours answers.');
    const { present, reach } = (await answer.json()) as { readonly present?: unknown; readonly reach?: unknown };
    if (typeof present !== 'string' || present === '') throw new Error('No server of ours answers.');
    return { present, reach: typeof reach === 'number' ? reach : undefined };
  }
}
