import { inject, Injectable } from '@angular/core';
import type { SpareEntry } from '@juxtameter/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';
import { nobody } from '../api/our-answers';
import { keepSpares, keptSpares } from '../local/local-spares';
import { LocalStore } from '../local/local-store';
import { ServerEra } from '../sync/server-era';

/** As many as the server takes at a time. */
const AT_ONCE = 500;

/** Brings entries of the spares to the server and fetches those of others. */
@Injectable({ providedIn: 'root' })
export class SpareCourier {
  private readonly api = inject(Api);
  private readonly local = inject(LocalStore);
  private readonly era = inject(ServerEra);

  async kept(): Promise<readonly SpareEntry[]> {
    return keptSpares(await this.local.database());
  }

  async keep(entries: readonly SpareEntry[]): Promise<void> {
    await keepSpares(await this.local.database(), entries);
  }

  /**
   * Sends what the server lacks, whether it ever had it or was put back since, and keeps what others sent. Returns all
   * of it. `noted` is what only this page knows, where the browser keeps nothing. Throws what a request throws.
   */
  async exchange(noted: readonly SpareEntry[]): Promise<readonly SpareEntry[]> {
    await this.era.agreed();
    const { entries: theirs } = (await firstValueFrom(this.api.spares())) ?? {};
    if (!Array.isArray(theirs)) throw nobody('spares');
    const known = new Set(theirs.map(({ id }) => id));
    const kept = await this.kept().catch(() => noted);
    const own = new Map([...kept, ...noted].map((entry) => [entry.id, entry]));
    const lacking = [...own.values()].filter(({ id }) => !known.has(id));
    for (let at = 0; at < lacking.length; at += AT_ONCE)
      await firstValueFrom(this.api.noteSpares({ entries: lacking.slice(at, at + AT_ONCE) }));
    // Kept as far as this browser keeps anything: the server has it.
    await this.keep(theirs).catch(() => undefined);
    return [...new Map([...own.values(), ...theirs].map((entry) => [entry.id, entry])).values()];
  }
}
