import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import {
  codesRead,
  codeSignWords,
  elementName,
  isKnownElement,
  terminalLabel,
  type EventBody,
  type ReadCode,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

/** Codes of this visit: what they mean, where to look, what they do not prove. Setting one aside needs a reason. */
@Component({
  selector: 'jx-code-list',
  imports: [Button, FormsModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (each of lines(); track each.id) {
        <li [class.aside]="each.isAside" [attr.data-code]="each.code">
          <div class="head">
            <strong class="mono">{{ each.code }}</strong>
            <span class="small soft">{{ each.how }}</span>
            @if (each.canDismiss) {
              <button jxButton type="button" size="small" kind="secondary" [quiet]="true" (click)="toggle(each.id)">
                Ignore this code
              </button>
            }
          </div>
          @if (each.meaning) {
            <p>{{ each.meaning }}</p>
          } @else {
            <p>Not in the code table: kept as it was read. Look for the legend inside the lid or in the papers.</p>
            <form class="entry-row" (submit)="$event.preventDefault(); name(each.read, legend.value)">
              <input
                #legend
                jxText
                name="legend"
                maxlength="600"
                aria-label="What the legend says"
                placeholder="What the legend says"
              />
              <button jxButton type="submit" kind="secondary">Keep</button>
            </form>
          }
          @if (each.where) {
            <p class="small"><span class="soft">Look at</span> {{ each.where }}</p>
          }
          @if (each.doesNotProve) {
            <p class="small"><span class="soft">Does not prove</span> {{ each.doesNotProve }}</p>
          }
          @if (each.effectOf) {
            <p class="small"><span class="soft">May be the effect of</span> {{ each.effectOf }}</p>
          }
          @if (open() === each.id) {
            <form class="entry-row" (submit)="$event.preventDefault(); dismiss(each.id)">
              <input
                jxText
                name="reason"
                maxlength="600"
                aria-label="Why is it set aside?"
                placeholder="Why is it set aside?"
                [ngModel]="reason()"
                (ngModelChange)="reason.set($event)"
              />
              <button jxButton type="submit" kind="secondary">Ignore this code</button>
            </form>
          }
        </li>
      } @empty {
        <ng-content />
      }
    </ul>
    @if (lines().length > 0 && canEdit()) {
      <button jxButton type="button" size="small" kind="secondary" [quiet]="true" (click)="clear()">
        Codes were cleared
      </button>
    }
  `,
  styles: `
    li {
      padding: 8px 0;
      border-bottom: 1px solid var(--line);
    }
    .head {
      display: flex;
      align-items: center;
      gap: 10px;
      button {
        min-height: var(--touch);
        margin-left: auto;
      }
    }
    .aside {
      opacity: 0.7;
    }
  `,
})
export class CodeList {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly open = signal<string | undefined>(undefined);
  protected readonly reason = signal('');
  protected readonly lines = computed(() => codesRead(this.context(), this.visit()).map((read) => this.line(read)));

  protected toggle(id: string): void {
    this.reason.set('');
    this.open.update((open) => (open === id ? undefined : id));
  }

  protected dismiss(id: string): void {
    const reason = this.reason().trim();
    if (reason === '') return;
    this.open.set(undefined);
    this.recorded.emit({ type: 'code-dismissed', code: id, reason });
  }

  protected clear(): void {
    this.recorded.emit({ type: 'codes-cleared', how: 'at the machine' });
  }

  /** The legend says what an unknown code means: it is read anew with its meaning. */
  protected name({ event }: ReadCode, meaning: string): void {
    if (meaning.trim() === '') return;
    const { code, lamp, sign, stored, order, count, how, confidence, grade } = event;
    const kept = Object.entries({ lamp, sign, order, count, confidence }).filter(([, value]) => value !== undefined);
    this.recorded.emit({ type: 'retracted', event: event.id });
    this.recorded.emit({
      type: 'code-read',
      code,
      ...Object.fromEntries(kept),
      meaning: meaning.trim(),
      stored,
      how,
      grade,
    });
  }

  private line(read: ReadCode) {
    const { event, document, meaning, dismissed, isCleared, cameBack } = read;
    const { model } = this.context();
    const named = (places: readonly string[] = []): string =>
      places
        .map((place) => (isKnownElement(model, place) ? elementName(model, place) : terminalLabel(model, place)))
        .join(', ');
    const isNormal = document?.kind === 'normal' || document?.kind === 'hold-off';
    const how = [
      event.stored ? `stored${event.order === undefined ? '' : `, number ${event.order}`}` : 'shown now',
      event.count === undefined ? '' : `${event.count} times`,
      event.sign ? codeSignWords(event.sign) : '',
      event.confidence === undefined ? '' : `${Math.round(event.confidence * 100)} % sure`,
      cameBack ? 'back after clearing' : '',
      isCleared ? 'cleared' : '',
      dismissed === undefined ? '' : `set aside: ${dismissed}`,
      isNormal ? 'no fault' : '',
    ];
    return {
      id: event.id,
      read,
      code: `${event.lamp ? `${event.lamp} ` : ''}${event.code}`,
      how: how.filter(Boolean).join(' · '),
      meaning: meaning ?? '',
      where: named(document?.where),
      doesNotProve: named(document?.doesNotProve),
      effectOf: named(document?.effectOf),
      isAside: dismissed !== undefined || isCleared || isNormal,
      canDismiss: this.canEdit() && dismissed === undefined && !isCleared && !isNormal,
    };
  }
}
