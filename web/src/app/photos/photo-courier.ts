import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { nobody } from '../api/our-answers';
import { deliveredPhotos, keptPicture, offerPhotos, settlePhoto, waitingPhotos } from '../local/local-photos';
import { LocalStore } from '../local/local-store';

/** So many are asked for at a time. */
const ASKED = 500;

/** Brings pictures to the server, and finds out which it lacks. */
@Injectable({ providedIn: 'root' })
export class PhotoCourier {
  private readonly api = inject(Api);
  private readonly local = inject(LocalStore);
  private isCompared = false;

  /** What the server is believed to have is asked for once more. */
  compareAnew(): void {
    this.isCompared = false;
  }

  async waiting(): Promise<number> {
    return (await waitingPhotos(await this.local.database())).length;
  }

  /** Brings one that waits; its name, or undefined where none does. Throws what the request throws. */
  async sendNext(): Promise<string | undefined> {
    const database = await this.local.database();
    if (!this.isCompared) await this.compare();
    const [hash] = await waitingPhotos(database);
    if (hash === undefined) return undefined;
    const bytes = await keptPicture(database, hash, Date.now());
    // Its facts without the picture: there is nothing to bring.
    if (!bytes) await settlePhoto(database, hash, 'it cannot be read on this device');
    else await this.send(hash, bytes);
    return hash;
  }

  private async send(hash: string, bytes: ArrayBuffer): Promise<void> {
    const database = await this.local.database();
    try {
      const { photo } = (await firstValueFrom(this.api.putPhoto(hash, bytes))) ?? {};
      if (photo !== hash) throw nobody(hash);
      await settlePhoto(database, hash);
    } catch (error) {
      const problem = toApiProblem(error);
      if (problem.kind !== 'refused') throw error;
      await settlePhoto(database, hash, problem.detail);
    }
  }

  private async compare(): Promise<void> {
    const database = await this.local.database();
    const believed = await deliveredPhotos(database);
    for (let at = 0; at < believed.length; at += ASKED) {
      const { missing } = await firstValueFrom(this.api.missingPhotos(believed.slice(at, at + ASKED)));
      if (!Array.isArray(missing)) throw nobody('missing');
      await offerPhotos(database, missing);
    }
    this.isCompared = true;
  }
}
