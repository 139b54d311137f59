import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { verdictColour } from '../../juxta/verdict-colour';
import { wireColours } from './wire-paint';
import type { TerminalView } from './terminal-view';

/** One terminal: its printed label, its wire drawn and named, the probe on it, the verdict last read there. */
@Component({
  // An attribute on a group, so that it can stand within a drawing.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[jxTerminal]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '[attr.transform]': 'place()',
    '[class.lit]': 'terminal().probe !== undefined',
    '[attr.data-terminal]': 'terminal().address',
    '[attr.data-probe]': 'terminal().probe ?? null',
  },
  template: `
    @for (wire of wires(); track wire.id) {
      @for (paint of wire.paints; track $index) {
        <svg:rect
          class="wire"
          [attr.x]="wire.x + $index * wire.width"
          [attr.y]="isUp() ? -20 : 40"
          [attr.width]="wire.width"
          height="20"
          [attr.fill]="paint"
        />
      }
    }
    @for (line of colourLines(); track $index) {
      <svg:text
        class="colour"
        text-anchor="middle"
        [attr.y]="(isUp() ? -24 - 11 * (colourLines().length - 1) : 70) + $index * 11"
      >
        {{ line }}
      </svg:text>
    }
    <svg:rect class="box" x="-19" y="0" width="38" height="40" rx="7" />
    @if (terminal().isPinOne) {
      <svg:path class="pin-one" d="M-19 9v-2a7 7 0 0 1 7-7h2z" />
    }
    <svg:text class="label" text-anchor="middle" y="19" [style.font-size.px]="labelSize()">
      {{ terminal().label }}
    </svg:text>
    @if (terminal().last; as last) {
      @if (last.verdict === 'within') {
        <svg:rect x="-13" y="27" width="26" height="7" rx="3" [attr.fill]="colour()" />
      } @else if (last.verdict === 'absent') {
        <svg:rect x="-13" y="30" width="26" height="2" [attr.fill]="colour()" />
      } @else {
        <svg:rect class="other" x="-12" y="27.5" width="24" height="6" rx="3" [attr.stroke]="colour()" />
      }
    } @else if (terminal().implied === 'alive') {
      <svg:rect class="implied alive" x="-12" y="27.5" width="24" height="6" rx="3" />
    } @else if (terminal().implied === 'dead') {
      <svg:path class="implied dead" d="M-13 31h26" />
    } @else {
      <svg:circle class="screw" cx="0" cy="30" r="5" />
      <svg:path class="screw" d="M-4 30h8" />
    }
    @if (terminal().probe; as probe) {
      @if (probe === 'A') {
        <svg:circle class="probe" cx="0" [attr.cy]="isUp() ? 50 : -10" r="13" />
      } @else {
        <svg:rect class="probe" x="-13" [attr.y]="isUp() ? 37 : -23" width="26" height="26" rx="5" />
      }
      <svg:text class="probe-name" text-anchor="middle" [attr.y]="isUp() ? 55 : -5">
        {{ probe }}{{ terminal().sign }}
      </svg:text>
    }
  `,
  styles: `
    .box {
      fill: var(--sheet);
      stroke: var(--line);
      stroke-width: 1.5;
    }
    :host(.lit) .box {
      stroke: var(--ink);
      stroke-width: 4;
    }
    .label {
      fill: var(--ink);
      font: 700 15px var(--mono);
    }
    .wire {
      stroke: var(--soft-ink);
      stroke-width: 0.7;
    }
    .colour {
      fill: var(--soft-ink);
      font: 11.5px var(--text);
    }
    :host(.lit) .colour {
      fill: var(--ink);
      font-weight: 650;
    }
    .pin-one {
      fill: var(--ink);
    }
    .other {
      fill: none;
      stroke-width: 2;
    }
    // It follows, and nobody read it: broken lines.
    .implied {
      fill: none;
      stroke-width: 2;
      stroke-dasharray: 4 3;
    }
    .alive {
      stroke: var(--within);
    }
    .dead {
      stroke: var(--absent);
    }
    .screw {
      fill: none;
      stroke: var(--soft-ink);
      stroke-width: 1.3;
    }
    .probe {
      fill: var(--ink);
      stroke: var(--paper);
      stroke-width: 1.5;
    }
    .probe-name {
      fill: var(--paper);
      font: 700 15px var(--mono);
    }
  `,
})
export class TerminalPicture {
  readonly terminal = input.required<TerminalView>();
  protected readonly place = computed(() => `translate(${this.terminal().x} ${this.terminal().y})`);
  /** A word instead of a number still fits its box. */
  protected readonly labelSize = computed(() => Math.min(15, 58 / this.terminal().label.length));
  protected readonly isUp = computed(() => this.terminal().leaves === 'up');
  protected readonly colour = computed(() => verdictColour(this.terminal().last?.verdict));
  /** At most three wires side by side; two-coloured insulation shows both. */
  protected readonly wires = computed(() => {
    const shown = this.terminal().wireViews.slice(0, 3);
    const step = 9;
    return shown.map(({ id, colour }, index) => {
      const paints = wireColours(colour);
      const x = (index - (shown.length - 1) / 2) * step - 4;
      return { id, paints, width: 8 / Math.max(1, paints.length), x };
    });
  });
  /** The names of the colours, two lines at most. */
  protected readonly colourLines = computed(() => {
    const names = [
      ...new Set(
        this.terminal()
          .wireViews.map(({ colour }) => colour)
          .filter((colour) => colour !== ''),
      ),
    ];
    const [first, second] = names;
    if (first !== undefined && names.length === 1 && first.includes('-')) return first.split(/(?<=-)/).slice(0, 2);
    return [first, names.length > 2 ? `+${names.length - 1}` : second].filter((name) => name !== undefined);
  });
}
