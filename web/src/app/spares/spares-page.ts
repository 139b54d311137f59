import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { sparesOf, sparesToOrder, SPARE_STANDING_WORDS, type Spare } from '@juxtameter/core';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { said } from '../kit/said';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { SpareActions } from './spare.actions';
import { SpareRow } from './spare-row';
import { SpareStamp } from './spare-stamp';
import { spareFeature } from './spare.reducer';
import { typedPieces } from './typed-pieces';

/** What lies in vans and stores, and what has to be ordered. */
@Component({
  selector: 'jx-spares-page',
  imports: [Button, PageHeader, SpareRow, StateMessage, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="Spares" subtitle="What lies in vans and stores" back="/" />
    <main class="page">
      @if (standing(); as words) {
        <p class="small soft" role="status">{{ words }}</p>
      }
      @if (entries() === undefined) {
        <jx-state-message kind="loading" text="Looking for the spares" />
      } @else {
        <section class="card" aria-labelledby="order-title">
          <h2 id="order-title">To be ordered or counted</h2>
          <ul>
            @for (spare of toOrder(); track spare.place + spare.number) {
              <li>
                <strong>{{ spare.name ?? spare.number }}</strong>
                @if (spare.name) {
                  &ngsp;<span class="mono">{{ spare.number }}</span>
                }
                <span class="soft">, {{ spare.place }}: {{ orderWords(spare) }}</span>
              </li>
            } @empty {
              <li class="soft">
                {{ spares().length > 0 ? 'Nothing: there is enough of everything.' : 'Nothing is kept yet.' }}
              </li>
            }
          </ul>
        </section>
        @for (place of places(); track place.name) {
          <section class="card" [attr.aria-label]="place.name">
            <h2>{{ place.name }}</h2>
            @for (spare of place.spares; track spare.number) {
              <jx-spare-row [spare]="spare" />
            }
          </section>
        }
        <section class="card" aria-labelledby="add-title">
          <h2 id="add-title">One more kind of part</h2>
          <form #form (submit)="add($event)">
            <div class="entry-row">
              <input
                jxText
                name="place"
                maxlength="120"
                aria-label="Van or store"
                placeholder="Van or store"
                list="places"
                autocomplete="off"
                [value]="places().at(0)?.name ?? ''"
              />
              <input
                jxText
                name="name"
                maxlength="200"
                aria-label="What it is called"
                placeholder="What it is called"
                autocomplete="off"
              />
            </div>
            <div class="entry-row">
              <input
                jxText
                name="number"
                maxlength="200"
                aria-label="Number of the spare"
                placeholder="Number, with revision"
                autocomplete="off"
              />
              <input
                jxText
                name="pieces"
                inputmode="numeric"
                maxlength="6"
                aria-label="How many lie there"
                placeholder="Lie there"
                autocomplete="off"
              />
              <input
                jxText
                name="level"
                inputmode="numeric"
                maxlength="6"
                aria-label="Reorder it at"
                placeholder="Reorder at"
                autocomplete="off"
              />
            </div>
            <datalist id="places">
              @for (place of places(); track place.name) {
                <option [value]="place.name"></option>
              }
            </datalist>
            @if (fault()) {
              <p class="warning small" role="alert">{{ fault() }}</p>
            }
            <button jxButton type="submit">Add it</button>
          </form>
        </section>
      }
    </main>
  `,
  styles: `
    .page {
      display: grid;
      gap: 16px;
      max-width: 860px;
      margin: 0 auto;
      padding: 18px 22px 60px;
    }
    ul {
      display: grid;
      gap: 6px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      overflow-wrap: anywhere;
    }
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    .entry-row {
      width: 100%;
    }
    p {
      margin: 0;
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class SparesPage {
  private readonly store = inject(Store);
  private readonly stamp = inject(SpareStamp);
  protected readonly entries = this.store.selectSignal(spareFeature.selectEntries);
  private readonly isExchanged = this.store.selectSignal(spareFeature.selectIsExchanged);
  private readonly isKept = this.store.selectSignal(spareFeature.selectIsKept);
  private readonly problem = this.store.selectSignal(spareFeature.selectProblem);
  protected readonly fault = signal('');
  protected readonly spares = computed(() => sparesOf(this.entries() ?? []));
  protected readonly toOrder = computed(() => sparesToOrder(this.spares()));
  protected readonly places = computed(() => {
    const byPlace = new Map<string, { readonly name: string; readonly spares: Spare[] }>();
    for (const spare of this.spares()) {
      const key = spare.place.toLowerCase();
      const place = byPlace.get(key) ?? { name: spare.place, spares: [] };
      place.spares.push(spare);
      byPlace.set(key, place);
    }
    return [...byPlace.values()];
  });
  /** Where it is saved, as long as that is not both. */
  protected readonly standing = computed(() => {
    const problem = this.problem();
    if (problem?.kind === 'refused') return `The server does not take it: ${problem.detail}`;
    if (this.isExchanged() || this.entries() === undefined) return undefined;
    if (!this.isKept()) return 'This browser keeps nothing: leave the page open until the server has it.';
    return problem ? 'Saved on this device; no server in reach, it is tried again.' : undefined;
  });

  constructor() {
    this.store.dispatch(SpareActions.loadRequested());
  }

  protected orderWords({ count, level, standing }: Spare): string {
    if (standing === 'uncounted') return 'nobody knows how many; count it';
    return [
      standing === 'out' ? SPARE_STANDING_WORDS.out : `${count} left`,
      level === undefined ? '' : `reorder at ${level}`,
    ]
      .filter(Boolean)
      .join(', ');
  }

  protected add(event: Event): void {
    const typed = typedIn(event);
    const [place, number, name] = [typed('place'), typed('number'), typed('name')];
    if (place === '' || number === '') return this.fault.set('Say where it lies and which number it has.');
    const pieces = typedPieces(typed('pieces'), 0);
    const level = typedPieces(typed('level') || '0', 0);
    if (pieces.fault !== undefined) return this.fault.set(pieces.fault);
    if (level.fault !== undefined) return this.fault.set(level.fault);
    this.fault.set('');
    this.stamp.note(
      { place, number },
      {
        type: 'counted',
        count: pieces.pieces,
        ...said('name', name),
        ...(typed('level') === '' ? {} : { level: level.pieces }),
      },
    );
    const form = event.target as HTMLFormElement;
    form.reset();
  }
}
