import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { Button } from '../../kit/button';
import type { ChartLine } from '../view/chart-view';

/** The chart as a list: the way walked, where we are, what is left. Any step can be gone to; the log says so. */
@Component({
  selector: 'jx-chart-list',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol aria-label="Steps of the chart">
      @for (line of lines(); track line.id) {
        @if ($index > 0 && line.standing === 'ahead' && lines()[$index - 1]?.standing !== 'ahead') {
          <li class="heading soft small">Not done</li>
        }
        <li [class]="line.standing" [attr.data-step]="line.id">
          <button
            type="button"
            [attr.aria-current]="line.standing === 'current' ? 'step' : null"
            (click)="toggle(line.id)"
          >
            <span class="tick" aria-hidden="true">{{
              line.standing === 'walked'
                ? '✓'
                : line.standing === 'current'
                  ? '→'
                  : line.kind === 'conclusion'
                    ? '◦'
                    : '·'
            }}</span>
            <span>{{ line.text }}</span>
            <span class="small soft">{{ line.outcome }}</span>
          </button>
          @if (open() === line.id && canJump() && line.standing !== 'current') {
            <button jxButton type="button" size="small" kind="secondary" class="jump" (click)="jumped.emit(line.id)">
              Go to this step
            </button>
          }
        </li>
      }
    </ol>
  `,
  styles: `
    button:not(.jump) {
      display: grid;
      grid-template-columns: 20px 1fr auto;
      gap: 8px;
      align-items: baseline;
      width: 100%;
      min-height: var(--touch);
      padding: 8px 4px;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    li {
      border-bottom: 1px solid var(--line);
    }
    .heading {
      padding-top: 14px;
    }
    .walked .tick {
      color: var(--within);
      font-weight: 700;
    }
    .current {
      border-radius: 10px;
      background: var(--slot);
      font-weight: 650;
    }
    .ahead button {
      color: var(--soft-ink);
    }
    .jump {
      min-height: var(--touch);
      margin: 0 0 10px 28px;
    }
  `,
})
export class ChartList {
  readonly lines = input.required<readonly ChartLine[]>();
  readonly canJump = input(true);
  readonly jumped = output<string>();
  /** A step was tapped, to be read about. */
  readonly chosen = output<string>();
  protected readonly open = signal<string | undefined>(undefined);

  protected toggle(id: string): void {
    this.chosen.emit(id);
    this.open.update((open) => (open === id ? undefined : id));
  }
}
