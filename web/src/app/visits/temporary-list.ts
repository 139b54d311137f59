import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { RunningTemporary } from '@juxtameter/contract';
import { localDay } from '../look/local-day';

/** Every temporary repair that runs: what has run out stands on top of all visits. */
@Component({
  selector: 'jx-temporary-list',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (temporaries().length > 0) {
      <section aria-labelledby="temporary-title">
        <h2 id="temporary-title">
          Temporary repairs <span class="small soft">{{ temporaries().length }}</span>
        </h2>
        <ul>
          @for (each of rows(); track each.id) {
            <li>
              <a class="row" [class.over]="each.isOver" [routerLink]="['/units', each.unit]">
                <strong>{{ each.isOver ? 'Run out, was until ' : 'Until ' }}{{ each.until }}</strong>
                <span>{{ each.text }}</span>
                <span class="small soft">{{ each.unitName }}, {{ each.siteName }}</span>
              </a>
            </li>
          }
        </ul>
      </section>
    }
  `,
  styles: `
    h2 {
      margin: 0 0 8px;
    }
    ul {
      display: grid;
      gap: 8px;
      margin: 0 0 18px;
      padding: 0;
      list-style: none;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 2px 12px;
      min-height: var(--touch);
      padding: 10px 14px;
      border: 1px solid var(--line);
      border-left: 6px solid var(--soft-ink);
      border-radius: 12px;
      background: var(--sheet);
      color: var(--ink);
      text-decoration: none;
      overflow-wrap: anywhere;
    }
    .over {
      border-left-color: var(--high);
    }
    .over strong {
      color: var(--high);
    }
  `,
})
export class TemporaryList {
  /** The first to end first. */
  readonly temporaries = input.required<readonly RunningTemporary[]>();
  private readonly today = localDay(new Date());
  protected readonly rows = computed(() =>
    this.temporaries().map((each) => ({ ...each, isOver: each.until < this.today })),
  );
}
