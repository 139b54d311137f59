import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { verdictWord, type Watch } from '@juxtameter/core';
import { verdictColour } from '../juxta/verdict-colour';

/** Drawing units across, and where the axis begins: letters keep their size on a phone. */
const WIDE = { width: 860, left: 170 } as const;
const NARROW = { width: 400, left: 124 } as const;
const ROW = 34;
const TOP = 26;
/** An end that is not stated is drawn this many seconds on. */
const OPEN_END = 15;

/** Slots where stages should be seen, marks where they were: one row a stage, one axis of seconds since the call. */
@Component({
  selector: 'jx-watch-timeline',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height()" role="img" [attr.aria-label]="label()">
      @for (tick of ticks(); track tick.at) {
        <path class="grid" [attr.d]="'M' + tick.x + ' ' + top + 'V' + (height() - 4)" />
        <text class="tick" [attr.x]="tick.x" y="16" text-anchor="middle">{{ tick.words }}</text>
      }
      @for (row of rows(); track row.key) {
        <g [attr.transform]="'translate(0 ' + row.y + ')'" [attr.data-row]="row.key">
          <text class="name" x="0" y="21">{{ row.name }}</text>
          @for (wait of row.waits; track $index) {
            <rect class="wait" [attr.x]="wait.x" y="13" [attr.width]="wait.width" height="8" rx="4" />
          }
          @if (row.slot; as slot) {
            <rect
              class="slot"
              [class.open]="slot.isOpen"
              [attr.x]="slot.x"
              y="5"
              [attr.width]="slot.width"
              height="24"
              rx="5"
            />
          }
          @for (mark of row.marks; track $index) {
            @switch (mark.kind) {
              @case ('never') {
                <path
                  class="mark"
                  [style.stroke]="mark.colour"
                  [attr.d]="'M' + (mark.x - 7) + ' 10l14 14m0 -14l-14 14'"
                />
              }
              @case ('commanded') {
                <circle class="commanded" [attr.cx]="mark.x" cy="17" r="7" />
              }
              @default {
                <path class="mark" [style.stroke]="mark.colour" [attr.d]="'M' + mark.x + ' 2v30'" />
              }
            }
          }
        </g>
      }
      @if (nowX(); as x) {
        <path class="now" [attr.d]="'M' + x + ' ' + top + 'V' + (height() - 4)" />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
    }
    text {
      fill: var(--ink);
      font-size: 16px;
    }
    .tick {
      fill: var(--soft-ink);
      font-size: 13px;
    }
    path {
      fill: none;
    }
    .grid {
      stroke: var(--line);
    }
    .slot {
      fill: var(--slot);
      stroke: var(--within);
      stroke-width: 1.5;
    }
    .open {
      stroke-dasharray: 6 5;
    }
    .wait {
      fill: var(--caution-ground);
      stroke: var(--caution-line);
    }
    .mark {
      stroke-width: 4;
    }
    .commanded {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2.5;
    }
    .now {
      stroke: var(--accent);
      stroke-width: 2;
      stroke-dasharray: 2 4;
    }
  `,
})
export class WatchTimeline {
  readonly watch = input.required<Watch>();
  /** Seconds since the watch began; undefined where nothing runs. */
  readonly now = input<number>();
  private readonly size = matchMedia('(max-width: 760px)').matches ? NARROW : WIDE;
  protected readonly width = this.size.width;
  protected readonly top = TOP;

  /** Stages in the order they were or will be seen; a stage tried again has a row of its own. */
  private readonly lines = computed(() => {
    const { marks, ahead } = this.watch();
    const lines: {
      key: string;
      name: string;
      slot?: { earliest: number; latest: number; waits: readonly { from: number; to: number }[] };
      marks: { at: number; kind: string; colour: string }[];
    }[] = [];
    for (const { stage, mark, at, slot, judgement, event } of marks) {
      // What was answered about a command has no moment of its own.
      if (mark === 'not-commanded' || mark === 'command-unknown') continue;
      const open = lines.at(-1);
      const kind = mark;
      const colour = mark === 'never' ? verdictColour('high') : verdictColour(judgement?.verdict);
      // A command, or that it has not come yet, belongs to the stage seen after it in the same slot.
      if (open && stage && open.key.startsWith(`${stage.id}:`) && isStillOpen(open, slot))
        open.marks.push({ at, kind, colour });
      else
        lines.push({
          key: `${stage?.id ?? 'call'}:${event.id}`,
          name: stage?.name ?? 'call ended',
          ...(slot ? { slot } : {}),
          marks: [{ at, kind, colour }],
        });
    }
    const waiting = lines.at(-1);
    for (const slot of ahead) {
      if (waiting?.key.startsWith(`${slot.stage.id}:`) && isStillOpen(waiting, slot)) continue;
      lines.push({ key: `${slot.stage.id}:ahead`, name: slot.stage.name, slot, marks: [] });
    }
    return lines;
  });
  protected readonly height = computed(() => TOP + this.lines().length * ROW + 6);
  private readonly scale = computed(() => {
    const ends = this.lines().flatMap(({ slot, marks }) => [
      ...(slot ? [Number.isFinite(slot.latest) ? slot.latest : slot.earliest + OPEN_END] : []),
      ...marks.map(({ at }) => at),
    ]);
    return scaleLinear([0, Math.max(10, this.now() ?? 0, ...ends) * 1.03], [this.size.left, this.size.width - 16]);
  });
  protected readonly ticks = computed(() => {
    const scale = this.scale();
    return scale.ticks(this.size === NARROW ? 4 : 7).map((at) => ({ at, x: scale(at), words: `${at} s` }));
  });
  protected readonly rows = computed(() => {
    const scale = this.scale();
    const span = (from: number, to: number): { x: number; width: number } => ({
      x: scale(from),
      width: Math.max(4, scale(to) - scale(from)),
    });
    return this.lines().map(({ key, name, slot, marks }, index) => ({
      key,
      name,
      y: TOP + index * ROW,
      ...(slot
        ? {
            slot: {
              ...span(slot.earliest, Number.isFinite(slot.latest) ? slot.latest : slot.earliest + OPEN_END),
              isOpen: !Number.isFinite(slot.latest),
            },
          }
        : {}),
      waits: (slot?.waits ?? []).map(({ from, to }) => span(from, to)),
      marks: marks.map(({ at, kind, colour }) => ({ x: scale(at), kind, colour })),
    }));
  });
  protected readonly nowX = computed(() => {
    const now = this.now();
    return now === undefined ? undefined : this.scale()(now);
  });
  protected readonly label = computed(
    () =>
      this.watch()
        .marks.map(({ stage, mark, at, judgement }) => {
          const verdict = judgement ? `, ${verdictWord(judgement.verdict)}` : '';
          return `${stage?.name ?? 'call'} ${mark.replace('-', ' ')} at ${at.toFixed(1)} seconds${verdict}`;
        })
        .join('; ') || 'Nothing marked yet',
  );
}

/** A row whose stage may still be seen: nothing but its command or its absence is marked, and it is the same slot still. */
function isStillOpen(
  row: { readonly marks: readonly { readonly kind: string }[]; readonly slot?: { readonly earliest: number } },
  slot: { readonly earliest: number } | undefined,
): boolean {
  const isSame = slot === undefined || Math.abs((row.slot?.earliest ?? slot.earliest) - slot.earliest) < 1.5;
  return isSame && row.marks.every(({ kind }) => kind === 'commanded' || kind === 'never');
}
