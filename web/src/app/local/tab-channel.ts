import { Injectable } from '@angular/core';
import type { VisitEvent } from '@juxtameter/core';
import { Observable } from 'rxjs';

const NAME = 'juxtameter';

/** What tabs of one browser tell each other: with no server in reach they would not know of one another. */
@Injectable({ providedIn: 'root' })
export class TabChannel {
  private readonly channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(NAME);

  tell(event: VisitEvent): void {
    this.channel?.postMessage(event);
  }

  /** Entries that other tabs have kept. */
  readonly told = new Observable<VisitEvent>((listener) => {
    const heard = ({ data }: MessageEvent<VisitEvent>): void => listener.next(data);
    this.channel?.addEventListener('message', heard);
    return () => this.channel?.removeEventListener('message', heard);
  });
}
