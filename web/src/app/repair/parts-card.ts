import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  elementName,
  isSameMarking,
  PART_PROVENANCE_WORDS,
  PART_PROVENANCES,
  partsOf,
  workOf,
  type EventBody,
  type PartProvenance,
  type Spare,
  type SpareEntry,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { said } from '../kit/said';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { PartRow } from './part-row';

/** Days until a part is here, at most. */
const MOST_DAYS = 1000;

/** Parts that may go in: where they come from, whether they arrived whole, what they read on the bench. */
@Component({
  selector: 'jx-parts-card',
  imports: [Button, Choice, PartRow, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <h2>Parts</h2>
    @for (part of parts(); track part.offered.id) {
      <jx-part-row
        [context]="context()"
        [visit]="visit()"
        [part]="part"
        [canEdit]="canEdit()"
        [spares]="spares()"
        [takenFrom]="takenFrom(part.offered.number)"
        (recorded)="recorded.emit($event)"
        (spareTaken)="spareTaken.emit($event)"
      />
    }
    @if (canEdit()) {
      <details [open]="parts().length === 0 && wanted() !== ''">
        <summary>Another part that may go in</summary>
        <form (submit)="offer($event)">
          <div class="entry-row">
            <input
              jxText
              name="part"
              maxlength="200"
              aria-label="The part it is for"
              placeholder="For which part"
              list="offered-for"
              autocomplete="off"
              [value]="wanted()"
            />
            <input
              jxText
              name="number"
              maxlength="200"
              list="spares-offered"
              aria-label="Number of the part offered"
              placeholder="Number, with revision"
              autocomplete="off"
            />
          </div>
          <datalist id="offered-for">
            @for (each of elements(); track each.id) {
              <option [value]="each.id">{{ each.name }}</option>
            }
          </datalist>
          <datalist id="spares-offered">
            @for (spare of spares(); track spare.place + spare.number) {
              <option [value]="spare.number">{{ spare.name }} {{ spare.place }}: {{ spare.count ?? '?' }}</option>
            }
          </datalist>
          <jx-choice label="The part is" [options]="provenances" [chosen]="state()" (picked)="state.set($event)" />
          <div class="entry-row">
            <input
              jxText
              name="source"
              maxlength="200"
              aria-label="Where it comes from"
              placeholder="From"
              autocomplete="off"
            />
            <input jxText name="price" maxlength="60" aria-label="Price" placeholder="Price" autocomplete="off" />
            <input
              jxText
              name="days"
              inputmode="numeric"
              maxlength="4"
              aria-label="Days until it is here"
              placeholder="Days"
              autocomplete="off"
            />
          </div>
          <div class="entry-row">
            <input
              jxText
              name="pins"
              maxlength="200"
              aria-label="Pattern of its pins"
              placeholder="Pins"
              autocomplete="off"
            />
            <input
              jxText
              name="rating"
              maxlength="200"
              aria-label="What it is rated for"
              placeholder="Rating"
              autocomplete="off"
            />
          </div>
          @if (fault()) {
            <p class="warning small" role="alert">{{ fault() }}</p>
          }
          <button jxButton type="submit" kind="secondary">Add the part</button>
        </form>
      </details>
    }
  `,
  styles: `
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    .entry-row {
      width: 100%;
    }
    p {
      margin: 0;
    }
    button,
    summary {
      min-height: var(--touch);
    }
    summary {
      align-content: center;
      cursor: pointer;
    }
  `,
})
export class PartsCard {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  /** What lies in vans and stores. */
  readonly spares = input<readonly Spare[]>([]);
  /** What was taken from there for this visit. */
  readonly taken = input<readonly SpareEntry[]>([]);
  readonly recorded = output<EventBody>();
  readonly spareTaken = output<Spare>();
  protected readonly provenances = PART_PROVENANCES.map((id) => ({ id, name: PART_PROVENANCE_WORDS[id] }));
  /** Nothing is preset: new and used must not be mixed by a habit. */
  protected readonly state = signal<PartProvenance | undefined>(undefined);
  protected readonly fault = signal('');
  protected readonly parts = computed(() => partsOf(this.context(), this.visit()));
  protected readonly elements = computed(() => {
    const { model } = this.context();
    return [...model.boards, ...model.devices].map(({ id }) => ({ id, name: elementName(model, id) }));
  });
  private readonly replaced = computed(() =>
    workOf(this.visit()).filter(({ planned, state }) => planned.kind === 'replace' && state === 'open'),
  );
  /** What the plan wants replaced, where it is one thing. */
  protected readonly wanted = computed(() => {
    const [work, ...others] = this.replaced();
    return work && others.length === 0 ? (work.planned.item ?? work.planned.text) : '';
  });

  protected takenFrom(number: string): readonly string[] {
    return this.taken().flatMap((entry) => (isSameMarking(entry.number, number) ? [entry.place] : []));
  }

  protected offer(event: Event): void {
    const typed = typedIn(event);
    const [part, number, state] = [typed('part'), typed('number'), this.state()];
    const days = typed('days') === '' ? undefined : Number(typed('days'));
    this.fault.set(faultOf(part, number, state, days, typed('days')));
    if (this.fault() !== '' || state === undefined) return;
    const work = this.replaced().find(({ planned }) => (planned.item ?? planned.text) === part)?.planned.id;
    this.recorded.emit({
      type: 'part-offered',
      part,
      number,
      state,
      ...said('source', typed('source')),
      ...said('price', typed('price')),
      ...(days === undefined ? {} : { days }),
      ...said('pins', typed('pins')),
      ...said('rating', typed('rating')),
      ...(work === undefined ? {} : { work }),
    });
    (event.target as HTMLFormElement).reset();
    this.state.set(undefined);
  }
}

function faultOf(
  part: string,
  number: string,
  state: PartProvenance | undefined,
  days: number | undefined,
  typedDays: string,
): string {
  if (part === '') return 'Say which part it is for.';
  if (number === '') return 'Give its number, with the suffix of its revision.';
  if (state === undefined) return 'Say whether it is new, used or repaired.';
  const isFit = days === undefined || (Number.isFinite(days) && days >= 0 && days <= MOST_DAYS);
  return isFit ? '' : `“${typedDays}” is no number of days; accepted: 2, or nothing.`;
}
