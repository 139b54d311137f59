import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { holdOffsRunning, type VisitContext, type VisitState } from '@juxtameter/core';
import { Ticker } from '../shell/ticker';

/** Waits that keep the unit still although nothing is wrong with it, counted down. */
@Component({
  selector: 'jx-hold-off-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (each of running(); track each.words) {
      <p class="warning" role="status">
        <strong class="mono">{{ each.left }}</strong> {{ each.words }}.
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      flex: none;
      gap: 6px;
    }
    p {
      padding: 4px 12px;
    }
    @media (max-height: 640px) {
      p {
        padding: 0 10px;
        font-size: 14px;
      }
    }
  `,
})
export class HoldOffLine {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  private readonly now = inject(Ticker).follow(1000);
  protected readonly running = computed(() =>
    holdOffsRunning(this.context(), this.visit(), this.now()).map(({ words, remaining }) => ({
      words,
      left: `${Math.floor(remaining / 60)}:${String(Math.floor(remaining % 60)).padStart(2, '0')}`,
    })),
  );
}
