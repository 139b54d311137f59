import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import {
  conditionsDuring,
  methodNames,
  methodOf,
  requirementsOf,
  unmetConditions,
  type MeasurementStep,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

/** The first way of a measurement that can be gone as things stand; the first of all where none can. */
export function possibleMethod(context: VisitContext, visit: VisitState, step: MeasurementStep): string | undefined {
  const names = methodNames(step);
  return names.find((name) => unmetFor(context, visit, step, name).length === 0) ?? names[0];
}

function unmetFor(context: VisitContext, visit: VisitState, step: MeasurementStep, name: string): readonly string[] {
  const required = requirementsOf(context.model, methodOf(step, name));
  const holding = conditionsDuring(step, visit.conditions);
  return unmetConditions(context.model, required, holding).map(({ words }) => words);
}

/** Equivalent ways of one measurement: what each needs, what it proves and what it does not. */
@Component({
  selector: 'jx-method-choice',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="group" aria-label="How it is measured">
      @for (each of methods(); track each.id) {
        <button
          pButton
          type="button"
          size="small"
          [severity]="each.id === chosen() ? 'primary' : 'secondary'"
          [attr.aria-pressed]="each.id === chosen()"
          [class.closed]="each.unmet !== ''"
          (click)="picked.emit(each.id)"
        >
          <span>{{ each.label }}</span>
          @if (each.unmet !== '') {
            <span class="needs">{{ each.unmet }}</span>
          }
        </button>
      }
    </div>
    <p class="small soft">{{ words() }}</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 10px;
    }
    div {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    button {
      min-height: 44px;
    }
    /* What it needs does not hold: still there to be chosen, and it says what is missing. */
    .closed {
      flex-direction: column;
      align-items: start;
      gap: 0;
      border-style: dashed;
    }
    .needs {
      max-width: 210px;
      font-size: 13px;
      font-weight: 400;
      text-align: start;
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
      unmet: unmetFor(this.context(), this.visit(), this.step(), id).join(', '),
    })),
  );
  protected readonly words = computed(() => {
    const { how, proves, provesLess } = methodOf(this.step(), this.chosen());
    const claim = [proves && `Proves ${proves}`, provesLess && `but ${provesLess}`].filter(Boolean).join(', ');
    return [how, claim && `${claim}.`].filter(Boolean).join(' ');
  });
}
