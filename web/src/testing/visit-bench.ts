import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { provideParts } from '../app/kit/provide-parts';
import type { PinnedDocuments } from '@juxtameter/contract';
import type { EventBody, VisitEvent } from '@juxtameter/core';
import { historyFeature } from '../app/history/history.reducer';
import { preferencesFeature } from '../app/preferences/preferences.reducer';
import { photoFeature } from '../app/photos/photo.reducer';
import { syncFeature } from '../app/sync/sync.reducer';
import { VisitActions } from '../app/visit/store/visit.actions';
import { stampFact, undo } from '../app/visit/store/visit.effects';
import { visitFeature } from '../app/visit/store/visit.reducer';

const ID = '01a1edad-73d0-7000-8000-00000000aaaa';

/** A page of a visit on the screen of a spec, with the real store behind it. */
export class VisitBench<Page> {
  readonly fixture: ComponentFixture<Page>;
  protected readonly store: Store;

  constructor(page: Type<Page>, pinned: PinnedDocuments, opened: EventBody, events: readonly EventBody[] = []) {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        provideParts(),
        provideStore({
          [visitFeature.name]: visitFeature.reducer,
          [preferencesFeature.name]: preferencesFeature.reducer,
          [photoFeature.name]: photoFeature.reducer,
          [syncFeature.name]: syncFeature.reducer,
          [historyFeature.name]: historyFeature.reducer,
        }),
        provideEffects({ stampFact, undo }),
      ],
    });
    this.store = TestBed.inject(Store);
    this.fixture = TestBed.createComponent(page);
    this.fixture.componentRef.setInput('id', ID);
    this.fixture.detectChanges();
    const logged = [opened, ...events].map((body, index) => stamped(body, index));
    this.store.dispatch(VisitActions.opened({ visit: { id: ID, pinned, events: logged }, isUnsent: true }));
    this.fixture.detectChanges();
  }

  get page(): HTMLElement {
    return this.fixture.nativeElement as HTMLElement;
  }

  get words(): string {
    return (this.page.textContent ?? '').replace(/\s+/g, ' ').trim();
  }

  get logged(): readonly VisitEvent[] {
    return this.store.selectSignal(visitFeature.selectEvents)();
  }

  get types(): readonly string[] {
    return this.logged.map(({ type }) => type);
  }

  button(words: string): HTMLButtonElement {
    const buttons = [...this.page.querySelectorAll('button')];
    const found = buttons.find((each) => (each.textContent ?? '').trim().startsWith(words));
    if (!found) throw new Error(`no button "${words}" in: ${this.words}`);
    return found;
  }

  press(words: string): void {
    this.button(words).click();
    this.fixture.detectChanges();
  }

  type(selector: string, text: string): void {
    const field = this.page.querySelector<HTMLInputElement | HTMLSelectElement>(selector);
    if (!field) throw new Error(`no field ${selector} in: ${this.words}`);
    field.value = text;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    this.fixture.detectChanges();
  }

  submit(selector = 'form'): void {
    this.page.querySelector(selector)?.dispatchEvent(new Event('submit', { cancelable: true }));
    this.fixture.detectChanges();
  }

  key(key: string, target: EventTarget = document): void {
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    this.fixture.detectChanges();
  }
}

function stamped(body: EventBody, index: number): VisitEvent {
  const number = String(index + 1).padStart(12, '0');
  return {
    id: `01a1edad-73d0-7000-8000-${number}`,
    visit: ID,
    device: '01a1edad-73d0-7000-8000-00000000bbbb',
    deviceSeq: index + 1,
    seenSeq: 0,
    at: new Date().toISOString(),
    monotonic: 0,
    by: 'Wren',
    ...body,
  };
}
