import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  viewChild,
} from '@angular/core';
import {
  formatReading,
  judgedRound,
  openRound,
  slotsOf,
  terminalLabel,
  type MeasurementStep,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { RowBar } from '../../juxta/row-bar';
import { verdictColour } from '../../juxta/verdict-colour';
import { comparisonOf } from '../view/log-rows';
import { VerdictWord } from '../../juxta/verdict-word';

/** The parts of a set or the looks of a step: which are read, which is next. */
@Component({
  selector: 'jx-set-progress',
  imports: [RowBar, VerdictWord],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol #list aria-label="Readings of this step" [class.dense]="parts().length > 4" [class.line]="parts().length > 8">
      @for (part of parts(); track part.id) {
        <li [class.next]="part.id === next()" [attr.data-part]="part.id" [style.--verdict-colour]="part.colour">
          <span class="name">{{ part.name }}</span>
          @if (part.value) {
            <strong class="mono">{{ part.value }}</strong>
            @if (part.verdict; as verdict) {
              <span class="said small">{{ verdict | verdictWord }}</span>
            }
            @if (parts().length <= 4 && part.comparison; as comparison) {
              <jx-row-bar [comparison]="comparison" [verdict]="part.verdict" />
            }
          } @else if (parts().length <= 4) {
            <span class="points small soft">{{ part.points }}</span>
          }
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      gap: 4px 12px;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 2px 10px;
      min-height: 34px;
      padding: 2px 10px;
      border: 1px solid var(--line);
      border-radius: 10px;
    }
    .dense {
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    }
    .dense li {
      font-size: 15px;
    }
    /* So many would push the bar, which is what one looks at, out of sight. */
    .line {
      display: flex;
      position: relative;
      overflow-x: auto;
    }
    .line li {
      flex: none;
    }
    .next {
      border: 2px solid var(--accent);
    }
    strong,
    .said {
      color: var(--verdict-colour);
    }
    jx-row-bar {
      width: 90px;
      margin-left: auto;
    }
    @media (max-width: 760px) {
      ol,
      .dense {
        display: flex;
        position: relative;
        overflow-x: auto;
      }
      li,
      .dense li {
        flex: none;
        font-size: 14px;
      }
      .points,
      jx-row-bar {
        display: none;
      }
    }
  `,
})
export class SetProgress {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<MeasurementStep>();
  readonly method = input<string>();
  /** Id of the part that is asked for. */
  readonly next = input<string>();
  private readonly list = viewChild.required<ElementRef<HTMLElement>>('list');

  constructor() {
    // In a line that scrolls, the part that is asked for stands in sight with the one before it.
    afterRenderEffect(() => {
      this.next();
      const list = this.list().nativeElement;
      const next = list.querySelector<HTMLElement>('.next');
      if (next) list.scrollLeft = next.offsetLeft - list.clientWidth / 3;
    });
  }

  protected readonly parts = computed(() => {
    const { model } = this.context();
    // What was read stays in sight while the whole cannot be decided: each part is looked at for that.
    const { read } = judgedRound(this.visit()) ?? openRound(this.visit());
    return slotsOf(this.context(), this.visit(), this.step(), this.method()).map(({ id, name, from, to }) => {
      const event = read.get(id);
      const points = `${terminalLabel(model, from)} to ${terminalLabel(model, to)}`;
      if (!event) return { id, name, points, value: '', verdict: undefined, colour: '', comparison: undefined };
      return {
        id,
        name,
        points,
        value: event.reading ? formatReading(event.reading) : event.text,
        verdict: event.judgement.verdict,
        colour: verdictColour(event.judgement.verdict),
        ...(event.expectation?.low === undefined && event.expectation?.high === undefined
          ? { comparison: undefined }
          : { comparison: comparisonOf(event) }),
      };
    });
  });
}
