import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  CHECK_RESULT_WORDS,
  judgedCheck,
  timeWords,
  type Check,
  type CheckResult,
  type EventBody,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { BeforeAfter } from './before-after';
import { CheckGlyph } from './check-glyph';
import { SoakCountdown } from './soak-countdown';
import { TakeBack } from './take-back';

const STATE_WORDS: Readonly<Record<Check['state'], string>> = { open: 'to be seen', ...CHECK_RESULT_WORDS };

/** What is put off, or does not apply, is so for a reason. */
const PUT_OFF = ['postponed', 'not-applicable'] as const;
type PutOff = (typeof PUT_OFF)[number];

const isPutOff = (result: CheckResult): result is PutOff => PUT_OFF.some((each) => each === result);

/** One check of the repair: what it came to, what is wrong with that, and how it is answered. */
@Component({
  selector: 'jx-check-row',
  imports: [BeforeAfter, Button, CheckGlyph, Choice, RouterLink, SoakCountdown, TakeBack, TextField],
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
      @if (begun(); as begun) {
        <jx-soak-countdown [begun]="begun" [minutes]="check().soak?.minutes ?? 0" (isOver)="isOver.set($event)" />
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
              <form class="entry-row" (submit)="source($event)">
                <input
                  jxText
                  name="source"
                  maxlength="200"
                  autocomplete="off"
                  aria-label="Another source for the setting"
                  placeholder="Plate, diagram, supplier"
                />
                <input
                  jxText
                  name="value"
                  maxlength="200"
                  autocomplete="off"
                  aria-label="What that source says"
                  placeholder="says"
                />
                <button jxButton type="submit" kind="secondary">Hold against it</button>
              </form>
            }
            @case ('codes') {
              <a jxButton kind="secondary" [routerLink]="['/visits', visitId(), 'lamp']">Read the lamp</a>
            }
          }
          @if (check().kind === 'soak' && !check().soak?.begun) {
            @if (refusal(); as refusal) {
              <p class="warning small">{{ refusal }}</p>
            } @else {
              <button jxButton type="button" (click)="recorded.emit({ type: 'check-begun', check: check().id })">
                It is left running
              </button>
            }
          }
          <jx-choice
            [label]="check().words"
            [options]="results()"
            [chosen]="chosen()"
            [isSmall]="true"
            (picked)="pick($event)"
          />
          @if (mistaken(); as event) {
            <jx-take-back [event]="event" [what]="check().words" (recorded)="recorded.emit($event)" />
          }
        </div>
        @if (asked(); as result) {
          <form class="entry-row" (submit)="putOff(result, $event)">
            <input
              jxText
              name="reason"
              maxlength="600"
              autocomplete="off"
              [attr.aria-label]="whyWords(result)"
              [placeholder]="whyWords(result)"
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
  /** Why the machine is not to be left running as it stands. */
  readonly refusal = input<string>();
  readonly recorded = output<EventBody>();
  /** Somebody wants to take the reading again. */
  readonly again = output();
  protected readonly asked = signal<PutOff | undefined>(undefined);
  protected readonly lacksReason = signal(false);
  protected readonly stateWords = computed(() => STATE_WORDS[this.check().state]);
  /** What is read by the meter is answered by a reading; what takes its time, not before that. */
  protected readonly results = computed(() => {
    const { kind } = this.check();
    const isEarly = kind === 'soak' && !(this.begun() && this.isOver());
    const said: readonly CheckResult[] = kind === 'measurement' ? [] : isEarly ? ['failed'] : ['passed', 'failed'];
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
  /** The run that goes on; the time it takes is asked for by nothing else. */
  protected readonly begun = computed(() => (this.check().state === 'open' ? this.check().soak?.begun : undefined));
  protected readonly isOver = signal(false);
  /** The entry of a hand that can be taken back: what it said of the check, or that the run began. */
  protected readonly mistaken = computed(() => {
    const { answer, soak } = this.check();
    const event = answer?.line.event;
    const isByHand = event?.type === 'check-judged' || event?.type === 'complaint-ticked';
    return isByHand ? event.id : soak?.begun?.id;
  });

  protected pick(result: CheckResult): void {
    this.lacksReason.set(false);
    if (isPutOff(result)) return this.asked.update((asked) => (asked === result ? undefined : result));
    this.asked.set(undefined);
    // What stands is not said twice by a tap that bounces.
    if (result !== this.check().state) this.recorded.emit(judgedCheck(this.check(), result));
  }

  /** A source that is not the old board: the plate, the diagram. */
  protected source(event: Event): void {
    const typed = typedIn(event);
    const [source, value] = [typed('source'), typed('value')];
    if (source === '' || value === '') return;
    this.recorded.emit({ type: 'setting-sourced', setting: this.check().id.replace(/^setting:/, ''), value, source });
    (event.target as HTMLFormElement).reset();
  }

  protected whyWords(result: PutOff): string {
    return result === 'postponed' ? 'Why it is put off' : 'Why it does not apply';
  }

  protected putOff(result: PutOff, event: Event): void {
    const typed = typedIn(event);
    const reason = typed('reason');
    this.lacksReason.set(reason === '');
    if (reason === '') return;
    const due = typed('due');
    this.recorded.emit(judgedCheck(this.check(), result, { reason, ...(due === '' ? {} : { due }) }));
    this.asked.set(undefined);
  }
}
