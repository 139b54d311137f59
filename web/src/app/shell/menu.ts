import { Injectable, signal } from '@angular/core';

/** The one sheet from which every page is reached, the same everywhere. */
@Injectable({ providedIn: 'root' })
export class Menu {
  readonly isShown = signal(false);
}
