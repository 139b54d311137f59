import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
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

  protected pressed(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || !isMenuKey(event)) return;
    event.preventDefault();
    this.menu.isShown.set(true);
  }
}
