import { afterNextRender, DestroyRef, Directive, effect, ElementRef, inject, input } from '@angular/core';
import { afterPaint } from '../../shell/after-paint';

const NEAREST = { block: 'nearest' } as const;

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
    // What stands above it moves it as well: the log, a wait that is counted down.
    const growth = new ResizeObserver(() => this.show());
    afterNextRender(() => {
      for (const element of [this.part, ...besides(this.part)]) growth.observe(element);
    });
    inject(DestroyRef).onDestroy(() => growth.disconnect());
    effect(() => {
      this.jxInSight();
      this.show();
    });
  }

  protected show(): void {
    afterPaint(() => {
      // It may stick and hide what stands before it: where there is room for both, both are shown.
      const whole = this.part.parentElement;
      if (whole && whole.clientHeight < (this.column(whole)?.clientHeight ?? 0)) whole.scrollIntoView(NEAREST);
      this.part.scrollIntoView(NEAREST);
    });
  }

  /** The column that scrolls. */
  private column(element: HTMLElement): HTMLElement | undefined {
    const above = element.parentElement;
    if (!above) return undefined;
    return above.scrollHeight > above.clientHeight && getComputedStyle(above).overflowY === 'auto'
      ? above
      : this.column(above);
  }
}

/** What stands beside a part and beside everything it is in, up to the page. */
function besides(part: Element): readonly Element[] {
  const above = part.parentElement;
  if (!above || above.tagName === 'MAIN') return [];
  return [...Array.from(above.children), ...besides(above)];
}
