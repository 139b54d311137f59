import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** How far something is; without an end it only shows that it goes on. */
@Component({
  selector: 'jx-progress',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      role="progressbar"
      [attr.aria-label]="label()"
      aria-valuemin="0"
      [attr.aria-valuemax]="of() ?? null"
      [attr.aria-valuenow]="of() === undefined ? null : done()"
    >
      <div class="part" [class.endless]="of() === undefined" [style.width.%]="share()"></div>
    </div>
  `,
  styles: `
    :host {
      display: block;
      flex: 1 1 160px;
    }
    [role='progressbar'] {
      height: 8px;
      border-radius: 4px;
      background: var(--well);
      overflow: clip;
    }
    .part {
      height: 100%;
      background: var(--accent);
    }
    .endless {
      animation: passing 1.6s linear infinite;
    }
    @keyframes passing {
      from {
        transform: translateX(-100%);
      }
      to {
        transform: translateX(320%);
      }
    }
    @media (prefers-reduced-motion: reduce) {
      .endless {
        animation: none;
      }
    }
  `,
})
export class Progress {
  readonly label = input.required<string>();
  readonly done = input.required<number>();
  readonly of = input<number>();

  protected share(): number {
    const of = this.of();
    if (of === undefined) return 32;
    return of > 0 ? Math.min(100, (100 * this.done()) / of) : 0;
  }
}
