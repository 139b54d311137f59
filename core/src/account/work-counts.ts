import { wallTime, type TrailLine, type VisitEvent, type VisitState } from '../visit';

/** How much was done on a visit; what was taken back counts nowhere else. */
export interface WorkCounts {
  /** Things measured: a set, a chain or a proof of dead is one. */
  readonly measurements: number;
  /** Figures read. */
  readonly readings: number;
  readonly looks: number;
  readonly actions: number;
  readonly passedOver: number;
  readonly jumps: number;
  readonly takenBack: number;
}

/** Counts what was done. */
export function workCounts({ trail }: Pick<VisitState, 'trail'>): WorkCounts {
  const standing = trail.filter((line) => line.standing !== 'retracted');
  const count = (...types: readonly VisitEvent['type'][]): number =>
    standing.filter(({ event }) => types.includes(event.type)).length;
  return {
    measurements: standing.filter(isWholeMeasurement).length,
    readings: count('reading-taken'),
    looks: count('observation-made', 'matrix-looked', 'sign-noted', 'code-read'),
    actions: count('action-done'),
    passedOver: count('step-skipped', 'part-waived'),
    jumps: count('step-jumped'),
    takenBack: trail.length - standing.length,
  };
}

/** A single reading, the last of a set or chain, the check of the meter that ends a proof. */
function isWholeMeasurement({ event }: TrailLine): boolean {
  if (event.type === 'meter-proven') return event.next !== undefined;
  if (event.type !== 'reading-taken' || event.adopts !== undefined) return false;
  return event.proof === undefined && (event.part === undefined || event.joint !== undefined);
}

/**
 * Minutes from the call to the closing, or to the last entry of an open visit: whole, by the clock on the wall. What is ticked
 * off after closing does not lengthen it. Undefined where the record has no times.
 */
export function minutesOf({ trail }: Pick<VisitState, 'trail'>): number | undefined {
  const events = trail.map(({ event }) => event);
  const first = events[0];
  const last = lastClosing(events) ?? events.at(-1);
  if (!first || !last) return undefined;
  const minutes = Math.round((wallTime(last) - wallTime(first)) / 60_000);
  return Number.isNaN(minutes) ? undefined : Math.max(0, minutes);
}

/** The closing that still holds: what was ticked off after it is no work; what was done once it was taken up again is. */
function lastClosing(events: readonly VisitEvent[]): VisitEvent | undefined {
  const reopened = events.findLastIndex(({ type }) => type === 'visit-reopened');
  return events.slice(reopened + 1).find(({ type }) => type === 'visit-closed');
}

/** "12 measurements (31 readings), 4 looks, 1 passed over, in 42 min". */
export function workWords(counts: WorkCounts, minutes: number | undefined): string {
  const { measurements, readings, looks, passedOver, jumps, takenBack } = counts;
  const said = [
    `${counted(measurements, 'measurement')} (${counted(readings, 'reading')})`,
    counted(looks, 'look'),
    passedOver > 0 ? `${passedOver} passed over` : '',
    jumps > 0 ? counted(jumps, 'jump') : '',
    takenBack > 0 ? `${takenBack} taken back` : '',
  ].filter(Boolean);
  return `${said.join(', ')}${minutes === undefined ? '' : `, in ${minutes} min`}`;
}

function counted(count: number, name: string): string {
  return `${count} ${name}${count === 1 ? '' : 's'}`;
}
