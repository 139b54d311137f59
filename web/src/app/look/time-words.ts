import { Pipe, type PipeTransform } from '@angular/core';
import type { EventEnvelope } from '@juxtameter/core';
import { timeWords, type TimeStyle } from '@juxtameter/core/first';

/** When something was logged, as the clock on the wall there said it: the same for every reader of the record. */
@Pipe({ name: 'timeWords' })
export class TimeWords implements PipeTransform {
  transform(event: Pick<EventEnvelope, 'at' | 'zone'>, style: TimeStyle): string {
    return timeWords(event, style);
  }
}
