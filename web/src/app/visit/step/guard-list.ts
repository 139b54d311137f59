import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { JUDGEMENT_NOTES, trapName, type FreeLine, type Guard, type Settling } from '@juxtameter/core';

/** The traps this stands in front of, each with what settles it. */
@Component({
  selector: 'jx-guard-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (guards().length > 0) {
      <ul [attr.aria-label]="label()" [class.compact]="isCompact()">
        @for (guard of guards(); track $index) {
          <li [attr.data-guard]="guard.id">
            <strong>{{ name(guard) }}</strong>&ngsp;<span [class.told]="isTold(guard)">{{ guard.words }}</span>
            @if (guard.settle; as settle) {
              @if (canSettle()) {
                <button type="button" class="settle" (click)="want(settle)">Settle it: {{ settle.words }}</button>
              } @else {
                Settled by: {{ settle.words }}.
              }
            }
          </li>
        }
      </ul>
    }
  `,
  styles: `
    ul {
      display: grid;
      gap: 5px;
    }
    .settle {
      display: inline-flex;
      align-items: center;
      min-height: var(--touch);
      padding: 0 10px;
      border: 1px solid var(--caution-line);
      border-radius: 10px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
      font-weight: 600;
      text-align: left;
      cursor: pointer;
    }
    .compact {
      display: flex;
      flex-wrap: wrap;
    }
    .compact li {
      padding: 2px 10px;
    }
    li {
      padding: 5px 12px;
      border-left: 5px solid var(--caution-line);
      border-radius: 4px 10px 10px 4px;
      background: var(--caution-ground);
      color: var(--caution-ink);
      font-size: 15px;
    }
    /* By thumb the sentence is not shown, so the words are. */
    @media (min-width: 761px) {
      .told {
        display: none;
      }
    }
  `,
})
export class GuardList {
  readonly guards = input.required<readonly Guard[]>();
  readonly label = input('Mind');
  /** Beside a verdict, whose sentence says already what its own traps are: their names are enough. */
  readonly isCompact = input(false);

  /** Whether a reading can be taken from here; in a report it is only named. */
  readonly canSettle = input(false);
  /** The reading that settles one of them, to be taken beside the chart. */
  readonly wanted = output<FreeLine>();

  protected want(settling: Settling): void {
    this.wanted.emit(settlingLine(settling));
  }

  protected isTold({ id }: Guard): boolean {
    return this.isCompact() && (JUDGEMENT_NOTES as readonly string[]).includes(id);
  }

  protected readonly name = trapName;
}

/** The reading that settles a doubt, as a line that is read beside the chart. */
export function settlingLine({ function: measured, from, to, expects }: Settling): FreeLine {
  return { function: measured, from, to, expects };
}
