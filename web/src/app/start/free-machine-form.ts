import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { SUPPLY_SYSTEMS, systemWords, type SupplySystem } from '@juxtameter/core';
import type { FreeMachine } from './start.actions';

/** A machine nobody has on file: what it is called, where it stands, what feeds it. */
@Component({
  selector: 'jx-free-machine-form',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); start(machine.value, site.value)">
      <div class="pair">
        <label class="field">
          <span>Which machine?</span>
          <input #machine jxText name="machine" maxlength="200" placeholder="As you would say it" />
        </label>
        <label class="field">
          <span>Where?</span>
          <input #site jxText name="site" maxlength="200" placeholder="Site, house, bay" />
        </label>
      </div>
      <fieldset>
        <legend>What feeds it?</legend>
        <p class="small soft">
          Every conductor of these has to be proven dead before ohms count. Leave all open if you do not know.
        </p>
        @for (each of systems; track each.id) {
          <label class="supply">
            <input type="checkbox" [checked]="chosen().has(each.id)" (change)="toggle(each.id)" />
            <span>{{ each.words }}</span>
          </label>
        }
        @if (chosen().size > 0) {
          <label class="supply">
            <input type="checkbox" [checked]="hasPlug()" (change)="hasPlug.set(!hasPlug())" />
            <span>By a cord and a plug that I can pull and see</span>
          </label>
        }
      </fieldset>
      <button jxButton type="submit" [disabled]="isStarting()">Start without a chart</button>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 18px;
    }
    .pair {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 14px;
    }
    .field {
      display: grid;
    }
    .field > span,
    legend {
      margin-bottom: 6px;
      font-weight: 600;
      color: var(--soft-ink);
    }
    .field input {
      width: 100%;
      min-height: 48px;
    }
    fieldset {
      margin: 0;
      padding: 0;
      border: 0;
    }
    .supply {
      display: flex;
      align-items: center;
      gap: 12px;
      min-height: var(--touch);
    }
    .supply input {
      width: 22px;
      height: 22px;
      accent-color: var(--accent);
    }
    button {
      min-height: 60px;
      font-size: 18px;
    }
    @media (max-width: 760px) {
      .pair {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class FreeMachineForm {
  readonly isStarting = input(false);
  readonly started = output<FreeMachine>();
  protected readonly systems = SUPPLY_SYSTEMS.map((id) => ({ id, words: capital(systemWords(id)) }));
  protected readonly chosen = signal<ReadonlySet<SupplySystem>>(new Set());
  protected readonly hasPlug = signal(false);

  protected toggle(system: SupplySystem): void {
    this.chosen.update((chosen) => {
      const next = new Set(chosen);
      if (!next.delete(system)) next.add(system);
      return next;
    });
  }

  protected start(name: string, site: string): void {
    const plug = this.hasPlug() ? { plug: 'the plug' } : {};
    this.started.emit({ name, site, supplies: [...this.chosen()].map((system) => ({ system, ...plug })) });
  }
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
