import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import {
  elementName,
  intakeOf,
  terminalLabel,
  type SignNoted,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { plausibility } from './plausibility';
import { SIGN_KINDS, type SignKind } from './sign-catalogue';
import { Choice } from '../kit/choice';

/** What is heard, smelt, felt or seen: a word, a place, and whether it is there or was looked for in vain. */
@Component({
  selector: 'jx-sign-form',
  imports: [Button, Choice, FormsModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); note(true)">
      <jx-choice
        label="How was it noticed?"
        [options]="senses"
        [chosen]="kind().sense"
        [isSmall]="true"
        (picked)="turnTo($event)"
      />
      <jx-choice label="What is it?" [options]="words()" [chosen]="what()" (picked)="what.set($event)" />
      <div class="entry-row">
        <input
          jxText
          name="what"
          maxlength="600"
          aria-label="In your words"
          placeholder="or in your words"
          autocomplete="off"
          [ngModel]="what()"
          (ngModelChange)="what.set($event)"
        />
        <input
          jxText
          name="where"
          maxlength="600"
          aria-label="Where"
          placeholder="Where"
          list="sign-places"
          autocomplete="off"
          [ngModel]="where()"
          (ngModelChange)="where.set($event)"
        />
        <datalist id="sign-places">
          @for (place of places(); track place) {
            <option [value]="place"></option>
          }
        </datalist>
        @if (kind().valueLabel; as label) {
          <input
            jxText
            name="value"
            maxlength="200"
            [attr.aria-label]="label"
            [placeholder]="label"
            autocomplete="off"
            [ngModel]="value()"
            (ngModelChange)="value.set($event)"
          />
        }
        <input
          jxText
          name="during"
          maxlength="600"
          aria-label="Meanwhile"
          placeholder="Meanwhile: lead off, pressed, after how long"
          autocomplete="off"
          [ngModel]="during()"
          (ngModelChange)="during.set($event)"
        />
      </div>
      @if (plausible(); as words) {
        <p class="small" role="status">{{ words }}</p>
      }
      @if (isGas()) {
        <p class="warning" role="alert">
          <strong>Gas: no switch, no plug, no spark.</strong> Everybody out, gas shut from outside, air in. Call the gas
          emergency service of the place. No call is made from here until somebody notes that no gas is smelt.
        </p>
      }
      @if (lacks()) {
        <p role="alert"><strong>Say what it is, or choose a word.</strong></p>
      }
      <div class="chips">
        <button jxButton type="submit">It is there</button>
        <button jxButton type="button" kind="secondary" (click)="note(false)">Looked for it: not there</button>
        <button jxButton type="button" kind="secondary" [quiet]="true" (click)="cancelled.emit()">Close</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 10px;
    }
    .chips button {
      min-height: 46px;
    }
  `,
})
export class SignForm {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly noted = output<SignNoted>();
  readonly cancelled = output();
  protected readonly senses = SIGN_KINDS.map(({ sense, label }) => ({ id: sense, name: label }));
  protected readonly kind = signal<SignKind>(SIGN_KINDS[0] as SignKind);
  protected readonly what = linkedSignal<SignKind, string>({ source: this.kind, computation: () => '' });
  protected readonly words = computed(() => this.kind().words.map((word) => ({ id: word, name: word })));
  protected readonly where = signal('');
  protected readonly value = linkedSignal<SignKind, string>({ source: this.kind, computation: () => '' });
  protected readonly during = signal('');
  protected readonly lacks = signal(false);
  protected readonly isGas = computed(() => this.kind().sense === 'smell' && /\bgas\b/i.test(this.what()));
  protected readonly places = computed(() => {
    const { model } = this.context();
    return [
      ...model.devices.map(({ id }) => elementName(model, id)),
      ...model.boards.map(({ id }) => elementName(model, id)),
      ...model.boards.flatMap((board) =>
        board.connectors.map((connector) => terminalLabel(model, `${board.id}.${connector.id}`)),
      ),
    ];
  });
  protected turnTo(sense: SignKind['sense']): void {
    const kind = SIGN_KINDS.find((each) => each.sense === sense);
    if (kind) this.kind.set(kind);
  }

  protected readonly plausible = computed(() => {
    if (this.kind().sense !== 'value' || this.value().trim() === '') return '';
    const ambient = intakeOf(this.visit(), 'weather').at(-1)?.temperatures;
    return plausibility(this.what(), this.value(), ambient);
  });

  protected note(isThere: boolean): void {
    const what = this.what().trim();
    this.lacks.set(what === '');
    if (what === '') return;
    const [value, during] = [this.value().trim(), this.during().trim()];
    this.noted.emit({
      type: 'sign-noted',
      sense: this.kind().sense,
      what,
      where: this.where().trim(),
      isThere,
      ...(value === '' ? {} : { value }),
      ...(during === '' ? {} : { during }),
      grade: this.visit().opened?.reporter === undefined ? 'observed' : 'reported',
    });
    this.what.set('');
    this.value.set('');
    this.during.set('');
  }
}
