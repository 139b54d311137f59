import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Button } from '../kit/button';

/** What a view shows instead of its content: loading, empty, or a problem, each with what to do next. */
@Component({
  selector: 'jx-state-message',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="message" [class]="kind()" [attr.role]="kind() === 'problem' ? 'alert' : 'status'">
      <svg viewBox="0 0 64 24" width="64" height="24" aria-hidden="true">
        <path d="M2 12h60" class="axis" />
        <rect x="12" y="5" width="26" height="14" rx="5" class="slot" />
        @if (kind() === 'problem') {
          <path d="M52 2v20" class="mark" />
        }
      </svg>
      <p>{{ text() }}</p>
      @if (action(); as action) {
        <button jxButton type="button" kind="secondary" (click)="acted.emit()">{{ action }}</button>
      }
    </div>
  `,
  styles: `
    .message {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 10px 16px;
      padding: 18px;
      border: 1px dashed var(--line);
      border-radius: 16px;
    }
    .problem {
      border-color: var(--caution-line);
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
    p {
      flex: 1 1 240px;
    }
    .axis {
      stroke: currentColor;
      stroke-width: 1.5;
    }
    .slot {
      fill: var(--slot);
      stroke: var(--within);
      stroke-width: 1.5;
    }
    .mark {
      stroke: currentColor;
      stroke-width: 3;
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class StateMessage {
  readonly kind = input.required<'loading' | 'empty' | 'problem'>();
  readonly text = input.required<string>();
  readonly action = input<string>();
  readonly acted = output();
}
