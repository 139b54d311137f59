import { inject, Injectable } from '@angular/core';
import type { SpareEntry, SpareFact } from '@juxtameter/core';
import { Store } from '@ngrx/store';
import { v7 as uuid } from 'uuid';
import { SpareActions } from './spare.actions';

/** Notes what is done at a van or a store. One open page is one device. */
@Injectable({ providedIn: 'root' })
export class SpareStamp {
  private readonly store = inject(Store);
  private readonly device = uuid();

  note(about: Pick<SpareEntry, 'place' | 'number'>, fact: SpareFact): void {
    const { place, number } = about;
    const entry: SpareEntry = {
      id: uuid(),
      device: this.device,
      at: new Date().toISOString(),
      place,
      number,
      ...fact,
    };
    this.store.dispatch(SpareActions.noted({ entry }));
  }
}
