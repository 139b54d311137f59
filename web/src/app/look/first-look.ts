import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { openingCheck, type SignNoted, type VisitContext, type VisitState } from '@juxtameter/core';

/** Supply, call, what runs and what does not, in which order: two taps each, folded away once it is said. */
@Component({
  selector: 'jx-first-look',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details [open]="isOpen()">
      <summary>
        <strong>First look</strong>
        <span class="small soft">{{ said() || 'supply, call, what is at work, in which order' }}</span>
      </summary>
      <ul>
        @for (row of questions(); track row.id) {
          <li [attr.data-question]="row.id">
            <span>{{ row.question }}</span>
            <span class="ways">
              <button
                type="button"
                class="chip small"
                [attr.aria-pressed]="row.isSo === true"
                [attr.aria-label]="row.question + ' yes'"
                (click)="noted.emit(row.yes)"
              >
                {{ row.isSo && row.order ? row.order : 'yes' }}
              </button>
              <button
                type="button"
                class="chip small"
                [attr.aria-pressed]="row.isSo === false"
                [attr.aria-label]="row.question + ' no'"
                (click)="noted.emit(row.no)"
              >
                no
              </button>
            </span>
          </li>
        }
      </ul>
      <p class="small soft">Tap what is at work in the order it starts. What was not looked at stays open.</p>
    </details>
  `,
  styles: `
    summary {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0 10px;
      min-height: var(--touch);
      cursor: pointer;
    }
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
      gap: 2px 20px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 10px;
    }
    .ways {
      display: flex;
      flex: none;
      gap: 4px;
    }
    p {
      margin: 4px 0 0;
    }
  `,
})
export class FirstLook {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly noted = output<SignNoted>();
  protected readonly questions = computed(() => openingCheck(this.context(), this.visit()));
  /** While something was said and not all of it. */
  protected readonly isOpen = computed(() => {
    const answered = this.questions().filter(({ isSo }) => isSo !== undefined).length;
    return answered > 0 && answered < this.questions().length;
  });
  protected readonly said = computed(() => {
    const answered = this.questions().filter(({ isSo }) => isSo !== undefined).length;
    return answered === 0 ? '' : `${answered} of ${this.questions().length} said`;
  });
}
