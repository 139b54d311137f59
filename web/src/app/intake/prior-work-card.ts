import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { intakeOf, PRIOR_WORK_RESULTS, type EventBody, type PriorWork, type VisitState } from '@juxtameter/core';

const RESULT_WORDS: Readonly<Record<(typeof PRIOR_WORK_RESULTS)[number], string>> = {
  cured: 'it was cured',
  'not-cured': 'it was not cured',
  'never-right': 'never right since',
  unknown: 'not known',
};

/** What others already did: who, when, which parts, what the complaint was before, and whether it helped. */
@Component({
  selector: 'jx-prior-work-card',
  imports: [ButtonModule, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', 'data-topic': 'prior-work' },
  template: `
    <h2>Earlier work by others</h2>
    <ul class="noted">
      @for (item of noted(); track item.id) {
        <li>
          <span>{{ item.text }}</span>
          @if (canEdit()) {
            <button
              pButton
              type="button"
              size="small"
              severity="secondary"
              [text]="true"
              (click)="recorded.emit({ type: 'retracted', event: item.id })"
            >
              Take back
            </button>
          }
        </li>
      }
    </ul>
    @if (canEdit()) {
      <form
        (submit)="$event.preventDefault(); add(who.value, when.value, parts.value, before.value); form.reset()"
        #form
      >
        <div class="grid">
          <label class="labelled"
            ><span class="small soft">Who</span><input #who pInputText name="who" maxlength="200"
          /></label>
          <label class="labelled"
            ><span class="small soft">When</span
            ><input #when pInputText name="when" maxlength="200" placeholder="last week, May"
          /></label>
          <label class="labelled"
            ><span class="small soft">Which parts, by commas</span
            ><input #parts pInputText name="parts" maxlength="600"
          /></label>
          <label class="labelled"
            ><span class="small soft">Complaint before that</span
            ><input #before pInputText name="before" maxlength="600"
          /></label>
        </div>
        <div class="chips" role="radiogroup" aria-label="Did it help?">
          @for (each of results; track each.id) {
            <button
              type="button"
              class="chip small"
              role="radio"
              [attr.aria-checked]="result() === each.id"
              (click)="result.set(each.id)"
            >
              {{ each.words }}
            </button>
          }
        </div>
        @if (lacks()) {
          <p role="alert"><strong>Say at least who was there, when, or what was done.</strong></p>
        }
        <button pButton type="submit" severity="secondary">Add</button>
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
  protected readonly results = PRIOR_WORK_RESULTS.map((id) => ({ id, words: RESULT_WORDS[id] }));
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
