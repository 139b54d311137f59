import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { jumpTo } from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { openVisit } from '../visit/open-visit';
import { ChartBoard } from './chart-board';

/** The chart of a visit: the way walked, where it stands, what is left; any step can be gone to. */
@Component({
  selector: 'jx-chart-page',
  imports: [ChartBoard, PageHeader, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './chart-page.html',
  styleUrl: './chart-host.scss',
})
export class ChartPage {
  readonly id = input.required<string>();
  private readonly router = inject(Router);
  private readonly opened = openVisit(this.id);
  protected readonly pinned = this.opened.pinned;
  protected readonly visit = this.opened.visit;
  protected readonly openProblem = this.opened.problem;
  protected readonly words = openProblemWords;
  protected readonly walked = computed(() => {
    const context = this.opened.context();
    const procedure = context?.procedures[this.visit().procedure ?? ''];
    return context && procedure ? { context, procedure } : undefined;
  });

  protected reload(): void {
    this.opened.reload();
  }

  protected goTo(to: string): void {
    const context = this.opened.context();
    if (context) this.opened.record(jumpTo(context, this.opened.visit(), to));
    void this.router.navigate(['/visits', this.id()]);
  }
}
