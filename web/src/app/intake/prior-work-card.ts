import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { intakeOf, PRIOR_WORK_RESULTS, type EventBody, type PriorWork, type VisitState } from '@juxtameter/core';
import { Choice } from '../kit/choice';
import { NotedList } from '../kit/noted-list';

const RESULT_WORDS: Readonly<Record<(typeof PRIOR_WORK_RESULTS)[number], string>> = {
  cured: 'fixed',
  'not-cured': 'not fixed',
  'never-right': 'never right since',
  unknown: 'not known',
};

/** What others already did: who, when, which parts, what the complaint was before, and whether it helped. */
@Component({
  selector: 'jx-prior-work-card',
  imports: [Button, Choice, NotedList, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', 'data-topic': 'prior-work' },
  template: `
    <h2>Earlier work by others</h2>
    <jx-noted-list
      [items]="noted()"
      [canEdit]="canEdit()"
      (takenBack)="recorded.emit({ type: 'retracted', event: $event })"
    />
    @if (canEdit()) {
      <form
        (submit)="$event.preventDefault(); add(who.value, when.value, parts.value, before.value); form.reset()"
        #form
      >
        <div class="grid">
          <label class="labelled"
            ><span class="small soft">Who</span><input #who jxText name="who" maxlength="200"
          /></label>
          <label class="labelled"
            ><span class="small soft">When</span
            ><input #when jxText name="when" maxlength="200" placeholder="last week, May"
          /></label>
          <label class="labelled"
            ><span class="small soft">Parts, with commas between</span
            ><input #parts jxText name="parts" maxlength="600"
          /></label>
          <label class="labelled"
            ><span class="small soft">Previous complaint</span><input #before jxText name="before" maxlength="600"
          /></label>
        </div>
        <jx-choice
          label="Did it help?"
          [options]="results"
          [chosen]="result()"
          [isSmall]="true"
          (picked)="result.set($event)"
        />
        @if (lacks()) {
          <p role="alert"><strong>Say at least who was there, when, or what was done.</strong></p>
        }
        <button jxButton type="submit" kind="secondary">Add</button>
      </form>
    }
  `,
  styles: `
    form,
    .grid {
      display: grid;
      gap: 8px;
    }
    .grid {
      grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
    }
    button[type='submit'] {
      min-height: 46px;
      justify-self: start;
    }
  `,
})
export class PriorWorkCard {
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly results = PRIOR_WORK_RESULTS.map((id) => ({ id, name: RESULT_WORDS[id] }));
  protected readonly result = signal<PriorWork['result']>('unknown');
  protected readonly lacks = signal(false);
  protected readonly noted = computed(() => intakeOf(this.visit(), 'prior-work'));

  protected add(who: string, when: string, parts: string, before: string): void {
    const listed = parts
      .split(',')
      .map((part) => part.trim())
      .filter(Boolean);
    const [by, at, complaintBefore] = [who.trim(), when.trim(), before.trim()];
    this.lacks.set(by === '' && at === '' && listed.length === 0);
    if (this.lacks()) return;
    const result = this.result() ?? 'unknown';
    const words = [
      by,
      at,
      listed.join(', '),
      complaintBefore === '' ? '' : `before: ${complaintBefore}`,
      RESULT_WORDS[result],
    ];
    this.recorded.emit({
      type: 'intake-recorded',
      topic: 'prior-work',
      text: words.filter(Boolean).join(' · '),
      grade: 'reported',
      priorWork: {
        ...(by === '' ? {} : { who: by }),
        ...(at === '' ? {} : { when: at }),
        ...(listed.length === 0 ? {} : { parts: listed }),
        ...(complaintBefore === '' ? {} : { complaintBefore }),
        result,
      },
    });
    this.result.set('unknown');
  }
}
