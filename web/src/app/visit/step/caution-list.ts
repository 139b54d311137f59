import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A kind of danger, and what is done about it. */
export interface CautionWords {
  readonly kind: string;
  readonly text: string;
}

/** What can hurt at this step, in full; it stands with the button or field that it is about. */
@Component({
  selector: 'jx-caution-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (caution of cautions(); track caution.kind) {
      <p class="small">
        <strong>{{ caution.kind }}</strong>: {{ caution.text }}
      </p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
    }
    :host:empty {
      display: none;
    }
    p {
      margin: 0;
      padding: 3px 11px;
      border-radius: 10px;
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
    strong {
      display: inline-block;
    }
    strong::first-letter {
      text-transform: capitalize;
    }
  `,
})
export class CautionList {
  readonly cautions = input.required<readonly CautionWords[]>();
}
