import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { JUDGEMENT_NOTES, type Guard } from '@juxtameter/core';

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

  protected isTold({ id }: Guard): boolean {
    return this.isCompact() && (JUDGEMENT_NOTES as readonly string[]).includes(id);
  }

  protected name({ id }: Guard): string {
    const words = id.replaceAll('-', ' ');
    return `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
  }
}
