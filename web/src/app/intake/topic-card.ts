import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { intakeOf, type EventBody, type Grade, type IntakeTopic, type VisitState } from '@juxtameter/core';
import { GradePicker } from './grade-picker';

/** One topic of the intake: what is noted of it, quick words, and a line for one's own. */
@Component({
  selector: 'jx-topic-card',
  imports: [ButtonModule, FormsModule, GradePicker, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', '[attr.data-topic]': 'topic()' },
  template: `
    <h2>{{ label() }}</h2>
    @if (noted().length > 0) {
      <ul class="noted">
        @for (item of noted(); track item.id) {
          <li>
            <span>{{ item.text }}</span><span class="small soft">{{ item.grade }}</span>
            @if (canEdit()) {
              <button
                pButton
                type="button"
                size="small"
                severity="secondary"
                [text]="true"
                [attr.aria-label]="'Take back: ' + item.text"
                (click)="recorded.emit({ type: 'retracted', event: item.id })"
              >
                Take back
              </button>
            }
          </li>
        }
      </ul>
    }
    @if (canEdit()) {
      @if (words().length > 0) {
        <div class="chips">
          @for (word of words(); track word) {
            <button type="button" class="chip" [attr.aria-pressed]="has(word)" (click)="toggle(word)">
              {{ word }}
            </button>
          }
        </div>
      }
      <form class="entry-row" (submit)="$event.preventDefault(); add()">
        <input
          pInputText
          [name]="topic()"
          maxlength="4000"
          autocomplete="off"
          [attr.aria-label]="label()"
          [placeholder]="placeholder()"
          [ngModel]="text()"
          (ngModelChange)="text.set($event)"
        />
        <button pButton type="submit" severity="secondary">Add</button>
        <button
          pButton
          type="button"
          severity="secondary"
          [text]="true"
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
  protected readonly isOpen = signal(false);
  protected readonly grade = linkedSignal(() => this.usual());
  protected readonly noted = computed(() => intakeOf(this.visit(), this.topic()));

  protected has(word: string): boolean {
    return this.noted().some(({ text }) => text === word);
  }

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
