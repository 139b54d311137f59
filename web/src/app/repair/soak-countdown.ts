import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output } from '@angular/core';
import type { Soak } from '@juxtameter/core';
import { Ticker } from '../shell/ticker';

/** The time a machine still has to run; by the stamp of its beginning, so that it goes on while the page sleeps. */
@Component({
  selector: 'jx-soak-countdown',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<strong class="mono" role="timer">{{ words() }}</strong>`,
})
export class SoakCountdown {
  readonly begun = input.required<NonNullable<Soak['begun']>>();
  readonly minutes = input.required<number>();
  /** Whether the time is over, each time that changes. */
  readonly isOver = output<boolean>();
  private readonly now = inject(Ticker).follow(1000);
  private readonly remaining = computed(() =>
    Math.ceil(this.minutes() * 60 - (this.now() - Date.parse(this.begun().at)) / 1000),
  );
  private readonly over = computed(() => this.remaining() <= 0);
  protected readonly words = computed(() => {
    const seconds = this.remaining();
    if (this.over()) return 'The time is over: does it still run?';
    return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')} to go`;
  });

  constructor() {
    effect(() => this.isOver.emit(this.over()));
  }
}
