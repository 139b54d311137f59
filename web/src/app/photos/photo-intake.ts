import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';
import { keepPhoto } from '../local/local-photos';
import { LocalStore } from '../local/local-store';
import { PhotoActions } from './photo.actions';
import type { Prepared, PreparedPhoto, ToPrepare } from './prepared-photo';

/** Makes files of a camera ready in a worker and keeps them, before the record says that there is a photo. */
@Injectable({ providedIn: 'root' })
export class PhotoIntake {
  private readonly api = inject(Api);
  private readonly local = inject(LocalStore);
  private readonly store = inject(Store);
  private worker: Worker | undefined;
  private last: Promise<unknown> = Promise.resolve();

  /** The picture as it is kept, or why it is not, in words. */
  async take(file: File, visit: string): Promise<Prepared> {
    const prepared = await this.prepare(file);
    if ('refused' in prepared) return { refused: `“${file.name}” ${prepared.refused}` };
    const refused = await this.keep(prepared, visit);
    return refused === undefined ? prepared : { refused };
  }

  /** One at a time: each needs the memory of a whole picture. */
  private prepare(file: File): Promise<Prepared> {
    const prepared = this.last.then(() => this.prepared(file));
    this.last = prepared.catch(() => undefined);
    return prepared;
  }

  private prepared(file: File): Promise<Prepared> {
    const worker = (this.worker ??= new Worker(new URL('./photo.worker', import.meta.url)));
    const request: ToPrepare = { file, minutesAhead: -new Date(file.lastModified).getTimezoneOffset() };
    return new Promise((resolve) => {
      worker.onmessage = ({ data }: MessageEvent<Prepared>) => resolve(data);
      // A worker that ran out of memory answers nothing more.
      worker.onerror = () => {
        worker.terminate();
        this.worker = undefined;
        resolve({ refused: 'could not be taken: it needs more memory than this browser has.' });
      };
      worker.postMessage(request);
    });
  }

  /** On this device, or, where that has no room, on the server; why neither takes it, in words. */
  private async keep({ hash, bytes }: PreparedPhoto, visit: string): Promise<string | undefined> {
    try {
      await keepPhoto(await this.local.database(), { hash, visit, bytes }, true, Date.now());
      this.store.dispatch(PhotoActions.kept());
      return undefined;
    } catch {
      return this.bring(hash, bytes);
    }
  }

  private async bring(hash: string, bytes: ArrayBuffer): Promise<string | undefined> {
    try {
      await firstValueFrom(this.api.putPhoto(hash, bytes));
      return undefined;
    } catch {
      return 'This device has no room for photos, and no server takes it just now: the photo was not taken. Free some space, or come into reach of the server first.';
    }
  }
}
