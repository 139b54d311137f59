import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { DialogModule } from 'primeng/dialog';

/** A sheet over the page that a tap beside it, or Escape, puts away. */
@Component({
  selector: 'jx-dialog',
  imports: [DialogModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog
      [header]="title()"
      [modal]="true"
      [dismissableMask]="true"
      [draggable]="false"
      closeAriaLabel="Close"
      [visible]="isShown()"
      (visibleChange)="isShown.set($event)"
    >
      <ng-content />
    </p-dialog>
  `,
  styles: `
    :host ::ng-deep .p-dialog-close-button {
      min-width: var(--touch);
      min-height: var(--touch);
    }
  `,
})
export class Dialog {
  readonly title = input.required<string>();
  readonly isShown = model.required<boolean>();
}
