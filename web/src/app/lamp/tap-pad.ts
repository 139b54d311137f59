import { ChangeDetectionStrategy, Component, ElementRef, input, model, output, signal, viewChild } from '@angular/core';
import type { Press } from '@juxtameter/core';

/**
 * One big pad to tap in time with a lamp: thumb, mouse or space bar. Every press keeps the time the browser gives its
 * event, so that a busy page does not bend them.
 */
@Component({
  selector: 'jx-tap-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      #pad
      type="button"
      [class.down]="isDown()"
      [attr.aria-describedby]="'tap-help'"
      (pointerdown)="press($event)"
      (pointerup)="release($event)"
      (pointercancel)="release($event)"
      (keydown)="keyDown($event)"
      (keyup)="keyUp($event)"
      (click)="$event.preventDefault()"
      (contextmenu)="$event.preventDefault()"
    >
      <span class="big">{{ presses().length === 0 ? 'Tap here' : presses().length }}</span>
      <span id="tap-help" class="small">{{
        isHeld() ? 'hold while it is lit' : 'at every flash, through three rounds'
      }}</span>
    </button>
  `,
  styles: `
    button {
      display: grid;
      place-content: center;
      justify-items: center;
      width: 100%;
      min-height: 200px;
      border: 3px solid var(--ink);
      border-radius: 24px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
      cursor: pointer;
      touch-action: none;
      user-select: none;
    }
    .down {
      background: var(--slot);
      border-color: var(--accent);
    }
    .big {
      font-size: 44px;
      font-weight: 650;
    }
  `,
})
export class TapPad {
  readonly presses = model<readonly Press[]>([]);
  readonly isHeld = input(false);
  /** Enter: what was tapped is to be kept. */
  readonly confirmed = output();
  private readonly pad = viewChild.required<ElementRef<HTMLButtonElement>>('pad');
  protected readonly isDown = signal(false);

  focus(): void {
    this.pad().nativeElement.focus();
  }

  protected press(event: PointerEvent): void {
    if (event.button !== 0) return;
    this.pad().nativeElement.setPointerCapture(event.pointerId);
    this.down(event.timeStamp);
  }

  protected release(event: PointerEvent): void {
    this.up(event.timeStamp);
  }

  protected keyDown(event: KeyboardEvent): void {
    if (event.key === 'Enter') {
      event.preventDefault();
      return this.confirmed.emit();
    }
    if (event.key !== ' ') return;
    event.preventDefault();
    event.stopPropagation();
    if (!event.repeat) this.down(event.timeStamp);
  }

  protected keyUp(event: KeyboardEvent): void {
    if (event.key !== ' ') return;
    event.preventDefault();
    this.up(event.timeStamp);
  }

  private down(at: number): void {
    this.isDown.set(true);
    this.presses.update((presses) => [...presses, { down: at }]);
  }

  private up(at: number): void {
    if (!this.isDown()) return;
    this.isDown.set(false);
    this.presses.update((presses) => {
      const last = presses.at(-1);
      return last ? [...presses.slice(0, -1), { down: last.down, up: at }] : presses;
    });
  }
}
