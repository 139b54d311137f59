import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { Button } from '../../kit/button';
import { conditionWords, terminalLabel, type EventBody, type VisitContext, type VisitState } from '@juxtameter/core';
import { PhotoTaker } from '../../photos/photo-taker';
import { verdictColour } from '../../juxta/verdict-colour';
import { IMPLIED_WORDS } from '../view/chain-implied';
import { readingsByTerminal, type TerminalView } from './terminal-view';
import { WIRE_COLOURS, wirePaint } from './wire-paint';
import { VerdictWord } from '../../juxta/verdict-word';

const SHOWN = 3;

/** One terminal: what it is for, its wires as they are here, what was read at it. */
@Component({
  selector: 'jx-terminal-card',
  imports: [Button, PhotoTaker, VerdictWord],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="Terminal">
      <header>
        <strong class="mono">{{ terminal().name }}</strong>
        <span class="small soft">{{ purpose() }}</span>
        <span class="spacer"></span>
        @if (!isToRead() && !visit().closed) {
          <jx-photo-taker
            [visitId]="visit().opened?.visit ?? ''"
            [of]="terminal().name"
            [subject]="{ terminal: terminal().address }"
            (recorded)="recorded.emit($event)"
          />
        }
        @if (isFirst()) {
          <button jxButton type="button" size="small" kind="secondary" [quiet]="true" (click)="closed.emit()">
            {{ isToRead() ? 'Close' : 'Clear' }}
          </button>
        } @else {
          <button jxButton type="button" size="small" kind="secondary" (click)="taken.emit()">Probe here</button>
        }
      </header>
      @for (wire of terminal().wireViews; track wire.id) {
        <p class="wire small">
          <span class="paint" [style.background]="paint(wire.colour)"></span>
          {{ wire.colour || 'no colour on file' }}
          @if (wire.instead !== undefined) {
            <span class="caution-words">here; the drawing says {{ wire.instead || 'nothing' }}</span>
          }
          @if (!isToRead()) {
            <button jxButton type="button" size="small" kind="secondary" [quiet]="true" (click)="turn(wire.id)">
              {{ changing() === wire.id ? 'Leave it' : 'Another colour here' }}
            </button>
          }
        </p>
        @if (changing() === wire.id) {
          <div class="chips" role="group" aria-label="Colour of the wire here">
            @for (colour of colours; track colour) {
              <button type="button" class="chip" (click)="note(wire.id, colour)">
                <span class="paint" [style.background]="paint(colour)"></span>{{ colour }}
              </button>
            }
          </div>
        }
      }
      @if (terminal().implied; as what) {
        <p class="small soft">Along the chain: {{ implied[what] }}.</p>
      }
      @for (reading of readings(); track reading.id) {
        <p class="small">
          <strong class="mono" [style.color]="colourOf(reading.verdict)">{{ reading.value }}</strong>
          {{ reading.verdict | verdictWord }}
          <span class="soft">against {{ label(reading.other) }}{{ reading.held ? ', ' + reading.held : '' }}</span>
        </p>
      }
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: 2px;
      padding: 6px 10px;
      border: 1px solid var(--line);
      border-radius: 12px;
      background: var(--sheet);
    }
    header,
    .wire {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 10px;
    }
    .spacer {
      flex: 1;
    }
    .paint {
      width: 22px;
      height: 9px;
      border-radius: 3px;
      box-shadow: 0 0 0 1px var(--line);
    }
    .chips {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .chip {
      display: inline-flex;
      align-items: center;
      gap: 6px;
      min-height: var(--touch);
      padding: 0 10px;
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--paper);
      color: var(--ink);
      font: inherit;
      font-size: 15px;
      cursor: pointer;
    }
    .caution-words {
      padding: 0 6px;
      border-radius: 6px;
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
  `,
})
export class TerminalCard {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly terminal = input.required<TerminalView>();
  /** Whether it is already taken as probe A's point. */
  readonly isFirst = input(false);
  /** Nothing is probed or noted: there is no visit. */
  readonly isToRead = input(false);
  readonly recorded = output<EventBody>();
  readonly taken = output();
  readonly closed = output();
  protected readonly paint = wirePaint;
  protected readonly implied = IMPLIED_WORDS;
  protected readonly colourOf = verdictColour;
  protected readonly colours = WIRE_COLOURS;
  /** The wire whose colour is being noted. */
  protected readonly changing = signal<string | undefined>(undefined);
  protected readonly purpose = computed(() => {
    const { signal: said, role, isPinOne } = this.terminal();
    return [isPinOne ? 'pin 1' : '', said || role].filter(Boolean).join(', ');
  });
  protected readonly readings = computed(() =>
    (readingsByTerminal(this.visit()).get(this.terminal().address) ?? [])
      .slice(0, SHOWN)
      .map((reading) => ({ ...reading, held: conditionWords(this.context().model, reading.conditions) })),
  );

  protected turn(wire: string): void {
    this.changing.update((open) => (open === wire ? undefined : wire));
  }

  protected note(wire: string, colour: string): void {
    this.changing.set(undefined);
    this.recorded.emit({ type: 'wire-colour-noted', wire, colour });
  }

  protected label(point: string): string {
    return terminalLabel(this.context().model, point);
  }
}
