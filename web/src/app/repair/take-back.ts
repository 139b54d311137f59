import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { EventBody } from '@juxtameter/core';
import { Button } from '../kit/button';

/** Takes one entry back that a glove has made by mistake; both stay in the record. */
@Component({
  selector: 'jx-take-back',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      jxButton
      type="button"
      kind="secondary"
      [quiet]="true"
      [attr.aria-label]="label() + ': ' + what()"
      (click)="recorded.emit({ type: 'retracted', event: event() })"
    >
      {{ label() }}
    </button>
  `,
  styles: `
    button {
      min-height: var(--touch);
    }
  `,
})
export class TakeBack {
  /** Id of the entry. */
  readonly event = input.required<string>();
  /** What it said, for those who do not see where the button stands. */
  readonly what = input.required<string>();
  readonly label = input('Take back');
  readonly recorded = output<EventBody>();
}
