import { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';
import { keepPhoto, keptPicture } from '../local/local-photos';
import { LocalStore } from '../local/local-store';

/** A picture, or where it is instead, in words. */
export type FoundPhoto = { readonly picture: Blob } | { readonly missing: string };

/** Finds a picture on this device or on the server; what is fetched is kept here for when there is no network. */
@Injectable({ providedIn: 'root' })
export class PhotoSource {
  private readonly api = inject(Api);
  private readonly local = inject(LocalStore);

  async find(hash: string, visit: string): Promise<FoundPhoto> {
    const kept = await this.kept(hash);
    if (kept) return { picture: asPicture(kept) };
    try {
      const bytes = await firstValueFrom(this.api.photo(hash));
      await this.keep(hash, visit, bytes);
      return { picture: asPicture(bytes) };
    } catch (error) {
      const isAnswered = error instanceof HttpErrorResponse && error.status === 404;
      return {
        missing: isAnswered
          ? 'Still on the device that took it.'
          : 'Not kept on this device, and no server is in reach.',
      };
    }
  }

  private async kept(hash: string): Promise<ArrayBuffer | undefined> {
    try {
      return await keptPicture(await this.local.database(), hash, Date.now());
    } catch {
      return undefined;
    }
  }

  private async keep(hash: string, visit: string, bytes: ArrayBuffer): Promise<void> {
    try {
      await keepPhoto(await this.local.database(), { hash, visit, bytes }, false, Date.now());
    } catch {
      // No room for it: it is shown all the same, and asked for again next time.
    }
  }
}

function asPicture(bytes: ArrayBuffer): Blob {
  return new Blob([bytes], { type: 'image/jpeg' });
}
