import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import {
  observedIn,
  rankEntries,
  type ProcedureStarted,
  type RankedEntry,
  type School,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Choice } from '../kit/choice';
import type { Option } from '../kit/option';

const OFFERED = 4;

const SCHOOLS: readonly Option<School>[] = [
  { id: 'code-first', name: 'Code first' },
  { id: 'watch-first', name: 'Watch first' },
];

/** Charts and the steps to begin at, with the reasons. A place to look, never a conclusion. */
@Component({
  selector: 'jx-where-to-start',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2>Suggested starting points</h2>
      @if (isDivided()) {
        <jx-choice
          label="What leads"
          [options]="schools"
          [chosen]="school()"
          [isSmall]="true"
          (picked)="school.set($event)"
        />
      }
    </div>
    <ol>
      @for (entry of entries(); track entry.procedure + entry.step; let isFirst = $first) {
        <li>
          <button
            type="button"
            class="entry"
            [class.first]="isFirst && entry.score > 0"
            [attr.data-entry]="entry.procedure + '/' + entry.step"
            (click)="choose(entry)"
          >
            <span class="title">{{ entry.title }}</span>
            <span class="at">{{ entry.skipped.length > 0 ? 'at: ' + entry.stepText : 'from its start' }}</span>
            @for (reason of entry.reasons; track reason.words) {
              <span class="reason small" [attr.data-reason]="reason.kind">{{ reason.words }}</span>
            } @empty {
              <span class="reason small soft">No evidence for this yet.</span>
            }
            @if (entry.first; as first) {
              <span class="small">First: {{ first.text }}</span>
            } @else if (entry.skipped.length > 0) {
              <span class="small soft">
                Passes over {{ entry.skipped.length }} {{ entry.skipped.length === 1 ? 'step' : 'steps' }}; the record
                says which.
              </span>
            }
          </button>
        </li>
      } @empty {
        <li class="soft">No chart is on file for this unit: read between any two points.</li>
      }
    </ol>
  `,
  styles: `
    .head {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: space-between;
      gap: 8px;
      margin-bottom: 8px;
    }
    ol {
      display: grid;
      gap: 8px;
    }
    .entry {
      display: grid;
      gap: 2px;
      width: 100%;
      min-height: 56px;
      padding: 10px 14px;
      border: 1px solid var(--line);
      border-radius: 12px;
      background: var(--paper);
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .first {
      border-color: var(--accent);
      box-shadow: inset 0 0 0 1px var(--accent);
    }
    .title {
      font-weight: 650;
    }
  `,
})
export class WhereToStart {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly school = model<School>('code-first');
  readonly begun = output<ProcedureStarted>();
  protected readonly schools = SCHOOLS;
  private readonly observed = computed(() => observedIn(this.context(), this.visit()));
  /** Codes and a watch both speak: the trade has two schools for that. */
  protected readonly isDivided = computed(
    () => this.observed().codes.length > 0 && this.observed().watch !== undefined,
  );
  protected readonly entries = computed(() =>
    rankEntries(this.context(), this.observed(), this.school()).slice(0, OFFERED),
  );

  /** The best supported one; false when there is none. */
  beginFirst(): boolean {
    const [first] = this.entries();
    if (first) this.choose(first);
    return first !== undefined;
  }

  protected choose({ procedure, step, stepText, skipped, first, reasons }: RankedEntry): void {
    const start = first?.step ?? step;
    const because = [...reasons.map(({ words }) => words), ...(first ? [`Then to: ${stepText}.`] : [])];
    const over = skipped.includes(start) ? skipped.slice(0, skipped.indexOf(start)) : skipped;
    this.begun.emit({
      type: 'procedure-started',
      procedure,
      start,
      ...(because.length > 0 ? { because } : {}),
      ...(over.length > 0 ? { skipped: over } : {}),
    });
  }
}
