import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { wirePaint, type StripView } from '../view/board-view';

/** Terminal strips as they sit at the machine: printed numbers, wires drawn and named, the step's probes on top. */
@Component({
  selector: 'jx-board-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (strip of strips(); track strip.id) {
      <section [class.lit]="strip.isLit">
        <h2>{{ strip.title }}</h2>
        <ol>
          @for (pin of strip.pins; track pin.address) {
            <li [class.probed]="pin.probe" [attr.data-terminal]="pin.address" [title]="pin.signal">
              <span class="flag">
                @if (pin.probe; as probe) {
                  <span class="probe mono" [class.square]="probe === 'B'">{{ probe }}</span>
                  <svg viewBox="0 0 12 20" width="12" height="20" aria-hidden="true">
                    <path d="M6 0v13 M1.5 11L6 19l4.5-8z" />
                  </svg>
                }
              </span>
              <span class="terminal">
                <span class="mono">{{ pin.label }}</span>
                <svg viewBox="0 0 16 16" width="15" height="15" aria-hidden="true">
                  <circle cx="8" cy="8" r="6.5" />
                  <path d="M3 8h10" />
                </svg>
              </span>
              <span class="wire" [style.background]="paint(pin.wireColour)"></span>
              <span class="colour">{{ pin.wireColour }}</span>
              @if (pin.signal) {
                <span class="visually-hidden">{{ pin.signal }}</span>
              }
            </li>
          }
        </ol>
        @for (pin of strip.pins; track pin.address) {
          @if (pin.probe && pin.signal) {
            <p class="small">
              <span class="mono">{{ pin.probe }}</span> {{ pin.label }}: {{ pin.signal }}
            </p>
          }
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 16px;
    }
    ol {
      display: flex;
      flex-wrap: wrap;
      gap: 10px 5px;
    }
    li {
      display: grid;
      align-content: start;
      justify-items: center;
      width: 40px;
    }
    .flag {
      display: grid;
      justify-items: center;
      align-content: end;
      height: 52px;
    }
    section:not(.lit) .flag {
      height: 6px;
    }
    .flag svg {
      fill: var(--ink);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .probe {
      display: grid;
      place-items: center;
      width: 30px;
      height: 30px;
      border-radius: 50%;
      background: var(--ink);
      color: var(--paper);
      font-weight: 700;
    }
    .square {
      border-radius: 6px;
    }
    .terminal {
      display: grid;
      justify-items: center;
      gap: 2px;
      width: 34px;
      padding: 4px 0 6px;
      border: 1px solid var(--line);
      border-radius: 7px;
      background: var(--sheet);
      font-weight: 700;
    }
    .terminal svg {
      fill: none;
      stroke: var(--soft-ink);
      stroke-width: 1.4;
    }
    .probed .terminal {
      border: 3px solid var(--ink);
      padding: 2px 0 4px;
    }
    .wire {
      width: 8px;
      height: 30px;
      border-radius: 0 0 4px 4px;
    }
    .colour {
      margin-top: 3px;
      font-size: 12.5px;
      color: var(--soft-ink);
      text-align: center;
    }
    @media (max-width: 560px) {
      ol {
        gap: 10px 2px;
      }
      li {
        width: 34px;
      }
      .terminal {
        width: 32px;
      }
      .colour {
        font-size: 11px;
      }
    }
  `,
})
export class BoardStrip {
  readonly strips = input.required<readonly StripView[]>();
  protected readonly paint = wirePaint;
}
