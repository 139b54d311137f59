import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Router } from '@angular/router';
import {
  safeguardsOf,
  type Check,
  type EventBody,
  type Safeguard,
  type VisitContext,
  type VisitState,
  type Work,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { CheckGlyph } from './check-glyph';

const GLYPHS: Readonly<Record<Safeguard['state'], Check['state']>> = { done: 'passed', open: 'open', failed: 'failed' };
const SPOKEN: Readonly<Record<Safeguard['state'], string>> = { done: 'done', open: 'not yet', failed: 'missed' };
const MOMENTS: readonly Safeguard['when'][] = ['before it comes out', 'before power', 'after power'];

/** What surrounds the change of a board: dead before, wires and clearance before power, codes after it. */
@Component({
  selector: 'jx-safeguard-list',
  imports: [Button, CheckGlyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.when) {
      <p class="small soft">{{ group.when }}</p>
      <ul>
        @for (each of group.all; track $index) {
          <li>
            <jx-check-glyph [state]="each.glyph" />
            <span
              >{{ each.words }} <span class="small soft">{{ each.spoken }}</span></span
            >
            @if (canEdit() && each.way; as way) {
              <button
                jxButton
                type="button"
                kind="secondary"
                [quiet]="true"
                [attr.aria-label]="each.act + ': ' + each.words"
                (click)="go(way)"
              >
                {{ each.act }}
              </button>
            }
          </li>
        }
      </ul>
    }
  `,
  styles: `
    p {
      margin: 4px 0 0;
    }
    p::first-letter {
      text-transform: uppercase;
    }
    ul {
      display: grid;
      gap: 2px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 28px 1fr auto;
      align-items: center;
      overflow-wrap: anywhere;
    }
  `,
})
export class SafeguardList {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly work = input.required<Work>();
  readonly canEdit = input(false);
  readonly recorded = output<EventBody>();
  private readonly router = inject(Router);
  protected readonly groups = computed(() => {
    const all = this.work().state === 'dropped' ? [] : safeguardsOf(this.context(), this.visit(), this.work());
    // One way there is enough, however many supplies are to be proven.
    const isFirst = (each: Safeguard): boolean =>
      each === all.find(({ procedure, state }) => procedure === each.procedure && state !== 'done');
    return MOMENTS.map((when) => ({
      when,
      all: all
        .filter((each) => each.when === when)
        .map((each) => ({
          words: each.words,
          glyph: GLYPHS[each.state],
          spoken: SPOKEN[each.state],
          act: each.id === 'dead' ? 'Prove it dead' : 'Clear it',
          way: isFirst(each) ? each.procedure : undefined,
        })),
    })).filter((group) => group.all.length > 0);
  });

  /** To the chart that settles it, and to its first step where another chart is walked. */
  protected go(procedure: string): void {
    const start = this.context().procedures[procedure]?.start;
    if (start !== undefined && this.visit().procedure !== procedure)
      this.recorded.emit({ type: 'procedure-started', procedure, start });
    void this.router.navigate(['/visits', this.work().planned.visit]);
  }
}
