import { Injectable, signal } from '@angular/core';

/** Digits that came where no reading is asked for, or whose step went away under them: kept in sight, never logged. */
@Injectable({ providedIn: 'root' })
export class StrayDigits {
  private readonly typed = signal('');
  private isEntered = false;
  readonly text = this.typed.asReadonly();

  /** A number is being typed. */
  isTyped(): boolean {
    return this.typed() !== '' && !this.isEntered;
  }

  /** One more key of a number nobody asked for. */
  add(key: string): void {
    this.typed.update((text) => (this.isEntered ? key : text + key));
    this.isEntered = false;
  }

  /** What stood in a field when what it was asked for changed. */
  setAside(text: string): void {
    if (text.trim() === '') return;
    this.typed.set(text.trim());
    this.isEntered = true;
  }

  /** The Enter behind a number is part of it, and leaves it in sight; false where it stands for itself. */
  enter(): boolean {
    const isTheirs = this.isTyped();
    this.isEntered = true;
    return isTheirs;
  }

  /** Whether there were any. */
  drop(): boolean {
    const had = this.typed() !== '';
    this.typed.set('');
    return had;
  }
}
