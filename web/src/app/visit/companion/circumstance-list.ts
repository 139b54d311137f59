import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  askedReading,
  CIRCUMSTANCES,
  circumstanceOf,
  circumstanceWords,
  formatValue,
  FUNCTIONS,
  USUAL,
  type EventBody,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Choice, type ChoiceOption } from '../../kit/choice';
import { LineForm } from '../../kit/line-form';

/** Which of them are thought of together. */
const GROUPS: readonly { readonly title: string; readonly ids: readonly string[] }[] = [
  { title: 'Feed, load and call', ids: ['feed', 'load', 'control', 'calling', 'opened', 'stage', 'reset'] },
  { title: 'The part', ids: ['warmth', 'damp', 'board', 'turned', 'batteries'] },
  { title: 'The meter', ids: ['probe', 'range', 'test-voltage', 'gauge', 'end'] },
  { title: 'People', ids: ['disconnect', 'helper'] },
];

interface Row {
  readonly id: string;
  readonly name: string;
  readonly now: string;
  readonly options: readonly ChoiceOption[];
  readonly caution: string | undefined;
}

/** What the name beside it says already is not said again: "from the bench". */
function shortened(words: string, name: string): string {
  const lead = `${name.toLowerCase()} `;
  return words.startsWith(lead) ? words.slice(lead.length) : words;
}

/** How things are read besides what is switched and pulled: folded away while all of it is as usual, one tap each. */
@Component({
  selector: 'jx-circumstance-list',
  imports: [Choice, LineForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>How it is read</h2>
    @for (group of groups(); track group.title) {
      <details [open]="group.said !== ''">
        <summary>
          {{ group.title }}<span class="small soft">{{ group.said ? ': ' + group.said : '' }}</span>
        </summary>
        @for (row of group.rows; track row.id) {
          <div class="row" [attr.data-circumstance]="row.id">
            <span class="small soft">{{ row.name }}</span>
            @if (row.options.length > 1) {
              <jx-choice
                [label]="row.name"
                [options]="row.options"
                [chosen]="row.now"
                [isSmall]="true"
                (picked)="note(row.id, $event)"
              />
            } @else {
              @if (row.now !== usual) {
                <button type="button" class="chip small" (click)="note(row.id, usual)">{{ row.now }} ✕</button>
              }
              <jx-line-form
                [name]="row.id"
                [label]="row.name"
                [most]="80"
                action="Note it"
                (entered)="note(row.id, $event)"
              />
            }
            @if (row.caution) {
              <p class="caution small">{{ row.caution }}</p>
            }
          </div>
        }
      </details>
    }
  `,
  styles: `
    h2 {
      margin-bottom: 2px;
      font-size: 15px;
      color: var(--soft-ink);
    }
    summary {
      min-height: var(--touch);
      padding: 10px 0;
      border-bottom: 1px solid var(--line);
      cursor: pointer;
    }
    .row {
      display: grid;
      gap: 4px;
      padding: 8px 0;
    }
    .caution {
      margin: 0;
      padding: 2px 8px;
      border-radius: 8px;
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
  `,
})
export class CircumstanceList {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly usual = USUAL;
  protected readonly groups = computed(() =>
    GROUPS.map(({ title, ids }) => {
      const rows = ids.flatMap((id) => this.rowOf(id));
      const said = rows.filter(({ now }) => now !== USUAL).map(({ id, now }) => circumstanceWords(id, now));
      return { title, rows, said: said.join(', ') };
    }),
  );

  protected note(item: string, state: string): void {
    this.recorded.emit({ type: 'condition-noted', group: 'circumstances', item, state });
  }

  private rowOf(id: string): readonly Row[] {
    const known = CIRCUMSTANCES[id];
    if (!known) return [];
    const now = circumstanceOf(this.visit().conditions, id);
    const given = id === 'range' ? this.ranges() : id === 'stage' ? this.stages() : known.states;
    const options = [USUAL, ...Object.keys(given)].map((state) => ({
      id: state,
      name: state === USUAL ? known.usual : shortened(given[state] ?? state, known.name),
    }));
    return [{ id, name: known.name, now, options, caution: now === USUAL ? undefined : known.caution }];
  }

  /** Of the meter in hand, for what the step asks to be read. */
  private ranges(): Readonly<Record<string, string>> {
    const measured = askedReading(this.context(), this.visit())?.function;
    if (measured === undefined) return {};
    const meter = this.context().meters[this.visit().meter ?? ''];
    const names = (meter?.functions.get(measured)?.ranges ?? []).map(({ upTo }) =>
      formatValue(upTo, FUNCTIONS[measured].unit),
    );
    return Object.fromEntries(names.map((name) => [name, name]));
  }

  /** Of the sequences of the machine: which of them had been reached. */
  private stages(): Readonly<Record<string, string>> {
    const stages = (this.context().model.sequences ?? []).flatMap((each) => each.stages);
    return Object.fromEntries(stages.map(({ id, name }) => [id, name ?? id]));
  }
}
