import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PicturedConductor } from '@juxtameter/core';

/** A pair of the supply with what was read of it. */
export interface PicturedPair {
  readonly name: string;
  readonly conductors?: readonly [string, string];
  readonly value: string;
  readonly colour: string;
}

const WIDTH = 360;
const HEIGHT = 250;
const MARGIN = 34;
const NODE = 15;
/** The earth stands where the neutral does: drawn beside the others, so that both are seen. */
const ASIDE = { x: 62, y: 30 } as const;
/** Where on its line a value stands: out of the middle, where others cross. */
const ALONG = 0.56;

/** A line that would run through a third conductor goes around it, on the side away from the earth. */
const BOW = 96;

interface Place {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly isEarth: boolean;
}

/** The conductors of a supply as phasors, and between them the pairs: dashed while not read, then as they were judged. */
@Component({
  selector: 'jx-phasor-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (places().length > 1) {
      <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="words()">
        @for (line of lines(); track line.name) {
          <path
            [class.open]="line.value === ''"
            [class.active]="line.name === active()"
            [style.stroke]="line.value === '' ? null : line.colour"
            [attr.d]="line.path"
          />
        }
        @for (line of lines(); track line.name) {
          @if (line.value) {
            <text class="halo" text-anchor="middle" [attr.x]="line.x" [attr.y]="line.y">{{ line.value }}</text>
            <text text-anchor="middle" [style.fill]="line.colour" [attr.x]="line.x" [attr.y]="line.y">
              {{ line.value }}
            </text>
          }
        }
        @for (place of places(); track place.name) {
          <circle [class.earth]="place.isEarth" [attr.cx]="place.x" [attr.cy]="place.y" [attr.r]="node" />
          <text class="name" text-anchor="middle" [attr.x]="place.x" [attr.y]="place.y + 5">{{ place.name }}</text>
        }
      </svg>
    }
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 420px;
      margin: 0 auto;
    }
    path {
      fill: none;
      stroke: var(--soft-ink);
      stroke-width: 2.6;
    }
    .open {
      stroke: var(--line);
      stroke-dasharray: 4 5;
      stroke-width: 2;
    }
    .active {
      stroke: var(--accent);
      stroke-width: 3.4;
    }
    circle {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .earth {
      stroke-dasharray: 3 3;
    }
    text {
      font-size: 13px;
      font-weight: 700;
    }
    .halo {
      stroke: var(--sheet);
      stroke-width: 5;
    }
    .name {
      fill: var(--ink);
    }
  `,
})
export class PhasorPicture {
  readonly conductors = input.required<readonly PicturedConductor[]>();
  readonly pairs = input.required<readonly PicturedPair[]>();
  /** Name of the pair that is read now. */
  readonly active = input<string>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly node = NODE;
  protected readonly places = computed<readonly Place[]>(() => {
    const all = this.conductors();
    const ups = all.map(({ up }) => up);
    const rights = all.map(({ right }) => right);
    const [low, high] = [Math.min(...ups), Math.max(...ups)];
    const [left, right] = [Math.min(...rights), Math.max(...rights)];
    // Room for the earth beside the neutral, on the side it is drawn.
    const [wide, tall] = [WIDTH - 2 * MARGIN - ASIDE.x, HEIGHT - 2 * MARGIN - ASIDE.y];
    const scale = Math.min(wide / Math.max(right - left, 1e-9), tall / Math.max(high - low, 1e-9));
    const x0 = MARGIN + (wide - scale * (right - left)) / 2;
    return all.map((each) => ({
      name: each.name,
      x: each.isEarth ? x0 + scale * (right - left) + ASIDE.x : x0 + scale * (each.right - left),
      y: MARGIN + scale * (high - each.up) + (each.isEarth ? ASIDE.y : 0),
      isEarth: each.isEarth,
    }));
  });
  protected readonly lines = computed(() => {
    const places = new Map(this.places().map((place) => [place.name, place]));
    return this.pairs().flatMap(({ name, conductors = ['', ''], value, colour }) => {
      const [a, b] = [places.get(conductors[0]), places.get(conductors[1])];
      if (!a || !b) return [];
      const bow = [...places.values()].some((each) => each !== a && each !== b && liesBetween(each, a, b)) ? BOW : 0;
      const [x, y] = [a.x + (b.x - a.x) * ALONG - bow / 2, a.y + (b.y - a.y) * ALONG + 4];
      const [midX, midY] = [(a.x + b.x) / 2 - bow, (a.y + b.y) / 2];
      return [{ name, value, colour, path: `M${a.x} ${a.y}Q${midX} ${midY} ${b.x} ${b.y}`, x, y }];
    });
  });
  protected readonly words = computed(() =>
    this.lines()
      .map(({ name, value }) => `${name}: ${value === '' ? 'not read' : value}`)
      .join('; '),
  );
}

function liesBetween(each: Place, a: Place, b: Place): boolean {
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  const along = ((each.x - a.x) * (b.x - a.x) + (each.y - a.y) * (b.y - a.y)) / (long * long);
  const aside = Math.abs((each.x - a.x) * (b.y - a.y) - (each.y - a.y) * (b.x - a.x)) / long;
  return along > 0 && along < 1 && aside < NODE;
}
