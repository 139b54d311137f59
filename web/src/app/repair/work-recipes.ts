import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { boardsMeant, type RecipePlayed, type VisitContext, type Work } from '@juxtameter/core';
import { Button } from '../kit/button';
import { RecipePlayer } from '../lamp/recipe-player';

/** Recipes of the unit beside work that programs or sets something: played there, with what proves that one is in. */
@Component({
  selector: 'jx-work-recipes',
  imports: [Button, RecipePlayer],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (recipes().length > 0) {
      <details>
        <summary class="small">Recipes of this unit</summary>
        @for (each of recipes(); track each.id) {
          <button
            jxButton
            type="button"
            kind="secondary"
            [attr.aria-expanded]="chosen() === each.id"
            (click)="choose(each.id)"
          >
            {{ each.name }}
          </button>
        }
        @if (shown(); as recipe) {
          <jx-recipe-player [recipe]="recipe" (played)="end($event)" />
        }
      </details>
    }
  `,
  styles: `
    summary {
      align-content: center;
      min-height: var(--touch);
      cursor: pointer;
    }
    button {
      min-height: var(--touch);
      margin: 0 8px 8px 0;
    }
  `,
})
export class WorkRecipes {
  readonly context = input.required<VisitContext>();
  readonly work = input.required<Work>();
  readonly recorded = output<RecipePlayed>();
  protected readonly chosen = signal<string | undefined>(undefined);
  protected readonly recipes = computed(() => {
    const { model } = this.context();
    const { kind, item, text } = this.work().planned;
    const isAsked = kind === 'setting' || (kind === 'replace' && boardsMeant(model, item ?? text).length > 0);
    return isAsked ? (model.recipes ?? []) : [];
  });
  protected readonly shown = computed(() => this.recipes().find(({ id }) => id === this.chosen()));

  protected choose(id: string): void {
    this.chosen.update((chosen) => (chosen === id ? undefined : id));
  }

  protected end(played: RecipePlayed): void {
    this.chosen.set(undefined);
    this.recorded.emit(played);
  }
}
