import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatReading, type EventOf } from '@juxtameter/core';
import { juxtaAxis } from '../juxta/juxta-axis';
import { verdictColour } from '../juxta/verdict-colour';
import { comparisonOf } from '../visit/view/log-rows';

const WIDTH = 300;

type Reading = EventOf<'reading-taken'>;

/** What read wrong and what it reads since, beside what it should be: one axis for both where both have a place on it. */
@Component({
  selector: 'jx-before-after',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (axis(); as axis) {
      <svg [attr.viewBox]="'-6 0 ' + (width + 12) + ' 30'" aria-hidden="true">
        @for (segment of axis.segments; track $index) {
          <path class="axis" [attr.d]="'M' + segment.x0 + ' 15H' + segment.x1" />
        }
        @if (axis.breakAt; as at) {
          <path class="axis" [attr.d]="'M' + (at - 4) + ' 21l3 -12 M' + (at + 1) + ' 21l3 -12'" />
        }
        @if (axis.slot; as slot) {
          <rect class="slot" [attr.x]="slot.x0" y="7" [attr.width]="slot.x1 - slot.x0" height="16" rx="4" />
        }
        @if (places(); as places) {
          <path class="before" [attr.d]="'M' + places.before + ' 3v24'" [style.stroke]="colours().before" />
          @if (places.after !== undefined) {
            <path class="after" [attr.d]="'M' + places.after + ' 3v24'" [style.stroke]="colours().after" />
          }
        }
      </svg>
    }
    <dl>
      <dt>before</dt>
      <dd class="mono" [style.color]="colours().before">{{ words().before }}</dd>
      <dt>now</dt>
      <dd class="mono" [style.color]="colours().after">{{ words().after }}</dd>
      @if (should(); as should) {
        <dt>should be</dt>
        <dd>{{ should }}</dd>
      }
    </dl>
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      width: 100%;
    }
    svg {
      width: 100%;
      max-width: 420px;
    }
    dl {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 2px 8px;
      margin: 0;
    }
    dt {
      color: var(--soft-ink);
    }
    dd {
      margin: 0 10px 0 0;
      font-weight: 600;
    }
    .axis {
      fill: none;
      stroke: var(--soft-ink);
      opacity: 0.6;
    }
    .slot {
      fill: var(--slot);
      stroke: var(--within);
      stroke-width: 1.4;
    }
    .before {
      stroke-width: 3;
      stroke-dasharray: 3 3;
    }
    .after {
      stroke-width: 4;
    }
  `,
})
export class BeforeAfter {
  readonly before = input.required<Reading>();
  readonly after = input<Reading>();
  protected readonly width = WIDTH;
  protected readonly should = computed(() => this.before().expectation?.words ?? '');
  protected readonly words = computed(() => ({
    before: shown(this.before()),
    after: shown(this.after()) || 'not read yet',
  }));
  protected readonly colours = computed(() => ({
    before: verdictColour(this.before().judgement.verdict),
    after: verdictColour(this.after()?.judgement.verdict),
  }));
  /** What lies farther off lays the axis out; the other one has its place on it. */
  private readonly isBeforeFarther = computed(() => {
    const after = this.after();
    return !after || offBy(this.before()) >= offBy(after);
  });
  protected readonly axis = computed(() => {
    const after = this.after();
    const [far, near] = this.isBeforeFarther() ? [this.before(), after] : [after ?? this.before(), this.before()];
    const { low, high, bands } = comparisonOf(this.before());
    const { low: _low, high: _high, bands: _bands, members: _members, ...mark } = comparisonOf(far);
    const also = near && comparisonOf(near).value;
    return juxtaAxis(
      {
        ...mark,
        ...(low === undefined ? {} : { low }),
        ...(high === undefined ? {} : { high }),
        ...(bands ? { bands } : {}),
        ...(also === undefined ? {} : { also }),
      },
      WIDTH,
    );
  });
  protected readonly places = computed(() => {
    const { mark, also } = this.axis();
    if (mark === undefined) return undefined;
    return this.isBeforeFarther() ? { before: mark, after: also } : { before: also ?? mark, after: mark };
  });
}

/** How far outside its band a reading lies, in widths of the band; beyond the display is farthest. */
function offBy(reading: Reading): number {
  const { low = -Infinity, high = Infinity, value } = comparisonOf(reading);
  if (value === undefined || !Number.isFinite(value)) return Infinity;
  const size = Number.isFinite(high - low) ? high - low : Math.max(Math.abs(low), Math.abs(high), 1);
  return Math.max(low - value, value - high, 0) / (size || 1);
}

function shown(reading: Reading | undefined): string {
  if (!reading) return '';
  return reading.reading ? formatReading(reading.reading) : reading.text;
}
