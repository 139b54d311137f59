import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Verdict } from '@juxtameter/core';
import { juxtaAxis, type JuxtaInput } from './juxta-axis';
import { verdictColour } from './verdict-colour';

const WIDTH = 680;
/** Room at both ends, so that labels under the last tick are not cut. */
const EDGE = 16;

/** Should and is on one axis: the slot, the mark, the meter's uncertainty as a block, a thread between them. */
@Component({
  selector: 'jx-juxta-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 -6 ' + width + ' 120'"
      role="img"
      [attr.aria-label]="description()"
      [style.--verdict-colour]="colour()"
    >
      <g [attr.transform]="'translate(' + edge + ' 0)'">
        @for (segment of axis().segments; track $index) {
          <path class="axis" [attr.d]="'M' + segment.x0 + ' 64H' + segment.x1" />
        }
        @for (tick of axis().ticks; track tick.x) {
          <path class="tick" [attr.d]="'M' + tick.x + ' 82v7'" />
          <text class="label" [attr.x]="tick.x" y="105">{{ tick.label }}</text>
        }
        @if (axis().breakAt; as at) {
          <path class="break" [attr.d]="'M' + (at - 9) + ' 74l7 -20 M' + (at + 3) + ' 74l7 -20'" />
        }
        @for (each of axis().slots ?? []; track each.name) {
          <rect
            class="slot several"
            [attr.x]="each.x0"
            [attr.y]="46 + $index * 6"
            [attr.width]="Math.max(4, each.x1 - each.x0)"
            height="30"
            rx="9"
          >
            <title>{{ each.name }}</title>
          </rect>
        }
        @if (axis().slot; as slot) {
          <rect
            class="slot"
            [class.open-right]="slot.openRight"
            [class.hidden]="axis().slots !== undefined"
            [attr.x]="slot.x0"
            y="46"
            [attr.width]="slot.x1 - slot.x0"
            height="36"
            rx="9"
          />
          <text class="should" [attr.x]="shouldAt()" y="36">should be {{ should() }}</text>
        }
        @if (axis().thread; as thread) {
          <path class="thread" [attr.d]="'M' + thread.x0 + ' 64H' + thread.x1" />
        }
        @if (axis().block; as block) {
          <rect class="block" [attr.x]="block.x0" y="44" [attr.width]="Math.max(2, block.x1 - block.x0)" height="40" />
        }
        @for (member of axis().members ?? []; track $index) {
          <path class="mark member" [attr.d]="'M' + member + ' 40v46'" />
        }
        @if (axis().mark !== undefined) {
          @if (!axis().members) {
            <path class="mark" [attr.d]="'M' + axis().mark + ' 38v50'" />
          }
          <text class="is" [attr.x]="isAt()" y="14" [attr.text-anchor]="isAnchor()">is {{ is() }}</text>
        }
      </g>
    </svg>
  `,
  styleUrl: './juxta-bar.scss',
})
export class JuxtaBar {
  readonly comparison = input.required<JuxtaInput>();
  readonly should = input.required<string>();
  readonly is = input('');
  readonly verdict = input<Verdict>();
  protected readonly Math = Math;
  protected readonly width = WIDTH;
  protected readonly edge = EDGE;
  private readonly inner = WIDTH - 2 * EDGE;
  protected readonly axis = computed(() => juxtaAxis(this.comparison(), this.inner));
  protected readonly colour = computed(() => verdictColour(this.verdict()));
  protected readonly shouldAt = computed(() => Math.min(this.axis().slot?.x0 ?? 0, this.inner - 260));
  protected readonly isAt = computed(() => this.axis().mark ?? 0);
  protected readonly isAnchor = computed(() => {
    const at = this.isAt();
    return at < 80 ? 'start' : at > this.inner - 80 ? 'end' : 'middle';
  });
  protected readonly description = computed(
    () => `Should be ${this.should()}${this.is() ? `, is ${this.is()}: ${this.verdict() ?? 'not judged'}` : ''}`,
  );
}
