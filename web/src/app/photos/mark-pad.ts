import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import type { PhotoPlace } from '@juxtameter/core';

/** Part of the picture's size below which a drag was meant as a tap. */
const STILL = 0.025;
/** How far a key moves the mark. */
const STEP = 0.02;

/** What was pointed at in a picture: a point, or an arrow with its tail. */
export interface Pointed {
  readonly place: PhotoPlace;
  readonly tail?: PhotoPlace;
}

const MOVES: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

/** Lies over a picture: a tap sets a point, a drag an arrow to where it ends; the arrow keys set and move a point. */
@Component({
  selector: 'jx-mark-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    tabindex: '0',
    role: 'application',
    'aria-label': 'The picture. Tap what you mean, or draw an arrow to it; the arrow keys set and move a point.',
    '(pointerdown)': 'down($event)',
    '(pointerup)': 'up($event)',
    '(pointercancel)': 'start.set(undefined)',
    '(keydown)': 'pressed($event)',
  },
  template: '',
  styles: `
    :host {
      position: absolute;
      inset: 0;
      border-radius: 10px;
      cursor: crosshair;
      touch-action: none;
    }
    :host:focus-visible {
      outline: 3px solid var(--accent);
      outline-offset: 2px;
    }
  `,
})
export class MarkPad {
  readonly pointed = output<Pointed>();
  protected readonly start = signal<PhotoPlace | undefined>(undefined);
  private at: PhotoPlace = { x: 0.5, y: 0.5 };

  protected down(event: PointerEvent): void {
    if (!event.isPrimary || event.button !== 0) return;
    (event.target as Element).setPointerCapture(event.pointerId);
    this.start.set(placeOf(event));
  }

  protected up(event: PointerEvent): void {
    const tail = this.start();
    if (!tail || !event.isPrimary) return;
    this.start.set(undefined);
    const place = placeOf(event);
    const isTap = Math.hypot(place.x - tail.x, place.y - tail.y) < STILL;
    this.at = place;
    this.pointed.emit(isTap ? { place } : { place, tail });
  }

  protected pressed(event: KeyboardEvent): void {
    const move = MOVES[event.key];
    if (!move) return;
    event.preventDefault();
    this.at = { x: within(this.at.x + move[0]), y: within(this.at.y + move[1]) };
    this.pointed.emit({ place: this.at });
  }
}

function placeOf({ clientX, clientY, target }: PointerEvent): PhotoPlace {
  const { left, top, width, height } = (target as Element).getBoundingClientRect();
  return { x: within((clientX - left) / width), y: within((clientY - top) / height) };
}

/** As exact as a finger is. */
function within(part: number): number {
  return Math.round(Math.min(1, Math.max(0, part)) * 10_000) / 10_000;
}
