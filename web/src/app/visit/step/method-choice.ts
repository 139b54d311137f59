import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Button } from '../../kit/button';
import {
  methodNames,
  methodOf,
  needsWords,
  unmetOfMethod,
  type MeasurementStep,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

/** Equivalent ways of one measurement: what each needs, what it proves and what it does not. */
@Component({
  selector: 'jx-method-choice',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="group" aria-label="How it is measured">
      @for (each of methods(); track each.id) {
        <button
          jxButton
          type="button"
          size="small"
          [kind]="each.id === chosen() ? 'primary' : 'secondary'"
          [attr.aria-pressed]="each.id === chosen()"
          [class.closed]="each.needs !== ''"
          (click)="picked.emit(each.id)"
        >
          <span>{{ each.label }}</span>
          @if (each.needs !== '') {
            <span class="needs"><span class="visually-hidden">, needs </span>{{ each.needs }}</span>
          }
        </button>
      }
    </div>
    <p class="small soft">{{ words() }}</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
    }
    /* One row, however many there are: the field stays where it is. */
    div {
      display: flex;
      gap: 6px;
      overflow-x: auto;
    }
    button {
      flex: none;
      min-height: var(--touch);
    }
    /* What it needs does not hold: still there to be chosen, and it says what is missing. */
    .closed {
      flex-direction: column;
      gap: 0;
      align-items: start;
      padding-block: 2px;
      line-height: 1.2;
    }
    .needs {
      font-size: 13px;
      font-weight: 400;
    }
  `,
})
export class MethodChoice {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<MeasurementStep>();
  readonly chosen = input<string>();
  readonly picked = output<string>();
  protected readonly methods = computed(() =>
    methodNames(this.step()).map((id) => ({
      id,
      label: id.replaceAll('-', ' '),
      needs: needsWords(this.context().model, unmetOfMethod(this.context(), this.visit(), this.step(), id)),
    })),
  );
  protected readonly words = computed(() => {
    const { how, proves, provesLess } = methodOf(this.step(), this.chosen());
    const claim = [proves && `Proves ${proves}`, provesLess && `but ${provesLess}`].filter(Boolean).join(', ');
    return [how, claim && `${claim}.`].filter(Boolean).join(' ');
  });
}
