import { inject, Injectable, InjectionToken } from '@angular/core';
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
/** Milliseconds. */
const PATIENCE = 10_000;

/**
 * Which history the server has. Each of its starts is an era; this browser remembers the one it met last. A server that
 * does not know that era any more, or less of it than is kept here, is not what it was: what it lacks waits again.
 */
@Injectable({ providedIn: 'root' })
export class ServerEra {
  private readonly ask = inject(ASK);
  private readonly local = inject(LocalStore);
  private readonly store = inject(Store);
  private comparing: Promise<void> | undefined;
  private present: string | undefined;

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
    // A browser that keeps nothing has nothing to compare.
    const remembered = await this.local.era().catch(() => undefined);
    const { present, reach } = await this.asked(remembered ?? NO_ERA);
    if (remembered !== undefined && remembered !== present) {
      if (reach === undefined) {
        await this.local.setApart();
        this.store.dispatch(SyncActions.setApart());
      } else {
        await this.local.takeBackOrders(reach);
        this.store.dispatch(SyncActions.ordersTakenBack({ reach }));
      }
    }
    this.present = present;
    await this.local.keepEra(present).catch(() => undefined);
  }

  private async asked(era: string): Promise<{ readonly present: string; readonly reach: number | undefined }> {
    const answer = await this.ask(`/api/eras/${era}`, { signal: AbortSignal.timeout(PATIENCE), cache: 'no-store' });
    if (!answer.ok || answer.headers.get('Juxtameter') === null) throw new Error('No server of ours answers.');
    const { present, reach } = (await answer.json()) as { readonly present?: unknown; readonly reach?: unknown };
    if (typeof present !== 'string' || present === '') throw new Error('No server of ours answers.');
    return { present, reach: typeof reach === 'number' ? reach : undefined };
  }
}
