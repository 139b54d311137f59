import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { CALCULATORS, type CalculatorResult, type Meter } from '@juxtameter/core';
import { Select } from '../kit/select';
import { PageHeader } from '../shell/page-header';
import { CalculatorCard } from './calculator-card';

/** The reference bench: formulas of the trade, each the very function a verdict rests on. */
@Component({
  selector: 'jx-handbook-page',
  imports: [CalculatorCard, PageHeader, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="Handbook" [subtitle]="subtitle()" [back]="back()" />
    <main>
      <div class="pick">
        <span id="formula" class="small soft">Formula</span>
        <jx-select labelledBy="formula" [options]="options" [chosen]="chosen()" (picked)="chosen.set($event)" />
      </div>
      <nav aria-label="Formulas">
        @for (each of calculators; track each.id) {
          <button type="button" [attr.aria-current]="each.id === chosen()" (click)="chosen.set(each.id)">
            {{ each.title }}
          </button>
        }
      </nav>
      <jx-calculator-card
        [calculator]="calculator()"
        [meter]="meter()"
        [canUse]="canUse()"
        (used)="used.emit($event)"
      />
    </main>
  `,
  styles: `
    main {
      display: grid;
      grid-template-columns: minmax(230px, 320px) minmax(0, 640px);
      gap: 18px;
      align-items: start;
      max-width: 1060px;
      margin: 0 auto;
      padding: 18px 22px 32px;
    }
    .pick {
      display: none;
    }
    nav {
      display: grid;
      gap: 4px;
    }
    nav button {
      min-height: var(--touch);
      padding: 4px 14px;
      border: 0;
      border-left: 4px solid transparent;
      border-radius: 4px 10px 10px 4px;
      background: none;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    nav button[aria-current='true'] {
      border-color: var(--accent);
      background: var(--slot);
      font-weight: 650;
    }
    @media (max-width: 760px) {
      main {
        grid-template-columns: minmax(0, 1fr);
        padding: 12px;
      }
      nav {
        display: none;
      }
      .pick {
        display: grid;
        grid-template-columns: minmax(0, 1fr);
        gap: 4px;
      }
    }
  `,
})
export class HandbookPage {
  readonly subtitle = input('What the expectations reckon with');
  readonly back = input('/');
  readonly meter = input<Meter>();
  readonly canUse = input(false);
  readonly used = output<NonNullable<CalculatorResult['expects']>>();
  protected readonly calculators = CALCULATORS;
  protected readonly options = CALCULATORS.map(({ id, title }) => ({ id, name: title }));
  protected readonly chosen = signal(CALCULATORS[0]?.id ?? '');
  protected readonly calculator = computed(() => {
    const found = CALCULATORS.find(({ id }) => id === this.chosen()) ?? CALCULATORS[0];
    if (!found) throw new RangeError('The handbook is empty');
    return found;
  });
}
