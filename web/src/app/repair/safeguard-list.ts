import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  safeguardsOf,
  type Check,
  type Safeguard,
  type VisitContext,
  type VisitState,
  type Work,
} from '@juxtameter/core';
import { CheckGlyph } from './check-glyph';

const GLYPHS: Readonly<Record<Safeguard['state'], Check['state']>> = { done: 'passed', open: 'open', failed: 'failed' };
const SPOKEN: Readonly<Record<Safeguard['state'], string>> = { done: 'done', open: 'not yet', failed: 'missed' };
const MOMENTS: readonly Safeguard['when'][] = ['before it comes out', 'before power', 'after power'];

/** What surrounds the change of a board: dead before, wires and clearance before power, codes after it. */
@Component({
  selector: 'jx-safeguard-list',
  imports: [CheckGlyph],
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
      grid-template-columns: 28px 1fr;
      align-items: center;
      overflow-wrap: anywhere;
    }
  `,
})
export class SafeguardList {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly work = input.required<Work>();
  protected readonly groups = computed(() => {
    const all = this.work().state === 'dropped' ? [] : safeguardsOf(this.context(), this.visit(), this.work());
    return MOMENTS.map((when) => ({
      when,
      all: all
        .filter((each) => each.when === when)
        .map(({ words, state }) => ({ words, glyph: GLYPHS[state], spoken: SPOKEN[state] })),
    })).filter((group) => group.all.length > 0);
  });
}
