import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { LineForm } from '../kit/line-form';
import { complaintsOf, RESULT_WORDS, type ComplaintTicked, type EventBody, type VisitState } from '@juxtameter/core';
import { Choice } from '../kit/choice';

/** Complaints in the customer's words, each ticked off at the end, also when the visit was closed before that. */
@Component({
  selector: 'jx-complaints-card',
  imports: [Choice, LineForm],
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
          <jx-choice
            [label]="'How does it stand: ' + each.text"
            [options]="results"
            [chosen]="each.ticked"
            [isSmall]="true"
            (picked)="tick(each.id, $event)"
          />
        </li>
      } @empty {
        <li class="soft"><span>No complaint noted yet.</span></li>
      }
    </ul>
    @if (canEdit()) {
      <jx-line-form
        name="complaint"
        label="One more complaint"
        placeholder="One more, in their words"
        (entered)="add($event)"
      />
    }
  `,
})
export class ComplaintsCard {
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
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

  protected add(text: string): void {
    this.recorded.emit({ type: 'intake-recorded', topic: 'complaint', text, grade: 'reported' });
  }
}
