import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  chainProgress,
  chainWords,
  terminalLabel,
  type MeasurementStep,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

/** The points of a chain that still tell something: the one that splits best, and the others for the asking. */
@Component({
  selector: 'jx-chain-points',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (view(); as view) {
      <p class="small" data-role="break">{{ view.words }}</p>
      <div role="group" aria-label="Point to read">
        @for (offer of view.offers; track offer.point) {
          <button
            type="button"
            class="mono"
            [attr.aria-pressed]="offer.point === chosen()"
            [attr.data-point]="offer.point"
            (click)="picked.emit(offer.point)"
          >
            {{ offer.label }}
            @if (offer.isBest) {
              <span class="small">splits best</span>
            }
          </button>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    div {
      display: flex;
      gap: 6px;
      overflow-x: auto;
    }
    button {
      flex: none;
      min-height: var(--touch);
      padding: 0 12px;
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--sheet);
      color: var(--ink);
      font-size: 16px;
      cursor: pointer;
    }
    button[aria-pressed='true'] {
      border: 2px solid var(--accent);
      background: var(--slot);
    }
    span {
      font-family: var(--text);
      color: var(--soft-ink);
    }
  `,
})
export class ChainPoints {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<MeasurementStep>();
  /** The point that is asked for. */
  readonly chosen = input<string>();
  readonly picked = output<string>();
  protected readonly view = computed(() => {
    const { path, points } = this.step().measure.chain ?? {};
    const progress = path === undefined ? undefined : chainProgress(this.context(), this.visit(), path, points);
    if (!progress) return undefined;
    const { model } = this.context();
    return {
      words: progress.readings.length === 0 ? '' : chainWords(this.context(), this.visit(), progress),
      offers: progress.offers.map((point) => ({
        point,
        label: terminalLabel(model, point),
        isBest: point === progress.best,
      })),
    };
  });
}
