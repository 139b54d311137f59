import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Button } from '../kit/button';
import { Menu } from './menu';
import { MenuButton } from './menu-button';
import { SavedState } from './saved-state';
import { isTyping } from './typing';

/** Title of a view, the way back, which Escape goes as well, and the menu. */
@Component({
  selector: 'jx-page-header',
  imports: [Button, MenuButton, RouterLink, SavedState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown.escape)': 'leave($event)' },
  template: `
    <header>
      @if (back(); as back) {
        <a jxButton class="back" kind="secondary" [quiet]="true" [routerLink]="back" aria-label="Back">Back</a>
      } @else {
        <img src="mark.svg" alt="" width="32" height="32" />
      }
      <div class="titles">
        <h1>{{ title() }}</h1>
        @if (subtitle()) {
          <p class="small soft">{{ subtitle() }}</p>
        }
      </div>
      <ng-content />
      <jx-saved-state />
      <jx-menu-button />
    </header>
  `,
  styles: `
    header {
      display: flex;
      align-items: center;
      gap: 14px;
      min-height: 62px;
      padding: 8px 22px;
      border-bottom: 1px solid var(--line);
    }
    .titles {
      flex: 1;
      min-width: 0;
    }
    h1 {
      font-size: 22px;
    }
    .back {
      margin-left: -14px;
    }
    button,
    .back {
      min-height: var(--touch);
    }
    @media (max-width: 560px) {
      header {
        flex-wrap: wrap;
        padding: 6px 14px;
        gap: 4px 10px;
      }
      jx-saved-state {
        order: 1;
        width: 100%;
      }
      h1 {
        font-size: 19px;
      }
    }
    @media print {
      header {
        display: none;
      }
    }
  `,
})
export class PageHeader {
  readonly title = input.required<string>();
  readonly subtitle = input('');
  readonly back = input<string>();
  private readonly menu = inject(Menu);
  private readonly router = inject(Router);

  /** What is typed is left first; the next Escape leaves the page. */
  protected leave(event: Event): void {
    const back = this.back();
    if (event.defaultPrevented || this.menu.isShown()) return;
    if (isTyping(event.target)) return event.target.blur();
    if (back !== undefined) void this.router.navigateByUrl(back);
  }
}
