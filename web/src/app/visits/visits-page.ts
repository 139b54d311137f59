import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { problemWords } from '../api/api-problem';
import { PageHeader } from '../shell/page-header';
import { TimeWords } from '../look/time-words';
import { StateMessage } from '../shell/state-message';
import { syncFeature } from '../sync/sync.reducer';
import { VisitsActions } from './visits.actions';
import { visitsFeature } from './visits.reducer';

/** Open and recent visits, what each waits for, and one button to start. */
@Component({
  selector: 'jx-visits-page',
  imports: [Button, TextField, NgTemplateOutlet, PageHeader, RouterLink, StateMessage, TimeWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './visits-page.html',
  styleUrl: './visits-page.scss',
})
export class VisitsPage {
  private readonly store = inject(Store);
  protected readonly visits = this.store.selectSignal(visitsFeature.selectVisits);
  protected readonly problem = this.store.selectSignal(visitsFeature.selectProblem);
  protected readonly search = this.store.selectSignal(visitsFeature.selectSearch);
  protected readonly open = this.store.selectSignal(visitsFeature.selectOpenFound);
  protected readonly closed = this.store.selectSignal(visitsFeature.selectClosedFound);
  protected readonly isFromTablet = this.store.selectSignal(visitsFeature.selectIsFromTablet);
  protected readonly waiting = this.store.selectSignal(syncFeature.selectWaiting);
  protected readonly words = problemWords;

  constructor() {
    this.reload();
  }

  protected reload(): void {
    this.store.dispatch(VisitsActions.loadRequested());
  }

  protected searchFor(text: string): void {
    this.store.dispatch(VisitsActions.searchChanged({ text }));
  }
}
