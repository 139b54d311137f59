import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import {
  offeredWork,
  WORK_KIND_WORDS,
  WORK_KINDS,
  WORK_REASON_WORDS,
  WORK_REASONS,
  workOf,
  type EventBody,
  type VisitContext,
  type VisitState,
  type WorkKind,
  type WorkReason,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { Select } from '../kit/select';
import { TextField } from '../kit/text-field';
import { WorkRow } from './work-row';

/** The repair as a plan: offered from what was found, added by hand, ticked as it is done. */
@Component({
  selector: 'jx-work-card',
  imports: [Button, Choice, FormsModule, Select, TextField, WorkRow],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <h2>What has to be done</h2>
    <ul>
      @for (work of works(); track work.planned.id) {
        <li>
          <jx-work-row
            [context]="context()"
            [visit]="visit()"
            [work]="work"
            [canEdit]="canEdit()"
            (recorded)="recorded.emit($event)"
          />
        </li>
      }
    </ul>
    @if (minutes() > 0) {
      <p class="small soft">{{ minutes() }} minutes of work noted.</p>
    }
    @if (canEdit()) {
      @if (offered().length > 0) {
        <div class="offers">
          <h3>Usual after such a finding</h3>
          @for (offer of offered(); track offer.body.text) {
            <button jxButton type="button" kind="secondary" (click)="recorded.emit(offer.body)">
              Plan: {{ offer.body.text }}
            </button>
            @if (offer.caution) {
              <p class="warning small">{{ offer.caution }}</p>
            }
          }
        </div>
      }
      <details>
        <summary>Something else to be done</summary>
        <form (submit)="$event.preventDefault(); plan()">
          <label class="labelled">
            <span>What</span>
            <input
              #what
              jxText
              name="work"
              maxlength="600"
              autocomplete="off"
              [value]="text()"
              (input)="text.set(what.value)"
            />
          </label>
          <div class="labelled">
            <span aria-hidden="true">Kind</span>
            <jx-select label="Kind of work" [options]="kinds" [chosen]="kind()" (picked)="kind.set($event)" />
          </div>
          <jx-choice
            label="What it is done for"
            [options]="reasons"
            [chosen]="reason()"
            (picked)="reason.set($event)"
          />
          @if (lacks()) {
            <p class="warning small" role="alert">{{ lacks() }}</p>
          }
          <button jxButton type="submit" kind="secondary">Add to the plan</button>
        </form>
      </details>
    }
  `,
  styles: `
    ul {
      display: grid;
      gap: 4px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .offers,
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    .labelled {
      width: 100%;
    }
    h3,
    p {
      margin: 0;
    }
    h3 {
      font-size: 16px;
    }
    button,
    summary {
      min-height: var(--touch);
      text-align: left;
    }
    summary {
      align-content: center;
      cursor: pointer;
    }
  `,
})
export class WorkCard {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly kinds = WORK_KINDS.map((id) => ({ id, name: WORK_KIND_WORDS[id] }));
  protected readonly reasons = WORK_REASONS.map((id) => ({ id, name: WORK_REASON_WORDS[id] }));
  protected readonly text = signal('');
  protected readonly kind = signal<WorkKind>('other');
  /** Nothing is preset: what was diagnosed and what is a precaution must not be mixed by a habit. */
  protected readonly reason = signal<WorkReason | undefined>(undefined);
  protected readonly lacks = signal('');
  protected readonly works = computed(() => workOf(this.visit()));
  protected readonly offered = computed(() => offeredWork(this.context(), this.visit()));
  protected readonly minutes = computed(() => this.works().reduce((sum, { minutes }) => sum + minutes, 0));

  protected plan(): void {
    const [text, reason] = [this.text().trim(), this.reason()];
    this.lacks.set(text === '' ? 'Say what has to be done.' : reason === undefined ? 'Say what it is done for.' : '');
    if (text === '' || reason === undefined) return;
    this.recorded.emit({ type: 'work-planned', kind: this.kind(), text, reason });
    this.text.set('');
    this.kind.set('other');
    this.reason.set(undefined);
  }
}
