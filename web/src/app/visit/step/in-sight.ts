import { DestroyRef, Directive, effect, ElementRef, inject, input } from '@angular/core';
import { afterPaint } from '../../shell/after-paint';

/**
 * Where the screen is low the step scrolls as a whole: with each change, with the keyboard coming up and with every
 * line that comes in, as much as this part needs to be whole.
 */
@Directive({ selector: '[jxInSight]', host: { '(window:resize)': 'show()' } })
export class InSight {
  /** With each change of it the part is brought into sight. */
  readonly jxInSight = input.required<unknown>();
  private readonly part = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    const growth = new ResizeObserver(() => this.show());
    growth.observe(this.part);
    inject(DestroyRef).onDestroy(() => growth.disconnect());
    effect(() => {
      this.jxInSight();
      this.show();
    });
  }

  protected show(): void {
    afterPaint(() => this.part.scrollIntoView({ block: 'nearest' }));
  }
}
