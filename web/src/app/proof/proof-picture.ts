import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { scaleBand } from 'd3-scale';
import { faultWords, stepTitle, type ChartProof, type ProofResult, type VisitContext } from '@juxtameter/core';

const LABELS = 258;
/** Across. */
const COLUMN = 13;
/** Every so many columns have their number at the head; all say what they are. */
const NUMBERED = 5;
const HEAD = 42;

/** How a walk that did not end in a conclusion is called at the head of its column. */
const NO_CONCLUSION = 'no finding';

/** Faults down, conclusions across: a mark where the chart leads with each. */
@Component({
  selector: 'jx-proof-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      role="group"
      aria-label="Faults and the conclusions they lead to"
      [attr.width]="width()"
      [attr.height]="height()"
      [attr.viewBox]="'0 0 ' + width() + ' ' + height()"
    >
      @for (column of columns(); track column.id) {
        <text class="head" text-anchor="middle" [attr.x]="column.x" [attr.y]="head - 14">
          {{ column.number }}
          <title>{{ column.words }}</title>
        </text>
        <path class="line" [attr.d]="'M' + column.x + ' ' + head + 'V' + height()" />
      }
      @for (row of rows(); track row.place) {
        <g
          tabindex="0"
          role="button"
          [class.chosen]="row.place === chosen()"
          [attr.aria-label]="row.words + ': ' + row.result + ', ' + row.end"
          (click)="choose.emit(row.place)"
          (keydown.enter)="choose.emit(row.place)"
        >
          <rect class="ground" x="0" [attr.y]="row.y" [attr.width]="width()" [attr.height]="cell" />
          <text x="26" [attr.y]="row.y + cell / 2 + 4">{{ row.label }}</text>
          @for (x of [first, row.x]; track $index) {
            @if (row.result === 'right') {
              <circle class="right" r="6" [attr.cx]="x" [attr.cy]="row.y + cell / 2" />
            } @else if (row.result === 'ambiguous') {
              <circle class="ambiguous" r="6" [attr.cx]="x" [attr.cy]="row.y + cell / 2" />
            } @else {
              <path class="wrong" [attr.d]="'M' + (x - 6) + ' ' + (row.y + cell / 2 - 6) + 'l12 12m0-12l-12 12'" />
            }
          }
          <title>{{ row.words }}: {{ row.result }}, {{ row.end }}</title>
        </g>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      overflow: auto;
    }
    text {
      font-size: 13px;
      fill: var(--ink);
    }
    .head {
      font-size: 11px;
      fill: var(--soft-ink);
    }
    .line {
      stroke: var(--line);
    }
    g {
      cursor: pointer;
    }
    .ground {
      fill: transparent;
    }
    g:hover .ground,
    g:focus-visible .ground {
      fill: var(--well);
    }
    .chosen .ground {
      fill: var(--well);
      stroke: var(--accent);
    }
    .right {
      fill: var(--within);
    }
    .ambiguous {
      fill: none;
      stroke: var(--soft-ink);
      stroke-width: 3;
    }
    .wrong {
      stroke: var(--high);
      stroke-width: 3;
    }
  `,
})
export class ProofPicture {
  readonly proof = input.required<ChartProof>();
  readonly context = input.required<VisitContext>();
  readonly chart = input.required<string>();
  readonly chosen = input<number>();
  readonly choose = output<number>();
  protected readonly head = HEAD;
  /** Before its name each fault has its mark as well: its column may lie beyond a narrow screen. */
  protected readonly first = 12;
  /** Rows are as high as a thumb wants them where there is one. */
  protected readonly cell = matchMedia('(pointer: coarse)').matches ? 44 : 22;

  /** Conclusions that are reached, in the order of the chart; what ends without one comes last. */
  private readonly ends = computed(() => {
    const reached = new Set(this.proof().rows.map(({ walk }) => walk.at ?? NO_CONCLUSION));
    const steps = Object.keys(this.context().procedures[this.chart()]?.steps ?? {});
    return [...steps, NO_CONCLUSION].filter((id) => reached.has(id));
  });
  private readonly across = computed(() =>
    scaleBand<string>()
      .domain(this.ends())
      .range([LABELS, LABELS + COLUMN * this.ends().length]),
  );
  protected readonly width = computed(() => LABELS + COLUMN * this.ends().length + 4);
  protected readonly height = computed(() => HEAD + this.cell * this.proof().rows.length + 2);
  protected readonly columns = computed(() =>
    this.ends().map((id, index) => ({
      id,
      number: id === NO_CONCLUSION ? '–' : index === 0 || (index + 1) % NUMBERED === 0 ? index + 1 : '·',
      x: this.middle(id),
      words: this.endWords(id),
    })),
  );
  protected readonly rows = computed(() => {
    const { model } = this.context();
    return this.proof().rows.map(({ faults, result, walk }, place) => {
      const words = faultWords(model, faults);
      return {
        place,
        words,
        label: shortened(words.replace(OWNER, '$1 ')),
        result: resultWords(result),
        end: walk.because ?? this.endWords(walk.at ?? NO_CONCLUSION),
        x: this.middle(walk.at ?? NO_CONCLUSION),
        y: HEAD + this.cell * place,
      };
    });
  });

  private middle(end: string): number {
    return (this.across()(end) ?? 0) + COLUMN / 2;
  }

  private endWords(id: string): string {
    return id === NO_CONCLUSION ? NO_CONCLUSION : stepTitle(this.context().procedures[this.chart()]?.steps ?? {}, id);
  }
}

/** What goes before the function of a board: its name says less than its letters. */
const OWNER = /^.* (\S+), /;
const LONGEST = 36;

function shortened(words: string): string {
  return words.length > LONGEST ? `${words.slice(0, LONGEST - 1)}…` : words;
}

function resultWords(result: ProofResult): string {
  return result.replaceAll('-', ' ');
}
