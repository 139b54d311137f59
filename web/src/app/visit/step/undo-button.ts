import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Button } from '../../kit/button';
import type { StepCommand } from './step-command';

/** Takes the newest event back; stands at the same place in every step. */
@Component({
  selector: 'jx-undo-button',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    jxButton
    type="button"
    kind="secondary"
    [outlined]="true"
    [disabled]="!canUndo()"
    (click)="commanded.emit({ kind: 'undo' })"
  >
    Undo
  </button>`,
  styles: `
    :host {
      display: contents;
    }
    button {
      min-width: 76px;
      min-height: 56px;
      font-size: inherit;
    }
    @media (max-width: 760px) {
      button {
        min-width: 64px;
        min-height: 52px;
        padding: 0 10px;
      }
    }
  `,
})
export class UndoButton {
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
}
