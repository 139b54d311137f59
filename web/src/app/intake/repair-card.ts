import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import {
  elementName,
  isKnownElement,
  standingOf,
  type EventBody,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

/** Parts fitted on this visit, and what has to be followed up: both stay with the unit. */
@Component({
  selector: 'jx-repair-card',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', 'data-topic': 'fitted' },
  template: `
    <h2>Fitted, and to follow up</h2>
    <ul class="noted">
      @for (each of fitted(); track each.id) {
        <li>
          <span>Fitted: {{ each.words }}</span>
        </li>
      }
      @for (each of followUps(); track each.id) {
        <li>
          <span>{{ each.isDone ? 'Done: ' : '' }}{{ each.words }}</span>
          @if (!each.isDone) {
            <button
              jxButton
              type="button"
              size="small"
              kind="secondary"
              [quiet]="true"
              (click)="recorded.emit({ type: 'follow-up-done', followUp: each.id })"
            >
              Done
            </button>
          }
        </li>
      }
    </ul>
    @if (canEdit()) {
      <form
        class="entry-row"
        (submit)="$event.preventDefault(); recordFitted(part.value, number.value, why.value); fitForm.reset()"
        #fitForm
      >
        <input
          #part
          jxText
          name="part"
          maxlength="200"
          aria-label="Part fitted"
          placeholder="Part fitted"
          list="fitted-parts"
          autocomplete="off"
        />
        <datalist id="fitted-parts">
          @for (each of parts(); track each.id) {
            <option [value]="each.id">{{ each.name }}</option>
          }
        </datalist>
        <input
          #number
          jxText
          name="number"
          maxlength="200"
          aria-label="Its number"
          placeholder="Its number"
          autocomplete="off"
        />
        <input #why jxText name="why" maxlength="600" aria-label="Why" placeholder="Why" autocomplete="off" />
        <button jxButton type="submit" kind="secondary">Fitted</button>
      </form>
      <form
        class="entry-row"
        (submit)="$event.preventDefault(); follow(text.value, due.value); followForm.reset()"
        #followForm
      >
        <input
          #text
          jxText
          name="follow-up"
          maxlength="600"
          aria-label="Follow-up"
          placeholder="Follow-up"
          autocomplete="off"
        />
        <input #due jxText type="date" name="due" aria-label="Due" />
        <button jxButton type="submit" kind="secondary">Add</button>
      </form>
    }
  `,
})
export class RepairCard {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly parts = computed(() => {
    const { model } = this.context();
    return [...model.boards, ...model.devices].map(({ id }) => ({ id, name: elementName(model, id) }));
  });
  protected readonly fitted = computed(() =>
    standingOf(this.visit(), 'part-fitted').map(({ id, part, number, why }) => ({
      id,
      words: [this.nameOf(part), number, why].filter(Boolean).join(' · '),
    })),
  );
  protected readonly followUps = computed(() => {
    const done = new Set(standingOf(this.visit(), 'follow-up-done').map(({ followUp }) => followUp));
    return standingOf(this.visit(), 'follow-up-noted').map(({ id, text, due }) => ({
      id,
      words: due === undefined ? text : `${text}, due ${due}`,
      isDone: done.has(id),
    }));
  });

  protected recordFitted(part: string, number: string, why: string): void {
    if (part.trim() === '') return;
    this.recorded.emit({
      type: 'part-fitted',
      part: part.trim(),
      ...(number.trim() === '' ? {} : { number: number.trim() }),
      state: 'new',
      ...(why.trim() === '' ? {} : { why: why.trim() }),
    });
  }

  protected follow(text: string, due: string): void {
    if (text.trim() === '') return;
    this.recorded.emit({ type: 'follow-up-noted', text: text.trim(), ...(due === '' ? {} : { due }) });
  }

  private nameOf(part: string): string {
    const { model } = this.context();
    return isKnownElement(model, part) ? elementName(model, part) : part;
  }
}
