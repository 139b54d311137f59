import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { Button } from '../kit/button';
import type { Suspicion } from '@juxtameter/core';

/** How many are read in ten seconds. */
const AT_A_GLANCE = 3;

/** What is suspicious about a unit, the most telling first. */
@Component({
  selector: 'jx-suspicion-list',
  imports: [Button, DatePipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul aria-label="What matters about this unit">
      @for (each of shown(); track each.words) {
        <li class="warning" [attr.data-suspicion]="each.kind">
          <strong>{{ each.words }}</strong>&ngsp;<span>{{ each.advice }}</span>
          @if (each.cases.length > 1) {
            &ngsp;<span>
              @for (day of each.cases; track day; let isLast = $last) {
                <span class="day"
                  >{{ day.length === 10 ? (day | date: 'd MMM y' : 'UTC') : day }}{{ isLast ? '' : ',' }}</span
                >&ngsp;
              }
            </span>
          }
        </li>
      }
    </ul>
    @if (rest() > 0) {
      <button jxButton type="button" size="small" kind="secondary" [quiet]="true" (click)="isWhole.set(true)">
        {{ rest() }} more
      </button>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    ul {
      display: grid;
      gap: 6px;
    }
    li {
      padding: 6px 12px;
      line-height: 1.3;
    }
    span {
      font-size: 15px;
    }
    .day {
      white-space: nowrap;
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class SuspicionList {
  readonly suspicions = input.required<readonly Suspicion[]>();
  /** Shown at once. */
  readonly most = input(AT_A_GLANCE);
  protected readonly isWhole = signal(false);
  protected readonly shown = computed(() =>
    this.isWhole() ? this.suspicions() : this.suspicions().slice(0, this.most()),
  );
  protected readonly rest = computed(() => this.suspicions().length - this.shown().length);
}
