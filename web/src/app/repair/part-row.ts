import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  ARRIVAL_CONDITIONS,
  ARRIVAL_WORDS,
  FUNCTIONS,
  isSameMarking,
  offeredTests,
  PART_PROVENANCE_WORDS,
  partName,
  type ArrivalCondition,
  type EventBody,
  type MeasurementFunction,
  type OfferedPart,
  type PartStage,
  type Spare,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { said } from '../kit/said';
import { Select } from '../kit/select';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { typedMinutes } from '../kit/typed-minutes';
import { TakeBack } from './take-back';

const STAGE_WORDS: Readonly<Record<PartStage, string>> = {
  offered: 'not ordered',
  ordered: 'on its way',
  here: 'here, not tested',
  good: 'tested',
  dead: 'dead on arrival',
  fitted: 'in',
};

/** What is measured at a part that lies on the bench. */
const ON_THE_BENCH: readonly MeasurementFunction[] = ['resistance', 'continuity', 'diode', 'capacitance', 'insulation'];

type Asked = 'order' | 'arrive' | 'test' | 'fit';

/** One part on its way in, and what is noted of it next. */
@Component({
  selector: 'jx-part-row',
  imports: [Button, Choice, Select, TakeBack, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line">
      <span>
        <strong class="mono">{{ part().offered.number }}</strong> for {{ name() }}:
        <strong class="state" [attr.data-stage]="part().stage">{{ stage() }}</strong>&ngsp;<span class="small soft">{{
          facts()
        }}</span>
      </span>
      @if (canEdit()) {
        <jx-take-back [event]="last()" [what]="part().offered.number" (recorded)="recorded.emit($event)" />
      }
    </div>
    @for (test of part().tests; track test.event.id) {
      <p class="small" [class.warning]="test.verdict === 'bad'">{{ test.words }}</p>
    }
    @for (doubt of part().doubts; track doubt) {
      <p class="warning small">{{ doubt }}</p>
    }
    @if (canEdit() && part().stage !== 'fitted') {
      <div class="buttons">
        @if (part().stage === 'offered' && takenFrom().length === 0) {
          <button
            jxButton
            type="button"
            kind="secondary"
            [attr.aria-expanded]="asked() === 'order'"
            (click)="ask('order')"
          >
            Ordered
          </button>
        }
        @for (spare of lying(); track spare.place) {
          <button jxButton type="button" kind="secondary" (click)="spareTaken.emit(spare)">
            Take it from {{ spare.place }}, {{ spare.count }} there
          </button>
        }
        <button
          jxButton
          type="button"
          kind="secondary"
          [attr.aria-expanded]="asked() === 'arrive'"
          (click)="ask('arrive')"
        >
          It is here
        </button>
        <button jxButton type="button" kind="secondary" [attr.aria-expanded]="asked() === 'test'" (click)="ask('test')">
          Test on the bench
        </button>
        @if (part().stage === 'dead') {
          <p class="warning small">It does not go in. A test that passes, or another part, takes its place.</p>
        } @else {
          <button jxButton type="button" [attr.aria-expanded]="asked() === 'fit'" (click)="ask('fit')">It is in</button>
        }
      </div>
      @switch (asked()) {
        @case ('order') {
          <form class="entry-row" (submit)="order($event)">
            <input jxText type="date" name="due" aria-label="The day it should be here" />
            <button jxButton type="submit">Note the order</button>
          </form>
        }
        @case ('arrive') {
          <form (submit)="arrive($event)">
            <jx-choice
              label="How it came out of its box"
              [options]="conditions"
              [chosen]="condition()"
              (picked)="condition.set($event)"
            />
            <div class="entry-row">
              <input
                jxText
                name="serial"
                maxlength="200"
                aria-label="Serial number of the part"
                placeholder="Serial number"
                autocomplete="off"
              />
              <input
                jxText
                name="note"
                maxlength="600"
                aria-label="What was seen of it"
                placeholder="What was seen of it"
                autocomplete="off"
              />
            </div>
            @if (fault()) {
              <p class="warning small" role="alert">{{ fault() }}</p>
            }
            <button jxButton type="submit">Note the arrival</button>
          </form>
        }
        @case ('test') {
          <form (submit)="test($event)">
            @if (offered().length > 0) {
              <div class="chips">
                @for (each of offered(); track each.what) {
                  <button
                    type="button"
                    class="chip"
                    (click)="what.value = each.what; expects.value = each.expects; measured.set('resistance')"
                  >
                    {{ each.what }}, {{ each.expects }}
                  </button>
                }
              </div>
            }
            <div class="entry-row">
              <input
                #what
                jxText
                name="what"
                maxlength="200"
                aria-label="What is tested"
                placeholder="What: coil, contact"
                autocomplete="off"
              />
              <jx-select
                label="What is measured"
                [options]="functions"
                [chosen]="measured()"
                (picked)="measured.set($event)"
              />
            </div>
            <div class="entry-row">
              <input
                #expects
                jxText
                name="expects"
                maxlength="200"
                aria-label="What it should read"
                placeholder="Should read"
                autocomplete="off"
              />
              <input
                jxText
                name="text"
                maxlength="200"
                aria-label="What it reads"
                placeholder="Reads"
                autocomplete="off"
                inputmode="text"
              />
            </div>
            <p class="small soft">
              Off the machine, both ends free, anything that stores a charge discharged. Nothing read? Then say how it
              looks.
            </p>
            <jx-choice label="How it looks" [options]="looks" [chosen]="look()" (picked)="look.set($event)" />
            @if (fault()) {
              <p class="warning small" role="alert">{{ fault() }}</p>
            }
            <button jxButton type="submit">Note the test</button>
          </form>
        }
        @case ('fit') {
          <form (submit)="fit($event)">
            <div class="entry-row">
              <input
                jxText
                name="opened"
                maxlength="600"
                aria-label="What was seen in the old one, where it was opened"
                placeholder="Seen in the old one, opened"
                autocomplete="off"
              />
              <input
                jxText
                name="minutes"
                inputmode="numeric"
                maxlength="5"
                aria-label="Minutes it took"
                placeholder="Minutes"
                autocomplete="off"
              />
            </div>
            @if (fault()) {
              <p class="warning small" role="alert">{{ fault() }}</p>
            }
            <button jxButton type="submit">It is fitted</button>
          </form>
        }
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      padding: 6px 0;
      border-bottom: 1px solid var(--line);
    }
    .line,
    .buttons {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 10px;
    }
    .line {
      justify-content: space-between;
    }
    .line > :first-child {
      flex: 1 1 220px;
      overflow-wrap: anywhere;
    }
    .state[data-stage='dead'] {
      color: var(--high);
    }
    .state[data-stage='good'],
    .state[data-stage='fitted'] {
      color: var(--within);
    }
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
    button {
      min-height: var(--touch);
    }
  `,
})
export class PartRow {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<Pick<VisitState, 'leadZero'>>();
  readonly part = input.required<OfferedPart>();
  readonly canEdit = input(true);
  /** What lies in vans and stores. */
  readonly spares = input<readonly Spare[]>([]);
  /** Places it was taken from for this visit already. */
  readonly takenFrom = input<readonly string[]>([]);
  readonly recorded = output<EventBody>();
  readonly spareTaken = output<Spare>();
  /** Where such a part lies; nowhere once one was taken. */
  protected readonly lying = computed(() =>
    this.takenFrom().length > 0
      ? []
      : this.spares().filter(({ number, count = 0 }) => count > 0 && isSameMarking(number, this.part().offered.number)),
  );
  protected readonly asked = signal<Asked | undefined>(undefined);
  protected readonly condition = signal<ArrivalCondition | undefined>(undefined);
  protected readonly measured = signal<MeasurementFunction>('resistance');
  protected readonly look = signal<'good' | 'bad' | undefined>(undefined);
  protected readonly fault = signal('');
  protected readonly conditions = ARRIVAL_CONDITIONS.map((id) => ({ id, name: ARRIVAL_WORDS[id] }));
  protected readonly functions = ON_THE_BENCH.map((id) => ({ id, name: FUNCTIONS[id].name }));
  protected readonly looks = [
    { id: 'good', name: 'as it should' },
    { id: 'bad', name: 'not as it should' },
  ] as const;
  protected readonly offered = computed(() => offeredTests(this.context(), this.part().offered.part));
  protected readonly name = computed(() => partName(this.context().model, this.part().offered.part));
  protected readonly stage = computed(() => {
    const { stage } = this.part();
    return stage === 'offered' && this.takenFrom().length > 0
      ? `taken from ${this.takenFrom().join(', ')}`
      : STAGE_WORDS[stage];
  });
  protected readonly facts = computed(() => {
    const { offered, ordered, arrived } = this.part();
    const { state, source, price, days, pins, rating } = offered;
    return [
      PART_PROVENANCE_WORDS[state],
      source,
      price,
      days === undefined ? '' : `${days} d`,
      pins,
      rating,
      ordered?.due === undefined || arrived ? '' : `due ${ordered.due}`,
      arrived ? ARRIVAL_WORDS[arrived.condition] : '',
      arrived?.serial === undefined ? '' : `serial ${arrived.serial}`,
    ]
      .filter(Boolean)
      .join(' · ');
  });
  /** What was said of it last. */
  protected readonly last = computed(() => {
    const { fitted, tests, arrived, ordered, offered } = this.part();
    return (fitted ?? tests.at(-1)?.event ?? arrived ?? ordered ?? offered).id;
  });

  protected ask(what: Asked): void {
    this.fault.set('');
    this.asked.update((asked) => (asked === what ? undefined : what));
  }

  protected order(event: Event): void {
    this.note({ type: 'part-ordered', offer: this.part().offered.id, ...said('due', typedIn(event)('due')) });
  }

  protected arrive(event: Event): void {
    const typed = typedIn(event);
    const condition = this.condition();
    if (condition === undefined) return this.fault.set('Say how it came out of its box.');
    this.note({
      type: 'part-arrived',
      offer: this.part().offered.id,
      condition,
      ...said('serial', typed('serial')),
      ...said('note', typed('note')),
    });
  }

  protected test(event: Event): void {
    const typed = typedIn(event);
    const [what, text, look] = [typed('what'), typed('text'), this.look()];
    if (what === '') return this.fault.set('Say what was tested.');
    if (text === '' && look === undefined) return this.fault.set('Type what it reads, or say how it looks.');
    this.note({
      type: 'part-tested',
      offer: this.part().offered.id,
      what,
      ...(text === '' ? {} : { function: this.measured(), text, ...this.zeroed() }),
      ...said('expects', typed('expects')),
      ...(text === '' && look !== undefined ? { looks: look } : {}),
    });
  }

  /** Ohms of the leads belong to a figure in ohms. */
  private zeroed(): { readonly leadZero?: number } {
    const { leadZero } = this.visit();
    const isOhms = this.measured() === 'resistance' || this.measured() === 'continuity';
    return leadZero === undefined || !isOhms ? {} : { leadZero };
  }

  protected fit(event: Event): void {
    const typed = typedIn(event);
    const { offered, arrived } = this.part();
    const took = typedMinutes(typed('minutes'));
    if (took.fault !== undefined) return this.fault.set(took.fault);
    this.note({
      type: 'part-fitted',
      part: offered.part,
      number: offered.number,
      ...said('serial', arrived?.serial ?? ''),
      state: offered.state,
      offer: offered.id,
      ...said('opened', typed('opened')),
      ...took,
      ...(offered.work === undefined ? {} : { work: offered.work }),
    });
  }

  private note(body: EventBody): void {
    this.recorded.emit(body);
    this.asked.set(undefined);
    this.condition.set(undefined);
    this.look.set(undefined);
    this.fault.set('');
  }
}
