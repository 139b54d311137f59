import { DOCUMENT, inject, Injectable } from '@angular/core';
import type { Press } from './press-guard';

/** The newest press anywhere on the page, seen before whatever it is meant for. */
@Injectable({ providedIn: 'root' })
export class Presses {
  private newest: Press | undefined;

  constructor() {
    const page = inject(DOCUMENT);
    const note = (event: Event) => {
      const isRepeat = event instanceof KeyboardEvent && event.repeat;
      // The time it was struck at, not the time a busy page came to it.
      this.newest = { at: event.timeStamp, isRepeat };
    };
    for (const kind of ['keydown', 'click']) page.addEventListener(kind, note, { capture: true });
  }

  /** Undefined before anybody has touched the page. */
  last(): Press | undefined {
    return this.newest;
  }
}
