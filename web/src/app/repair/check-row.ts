import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { CHECK_RESULT_WORDS, timeWords, type Check, type CheckResult, type EventBody } from '@juxtameter/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { Ticker } from '../shell/ticker';
import { BeforeAfter } from './before-after';
import { CheckGlyph } from './check-glyph';

const STATE_WORDS: Readonly<Record<Check['state'], string>> = { open: 'to be seen', ...CHECK_RESULT_WORDS };

/** What is put off, or does not apply, is so for a reason. */
const PUT_OFF = ['postponed', 'not-applicable'] as const;
type PutOff = (typeof PUT_OFF)[number];

const isPutOff = (result: CheckResult): result is PutOff => PUT_OFF.some((each) => each === result);

/** One check of the repair: what it came to, what is wrong with that, and how it is answered. */
@Component({
  selector: 'jx-check-row',
  imports: [BeforeAfter, Button, CheckGlyph, Choice, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-check-glyph [state]="check().state" />
    <div class="what">
      <p>
        {{ check().words }}&ngsp;<strong class="state" [attr.data-state]="check().state">{{ stateWords() }}</strong>
        @if (answered(); as words) {
          &ngsp;<span class="small soft">{{ words }}</span>
        }
      </p>
      @for (doubt of check().doubts; track doubt) {
        <p class="warning small">{{ doubt }}</p>
      }
      @if (check().before; as before) {
        <jx-before-after [before]="before" [after]="check().after" />
      }
      @if (check().soak; as soak) {
        <p class="small soft">{{ soak.minutes }} minutes, because {{ soak.because }}.</p>
      }
      @if (left(); as left) {
        <p role="timer">
          <strong class="mono">{{ left }}</strong>
        </p>
      }
      @if (canEdit()) {
        <div class="buttons">
          @switch (check().kind) {
            @case ('measurement') {
              <button jxButton type="button" kind="secondary" (click)="again.emit()">Measure again</button>
            }
            @case ('sequence') {
              <a jxButton kind="secondary" [routerLink]="['/visits', visitId(), 'watch']">Watch it</a>
            }
            @case ('setting') {
              <a jxButton kind="secondary" [routerLink]="['/visits', visitId(), 'intake']">Read the setting</a>
            }
            @case ('codes') {
              <a jxButton kind="secondary" [routerLink]="['/visits', visitId(), 'lamp']">Read the lamp</a>
            }
          }
          @if (check().kind === 'soak' && !check().soak?.begun) {
            <button jxButton type="button" (click)="recorded.emit({ type: 'check-begun', check: check().id })">
              It is left running
            </button>
          }
          <jx-choice
            [label]="check().words"
            [options]="results()"
            [chosen]="chosen()"
            [isSmall]="true"
            (picked)="pick($event)"
          />
        </div>
        @if (asked(); as result) {
          <form class="entry-row" (submit)="putOff(result, $event)">
            <input
              jxText
              name="reason"
              maxlength="600"
              autocomplete="off"
              aria-label="Why"
              [placeholder]="result === 'postponed' ? 'Why it is put off' : 'Why it does not apply'"
            />
            @if (result === 'postponed') {
              <input jxText type="date" name="due" aria-label="Until when" />
            }
            <button jxButton type="submit" kind="secondary">Note it</button>
          </form>
          @if (lacksReason()) {
            <p class="warning small" role="alert">Say why: without a reason it stays open.</p>
          }
        }
      }
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 28px 1fr;
      gap: 4px 12px;
      padding: 8px 0;
      border-bottom: 1px solid var(--line);
    }
    .what {
      display: grid;
      gap: 6px;
      min-width: 0;
    }
    p {
      margin: 0;
      overflow-wrap: anywhere;
    }
    .state[data-state='passed'] {
      color: var(--within);
    }
    .state[data-state='failed'] {
      color: var(--high);
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
    }
    button,
    a {
      min-height: var(--touch);
    }
  `,
})
export class CheckRow {
  readonly check = input.required<Check>();
  readonly visitId = input.required<string>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  /** Somebody wants to take the reading again. */
  readonly again = output();
  private readonly now = inject(Ticker).follow(1000);
  protected readonly asked = signal<PutOff | undefined>(undefined);
  protected readonly lacksReason = signal(false);
  protected readonly stateWords = computed(() => STATE_WORDS[this.check().state]);
  /** What is read by the meter is answered by a reading; what takes its time, not before that. */
  protected readonly results = computed(() => {
    const { kind } = this.check();
    const left = this.isRunning() ? [] : (['passed'] as const);
    const said: readonly CheckResult[] = kind === 'measurement' ? [] : [...left, 'failed'];
    return [...said, ...PUT_OFF].map((id) => ({ id, name: CHECK_RESULT_WORDS[id] }));
  });
  protected readonly chosen = computed((): CheckResult | undefined => {
    const { state } = this.check();
    return this.asked() ?? (state === 'open' ? undefined : state);
  });
  protected readonly answered = computed(() => {
    const { answer, state } = this.check();
    if (!answer || state === 'open') return '';
    const { event } = answer.line;
    return [
      [event.by, timeWords(event, 'time')].filter(Boolean).join(', '),
      answer.reason ?? '',
      answer.due === undefined ? '' : `on ${answer.due}`,
    ]
      .filter(Boolean)
      .join(' · ');
  });
  private readonly remaining = computed(() => {
    const { soak, state } = this.check();
    if (!soak?.begun || state !== 'open') return undefined;
    return soak.minutes * 60 - (this.now() - Date.parse(soak.begun.at)) / 1000;
  });
  protected readonly isRunning = computed(() => {
    const remaining = this.remaining();
    return this.check().kind === 'soak' && (remaining === undefined || remaining > 0);
  });
  protected readonly left = computed(() => {
    const remaining = this.remaining();
    if (remaining === undefined) return '';
    if (remaining <= 0) return 'The time is over: does it still run?';
    const seconds = Math.ceil(remaining);
    return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')} to go`;
  });

  protected pick(result: CheckResult): void {
    this.lacksReason.set(false);
    if (isPutOff(result)) return this.asked.update((asked) => (asked === result ? undefined : result));
    this.asked.set(undefined);
    this.recorded.emit(this.answer(result));
  }

  protected putOff(result: PutOff, event: Event): void {
    const typed = typedIn(event);
    const reason = typed('reason');
    this.lacksReason.set(reason === '');
    if (reason === '') return;
    this.recorded.emit(this.answer(result, reason, typed('due')));
    this.asked.set(undefined);
  }

  private answer(result: CheckResult, reason = '', due = ''): EventBody {
    const { id, kind, words } = this.check();
    const complaint = /^complaint:(.+)$/.exec(id)?.[1];
    if (kind === 'complaint' && complaint !== undefined && (result === 'passed' || result === 'failed'))
      return { type: 'complaint-ticked', complaint, result: result === 'passed' ? 'gone' : 'remains' };
    return {
      type: 'check-judged',
      check: id,
      words: words.slice(0, 600),
      result,
      ...(reason === '' ? {} : { reason }),
      ...(due === '' ? {} : { due }),
    };
  }
}
