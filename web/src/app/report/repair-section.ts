import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  CHECK_RESULT_WORDS,
  ENDING_WORDS,
  endingOf,
  standingOf,
  timeWords,
  verificationOf,
  WORK_REASON_WORDS,
  workOf,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { BeforeAfter } from '../repair/before-after';
import { CheckGlyph } from '../repair/check-glyph';

/** What was done, and what shows that it holds; nothing where nothing was found or changed. */
@Component({
  selector: 'jx-repair-section',
  imports: [BeforeAfter, CheckGlyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (works().length > 0 || causes().length > 0) {
      <section>
        <h2>Repair</h2>
        <ul>
          @for (cause of causes(); track $index) {
            <li>{{ cause }}</li>
          }
          @for (work of works(); track work.id) {
            <li>
              {{ work.text }}: {{ work.state }} <span class="small soft">{{ work.reason }}</span>
            </li>
          }
        </ul>
      </section>
    }
    @if (checks().length > 0) {
      <section>
        <h2>Proof of the repair: {{ ending() }}</h2>
        @for (check of checks(); track check.id) {
          <div class="check">
            <jx-check-glyph [state]="check.state" />
            <div>
              <p>
                {{ check.words }}: <strong>{{ check.stateWords }}</strong>
                @if (check.answered) {
                  &ngsp;<span class="small soft">{{ check.answered }}</span>
                }
              </p>
              @for (doubt of check.doubts; track doubt) {
                <p class="small">{{ doubt }}</p>
              }
              @if (check.before; as before) {
                <jx-before-after [before]="before" [after]="check.after" />
              }
            </div>
          </div>
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    section {
      margin-top: 18px;
    }
    .check {
      display: grid;
      grid-template-columns: 28px 1fr;
      gap: 2px 10px;
      padding: 4px 0;
      break-inside: avoid;
    }
    p {
      margin: 0;
    }
  `,
})
export class RepairSection {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  protected readonly ending = computed(() => ENDING_WORDS[endingOf(this.context(), this.visit())]);
  protected readonly causes = computed(() =>
    standingOf(this.visit(), 'cause-noted').map(({ cause }) =>
      cause === undefined ? 'Why it failed is not known.' : `Why it failed: ${cause}.`,
    ),
  );
  protected readonly works = computed(() =>
    workOf(this.visit()).map(({ planned, state, dropped, minutes, snags }) => ({
      id: planned.id,
      text: planned.text,
      reason: WORK_REASON_WORDS[planned.reason],
      state: [
        state === 'dropped' ? `not done, ${dropped?.reason ?? ''}` : state === 'done' ? 'done' : 'not done',
        minutes > 0 ? `${minutes} min` : '',
        ...snags,
      ]
        .filter(Boolean)
        .join(', '),
    })),
  );
  protected readonly checks = computed(() =>
    verificationOf(this.context(), this.visit()).map((check) => {
      const { answer, state } = check;
      return {
        ...check,
        stateWords: state === 'open' ? 'not seen' : CHECK_RESULT_WORDS[state],
        answered:
          answer === undefined || state === 'open'
            ? ''
            : [answer.line.event.by, timeWords(answer.line.event, 'day and time'), answer.reason, answer.due]
                .filter(Boolean)
                .join(' · '),
      };
    }),
  );
}
