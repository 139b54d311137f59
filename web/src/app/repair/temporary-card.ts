import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  neverStays,
  openBypasses,
  runningTemporaries,
  TEMPORARY_KIND_WORDS,
  TEMPORARY_KINDS,
  terminalLabel,
  type EventBody,
  type TemporaryKind,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { LineForm } from '../kit/line-form';
import { said } from '../kit/said';
import { Select } from '../kit/select';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { PhotoStrip } from '../photos/photo-strip';
import { PhotoTaker } from '../photos/photo-taker';
import { TakeBack } from './take-back';

/** The machine goes on until a day, not as it should: what it lacks, what to watch, who answers for it. */
@Component({
  selector: 'jx-temporary-card',
  imports: [Button, LineForm, PhotoStrip, PhotoTaker, Select, TakeBack, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <h2>Temporary repair</h2>
    @for (each of running(); track each.id) {
      <div class="running">
        <p>
          <strong>Until {{ each.until }}: {{ each.text }}</strong
          >&ngsp;<span class="small soft">{{ kindWords[each.kind] }}</span>
        </p>
        @for (fact of each.facts; track fact) {
          <p class="small">{{ fact }}</p>
        }
        <jx-photo-strip [context]="context()" [visit]="visit()" [visitId]="each.visit" [entry]="each.id" />
        @if (canEdit()) {
          <div class="buttons">
            <jx-photo-taker
              label="Photo or sketch"
              [visitId]="each.visit"
              [of]="each.text"
              [subject]="{ entry: each.id }"
              (recorded)="recorded.emit($event)"
            />
            <jx-take-back [event]="each.id" [what]="each.text" (recorded)="recorded.emit($event)" />
          </div>
          <jx-line-form
            name="ended"
            label="What took its place?"
            action="It is gone"
            [most]="600"
            (entered)="recorded.emit({ type: 'temporary-ended', temporary: each.id, text: $event })"
          />
        }
      </div>
    }
    @if (canEdit()) {
      <details>
        <summary>Leave it running on something temporary</summary>
        <form (submit)="make($event)">
          <div class="entry-row">
            <jx-select
              label="What kind of makeshift"
              placeholder="What kind"
              [options]="kinds"
              [chosen]="kind()"
              (picked)="kind.set($event)"
            />
          </div>
          @if (kind() === 'jumper') {
            @if (jumpers().length === 0) {
              <p class="warning small">No jumper is in the record: log it first, with the points it joins.</p>
            } @else {
              <div class="entry-row">
                <jx-select
                  label="Which jumper stays in"
                  placeholder="Which jumper"
                  [options]="jumpers()"
                  [chosen]="jumper()"
                  (picked)="jumper.set($event)"
                />
              </div>
              @if (refusal(); as words) {
                <p class="warning small" role="alert">It cannot stay in: {{ words }}</p>
              }
            }
          }
          <input
            jxText
            name="text"
            maxlength="600"
            aria-label="What was done, and how it is worked meanwhile"
            placeholder="What was done, how it is worked"
            autocomplete="off"
          />
          <label class="labelled">
            <span>Gone by</span>
            <input jxText type="date" name="until" />
          </label>
          <input
            jxText
            name="lacks"
            maxlength="600"
            aria-label="What the machine does without"
            placeholder="What it does without"
            autocomplete="off"
          />
          <input
            jxText
            name="watch"
            maxlength="600"
            aria-label="What has to be watched"
            placeholder="What has to be watched"
            autocomplete="off"
          />
          <div class="entry-row">
            <input jxText name="told" maxlength="200" aria-label="Who was told" placeholder="Told" autocomplete="off" />
            <input
              jxText
              name="accepted"
              maxlength="200"
              aria-label="Who accepted it"
              placeholder="Accepted by"
              autocomplete="off"
            />
          </div>
          <p class="small soft">
            Local codes and lock-out rules come first. Flame, gas pressure and over-temperature are never left bypassed.
          </p>
          @if (fault()) {
            <p class="warning small" role="alert">{{ fault() }}</p>
          }
          <button jxButton type="submit" kind="secondary">Leave it so, until then</button>
        </form>
      </details>
    }
  `,
  styles: `
    .running {
      display: grid;
      gap: 6px;
      padding: 8px 0;
      border-bottom: 1px solid var(--line);
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
    }
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    form > input,
    .entry-row,
    .labelled {
      width: 100%;
    }
    p {
      margin: 0;
      overflow-wrap: anywhere;
    }
    button,
    input,
    summary {
      min-height: var(--touch);
    }
    summary {
      align-content: center;
      cursor: pointer;
    }
  `,
})
export class TemporaryCard {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly kindWords = TEMPORARY_KIND_WORDS;
  protected readonly kinds = TEMPORARY_KINDS.map((id) => ({ id, name: TEMPORARY_KIND_WORDS[id] }));
  protected readonly kind = signal<TemporaryKind | undefined>(undefined);
  protected readonly jumper = signal<string | undefined>(undefined);
  protected readonly fault = signal('');
  protected readonly running = computed(() =>
    runningTemporaries(this.visit()).map(({ id, visit, kind, text, until, lacks, watch, told, acceptedBy }) => ({
      id,
      visit,
      kind,
      text,
      until,
      facts: [
        lacks === undefined ? '' : `Without ${lacks}`,
        watch === undefined ? '' : `To be watched: ${watch}`,
        told === undefined ? 'Nobody was told' : `Told: ${told}`,
        acceptedBy === undefined ? 'Nobody accepted it' : `Accepted by ${acceptedBy}`,
      ].filter(Boolean),
    })),
  );
  protected readonly jumpers = computed(() =>
    openBypasses(this.visit()).map(({ bypass, from, to }) => ({
      id: bypass,
      name: `${terminalLabel(this.context().model, from)} to ${terminalLabel(this.context().model, to)}`,
    })),
  );
  /** Why the jumper may not stay in, whoever answers for it. */
  protected readonly refusal = computed(() => {
    const entry = openBypasses(this.visit()).find(({ bypass }) => bypass === this.jumper());
    return entry && neverStays(this.context(), entry);
  });

  protected make(event: Event): void {
    const typed = typedIn(event);
    const [kind, jumper, text, until] = [this.kind(), this.jumper(), typed('text'), typed('until')];
    this.fault.set(this.faultOf(typed));
    if (this.fault() !== '' || kind === undefined) return;
    this.recorded.emit({
      type: 'temporary-made',
      kind,
      text,
      until,
      ...said('lacks', typed('lacks')),
      ...said('watch', typed('watch')),
      ...said('told', typed('told')),
      ...said('acceptedBy', typed('accepted')),
      ...(kind === 'jumper' && jumper !== undefined ? { bypass: jumper } : {}),
    });
    (event.target as HTMLFormElement).reset();
    this.kind.set(undefined);
    this.jumper.set(undefined);
  }

  private faultOf(typed: (name: string) => string): string {
    const kind = this.kind();
    if (kind === undefined) return 'Say what kind of makeshift it is.';
    if (typed('text') === '') return 'Say what was done.';
    if (typed('until') === '') return 'Say by which day it has to be gone: nothing temporary is without its end.';
    if (kind !== 'jumper') return '';
    if (this.jumper() === undefined) return 'Say which jumper stays in.';
    if (this.refusal() !== undefined) return 'This jumper cannot stay in.';
    const missing = (['lacks', 'told', 'accepted'] as const).filter((name) => typed(name) === '');
    return missing.length === 0 ? '' : 'A jumper stays in only with what it lacks, who was told and who accepted it.';
  }
}
