import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { PreferencesActions } from '../preferences/preferences.actions';
import { preferencesFeature } from '../preferences/preferences.reducer';
import { SavedState } from './saved-state';

/** Title of a view, the way back, and the switch between sunlight and dark. */
@Component({
  selector: 'jx-page-header',
  imports: [Button, RouterLink, SavedState],
  changeDetection: ChangeDetectionStrategy.OnPush,
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
      <button jxButton type="button" kind="secondary" [quiet]="true" (click)="toggle()">{{ otherTheme() }}</button>
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
  private readonly store = inject(Store);
  private readonly theme = this.store.selectSignal(preferencesFeature.selectTheme);
  protected readonly otherTheme = computed(() => (this.theme() === 'dark' ? 'Light' : 'Dark'));

  protected toggle(): void {
    this.store.dispatch(PreferencesActions.themeToggled());
  }
}
