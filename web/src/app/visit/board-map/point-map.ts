import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { leadSign, type Points, type VisitContext, type VisitState } from '@juxtameter/core';
import { boardMap, CELL, terminalAt, type BoardMap, type MapBlock } from './map-layout';
import { TerminalPicture } from './terminal-picture';
import { terminalView, type Probe, type TerminalView } from './terminal-view';

/** Terminals shown on either side of a lit one. */
const AROUND = 1;
/** At most this many in one window. */
const MOST = 6;
const HEIGHT = 124;
const GAP = 18;

/** A stretch of a block around what is lit. */
interface Stretch {
  readonly title: string;
  readonly x: number;
  readonly terminals: readonly TerminalView[];
  readonly goesOnLeft: boolean;
  readonly goesOnRight: boolean;
}

/** The two terminals of a step with their neighbours, and nothing else: for a phone, and for eyes two metres away. */
@Component({
  selector: 'jx-point-map',
  imports: [TerminalPicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stretches().length > 0) {
      <svg
        role="img"
        preserveAspectRatio="xMinYMid meet"
        [attr.viewBox]="'0 0 ' + width() + ' ' + height"
        [attr.aria-label]="words()"
      >
        @for (stretch of stretches(); track stretch.x) {
          <text class="title" [attr.x]="stretch.x + 2" y="11">{{ stretch.title }}</text>
          @if (stretch.goesOnLeft) {
            <path class="on" [attr.d]="'M' + (stretch.x - 1) + ' 48v20'" />
          }
          @for (terminal of stretch.terminals; track terminal.address) {
            <g jxTerminal [terminal]="terminal" />
          }
          @if (stretch.goesOnRight) {
            <path class="on" [attr.d]="'M' + (stretch.x + stretch.terminals.length * cell + 1) + ' 48v20'" />
          }
        }
      </svg>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
    }
    .title {
      fill: var(--soft-ink);
      font: 600 11.5px var(--text);
    }
    .on {
      fill: none;
      stroke: var(--soft-ink);
      stroke-width: 2;
      stroke-dasharray: 2 3;
    }
  `,
})
export class PointMap {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly points = input<Points>({});
  protected readonly height = HEIGHT;
  protected readonly cell = CELL;
  protected readonly stretches = computed<readonly Stretch[]>(() => {
    const map = boardMap(this.context().model);
    const { from, to, function: measured } = this.points();
    const [a, b] = [terminalAt(map, from)?.address, terminalAt(map, to)?.address];
    const found = [a, b].flatMap((address) => {
      const block = blockOf(map, address);
      return block && address !== undefined ? [{ block, at: indexIn(block, address) }] : [];
    });
    const [first, second] = found;
    const windows =
      first && second && first.block === second.block && Math.abs(first.at - second.at) < MOST - AROUND
        ? [{ block: first.block, low: Math.min(first.at, second.at), high: Math.max(first.at, second.at) }]
        : found.map(({ block, at }) => ({ block, low: at, high: at }));
    let x = 0;
    return windows.map(({ block, low, high }): Stretch => {
      const start = Math.max(0, low - AROUND);
      const shown = block.terminals.slice(start, high + AROUND + 1);
      const left = x;
      x += shown.length * CELL + GAP;
      return {
        title: block.title,
        x: left,
        goesOnLeft: start > 0,
        goesOnRight: start + shown.length < block.terminals.length,
        terminals: shown.map((terminal, index) => {
          const probe: Probe | undefined = terminal.address === a ? 'A' : terminal.address === b ? 'B' : undefined;
          const sign = probe && leadSign(measured, probe);
          const view = terminalView(this.context(), this.visit(), terminal, probe, sign);
          return { ...view, leaves: 'down', x: left + index * CELL + CELL / 2, y: 38 };
        }),
      };
    });
  });
  protected readonly width = computed(() => {
    const last = this.stretches().at(-1);
    return last ? last.x + last.terminals.length * CELL + 2 : 0;
  });
  protected readonly words = computed(() =>
    this.stretches()
      .flatMap(({ terminals }) => terminals)
      .flatMap(({ probe, name, wireViews }) =>
        probe ? [`${probe} on ${name}, ${wireViews.map(({ colour }) => colour).join(' and ')}`] : [],
      )
      .join('; '),
  );
}

function blockOf(map: BoardMap, address: string | undefined): MapBlock | undefined {
  return map.groups
    .flatMap(({ blocks }) => blocks)
    .find(({ terminals }) => terminals.some((each) => each.address === address));
}

function indexIn({ terminals }: MapBlock, address: string): number {
  return terminals.findIndex((each) => each.address === address);
}
