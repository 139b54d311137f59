import { DestroyRef, Directive, ElementRef, inject, output } from '@angular/core';

/** Pixels before the end of a list at which more of it is drawn. */
const AHEAD = '900px';

/** Stands at the end of what is drawn of a long list, and says so when somebody comes near. */
@Directive({ selector: '[jxEndNear]' })
export class EndNear {
  readonly jxEndNear = output();

  constructor() {
    const end = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const observer = new IntersectionObserver(
      ([newest]) => {
        if (!newest?.isIntersecting) return;
        this.jxEndNear.emit();
        // Asked again: what came in may not have filled the screen.
        observer.unobserve(end);
        observer.observe(end);
      },
      { rootMargin: AHEAD },
    );
    observer.observe(end);
    inject(DestroyRef).onDestroy(() => observer.disconnect());
  }
}
