import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** Keys that a phone's number pad lacks, and others beside them; there only where a finger types. */
@Component({
  selector: 'jx-key-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { 'aria-label': 'Keys a number pad lacks', role: 'group' },
  template: `
    @for (key of keys(); track key) {
      <button type="button" class="mono" (click)="pressed.emit(key)">{{ key }}</button>
    }
    <ng-content />
  `,
  styles: `
    :host {
      display: none;
      gap: 8px;
      margin-top: 8px;
    }
    @media (pointer: coarse) {
      :host {
        display: flex;
      }
    }
    button {
      flex: 1;
      min-height: var(--touch);
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--well);
      color: var(--ink);
      font-size: 17px;
    }
  `,
})
export class KeyRow {
  readonly keys = input.required<readonly string[]>();
  readonly pressed = output<string>();
}
