import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Button } from '../../kit/button';
import { terminalLabel, type BypassEntry, type VisitContext } from '@juxtameter/core';
import type { StepCommand } from './step-command';

/** Jumpers that are in: each stays until hands have taken it out and said so. */
@Component({
  selector: 'jx-bypass-list',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (entry of entries(); track entry.bypass) {
      <p class="caution">
        <span
          ><strong>{{ entry.unconfirmed ? 'Jumper may still be in' : 'Jumper in' }}:</strong> {{ label(entry.from) }} to
          {{ label(entry.to) }}.
          @if (entry.removes) {
            Without {{ entry.removes.replaceAll('-', ' ') }} protection.
          }
        </span>
        <button
          jxButton
          type="button"
          kind="secondary"
          (click)="commanded.emit({ kind: 'record', body: { type: 'bypass-removed', bypass: entry.bypass } })"
        >
          Jumper removed
        </button>
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .caution {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: space-between;
      gap: 8px 14px;
      padding: 8px 14px;
      border-radius: 12px;
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class BypassList {
  readonly context = input.required<VisitContext>();
  readonly entries = input.required<readonly BypassEntry[]>();
  readonly commanded = output<StepCommand>();

  protected label(address: string): string {
    return terminalLabel(this.context().model, address);
  }
}
