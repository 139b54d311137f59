import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { complaintsOf, RESULT_WORDS, type ComplaintTicked, type EventBody, type VisitState } from '@juxtameter/core';
import { Choice } from '../kit/choice';

/** Complaints in the customer's words, each ticked off at the end. */
@Component({
  selector: 'jx-complaints-card',
  imports: [Button, Choice, FormsModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', 'data-topic': 'complaint' },
  template: `
    <h2>What the customer says</h2>
    <ul class="noted">
      @for (each of complaints(); track each.id) {
        <li>
          <span>“{{ each.text }}”</span>
          @if (each.result) {
            <span class="small">{{ each.result }}</span>
          }
          @if (canEdit()) {
            <jx-choice
              [label]="'How does it stand: ' + each.text"
              [options]="results"
              [chosen]="each.ticked"
              [isSmall]="true"
              (picked)="tick(each.id, $event)"
            />
          }
        </li>
      } @empty {
        <li class="soft"><span>No complaint noted yet.</span></li>
      }
    </ul>
    @if (canEdit()) {
      <form class="entry-row" (submit)="$event.preventDefault(); add()">
        <input
          jxText
          name="complaint"
          maxlength="4000"
          autocomplete="off"
          aria-label="One more complaint"
          placeholder="One more, in their words"
          [ngModel]="text()"
          (ngModelChange)="text.set($event)"
        />
        <button jxButton type="submit" kind="secondary">Add</button>
      </form>
    }
  `,
})
export class ComplaintsCard {
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly text = signal('');
  protected readonly results = (Object.keys(RESULT_WORDS) as ComplaintTicked['result'][]).map((id) => ({
    id,
    name: RESULT_WORDS[id],
  }));
  protected readonly complaints = computed(() =>
    complaintsOf(this.visit()).map(({ id, text, ticked }) => ({
      id,
      text,
      ticked: ticked?.result,
      result: ticked ? RESULT_WORDS[ticked.result] : '',
    })),
  );

  protected tick(complaint: string, result: ComplaintTicked['result']): void {
    this.recorded.emit({ type: 'complaint-ticked', complaint, result });
  }

  protected add(): void {
    const text = this.text().trim();
    if (text === '') return;
    this.text.set('');
    this.recorded.emit({ type: 'intake-recorded', topic: 'complaint', text, grade: 'reported' });
  }
}
