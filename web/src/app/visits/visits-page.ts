import { NgTemplateOutlet } from '@angular/common';
import { afterNextRender, ChangeDetectionStrategy, Component, DestroyRef, DOCUMENT, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { EndNear } from '../kit/end-near';
import { TextField } from '../kit/text-field';
import { problemWords } from '../api/api-problem';
import { PageHeader } from '../shell/page-header';
import { TimeWords } from '../look/time-words';
import { StateMessage } from '../shell/state-message';
import { SyncActions } from '../sync/sync.actions';
import { syncFeature } from '../sync/sync.reducer';
import { SparesReminder } from '../spares/spares-reminder';
import { TemporaryList } from './temporary-list';
import { VisitsActions } from './visits.actions';
import { visitsFeature } from './visits.reducer';

/** Open and recent visits, what each waits for, and one button to start. */
@Component({
  selector: 'jx-visits-page',
  imports: [
    Button,
    EndNear,
    TextField,
    NgTemplateOutlet,
    PageHeader,
    RouterLink,
    StateMessage,
    SparesReminder,
    TemporaryList,
    TimeWords,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './visits-page.html',
  styleUrl: './visits-page.scss',
})
export class VisitsPage {
  private readonly store = inject(Store);
  protected readonly visits = this.store.selectSignal(visitsFeature.selectVisits);
  protected readonly temporaries = this.store.selectSignal(visitsFeature.selectTemporaries);
  protected readonly problem = this.store.selectSignal(visitsFeature.selectProblem);
  protected readonly search = this.store.selectSignal(visitsFeature.selectSearch);
  protected readonly open = this.store.selectSignal(visitsFeature.selectOpenFound);
  protected readonly closed = this.store.selectSignal(visitsFeature.selectClosedFound);
  protected readonly apart = this.store.selectSignal(syncFeature.selectApart);
  protected readonly isFromTablet = this.store.selectSignal(visitsFeature.selectIsFromTablet);
  protected readonly openDrawn = this.store.selectSignal(visitsFeature.selectOpenDrawn);
  protected readonly closedDrawn = this.store.selectSignal(visitsFeature.selectClosedDrawn);
  private readonly scrolledTo = this.store.selectSignal(visitsFeature.selectScrolledTo);
  protected readonly counts = this.store.selectSignal(visitsFeature.selectCounts);
  protected readonly untold = this.store.selectSignal(visitsFeature.selectUntold);
  protected readonly isSearching = this.store.selectSignal(visitsFeature.selectIsSearching);
  protected readonly isFetchingMore = this.store.selectSignal(visitsFeature.selectIsFetchingMore);
  private readonly next = this.store.selectSignal(visitsFeature.selectNext);
  protected readonly waiting = this.store.selectSignal(syncFeature.selectWaiting);
  protected readonly words = problemWords;

  constructor() {
    this.reload();
    const view = inject(DOCUMENT).defaultView;
    // Back from a visit the list stands where it was left.
    afterNextRender(() => view?.scrollTo(0, this.scrolledTo()));
    let scrolledTo = 0;
    const noteScroll = (): void => void (scrolledTo = view?.scrollY ?? 0);
    view?.addEventListener('scroll', noteScroll, { passive: true });
    inject(DestroyRef).onDestroy(() => {
      view?.removeEventListener('scroll', noteScroll);
      this.store.dispatch(VisitsActions.left({ scrolledTo }));
    });
  }

  protected drawMore(): void {
    const isDrawn = this.openDrawn().length + this.closedDrawn().length === this.open().length + this.closed().length;
    if (!isDrawn || (this.next() !== undefined && !this.isFetchingMore()))
      this.store.dispatch(VisitsActions.moreWanted());
  }

  protected giveApart(): void {
    this.store.dispatch(SyncActions.giveApartRequested());
  }

  protected reload(): void {
    this.store.dispatch(VisitsActions.loadRequested());
  }

  protected searchFor(text: string): void {
    this.store.dispatch(VisitsActions.searchChanged({ text }));
  }
}
