import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Button } from '../../kit/button';
import { lastSwitching, secondsBetween, type VisitState } from '@juxtameter/core';
import { Ticker } from '../../shell/ticker';
import { EventStamp } from '../event-stamp';

/** Seconds since something was last switched, read from that event's stamp; one tap takes them into the field. */
@Component({
  selector: 'jx-stopwatch',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (seconds(); as seconds) {
      <span class="mono time" role="timer">{{ seconds }}</span>
      <button jxButton type="button" kind="secondary" (click)="taken.emit(seconds + ' s')">It happens now</button>
    }
    <button jxButton type="button" kind="secondary" [quiet]="true" (click)="taken.emit('never')">Never</button>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 10px;
      margin-bottom: 8px;
    }
    .time {
      min-width: 130px;
      font-size: 38px;
      font-weight: 600;
    }
    button {
      min-height: 52px;
    }
  `,
})
export class Stopwatch {
  readonly visit = input.required<VisitState>();
  readonly taken = output<string>();
  private readonly stamp = inject(EventStamp);
  private readonly now = inject(Ticker).follow();
  private readonly from = computed(() => lastSwitching(this.visit()));
  protected readonly seconds = computed(() => {
    const from = this.from();
    this.now();
    return from ? secondsBetween(from, this.stamp.moment(from)).seconds.toFixed(1) : undefined;
  });
}
