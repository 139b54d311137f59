import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  ENDING_WORDS,
  endingOf,
  proofOf,
  soakRefusal,
  sparesOf,
  takenFor,
  verificationOf,
  type Check,
  type EventBody,
  type Spare,
  type Proof,
} from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { LeftRunningCard } from '../history/left-running-card';
import { RepairCard } from '../intake/repair-card';
import { Button } from '../kit/button';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { SpareActions } from '../spares/spare.actions';
import { spareFeature } from '../spares/spare.reducer';
import { SpareStamp } from '../spares/spare-stamp';
import { openVisit } from '../visit/open-visit';
import { VisitStrip } from '../visit/visit-strip';
import { CheckRow } from './check-row';
import { FoundCard } from './found-card';
import { PartsCard } from './parts-card';
import { TemporaryCard } from './temporary-card';
import { TransferCard } from './transfer-card';
import { WorkCard } from './work-card';

const PROOF_WORDS: Readonly<Record<Proof, string>> = {
  proven: 'Everything was seen: the repair is proven.',
  failed: 'It still fails.',
  postponed: 'What is left was put off.',
  open: 'Not proven yet.',
};

/** The second half of a visit: why it failed, what is done about it, and what shows that it holds. */
@Component({
  selector: 'jx-repair-page',
  imports: [
    Button,
    CheckRow,
    FoundCard,
    LeftRunningCard,
    PageHeader,
    PartsCard,
    RepairCard,
    RouterLink,
    StateMessage,
    TemporaryCard,
    TransferCard,
    VisitStrip,
    WorkCard,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header
      title="Repair and proof"
      [subtitle]="opened.pinned()?.unit?.name ?? ''"
      [back]="'/visits/' + id()"
    />
    @if (opened.problem(); as problem) {
      <main>
        <jx-state-message kind="problem" [text]="words(problem)" action="Try again" (acted)="opened.reload()" />
      </main>
    } @else if (opened.context(); as context) {
      <jx-visit-strip />
      <main>
        <div class="side">
          <jx-left-running-card [visit]="visit()" [canEdit]="canEdit()" (recorded)="opened.record($event)" />
          <jx-found-card [visit]="visit()" [canEdit]="canEdit()" (recorded)="opened.record($event)" />
          <jx-work-card
            [context]="context"
            [visit]="visit()"
            [canEdit]="canEdit()"
            (recorded)="opened.record($event)"
          />
          <jx-parts-card
            [context]="context"
            [visit]="visit()"
            [canEdit]="canEdit()"
            [spares]="spares()"
            [taken]="taken()"
            (recorded)="opened.record($event)"
            (spareTaken)="take($event)"
          />
          <jx-transfer-card
            [context]="context"
            [visit]="visit()"
            [canEdit]="canEdit()"
            (recorded)="opened.record($event)"
          />
          <jx-temporary-card
            [context]="context"
            [visit]="visit()"
            [canEdit]="canEdit()"
            (recorded)="opened.record($event)"
          />
          <jx-repair-card
            [context]="context"
            [visit]="visit()"
            [canEdit]="canEdit()"
            (recorded)="opened.record($event)"
          />
        </div>
        <section class="card" aria-labelledby="proof-title">
          <h2 id="proof-title">What shows that it holds</h2>
          @if (checks().length > 0) {
            <p>
              <strong>{{ proof() }}</strong>&ngsp;<span class="small soft">{{ counts() }}</span>
            </p>
            @for (check of checks(); track check.id) {
              <jx-check-row
                [check]="check"
                [visitId]="id()"
                [canEdit]="canEdit()"
                [refusal]="refusal()"
                (recorded)="opened.record($event)"
                (again)="measureAgain(check)"
              />
            }
            @if (hasFailed()) {
              <p class="warning">
                Something still fails: it may be a second fault behind the first, which stays found.
                <a [routerLink]="['/visits', id(), 'intake']">Note what is there now</a>, and go on from there.
              </p>
            }
          } @else {
            <p class="soft">Nothing is found or changed yet. What has to be seen afterwards comes up here.</p>
          }
          <div class="end">
            <p class="small soft">
              {{ canEdit() ? 'As things stand the visit ends' : 'The visit ended' }}: {{ ending() }}.
            </p>
            <a jxButton [kind]="canEdit() ? 'primary' : 'secondary'" [routerLink]="['/visits', id(), 'close']">
              {{ canEdit() ? 'Close the visit' : 'How it was left' }}
            </a>
          </div>
        </section>
      </main>
    } @else {
      <main><jx-state-message kind="loading" text="Fetching the visit" /></main>
    }
  `,
  styleUrl: './repair-page.scss',
})
export class RepairPage {
  readonly id = input.required<string>();
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly stamp = inject(SpareStamp);
  private readonly entries = this.store.selectSignal(spareFeature.selectEntries);
  protected readonly spares = computed(() => sparesOf(this.entries() ?? []));
  protected readonly taken = computed(() => takenFor(this.entries() ?? [], this.id()));
  protected readonly opened = openVisit(this.id);
  protected readonly words = openProblemWords;
  protected readonly visit = this.opened.visit;
  protected readonly canEdit = computed(() => !this.visit().closed);
  protected readonly checks = computed(() => {
    const context = this.opened.context();
    return context ? verificationOf(context, this.visit()) : [];
  });
  protected readonly refusal = computed(() => {
    const context = this.opened.context();
    return context && soakRefusal(context, this.visit());
  });
  protected readonly proof = computed(() => PROOF_WORDS[proofOf(this.checks())]);
  protected readonly hasFailed = computed(() => this.checks().some(({ state }) => state === 'failed'));
  protected readonly counts = computed(() => {
    const done = this.checks().filter(({ state }) => state === 'passed' || state === 'not-applicable').length;
    return `${done} of ${this.checks().length}`;
  });
  protected readonly ending = computed(() => {
    const context = this.opened.context();
    return context ? ENDING_WORDS[endingOf(context, this.visit())] : '';
  });

  constructor() {
    this.store.dispatch(SpareActions.loadRequested());
  }

  protected take(spare: Spare): void {
    this.stamp.note(spare, { type: 'taken', count: 1, visit: this.id() });
  }

  /** At the step that asked for it, in the chart it stands in; a free reading is taken beside it. */
  protected measureAgain({ before }: Check): void {
    const body = before && this.wayTo(before);
    if (body) this.opened.record(body);
    void this.router.navigate(['/visits', this.id()]);
  }

  private wayTo({ step, chart }: NonNullable<Check['before']>): EventBody | undefined {
    if (step === undefined || chart === undefined) return undefined;
    return chart === this.visit().procedure
      ? { type: 'step-jumped', to: step, reason: 'to be measured again after the repair' }
      : { type: 'procedure-started', procedure: chart, start: step };
  }
}
