import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  carriedOut,
  CRAFT,
  CRAFT_AFTER,
  PART_PROVENANCE_WORDS,
  PART_PROVENANCES,
  WORK_REASON_WORDS,
  type EventBody,
  type PartProvenance,
  type Work,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { LineForm } from '../kit/line-form';
import { TextField } from '../kit/text-field';
import { said } from '../kit/said';
import { typedIn } from '../kit/typed-in';
import { typedMinutes } from '../kit/typed-minutes';
import { PhotoStrip } from '../photos/photo-strip';
import { PhotoTaker } from '../photos/photo-taker';
import { SafeguardList } from './safeguard-list';
import { TakeBack } from './take-back';
import { WorkRecipes } from './work-recipes';

const PROVENANCES = PART_PROVENANCES.map((id) => ({ id, name: PART_PROVENANCE_WORDS[id] }));

/** One piece of work: done, with what it took; or dropped, with the reason. */
@Component({
  selector: 'jx-work-row',
  imports: [Button, Choice, LineForm, PhotoStrip, PhotoTaker, SafeguardList, TakeBack, TextField, WorkRecipes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line">
      <span>
        <strong>{{ work().planned.text }}</strong>&ngsp;<span class="small soft">{{ reason() }}</span>
      </span>
      @switch (work().state) {
        @case ('done') {
          <span class="small">done{{ took() }}</span>
        }
        @case ('dropped') {
          <span class="small">not done: {{ work().dropped?.reason }}</span>
        }
        @default {
          @if (canEdit()) {
            <span class="buttons">
              <button jxButton type="button" [attr.aria-expanded]="asked() === 'done'" (click)="ask('done')">
                Done
              </button>
              <button
                jxButton
                type="button"
                kind="secondary"
                [quiet]="true"
                [attr.aria-expanded]="asked() === 'dropped'"
                (click)="ask('dropped')"
              >
                Not done
              </button>
            </span>
          }
        }
      }
      @if (canEdit()) {
        <jx-photo-taker
          [label]="work().state === 'open' ? 'Photo before' : 'Photo after'"
          [visitId]="work().planned.visit"
          [of]="work().planned.text"
          [subject]="{ entry: work().planned.id, stage: work().state === 'open' ? 'before' : 'after' }"
          (recorded)="recorded.emit($event)"
        />
        <jx-take-back [event]="last()" [what]="work().planned.text" (recorded)="recorded.emit($event)" />
      }
    </div>
    @if (canEdit() && work().state === 'open' && craft().length > 0) {
      <details>
        <summary class="small">Easily forgotten</summary>
        <ul>
          @for (each of craft(); track each) {
            <li class="small">{{ each }}</li>
          }
        </ul>
      </details>
    }
    @if (canEdit() && work().state === 'open') {
      <jx-work-recipes [context]="context()" [work]="work()" (recorded)="recorded.emit($event)" />
    }
    <jx-safeguard-list
      [context]="context()"
      [visit]="visit()"
      [work]="work()"
      [canEdit]="canEdit()"
      (recorded)="recorded.emit($event)"
    />
    <jx-photo-strip
      [context]="context()"
      [visit]="visit()"
      [visitId]="work().planned.visit"
      [entry]="work().planned.id"
    />
    @if (work().state === 'open' && asked() === 'done') {
      <form (submit)="done($event)">
        @if (isPart()) {
          <div class="entry-row">
            <input
              jxText
              name="number"
              maxlength="200"
              aria-label="Number of the part"
              placeholder="Number, with revision"
              autocomplete="off"
            />
            <input
              jxText
              name="serial"
              maxlength="200"
              aria-label="Its serial number"
              placeholder="Serial number"
              autocomplete="off"
            />
          </div>
          <jx-choice label="The part is" [options]="states" [chosen]="state()" (picked)="state.set($event)" />
          <input
            jxText
            name="opened"
            maxlength="600"
            aria-label="What was seen in the old one, where it was opened"
            placeholder="Seen in the old one, opened"
            autocomplete="off"
          />
        }
        <div class="entry-row">
          <input
            jxText
            name="minutes"
            inputmode="numeric"
            maxlength="5"
            aria-label="Minutes it took"
            placeholder="Minutes"
            autocomplete="off"
          />
          <input
            jxText
            name="snag"
            maxlength="600"
            aria-label="What stood in the way"
            placeholder="What stood in the way"
            autocomplete="off"
          />
        </div>
        @if (fault()) {
          <p class="warning small" role="alert">{{ fault() }}</p>
        }
        <button jxButton type="submit">It is done</button>
      </form>
    } @else if (work().state === 'open' && asked() === 'dropped') {
      <jx-line-form
        name="dropped"
        label="Why is it not done?"
        action="Not done"
        [most]="600"
        (entered)="drop($event)"
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      padding: 4px 0;
      border-bottom: 1px solid var(--line);
    }
    .line,
    .buttons {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 10px;
    }
    .line {
      justify-content: space-between;
      min-height: var(--touch);
    }
    .line > :first-child {
      flex: 1 1 220px;
      overflow-wrap: anywhere;
    }
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    .entry-row {
      width: 100%;
    }
    p,
    ul {
      margin: 0;
    }
    summary {
      align-content: center;
      min-height: var(--touch);
      cursor: pointer;
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class WorkRow {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly work = input.required<Work>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly states = PROVENANCES;
  protected readonly asked = signal<'done' | 'dropped' | undefined>(undefined);
  protected readonly state = signal<PartProvenance | undefined>(undefined);
  protected readonly fault = signal('');
  protected readonly isPart = computed(() => this.work().planned.kind === 'replace');
  protected readonly reason = computed(() => WORK_REASON_WORDS[this.work().planned.reason]);
  protected readonly craft = computed(() => {
    const own = CRAFT[this.work().planned.kind];
    return own.length === 0 ? [] : [...own, CRAFT_AFTER];
  });
  protected readonly took = computed(() => {
    const { minutes, snags } = this.work();
    return [minutes > 0 ? ` in ${minutes} min` : '', ...snags.map((snag) => `, ${snag}`)].join('');
  });

  /** What was said of it last: done, dropped, or that it is to be done. */
  protected readonly last = computed(() => {
    const { planned, done, dropped } = this.work();
    return (done.at(-1) ?? dropped ?? planned).id;
  });

  protected ask(what: 'done' | 'dropped'): void {
    this.asked.update((asked) => (asked === what ? undefined : what));
  }

  protected done(event: Event): void {
    const typed = typedIn(event);
    const took = typedMinutes(typed('minutes'));
    this.fault.set(took.fault ?? '');
    if (took.fault !== undefined) return;
    const partState = this.state();
    this.recorded.emit(
      carriedOut(this.work(), {
        ...took,
        ...said('snag', typed('snag')),
        ...said('number', typed('number')),
        ...said('serial', typed('serial')),
        ...said('opened', typed('opened')),
        ...(partState === undefined ? {} : { partState }),
      }),
    );
  }

  protected drop(reason: string): void {
    this.recorded.emit({ type: 'work-dropped', work: this.work().planned.id, reason });
  }
}
