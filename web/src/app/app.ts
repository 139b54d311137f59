import { ChangeDetectionStrategy, Component, DOCUMENT, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterOutlet } from '@angular/router';
import { filter, skip } from 'rxjs';
import { afterPaint } from './shell/after-paint';
import { Menu } from './shell/menu';
import { MenuSheet } from './shell/menu-sheet';
import { isMenuKey } from './shell/typing';

/** The page at hand, and the menu over it. */
@Component({
  selector: 'jx-root',
  imports: [MenuSheet, RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'pressed($event)' },
  template: `
    <router-outlet />
    @defer (when menu.isShown()) {
      <jx-menu-sheet />
    }
  `,
})
export class App {
  protected readonly menu = inject(Menu);

  constructor() {
    const page = inject(DOCUMENT);
    // A page that takes no focus of its own gets it at its heading: keys and readers go on from there.
    inject(Router)
      .events.pipe(
        filter((event) => event instanceof NavigationEnd),
        skip(1),
        takeUntilDestroyed(),
      )
      .subscribe(() => afterPaint(() => focusHeading(page)));
  }

  protected pressed(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || !isMenuKey(event)) return;
    event.preventDefault();
    this.menu.isShown.set(true);
  }
}

function focusHeading(page: Document): void {
  const heading = page.querySelector('h1');
  if (!heading || (page.activeElement !== null && page.activeElement !== page.body)) return;
  heading.tabIndex = -1;
  heading.focus({ preventScroll: true });
}
