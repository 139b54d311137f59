import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import type { CalculatorResult } from '@juxtameter/core';
import { openVisit } from '../visit/open-visit';
import { HandbookPage } from './handbook-page';

/** The handbook beside a visit: with its meter, and a result can be expected of its next free reading. */
@Component({
  selector: 'jx-visit-handbook-page',
  imports: [HandbookPage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-handbook-page
      [subtitle]="opened.pinned()?.unit?.name ?? ''"
      [back]="'/visits/' + id()"
      [meter]="meter()"
      [canUse]="!opened.visit().closed"
      (used)="use($event)"
    />
  `,
})
export class VisitHandbookPage {
  readonly id = input.required<string>();
  private readonly router = inject(Router);
  protected readonly opened = openVisit(this.id);
  protected readonly meter = computed(() => this.opened.context()?.meters[this.opened.visit().meter ?? '']);

  protected use({ function: measure, line: expects }: NonNullable<CalculatorResult['expects']>): void {
    void this.router.navigate(['/visits', this.id()], { queryParams: { measure, expects } });
  }
}
