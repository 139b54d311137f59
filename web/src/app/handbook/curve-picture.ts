import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { formatValue, type CalculatorCurve } from '@juxtameter/core';

const WIDTH = 420;
const HEIGHT = 190;
const LEFT = 62;
const RIGHT = 12;
const TOP = 10;
const FLOOR = HEIGHT - 26;
const TICKS = 5;

/** Ohms over temperature, with what was asked for on the curve. */
@Component({
  selector: 'jx-curve-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="words()">
      @for (tick of across(); track tick.at) {
        <path class="grid" [attr.d]="'M' + tick.at + ' ' + top + 'V' + floor" />
        <text text-anchor="middle" [attr.x]="tick.at" [attr.y]="height - 8">{{ tick.words }}</text>
      }
      @for (tick of up(); track tick.at) {
        <path class="grid" [attr.d]="'M' + left + ' ' + tick.at + 'H' + (width - right)" />
        <text text-anchor="end" [attr.x]="left - 6" [attr.y]="tick.at + 4">{{ tick.words }}</text>
      }
      <path class="curve" [attr.d]="path()" />
      @for (mark of marks(); track $index) {
        <path class="to" [attr.d]="'M' + left + ' ' + mark.y + 'H' + mark.x + 'V' + floor" />
        <circle [class.read]="$index > 0" [attr.cx]="mark.x" [attr.cy]="mark.y" r="6">
          <title>{{ mark.words }}</title>
        </circle>
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 520px;
    }
    path {
      fill: none;
    }
    .grid {
      stroke: var(--line);
    }
    .curve {
      stroke: var(--soft-ink);
      stroke-width: 2.2;
    }
    .to {
      stroke: var(--accent);
      stroke-width: 1.4;
      stroke-dasharray: 3 4;
    }
    circle {
      fill: var(--accent);
      stroke: var(--accent);
      stroke-width: 2.4;
    }
    // Worked out of the ohms, not of the temperature.
    .read {
      fill: var(--sheet);
    }
    text {
      fill: var(--soft-ink);
      font-size: 13px;
    }
  `,
})
export class CurvePicture {
  readonly curve = input.required<CalculatorCurve>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly top = TOP;
  protected readonly floor = FLOOR;
  private readonly x = computed(() =>
    scaleLinear(
      this.curve().points.flatMap(({ celsius }, index, all) =>
        index === 0 || index === all.length - 1 ? [celsius] : [],
      ),
      [LEFT, WIDTH - RIGHT],
    ),
  );
  private readonly y = computed(() => {
    const { points, marks, isLogarithmic } = this.curve();
    const ohms = [...points, ...marks].map((each) => each.ohms);
    const ends = [Math.min(...ohms), Math.max(...ohms)];
    return isLogarithmic ? scaleLog(ends, [FLOOR, TOP]) : scaleLinear(ends, [FLOOR, TOP]);
  });
  protected readonly across = computed(() =>
    this.x()
      .ticks(TICKS)
      .map((celsius) => ({ at: this.x()(celsius), words: `${celsius} °C`.replace('-', '−') })),
  );
  protected readonly up = computed(() => {
    const ticks = this.y().ticks(TICKS);
    // A logarithmic scale offers every figure of every decade: the decades are enough.
    const shown = this.curve().isLogarithmic ? ticks.filter((ohms) => Number.isInteger(Math.log10(ohms))) : ticks;
    return shown.map((ohms) => ({ at: this.y()(ohms), words: formatValue(ohms, 'Ω', 3) }));
  });
  protected readonly path = computed(() =>
    this.curve()
      .points.map(({ celsius, ohms }, index) => {
        const [x, y] = [this.x()(celsius), this.y()(ohms)];
        return `${index === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
      })
      .join(''),
  );
  protected readonly marks = computed(() =>
    this.curve().marks.map(({ celsius, ohms }) => ({
      x: this.x()(celsius),
      y: this.y()(ohms),
      words: `${formatValue(celsius, '°C', 4)}: ${formatValue(ohms, 'Ω', 4)}`,
    })),
  );
  protected readonly words = computed(() =>
    ['Ohms over temperature', ...this.marks().map((mark) => mark.words)].join('; '),
  );
}
