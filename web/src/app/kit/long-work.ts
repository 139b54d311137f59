import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Button } from './button';
import { Progress } from './progress';

/** Work that takes a while: what is done, how far it is, and a button that ends it. */
@Component({
  selector: 'jx-long-work',
  imports: [Button, Progress],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="work" role="status">
      <p>{{ text() }}</p>
      <jx-progress [label]="text()" [done]="done()" [of]="of()" />
      @if (canStop()) {
        <button jxButton type="button" kind="secondary" (click)="stopped.emit()">Stop</button>
      }
    </div>
  `,
  styles: `
    .work {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 10px 16px;
      padding: 14px 18px;
      border: 1px dashed var(--line);
      border-radius: 16px;
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class LongWork {
  readonly text = input.required<string>();
  readonly done = input.required<number>();
  readonly of = input<number>();
  readonly canStop = input(true);
  readonly stopped = output();
}
