import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Button } from './button';

/** One thing that was noted. */
export interface NotedItem {
  readonly id: string;
  readonly text: string;
  /** How it was come by, small beside it. */
  readonly aside?: string;
}

/** What was noted, each with a way to take it back while that can be. */
@Component({
  selector: 'jx-noted-list',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (items().length > 0) {
      <ul class="noted">
        @for (item of items(); track item.id) {
          <li>
            <span>{{ item.text }}</span>
            @if (item.aside) {
              <span class="small soft">{{ item.aside }}</span>
            }
            @if (canEdit()) {
              <button
                jxButton
                type="button"
                size="small"
                kind="secondary"
                [quiet]="true"
                [attr.aria-label]="'Take back: ' + item.text"
                (click)="takenBack.emit(item.id)"
              >
                Take back
              </button>
            }
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host:empty {
      display: none;
    }
  `,
})
export class NotedList {
  readonly items = input.required<readonly NotedItem[]>();
  readonly canEdit = input(true);
  readonly takenBack = output<string>();
}
