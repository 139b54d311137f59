import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  elementName,
  offeredPlaces,
  sourcesOf,
  transfersOf,
  type EventBody,
  type Transfer,
  type TransferBegun,
  type TransferredPlace,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { LineForm } from '../kit/line-form';
import { said } from '../kit/said';
import { Select } from '../kit/select';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { PhotoStrip } from '../photos/photo-strip';
import { PhotoTaker } from '../photos/photo-taker';
import { TakeBack } from './take-back';

/** What is usually found at a wire that is moved. */
const USUAL = ['too short', 'damaged', 'no mark on it', 'another colour'] as const;

/** Wires moved from an old part to a new one: one at a time, ticked, held against the list before anything gets power. */
@Component({
  selector: 'jx-transfer-card',
  imports: [Button, LineForm, PhotoStrip, PhotoTaker, Select, TakeBack, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <h2>Wires from the old to the new</h2>
    @if (mayBeLive(); as words) {
      <p class="warning" role="alert">{{ words }}</p>
    }
    @for (transfer of transfers(); track transfer.begun.id) {
      <div class="head">
        <strong>{{ transfer.name }}</strong>
        <span class="small soft">{{ on(transfer) }} of {{ transfer.places.length }} on</span>
        @if (canEdit()) {
          <jx-photo-taker
            label="Photo before"
            [visitId]="transfer.begun.visit"
            [of]="transfer.name"
            [subject]="{ entry: transfer.begun.id, stage: 'before' }"
            (recorded)="recorded.emit($event)"
          />
          @if (isUntouched(transfer)) {
            <jx-take-back
              [event]="transfer.begun.id"
              [what]="'the list of ' + transfer.name"
              (recorded)="recorded.emit($event)"
            />
          }
        }
      </div>
      <jx-photo-strip
        [context]="context()"
        [visit]="visit()"
        [visitId]="transfer.begun.visit"
        [entry]="transfer.begun.id"
      />
      @if (canEdit() && off(transfer) > 1) {
        <p class="warning small" role="alert">More than one is off: put one on before the next comes off.</p>
      }
      <ul>
        @for (each of transfer.places; track $index) {
          <li>
            <span class="place">
              <strong>{{ each.words }}</strong>
              <span class="small" [class.off]="each.state === 'off'">{{ stateWords[each.state] }}</span>
              @if (each.alike.length > 0) {
                <span class="small" [class.soft]="each.state !== 'off'"
                  >Alike: {{ each.alike.join('; ') }}. Mark it before it comes off.</span
                >
              }
              @for (note of each.notes; track $index) {
                <span class="small warning">{{ note }}</span>
              }
            </span>
            @if (canEdit()) {
              @if (each.state === 'off') {
                <button
                  jxButton
                  type="button"
                  [attr.aria-label]="'On: ' + each.words"
                  (click)="move(transfer, $index, 'on')"
                >
                  It is on
                </button>
              } @else {
                <button
                  jxButton
                  type="button"
                  kind="secondary"
                  [attr.aria-label]="'Off: ' + each.words"
                  (click)="move(transfer, $index, 'off')"
                >
                  Comes off
                </button>
              }
              @if (each.state === 'off') {
                <div class="chips found">
                  @for (note of usual; track note) {
                    <button type="button" class="chip" (click)="move(transfer, $index, 'off', note)">{{ note }}</button>
                  }
                </div>
              }
            }
          </li>
        }
      </ul>
      @if (transfer.checked; as checked) {
        <p class="line">
          <span>Held against the list once more{{ checked.by ? ', ' + checked.by : '' }}.</span>
          @if (canEdit()) {
            <jx-take-back [event]="checked.id" what="held against the list" (recorded)="recorded.emit($event)" />
          }
        </p>
      } @else if (canEdit() && on(transfer) === transfer.places.length) {
        <p class="small soft">
          Go through the list from the end, wire by wire, with the photo beside it; better another pair of eyes.
        </p>
        <button
          jxButton
          type="button"
          (click)="recorded.emit({ type: 'transfer-checked', transfer: transfer.begun.id })"
        >
          Every wire sits where the list says
        </button>
      } @else if (!isUntouched(transfer)) {
        <p class="warning small">Nothing gets power before every wire is on and held against this list.</p>
      }
    } @empty {
      <p class="small soft">Before a part with wires comes out: list them, take a photo, move them one at a time.</p>
    }
    @if (canEdit()) {
      <details>
        <summary>List the wires of a part</summary>
        <div class="entry-row">
          <jx-select
            label="Which part"
            placeholder="Which part"
            [options]="parts()"
            [chosen]="of()"
            (picked)="choose($event)"
          />
        </div>
        @if (of()) {
          @if (hasPlugs()) {
            <label class="wires">
              <input type="checkbox" [checked]="isWireByWire()" (change)="isWireByWire.set(!isWireByWire())" />
              Wire by wire, not plug by plug
            </label>
          }
          <p class="small soft">{{ places().length }} from the wiring list.</p>
          <button jxButton type="button" kind="secondary" [disabled]="places().length === 0" (click)="begin()">
            Begin with these {{ places().length }}
          </button>
        }
        <h3>Or by hand</h3>
        @for (each of byHand(); track $index) {
          <p class="small">{{ each.at }}{{ each.colour ? ', ' + each.colour : '' }}</p>
        }
        <form class="entry-row" (submit)="add($event)">
          <input
            jxText
            name="at"
            maxlength="120"
            aria-label="Where the wire is"
            placeholder="Terminal"
            autocomplete="off"
          />
          <input jxText name="colour" maxlength="60" aria-label="Its colour" placeholder="Colour" autocomplete="off" />
          <button jxButton type="submit" kind="secondary">Add the wire</button>
        </form>
        @if (byHand().length > 0) {
          <jx-line-form
            name="of"
            label="Which part are they of?"
            action="Begin"
            [most]="200"
            (entered)="beginByHand($event)"
          />
        }
      </details>
    }
  `,
  styles: `
    .head,
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 10px;
    }
    ul {
      display: grid;
      gap: 4px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: space-between;
      gap: 6px 10px;
      padding: 4px 0;
      border-bottom: 1px solid var(--line);
    }
    .place {
      display: grid;
      flex: 1 1 200px;
      overflow-wrap: anywhere;
    }
    .off {
      font-weight: 700;
    }
    .found {
      flex-basis: 100%;
    }
    p,
    h3 {
      margin: 0;
    }
    h3 {
      font-size: 16px;
    }
    details {
      display: grid;
      gap: 8px;
    }
    .wires {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: var(--touch);
    }
    .wires input {
      width: 22px;
      height: 22px;
    }
    button,
    summary {
      min-height: var(--touch);
    }
    summary {
      align-content: center;
      cursor: pointer;
    }
  `,
})
export class TransferCard {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly usual = USUAL;
  protected readonly stateWords: Readonly<Record<TransferredPlace['state'], string>> = {
    before: 'where it was',
    off: 'off',
    on: 'on the new one',
  };
  protected readonly of = signal<string | undefined>(undefined);
  protected readonly isWireByWire = signal(false);
  protected readonly byHand = signal<TransferBegun['places']>([]);
  protected readonly transfers = computed(() => transfersOf(this.context(), this.visit()));
  protected readonly parts = computed(() => {
    const { model } = this.context();
    return [...model.boards, ...model.devices]
      .map(({ id }) => ({ id, name: elementName(model, id) }))
      .filter(({ id }) => offeredPlaces(this.context(), this.visit(), id).length > 0);
  });
  protected readonly places = computed(() => {
    const of = this.of();
    return of === undefined ? [] : offeredPlaces(this.context(), this.visit(), of, this.isWireByWire());
  });
  protected readonly hasPlugs = computed(() => {
    const of = this.of();
    return of !== undefined && offeredPlaces(this.context(), this.visit(), of).some(({ wire }) => wire === undefined);
  });

  /** Wires are moved on what is proven dead: what is not known counts as live. */
  protected readonly mayBeLive = computed(() => {
    if (this.transfers().length === 0 || this.transfers().every(({ checked }) => checked !== undefined))
      return undefined;
    const { conditions } = this.visit();
    const live = this.context().model.supplies.filter(
      ({ id }) => sourcesOf(this.context().model, id).length === 0 && conditions.supplies?.[id] !== 'proven-dead',
    );
    return live.length === 0
      ? undefined
      : `Not proven dead: ${live.map(({ id, name }) => name ?? id).join(', ')}. No wire comes off before it is, and locked.`;
  });

  protected on({ places }: Transfer): number {
    return places.filter(({ state }) => state === 'on').length;
  }

  protected off({ places }: Transfer): number {
    return places.filter(({ state }) => state === 'off').length;
  }

  protected isUntouched({ places }: Transfer): boolean {
    return places.every(({ state }) => state === 'before');
  }

  protected move({ begun }: Transfer, place: number, state: 'off' | 'on', note = ''): void {
    this.recorded.emit({ type: 'wire-moved', transfer: begun.id, place, state, ...said('note', note) });
  }

  protected choose(of: string): void {
    this.of.set(of);
  }

  protected begin(): void {
    const of = this.of();
    if (of === undefined) return;
    this.recorded.emit({ type: 'transfer-begun', of, places: this.places() });
    this.of.set(undefined);
  }

  protected add(event: Event): void {
    const typed = typedIn(event);
    const at = typed('at');
    if (at === '') return;
    this.byHand.update((places) => [...places, { at, ...said('colour', typed('colour')) }]);
    (event.target as HTMLFormElement).reset();
  }

  protected beginByHand(of: string): void {
    this.recorded.emit({ type: 'transfer-begun', of, places: this.byHand() });
    this.byHand.set([]);
  }
}
