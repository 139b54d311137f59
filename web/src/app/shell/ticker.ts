import { DestroyRef, DOCUMENT, inject, Injectable, signal, type Signal } from '@angular/core';

/** Milliseconds between two looks at the clock: often enough for tenths of a second to be seen moving. */
const TENTHS = 100;

/**
 * The time by the wall clock while somebody looks at it. It reads the clock and counts nothing: a tab in the background
 * or a page that was busy shows the right time again at the next look.
 */
@Injectable({ providedIn: 'root' })
export class Ticker {
  private readonly window = inject(DOCUMENT).defaultView;

  /** Call in an injection context; it stops with its owner. */
  follow(every = TENTHS): Signal<number> {
    const now = signal(Date.now());
    const timer = this.window?.setInterval(() => now.set(Date.now()), every);
    inject(DestroyRef).onDestroy(() => this.window?.clearInterval(timer));
    return now.asReadonly();
  }
}
