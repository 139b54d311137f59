import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { LongWork } from '../kit/long-work';
import type { ImportEffect, ImportItem, ImportProblem } from '@juxtameter/contract/check';
import { problemWords } from '../api/api-problem';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { ImportActions } from './import.actions';
import { importFeature } from './import.reducer';

const KIND_WORDS: Readonly<Record<ImportItem['kind'], string>> = {
  'unit-model': 'Unit model',
  procedure: 'Chart',
  meter: 'Meter',
  sites: 'Sites',
  site: 'Site',
  unit: 'Unit',
  visit: 'Visit',
};

/** Documents by file or drop: first what would happen, then all of it or nothing. */
@Component({
  selector: 'jx-import-page',
  imports: [Button, LongWork, PageHeader, RouterLink, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '(document:dragover)': 'over($event)',
    '(document:dragleave)': 'isOver.set(false)',
    '(document:drop)': 'dropped($event)',
  },
  templateUrl: './import-page.html',
  styleUrl: './import-page.scss',
})
export class ImportPage {
  private readonly store = inject(Store);
  private readonly picker = viewChild<ElementRef<HTMLInputElement>>('picker');
  protected readonly answer = this.store.selectSignal(importFeature.selectAnswer);
  protected readonly isBusy = this.store.selectSignal(importFeature.selectIsBusy);
  protected readonly done = this.store.selectSignal(importFeature.selectDone);
  protected readonly of = this.store.selectSignal(importFeature.selectOf);
  /** All is looked through and being stored: that is done whole, and not stopped half-way. */
  protected readonly isStoring = computed(() => this.answer() !== undefined && this.done() === this.of());
  protected readonly busyText = computed(() => {
    const of = this.of();
    if (this.isStoring()) return 'Storing';
    return of === undefined ? 'Looking through the files' : `Looking through the files: ${this.done()} of ${of} checks`;
  });
  protected readonly refusal = this.store.selectSignal(importFeature.selectRefusal);
  protected readonly problem = this.store.selectSignal(importFeature.selectProblem);
  protected readonly words = problemWords;
  protected readonly isOver = signal(false);
  protected readonly errors = computed(() => this.problems('error'));
  protected readonly warnings = computed(() => this.problems('warning'));
  protected readonly items = computed(() =>
    (this.answer()?.items ?? []).map((item) => ({
      ...item,
      what: KIND_WORDS[item.kind],
      happens: effectWords(item, this.answer()?.isDone ?? false),
      link: this.answer()?.isDone && item.kind === 'visit' ? ['/visits', item.id] : undefined,
    })),
  );
  protected readonly changes = computed(() => this.items().filter(({ effect }) => effect.kind !== 'same').length);

  constructor() {
    this.store.dispatch(ImportActions.opened());
  }

  protected over(event: DragEvent): void {
    // Without this the browser would leave the page and open the file.
    event.preventDefault();
    this.isOver.set(true);
  }

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.isOver.set(false);
    this.take(event.dataTransfer?.files ?? null);
  }

  protected take(list: FileList | null): void {
    const files = Array.from(list ?? []);
    if (files.length > 0) this.store.dispatch(ImportActions.filesGiven({ files }));
    const picker = this.picker()?.nativeElement;
    // The same file chosen again, mended meanwhile, is another choice.
    if (picker) picker.value = '';
  }

  protected confirm(): void {
    this.store.dispatch(ImportActions.confirmed());
  }

  protected stop(): void {
    this.store.dispatch(ImportActions.stopped());
  }

  protected again(): void {
    this.store.dispatch(ImportActions.opened());
  }

  private problems(severity: ImportProblem['severity']): readonly ImportProblem[] {
    return (this.answer()?.problems ?? []).filter((problem) => problem.severity === severity);
  }
}

function effectWords({ effect }: { readonly effect: ImportEffect }, isDone: boolean): string {
  switch (effect.kind) {
    case 'new':
      return isDone ? 'brought in' : 'new';
    case 'same':
      return 'on file already, nothing changes';
    case 'replaces':
      return `${isDone ? 'replaced' : 'replaces'} what is on file; visits keep theirs`;
    case 'adds':
      return `${isDone ? 'added' : 'adds'} ${effect.events} ${effect.events === 1 ? 'entry' : 'entries'} to the visit on file`;
  }
}
