import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { GradeWords } from '../visit/view/grade-words';
import { GuardList } from '../visit/step/guard-list';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { Select } from '../kit/select';
import {
  evidenceFor,
  formatReading,
  freeFinding,
  guardsBeforeFinding,
  readingTitle,
  SUSPECT_CLASSES,
  verdictWord,
  type EventBody,
  type FreeLine,
  type SuspectClass,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

const CLASS_WORDS: Readonly<Partial<Record<SuspectClass, string>>> = {
  none: 'nothing wrong',
  open: 'not found out',
};

/** A conclusion in the technician's words, with the readings it rests on; they give it its grade. */
@Component({
  selector: 'jx-finding-form',
  imports: [Button, FormsModule, GradeWords, GuardList, TextField, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); record()">
      <div class="row">
        <div class="field">
          <span id="finding-class" class="small soft">It is</span>
          <jx-select
            labelledBy="finding-class"
            placeholder="choose"
            [options]="classes"
            [chosen]="kind()"
            (picked)="kind.set($event)"
          />
        </div>
        <label class="field">
          <span class="small soft">Which part, if one</span>
          <input #part jxText name="item" maxlength="200" (input)="item.set(part.value)" />
        </label>
      </div>
      <label class="field">
        <span class="small soft">What was found, claiming no more than the readings do</span>
        <input #words jxText name="finding" maxlength="600" (input)="text.set(words.value)" />
      </label>
      @if (readings().length > 0) {
        <fieldset class="readings">
          <legend class="small soft">It rests on</legend>
          @for (each of readings(); track each.id) {
            <label>
              <input type="checkbox" [checked]="rests().has(each.id)" (change)="toggle(each.id)" />
              <span>{{ each.words }}</span>
            </label>
          }
        </fieldset>
      }
      <p class="small soft">
        Grade: <strong>{{ draft().grade | gradeWords }}</strong>. Only measured and judged readings make a finding
        likely.
      </p>
      @if (notProven().length > 0) {
        <p class="small"><strong>Not proven:</strong> {{ notProven().join('; ') }}</p>
      }
      <jx-guard-list
        label="Before it is recorded"
        [canSettle]="true"
        [guards]="guards()"
        (wanted)="wanted.emit($event)"
      />
      @if (lacks(); as words) {
        <p role="alert">
          <strong>{{ words }}</strong>
        </p>
      }
      <div class="buttons">
        <button jxButton type="submit">Record finding</button>
        <button jxButton type="button" kind="secondary" [quiet]="true" (click)="cancelled.emit()">Cancel</button>
      </div>
    </form>
  `,
  styleUrl: './panel.scss',
})
export class FindingForm {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  readonly cancelled = output();
  /** The reading that settles one of its traps. */
  readonly wanted = output<FreeLine>();
  protected readonly classes = SUSPECT_CLASSES.map((id) => ({ id, name: CLASS_WORDS[id] ?? id }));
  protected readonly kind = signal<SuspectClass | undefined>(undefined);
  protected readonly item = signal('');
  protected readonly text = signal('');
  protected readonly rests = signal<ReadonlySet<string>>(new Set());
  protected readonly lacks = signal('');
  protected readonly readings = computed(() =>
    this.visit().trail.flatMap(({ event, standing, step }) => {
      if (event.type !== 'reading-taken' || event.proof || standing === 'retracted') return [];
      const title = readingTitle(this.context(), { event, step });
      const value = event.reading ? formatReading(event.reading) : event.text;
      return [{ id: event.id, words: `${title}: ${value}, ${verdictWord(event.judgement.verdict)}` }];
    }),
  );
  protected readonly draft = computed(() =>
    freeFinding(this.context(), this.visit(), {
      class: this.kind() ?? 'open',
      item: this.item(),
      text: this.text(),
      rests: [...this.rests()],
    }),
  );

  /** What a colleague would say before it is recorded: the same as before any conclusion of a chart. */
  protected readonly guards = computed(() =>
    guardsBeforeFinding(this.context(), this.visit(), this.draft(), new Date().toISOString()),
  );
  protected readonly notProven = computed(() => evidenceFor(this.context(), this.visit(), this.draft()).unproven);

  protected toggle(id: string): void {
    this.rests.update((rests) => {
      const next = new Set(rests);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  protected record(): void {
    const draft = this.draft();
    if (this.kind() === undefined) return this.lacks.set('Choose what it is; “not found out” is an answer.');
    if (draft.text === '') return this.lacks.set('Say in words what was found.');
    this.recorded.emit(draft);
  }
}
