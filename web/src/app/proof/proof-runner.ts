import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { ProofSaid, ToProve } from './proof.worker';

/** Proves charts in a worker; whoever stops listening stops it. */
@Injectable({ providedIn: 'root' })
export class ProofRunner {
  prove(told: ToProve): Observable<ProofSaid> {
    return new Observable((heard) => {
      const worker = new Worker(new URL('./proof.worker', import.meta.url));
      worker.onmessage = ({ data }: MessageEvent<ProofSaid>) => {
        heard.next(data);
        if (!('progress' in data)) heard.complete();
      };
      worker.onerror = () => heard.next({ failed: 'The part of the page that proves charts ended early.' });
      worker.postMessage(told);
      return () => worker.terminate();
    });
  }
}
