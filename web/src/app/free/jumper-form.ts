import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { Select } from '../kit/select';
import { bypassRefusal, isFreeUnitModel, NEVER_BYPASSED, type EventBody, type VisitContext } from '@juxtameter/core';
import { v7 as uuid } from 'uuid';

/** What a jumper may take away; the last ones are refused and named so that nobody has to guess. */
const PROTECTIONS = ['dry-run', 'pressure', 'level', 'door', 'overload', ...NEVER_BYPASSED];

const NOTHING = 'nothing';

interface JumperFields {
  readonly from: string;
  readonly to: string;
  readonly why: string;
  readonly starts: string;
  /** Not answered yet: nobody has said that it takes nothing away. */
  readonly removes: string | undefined;
}

/** A jumper for a test: what it joins, why, what it takes away and what may start. It blocks closing until it is out. */
@Component({
  selector: 'jx-jumper-form',
  imports: [Button, FormsModule, TextField, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); place()">
      <div class="row">
        <label class="field">
          <span class="small soft">From</span>
          <input
            #from
            jxText
            name="jumper-from"
            list="jumper-points"
            maxlength="120"
            (input)="change({ from: from.value })"
          />
        </label>
        <label class="field">
          <span class="small soft">To</span>
          <input #to jxText name="jumper-to" list="jumper-points" maxlength="120" (input)="change({ to: to.value })" />
        </label>
        <label class="field">
          <span class="small soft">What for</span>
          <input #why jxText name="why" maxlength="300" (input)="change({ why: why.value })" />
        </label>
        <label class="field">
          <span class="small soft">What may start or open</span>
          <input #starts jxText name="may-start" maxlength="200" (input)="change({ starts: starts.value })" />
        </label>
        <div class="field">
          <span id="jumper-removes" class="small soft">Bypasses</span>
          <jx-select
            labelledBy="jumper-removes"
            placeholder="choose"
            [options]="protections"
            [chosen]="fields().removes"
            (picked)="change({ removes: $event })"
          />
        </div>
      </div>
      <datalist id="jumper-points">
        @for (point of points(); track point) {
          <option [value]="point"></option>
        }
      </datalist>
      @if (refusal(); as words) {
        <p class="caution" role="alert">
          <strong>{{ words }}</strong>
        </p>
      } @else if (isUndrawn()) {
        <p class="caution">
          This machine has no wiring list: make sure yourself that it shorts no supply and feeds no gas valve. For a
          test only; local codes and lock-out come first.
        </p>
      }
      @if (lacks()) {
        <p role="alert">
          <strong>Say both points, what it is for, what may start, and which protection it bypasses.</strong>
        </p>
      }
      <div class="buttons">
        <button jxButton type="submit" [disabled]="refusal() !== undefined">Jumper fitted</button>
        <button jxButton type="button" kind="secondary" [quiet]="true" (click)="cancelled.emit()">Cancel</button>
      </div>
    </form>
  `,
  styleUrl: './panel.scss',
})
export class JumperForm {
  readonly context = input.required<VisitContext>();
  readonly points = input<readonly string[]>([]);
  readonly recorded = output<EventBody>();
  readonly cancelled = output();
  protected readonly protections = [
    { id: NOTHING, name: 'no protection' },
    ...PROTECTIONS.map((id) => ({ id, name: `${id.replaceAll('-', ' ')} protection` })),
  ];
  protected readonly fields = signal<JumperFields>({ from: '', to: '', why: '', starts: '', removes: undefined });
  protected readonly lacks = signal(false);
  protected readonly isUndrawn = computed(() => isFreeUnitModel(this.context().model));
  private readonly ends = computed(() => {
    const { from, to, removes } = this.fields();
    const { wiring } = this.context();
    return {
      from: wiring.pointOf(from),
      to: wiring.pointOf(to),
      ...(removes === undefined || removes === NOTHING ? {} : { removes }),
    };
  });
  protected readonly refusal = computed(() => bypassRefusal(this.context().wiring, this.ends()));

  protected change(part: Partial<JumperFields>): void {
    this.fields.update((fields) => ({ ...fields, ...part }));
    this.lacks.set(false);
  }

  protected place(): void {
    const { why, starts, removes } = this.fields();
    const ends = this.ends();
    const isWhole =
      removes !== undefined && [ends.from, ends.to, why.trim(), starts.trim()].every((each) => each !== '');
    this.lacks.set(!isWhole);
    if (!isWhole || this.refusal() !== undefined) return;
    // Counted, two tablets that do not hear of each other would give two jumpers one name.
    const bypass = `jumper-${uuid()}`;
    this.recorded.emit({
      type: 'bypass-placed',
      bypass,
      ...ends,
      why: `${why.trim()}; may start: ${starts.trim()}`,
    });
  }
}
