import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { verdictColour } from '../../juxta/verdict-colour';
import { IMPLIED_WORDS } from '../view/chain-implied';
import type { GroupView } from './map-views';
import type { TerminalView } from './terminal-view';
import { wirePaint } from './wire-paint';

/** The map in words: every terminal a line, for small screens and for ears. */
@Component({
  selector: 'jx-terminal-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.id) {
      <h2>{{ group.title }}</h2>
      @for (block of group.blocks; track block.id) {
        <h3 class="small soft">{{ block.title }}</h3>
        <ul>
          @for (terminal of block.terminals; track terminal.address) {
            <li>
              <button
                type="button"
                [class.lit]="terminal.probe"
                [attr.aria-pressed]="terminal.address === picked()"
                [attr.data-terminal]="terminal.address"
                (click)="chosen.emit(terminal.address)"
              >
                @if (terminal.probe; as probe) {
                  <span class="probe mono" [class.square]="probe === 'B'">{{ probe }}</span>&ngsp;
                }
                <strong class="mono">{{ terminal.name }}</strong>&ngsp;<span class="small soft">{{
                  terminal.signal
                }}</span
                >&ngsp;
                @for (wire of terminal.wireViews; track wire.id) {
                  <span class="small"
                    ><span class="paint" [style.background]="paint(wire.colour)"></span> {{ wire.colour }}</span
                  >
                }
                @if (terminal.last; as last) {
                  <span class="small mono" [style.color]="colourOf(last.verdict)">{{ last.value }}</span>
                } @else if (terminal.implied) {
                  <span class="small soft">{{ implied[terminal.implied] }}</span>
                }
              </button>
            </li>
          }
        </ul>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      flex: 1;
      min-height: 0;
      overflow-y: auto;
    }
    h2 {
      margin-top: 8px;
    }
    h3 {
      font-weight: 600;
    }
    button {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 2px 10px;
      width: 100%;
      min-height: var(--touch);
      padding: 4px 8px;
      border: 0;
      border-bottom: 1px solid var(--line);
      background: none;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    button[aria-pressed='true'] {
      background: var(--slot);
    }
    .lit {
      border: 3px solid var(--ink);
      border-radius: 8px;
    }
    .probe {
      display: grid;
      place-items: center;
      width: 26px;
      height: 26px;
      border-radius: 50%;
      background: var(--ink);
      color: var(--paper);
      font-weight: 700;
    }
    .square {
      border-radius: 6px;
    }
    .paint {
      display: inline-block;
      width: 18px;
      height: 9px;
      border-radius: 3px;
      box-shadow: 0 0 0 1px var(--line);
    }
  `,
})
export class TerminalList {
  readonly groups = input.required<readonly GroupView[]>();
  /** The terminal that is already one of the two points. */
  readonly picked = input<string>();
  readonly chosen = output<TerminalView['address']>();
  protected readonly paint = wirePaint;
  protected readonly implied = IMPLIED_WORDS;
  protected readonly colourOf = verdictColour;
}
