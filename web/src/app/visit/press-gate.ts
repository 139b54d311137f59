import { inject, Injectable, signal } from '@angular/core';
import { afterPaint } from '../shell/after-paint';
import { pressCounts, readyAt, type Shown } from './press-guard';
import { Presses } from './presses';

const NOTHING_SHOWN: Shown = { changedAt: -Infinity, stepAt: -Infinity, isForHands: false };

/** Whether the press at hand answers what the visit's page shows: hands are faster than the page. */
@Injectable({ providedIn: 'root' })
export class PressGate {
  private readonly presses = inject(Presses);
  private shown = NOTHING_SHOWN;
  /** A press that counted goes on counting: one tap may record several facts. */
  private counted = Number.NaN;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly settling = signal(false);
  private readonly caught = signal(false);
  /** Presses on what is shown do not count yet. */
  readonly isSettling = this.settling.asReadonly();
  /** A press was caught: it is said, so that nobody waits for what was not recorded. */
  readonly hasCaught = this.caught.asReadonly();

  /** What is on the screen changed; it counts as shown once it is painted. */
  changes({ isNewStep, isForHands }: { readonly isNewStep: boolean; readonly isForHands: boolean }): void {
    this.shown = { changedAt: Infinity, stepAt: isNewStep ? Infinity : this.shown.stepAt, isForHands };
    this.settling.set(true);
    this.caught.set(false);
    clearTimeout(this.timer);
    const painting = this.shown;
    afterPaint(() => {
      if (this.shown === painting) this.painted(isNewStep);
    });
  }

  private painted(isNewStep: boolean): void {
    const now = performance.now();
    const stepAt = isNewStep || this.shown.stepAt === Infinity ? now : this.shown.stepAt;
    this.shown = { ...this.shown, changedAt: now, stepAt };
    this.timer = setTimeout(() => this.settling.set(false), readyAt(this.shown) - now);
  }

  /** Whether the newest press counts; one that does not is noted as caught. */
  counts(): boolean {
    const press = this.presses.last();
    // Nobody pressed: a page that was opened at an address that asks for something.
    if (!press || press.at === this.counted) return true;
    const doesCount = pressCounts(press, this.shown);
    if (doesCount) this.counted = press.at;
    this.caught.set(!doesCount && !press.isRepeat);
    return doesCount;
  }

  /** Milliseconds since anybody touched the page; infinite before that. */
  idle(): number {
    return performance.now() - (this.presses.last()?.at ?? -Infinity);
  }
}
