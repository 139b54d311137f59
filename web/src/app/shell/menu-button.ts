import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Button } from '../kit/button';
import { Menu } from './menu';

/** Stands in the head of every page. */
@Component({
  selector: 'jx-menu-button',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    jxButton
    type="button"
    kind="secondary"
    aria-haspopup="dialog"
    [attr.aria-expanded]="menu.isShown()"
    (click)="menu.isShown.set(true)"
  >
    Menu
  </button>`,
  styles: `
    button {
      min-height: var(--touch);
      padding-inline: 12px;
    }
    @media print {
      button {
        display: none;
      }
    }
  `,
})
export class MenuButton {
  protected readonly menu = inject(Menu);
}
