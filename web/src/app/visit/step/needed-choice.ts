import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { Button } from '../../kit/button';
import { TextField } from '../../kit/text-field';
import { PressGate } from '../press-gate';
import type { EventBody, Needed } from '@juxtameter/core';

/** What has to be known before a reading can be judged, and the tap that says it. */
@Component({
  selector: 'jx-needed-choice',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="needed" role="group" aria-label="Not known yet">
      @switch (needed().kind) {
        @case ('choice') {
          <p><strong>The documents disagree.</strong> Which holds for this unit?</p>
          <label class="field">
            <span class="small soft">Seen where?</span>
            <input #why jxText maxlength="300" autocomplete="off" [value]="reason()" (input)="reason.set(why.value)" />
          </label>
          <div class="taps">
            @for (each of options(); track each) {
              <button
                jxButton
                type="button"
                kind="secondary"
                [attr.aria-disabled]="isSettling() || null"
                (click)="choose(each)"
              >
                {{ each }}
              </button>
            }
          </div>
        }
        @case ('position') {
          <p><strong>In which position is it?</strong></p>
          <div class="taps">
            @for (each of options(); track each) {
              <button
                jxButton
                type="button"
                kind="secondary"
                [attr.aria-disabled]="isSettling() || null"
                (click)="place(each)"
              >
                {{ each }}
              </button>
            }
          </div>
        }
        @case ('reading') {
          <p class="small">
            <strong>{{ readingName() }}</strong> was not read: measure it first, or this is kept and not judged.
          </p>
        }
        @case ('setting') {
          <p class="small">
            <strong>Setting {{ setting() }}</strong> was not read: note its position in the intake, or this is kept and
            not judged.
          </p>
        }
        @case ('leads') {
          <p class="small">
            <strong>The leads are not zeroed</strong>, and the leads are what it is compared with.
            <button jxButton type="button" size="small" kind="secondary" (click)="zeroWanted.emit()">
              Zero the leads
            </button>
          </p>
        }
      }
    </div>
  `,
  styles: `
    .needed {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 14px;
      padding: 5px 12px;
      border: 1px dashed var(--accent);
      border-radius: 12px;
    }
    .taps {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    button {
      min-height: var(--touch);
    }
    .field {
      display: flex;
      align-items: center;
      gap: 8px;
      order: 3;
    }
    .field input {
      min-width: 0;
      height: 36px;
    }
  `,
})
export class NeededChoice {
  readonly needed = input.required<Needed>();
  readonly recorded = output<EventBody>();
  /** What is shown is too new to be answered. */
  protected readonly isSettling = inject(PressGate).isSettling;
  readonly zeroWanted = output();
  protected readonly reason = linkedSignal({ source: this.needed, computation: () => 'read at the unit' });
  protected readonly options = computed(() => {
    const needed = this.needed();
    return needed.kind === 'choice' ? needed.options : needed.kind === 'position' ? needed.positions : [];
  });
  protected readonly setting = computed(() => {
    const needed = this.needed();
    return needed.kind === 'setting' ? needed.setting : '';
  });
  protected readonly readingName = computed(() => {
    const needed = this.needed();
    const name = needed.kind === 'reading' ? needed.name.replaceAll('-', ' ') : '';
    return `${name.charAt(0).toUpperCase()}${name.slice(1)}`;
  });

  protected choose(choice: string): void {
    const needed = this.needed();
    if (needed.kind !== 'choice') return;
    const reason = this.reason().trim() || 'read at the unit';
    this.recorded.emit({ type: 'source-chosen', question: needed.question, choice, reason });
  }

  protected place(state: string): void {
    const needed = this.needed();
    if (needed.kind !== 'position') return;
    this.recorded.emit({ type: 'condition-noted', group: 'positions', item: needed.selector, state });
  }
}
