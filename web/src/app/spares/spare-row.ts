import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { SPARE_STANDING_WORDS, type Spare, type SpareFact } from '@juxtameter/core';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { SpareStamp } from './spare-stamp';
import { typedPieces } from './typed-pieces';

/** One kind of part on its shelf: how many, whether that is enough, and what is done with it. */
@Component({
  selector: 'jx-spare-row',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line">
      <span class="what">
        <strong>{{ spare().name ?? spare().number }}</strong>
        @if (spare().name) {
          &ngsp;<span class="mono">{{ spare().number }}</span>
        }
        <span class="small soft">{{ level() }}</span>
      </span>
      <span class="count mono">{{ spare().count ?? '?' }}</span>
      <span class="standing small" [attr.data-standing]="spare().standing">{{ words() }}</span>
    </div>
    <div class="buttons">
      @if ((spare().count ?? 0) > 0) {
        <button jxButton type="button" kind="secondary" (click)="note({ type: 'taken', count: 1 })">Take one</button>
      }
      <button jxButton type="button" kind="secondary" [attr.aria-expanded]="asked() === 'put'" (click)="ask('put')">
        Put in
      </button>
      <button jxButton type="button" kind="secondary" [attr.aria-expanded]="asked() === 'count'" (click)="ask('count')">
        Count
      </button>
      <button jxButton type="button" kind="secondary" [quiet]="true" (click)="takeBack()">
        Take back the last entry
      </button>
    </div>
    @switch (asked()) {
      @case ('put') {
        <form class="entry-row" (submit)="put($event)">
          <input
            jxText
            name="pieces"
            inputmode="numeric"
            maxlength="6"
            aria-label="Pieces put in"
            placeholder="Pieces"
            autocomplete="off"
          />
          <button jxButton type="submit">Note it</button>
        </form>
      }
      @case ('count') {
        <form class="entry-row" (submit)="count($event)">
          <input
            jxText
            name="pieces"
            inputmode="numeric"
            maxlength="6"
            aria-label="Pieces that lie there"
            placeholder="Lie there"
            autocomplete="off"
          />
          <input
            jxText
            name="level"
            inputmode="numeric"
            maxlength="6"
            aria-label="Pieces at which it is reordered"
            placeholder="Reorder at"
            autocomplete="off"
            [value]="spare().level ?? ''"
          />
          <button jxButton type="submit">Note the count</button>
          <button jxButton type="button" kind="secondary" [quiet]="true" (click)="note({ type: 'dropped' })">
            Not kept here any more
          </button>
        </form>
      }
    }
    @if (fault()) {
      <p class="warning small" role="alert">{{ fault() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      padding: 10px 0;
      border-bottom: 1px solid var(--line);
    }
    .line {
      display: grid;
      grid-template-columns: 1fr auto minmax(86px, auto);
      align-items: baseline;
      gap: 4px 14px;
    }
    .what {
      overflow-wrap: anywhere;
    }
    .count {
      font-size: 22px;
      font-weight: 650;
      text-align: right;
    }
    .standing[data-standing='low'],
    .standing[data-standing='out'],
    .standing[data-standing='uncounted'] {
      color: var(--high);
      font-weight: 650;
    }
    .standing[data-standing='enough'] {
      color: var(--within);
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
    }
    button {
      min-height: var(--touch);
    }
    p {
      margin: 0;
    }
  `,
})
export class SpareRow {
  readonly spare = input.required<Spare>();
  private readonly stamp = inject(SpareStamp);
  protected readonly asked = signal<'put' | 'count' | undefined>(undefined);
  protected readonly fault = signal('');
  protected readonly words = computed(() => SPARE_STANDING_WORDS[this.spare().standing]);
  protected readonly level = computed(() => {
    const { level } = this.spare();
    return level === undefined ? '' : ` reorder at ${level}`;
  });

  protected ask(what: 'put' | 'count'): void {
    this.fault.set('');
    this.asked.update((asked) => (asked === what ? undefined : what));
  }

  protected note(fact: SpareFact): void {
    this.stamp.note(this.spare(), fact);
    this.asked.set(undefined);
    this.fault.set('');
  }

  protected put(event: Event): void {
    const typed = typedPieces(typedIn(event)('pieces'), 1);
    if (typed.fault !== undefined) return this.fault.set(typed.fault);
    this.note({ type: 'put', count: typed.pieces });
  }

  protected count(event: Event): void {
    const typed = typedIn(event);
    const [pieces, level] = [typedPieces(typed('pieces'), 0), typedPieces(typed('level') || '0', 0)];
    const fault = pieces.fault ?? level.fault;
    if (pieces.fault !== undefined || level.fault !== undefined) return this.fault.set(fault ?? '');
    this.note({
      type: 'counted',
      count: pieces.pieces,
      ...(typed('level') === '' ? {} : { level: level.pieces }),
    });
  }

  protected takeBack(): void {
    this.note({ type: 'withdrawn', entry: this.spare().last.id });
  }
}
