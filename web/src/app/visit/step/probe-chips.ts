import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { type ProbeView } from '../board-map/probe-views';
import { wirePaint } from '../board-map/wire-paint';

/** Which lead goes where: A is round, B is square, wire colours are drawn and named. */
@Component({
  selector: 'jx-probe-chips',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (view of probes(); track view.probe) {
      <span class="chip">
        <span class="probe mono" [class.square]="view.probe === 'B'">{{ view.probe }}</span>
        @if (view.sign; as sign) {
          <span class="mono" [attr.aria-label]="sign === '+' ? 'the plus lead' : 'the common lead'">{{ sign }}</span>
        }
        <span class="mono">{{ view.label }}</span>
        @if (view.wireColour) {
          <span class="wire" [style.background]="paint(view.wireColour)"></span>
          <span class="small soft">{{ view.wireColour }}</span>
        }
      </span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .chip {
      display: inline-flex;
      align-items: center;
      gap: 9px;
      padding: 6px 12px 6px 8px;
      border-radius: 12px;
      background: var(--well);
      font-weight: 600;
    }
    .probe {
      display: grid;
      place-items: center;
      width: 28px;
      height: 28px;
      border-radius: 50%;
      background: var(--ink);
      color: var(--sheet);
      font-weight: 700;
    }
    .square {
      border-radius: 6px;
    }
    @media (max-width: 560px) {
      .chip {
        gap: 6px;
        padding: 4px 9px 4px 6px;
        font-size: 15px;
      }
    }
    .wire {
      width: 22px;
      height: 8px;
      border-radius: 3px;
      box-shadow: 0 0 0 1px var(--line);
    }
  `,
})
export class ProbeChips {
  readonly probes = input.required<readonly ProbeView[]>();
  protected readonly paint = wirePaint;
}
