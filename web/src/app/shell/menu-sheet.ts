import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { PreferencesActions } from '../preferences/preferences.actions';
import { preferencesFeature } from '../preferences/preferences.reducer';
import { VISIT_PAGES } from '../visit/visit-pages';
import { WORKSPACE_KEYS } from '../workspace/workspace-keys';
import { Menu } from './menu';

interface Entry {
  readonly path: string;
  readonly name: string;
  readonly key?: string;
}

/** What there is beside the visits. */
const PLACES: readonly Entry[] = [
  { path: '/', name: 'All visits' },
  { path: '/start', name: 'Start a visit' },
  { path: '/library', name: 'Units, charts, meters' },
  { path: '/spares', name: 'Spares' },
  { path: '/judge', name: 'Check a reading' },
  { path: '/handbook', name: 'Handbook' },
  { path: '/practice', name: 'Practise reading a lamp' },
  { path: '/import', name: 'Import' },
  { path: '/backup', name: 'Backup' },
  { path: '/about', name: 'About, licences' },
];

/** Every page by a tap or its key: those of the open visit first. */
@Component({
  selector: 'jx-menu-sheet',
  imports: [Button, Dialog, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'pressed($event)' },
  template: `
    <jx-dialog title="Menu" [(isShown)]="menu.isShown">
      <div class="sheet">
        @if (ofVisit().length > 0) {
          <nav aria-label="This visit">
            <h2>This visit</h2>
            <ul>
              @for (entry of ofVisit(); track entry.path) {
                <li>
                  <a jxButton kind="secondary" [routerLink]="entry.path" (click)="close()">
                    <span>{{ entry.name }}</span>
                    @if (entry.key; as key) {
                      <kbd class="mono">{{ key }}</kbd>
                    }
                  </a>
                </li>
              }
            </ul>
          </nav>
        }
        <nav aria-label="Everything">
          <h2>{{ ofVisit().length > 0 ? 'Elsewhere' : 'Everything' }}</h2>
          <ul>
            @for (entry of places; track entry.path) {
              <li>
                <a jxButton kind="secondary" [routerLink]="entry.path" (click)="close()">
                  <span>{{ entry.name }}</span>
                </a>
              </li>
            }
            <li>
              <button jxButton type="button" kind="secondary" (click)="toggleTheme()">
                {{ isDark() ? 'Light colours' : 'Dark colours' }}
              </button>
            </li>
          </ul>
        </nav>
        @if (ofVisit().length > 0) {
          <details>
            <summary>Keys at the step</summary>
            <dl>
              @for (key of keys; track key[0]) {
                <dt class="mono">{{ key[0] }}</dt>
                <dd>{{ key[1] }}</dd>
              }
            </dl>
          </details>
        }
      </div>
    </jx-dialog>
  `,
  styles: `
    .sheet {
      display: grid;
      gap: 16px;
      width: min(560px, 86vw);
    }
    h2 {
      margin-bottom: 6px;
      font-size: 16px;
    }
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: 8px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    a,
    button {
      justify-content: space-between;
      width: 100%;
      min-height: 48px;
      padding-inline: 12px;
      font-size: 16px;
      text-align: left;
    }
    kbd {
      padding: 1px 8px;
      border-radius: 7px;
      background: var(--well);
      font-size: 14px;
    }
    summary {
      min-height: var(--touch);
      align-content: center;
      cursor: pointer;
      font-weight: 600;
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 6px 22px;
      margin: 0;
    }
    dd {
      margin: 0;
    }
  `,
})
export class MenuSheet {
  protected readonly menu = inject(Menu);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly theme = this.store.selectSignal(preferencesFeature.selectTheme);
  protected readonly isDark = computed(() => this.theme() === 'dark');
  protected readonly places = PLACES;
  protected readonly keys = WORKSPACE_KEYS;
  /** The pages of the visit that is open, read anew each time the sheet is. */
  protected readonly ofVisit = computed<readonly Entry[]>(() => {
    const [, id] = (this.menu.isShown() && /^\/visits\/([^/?#]+)/.exec(this.router.url)) || [];
    if (id === undefined) return [];
    const pages = VISIT_PAGES.map(({ path, title, key }) => ({
      path: `/visits/${id}/${path}`,
      name: title,
      ...(key === undefined ? {} : { key }),
    }));
    return [{ path: `/visits/${id}`, name: 'At the machine' }, ...pages];
  });

  protected close(): void {
    this.menu.isShown.set(false);
  }

  protected toggleTheme(): void {
    this.store.dispatch(PreferencesActions.themeToggled());
  }

  /** The key beside a page opens it from here as well. */
  protected pressed(event: KeyboardEvent): void {
    if (!this.menu.isShown() || event.ctrlKey || event.metaKey || event.repeat) return;
    const page = this.ofVisit().find(({ key }) => key === event.key);
    if (!page) return;
    event.preventDefault();
    this.close();
    void this.router.navigateByUrl(page.path);
  }
}
