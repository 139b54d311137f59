import { timeWithZone, wallTime, type EventEnvelope } from '../record';
import { ListLineError, type ListLine } from './list-line';

/** The times a list gives; a line without one happened when the line before it did. */
export class ListClock {
  private now: Pick<EventEnvelope, 'at' | 'zone'> | undefined;
  private first = 0;
  private by: string | undefined;

  /** Takes over the time and the name of a line. @throws ListLineError where a time does not say its zone. */
  set({ at = '', by, number }: ListLine): void {
    this.by = by ?? this.by;
    if (at === '') return;
    const now = timeWithZone(at);
    if (!now) throw new ListLineError(number, `"${at}" is no time with its zone; accepted: 2026-11-25T09:07+01:00.`);
    if (this.now === undefined) this.first = wallTime(now);
    this.now = now;
  }

  /** Whether any line said when it happened. */
  get isSet(): boolean {
    return this.now !== undefined;
  }

  /** An envelope at this moment of the list. */
  stamp(envelope: EventEnvelope): EventEnvelope {
    const by = this.by === undefined ? {} : { by: this.by };
    if (!this.now) return { ...envelope, ...by };
    const monotonic = Math.max(0, wallTime(this.now) - this.first);
    return { ...envelope, ...by, ...this.now, monotonic };
  }
}
