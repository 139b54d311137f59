import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal, viewChild } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import type { PinnedDocuments } from '@juxtameter/contract';
import {
  complaintsOf,
  gasSmelt,
  pastVisit,
  RESULT_WORDS,
  standingOf,
  watchesOf,
  watchOutcome,
  type EventBody,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { libraryFeature } from '../library/library.reducer';
import { LeftRunningCard } from '../history/left-running-card';
import { historyFeature } from '../history/history.reducer';
import { unitSuspicions } from '../history/unit-suspicions';
import { PreferencesActions } from '../preferences/preferences.actions';
import { preferencesFeature } from '../preferences/preferences.reducer';
import type { StepCommand } from '../visit/step/step-command';
import { UndoButton } from '../visit/step/undo-button';
import { CodeList } from './code-list';
import { FirstLook } from './first-look';
import { SignForm } from './sign-form';
import { SuspicionList } from './suspicion-list';
import { WhereToStart } from './where-to-start';

/** Before the meter comes out: what matters about this unit, what its lamps say, what it does, and where to begin. */
@Component({
  selector: 'jx-look-page',
  imports: [
    Button,
    CodeList,
    FirstLook,
    LeftRunningCard,
    RouterLink,
    SignForm,
    SuspicionList,
    UndoButton,
    WhereToStart,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './look-page.html',
  styleUrl: './look-page.scss',
})
export class LookPage {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  readonly pinned = input.required<PinnedDocuments>();
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  /** To the step of the chart, or to free readings. */
  readonly left = output<'step' | 'free'>();

  private readonly store = inject(Store);
  private readonly starts = viewChild(WhereToStart);
  private readonly history = this.store.selectSignal(historyFeature.selectHistory);
  private readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  protected readonly isHistoryFromTablet = this.store.selectSignal(historyFeature.selectIsFromTablet);
  protected readonly isHistoryMissing = this.store.selectSignal(historyFeature.selectIsMissing);
  protected readonly school = this.store.selectSignal(preferencesFeature.selectSchool);
  protected readonly isNoting = signal(false);
  protected readonly hasChart = computed(() => this.visit().procedure !== undefined);
  protected readonly suspicions = computed(() => {
    const past = pastVisit(this.visitId(), this.context(), this.visit());
    const present = { now: Date.now(), visit: past };
    const units = this.library()?.units;
    const all = unitSuspicions(this.history(), this.pinned().unit, this.context().model, present, units);
    // What can be ended stands beside the button that ends it.
    return all.filter(({ kind }) => kind !== 'temporary' && kind !== 'follow-up');
  });
  protected readonly complaints = computed(() =>
    complaintsOf(this.visit()).map(({ text, ticked }) => ({
      text,
      result: ticked ? RESULT_WORDS[ticked.result] : '',
    })),
  );
  /** The one the visit was opened with stands in the head of the page. */
  protected readonly hasMoreComplaints = computed(
    () => this.complaints().length > 1 || this.complaints().some(({ result }) => result !== ''),
  );
  protected readonly reporter = computed(() => this.visit().opened?.reporter);
  protected readonly isGas = computed(() => gasSmelt(this.visit()));
  protected readonly odd = computed(() => this.context().model.normalThoughOdd ?? []);
  protected readonly signs = computed(() =>
    standingOf(this.visit(), 'sign-noted').map(({ id, what, where, isThere, value }) => ({
      id,
      words: `${isThere ? '' : 'no '}${what}${value ? ` ${value}` : ''}${where ? `, ${where}` : ''}`,
    })),
  );
  protected readonly watches = computed(() =>
    watchesOf(this.context(), this.visit()).map((watch) => ({
      id: watch.started.id,
      label: watch.started.label,
      isRunning: watch.ended === undefined,
      words: watchOutcome(this.context(), watch).words,
    })),
  );
  /** Once something was read or watched, where it leads has the room. */
  protected readonly hasEvidence = computed(
    () => this.watches().length > 0 || standingOf(this.visit(), 'code-read').length > 0,
  );
  protected readonly canWatch = computed(() => (this.context().model.sequences ?? []).length > 0);

  /** Enter: begin where the evidence leads. */
  confirm(): void {
    if (!this.visit().closed) this.starts()?.beginFirst();
  }

  noteSign(): void {
    this.isNoting.update((isNoting) => !isNoting);
  }

  protected chooseSchool(school: 'code-first' | 'watch-first'): void {
    this.store.dispatch(PreferencesActions.schoolChosen({ school }));
  }

  protected record(body: EventBody): void {
    this.commanded.emit({ kind: 'record', body });
  }
}
