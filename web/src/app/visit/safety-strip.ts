import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { SafetyItem } from './view/safety-view';

/** Supplies, bypasses, meter and saving: always in sight; it wraps and never drops one. */
@Component({
  selector: 'jx-safety-strip',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul aria-label="State of the machine and of this record" aria-live="polite">
      <li [class.caution]="savedIsCaution()" data-strip="saved">{{ saved() }}</li>
      <li data-strip="meter">
        <a [routerLink]="['/visits', visitId(), 'meter']">{{ meter() }}</a>
      </li>
      @for (item of items(); track item.id) {
        <li [class.caution]="item.isCaution" [attr.data-strip]="item.id">{{ item.text }}</li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: flex;
      flex-wrap: wrap;
      justify-content: flex-end;
      gap: 6px 8px;
    }
    li {
      padding: 5px 11px;
      border-radius: 10px;
      background: var(--well);
      font-size: 15px;
      font-weight: 550;
    }
    // The thumb has more of it than the eye.
    a {
      display: inline-block;
      margin: -10px -11px;
      padding: 12px 11px;
      color: inherit;
    }
    .caution {
      background: var(--caution-ground);
      color: var(--caution-ink);
      font-weight: 650;
    }
    // Where there is little room, what is as it should be gives way to the step.
    @media (max-height: 640px) {
      ul {
        gap: 4px 6px;
      }
      li {
        font-size: 14px;
      }
      li:not(.caution) {
        display: none;
      }
    }
    @media (max-width: 760px) {
      ul {
        justify-content: flex-start;
      }
      li {
        padding: 3px 9px;
      }
    }
  `,
})
export class SafetyStrip {
  readonly items = input.required<readonly SafetyItem[]>();
  readonly meter = input.required<string>();
  readonly visitId = input.required<string>();
  readonly saved = input.required<string>();
  readonly savedIsCaution = input(false);
}
