import { DestroyRef, DOCUMENT, inject, Injectable } from '@angular/core';

/** Keeps the screen awake while a step is open, where the device allows it. */
@Injectable({ providedIn: 'root' })
export class WakeLock {
  private readonly document = inject(DOCUMENT);

  /** Holds the screen awake until the caller is destroyed; taken again whenever the page comes back into view. */
  hold(destroyed: DestroyRef): void {
    const { wakeLock } = navigator as Partial<Pick<Navigator, 'wakeLock'>>;
    if (!wakeLock) return;
    let held: WakeLockSentinel | undefined;
    const take = (): void => {
      if (this.document.visibilityState !== 'visible') return;
      wakeLock.request('screen').then(
        (sentinel) => (held = sentinel),
        // Refused on low battery: the screen may dim, nothing is lost.
        () => undefined,
      );
    };
    take();
    this.document.addEventListener('visibilitychange', take);
    destroyed.onDestroy(() => {
      this.document.removeEventListener('visibilitychange', take);
      void held?.release();
    });
  }
}
