import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { intakeOf, type EventBody, type Grade, type IntakeTopic, type VisitState } from '@juxtameter/core';
import { GradePicker } from './grade-picker';
import { Toggles } from '../kit/toggles';
import { NotedList } from '../kit/noted-list';

/** One topic of the intake: what is noted of it, quick words, and a line for one's own. */
@Component({
  selector: 'jx-topic-card',
  imports: [Button, FormsModule, GradePicker, NotedList, TextField, Toggles],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', '[attr.data-topic]': 'topic()' },
  template: `
    <h2>
      @if (canEdit()) {
        <button type="button" class="fold" [attr.aria-expanded]="isUnfolded()" (click)="isUnfolded.set(!isUnfolded())">
          {{ label() }}
        </button>
      } @else {
        {{ label() }}
      }
    </h2>
    <jx-noted-list
      [items]="items()"
      [canEdit]="canEdit()"
      (takenBack)="recorded.emit({ type: 'retracted', event: $event })"
    />
    @if (canEdit() && isUnfolded()) {
      @if (words().length > 0) {
        <jx-toggles [label]="label()" [options]="options()" [chosen]="said()" (toggled)="toggle($event)" />
      }
      <form class="entry-row" (submit)="$event.preventDefault(); add()">
        <input
          jxText
          [name]="topic()"
          maxlength="4000"
          autocomplete="off"
          [attr.aria-label]="label()"
          [placeholder]="placeholder()"
          [ngModel]="text()"
          (ngModelChange)="text.set($event)"
        />
        <button jxButton type="submit" kind="secondary">Add</button>
        <button
          jxButton
          type="button"
          kind="secondary"
          [quiet]="true"
          [attr.aria-expanded]="isOpen()"
          (click)="isOpen.set(!isOpen())"
        >
          {{ grade() }}
        </button>
      </form>
      @if (isOpen()) {
        <jx-grade-picker [(grade)]="grade" />
      }
    }
  `,
  styles: `
    .fold {
      display: flex;
      align-items: center;
      justify-content: space-between;
      width: 100%;
      min-height: var(--touch);
      margin: -8px 0;
      padding: 0;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-align: left;
      cursor: pointer;

      &::after {
        content: '+';
        font-family: var(--mono);
      }

      &[aria-expanded='true']::after {
        content: '–';
      }
    }
  `,
})
export class TopicCard {
  readonly visit = input.required<VisitState>();
  readonly topic = input.required<IntakeTopic>();
  readonly label = input.required<string>();
  readonly placeholder = input('');
  readonly words = input<readonly string[]>([]);
  readonly usual = input<Grade>('reported');
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly text = signal('');
  /** On a phone the topics are a list to pick from; elsewhere all stand open. */
  protected readonly isUnfolded = signal(!inject(DOCUMENT).defaultView?.matchMedia('(max-width: 760px)').matches);
  protected readonly isOpen = signal(false);
  protected readonly grade = linkedSignal(() => this.usual());
  protected readonly noted = computed(() => intakeOf(this.visit(), this.topic()));

  protected readonly items = computed(() => this.noted().map(({ id, text, grade }) => ({ id, text, aside: grade })));
  protected readonly options = computed(() => this.words().map((word) => ({ id: word, name: word })));
  protected readonly said = computed<ReadonlySet<string>>(() => new Set(this.noted().map(({ text }) => text)));

  /** A word tapped again is taken back. */
  protected toggle(word: string): void {
    const known = this.noted().find(({ text }) => text === word);
    this.recorded.emit(known ? { type: 'retracted', event: known.id } : this.item(word));
  }

  protected add(): void {
    const text = this.text().trim();
    if (text === '') return;
    this.text.set('');
    this.recorded.emit(this.item(text));
  }

  private item(text: string): EventBody {
    return { type: 'intake-recorded', topic: this.topic(), text, grade: this.grade() };
  }
}
