import {
  asBefore,
  evidenceFor,
  measuredOutcome,
  readingTitle,
  type EventOf,
  type VisitContext,
  type VisitState,
} from '../visit';
import { linesOf, saidOf, type Placed } from './answers';
import type { Asked } from './check';
import { isSameStep, rereadAnswer } from './reread';

type Reading = EventOf<'reading-taken'>;

/** Everything that read wrong and speaks for a finding, to be read again. */
export function measurementChecks(context: VisitContext, state: VisitState): readonly Asked[] {
  const readings = linesOf(state, 'reading-taken');
  return failingReadings(context, state).flatMap((failing): Asked[] => {
    const place = readings.find(({ event }) => event.id === failing);
    if (!place || isReadBefore(readings, place)) return [];
    const again = readings.filter(({ index, event }) => index > place.index && isSameReading(place.event, event));
    const id = `reading:${failing}`;
    const after = again.at(-1)?.event;
    return [
      {
        check: {
          id,
          kind: 'measurement',
          words: `${readingTitle(context, { event: place.event, step: place.line.step })} reads as it should`,
          before: place.event,
          ...(after ? { after } : {}),
        },
        answers: [
          { result: 'failed', index: place.index, line: place.line, isOrigin: true },
          ...again.map((each) => rereadAnswer(context, place, each)),
          ...saidOf(state, id),
        ],
        demand: 'measurement',
      },
    ];
  });
}

/** Ids of the readings that were not as they should be and speak for what was found, each finding by the record before it. */
function failingReadings(context: VisitContext, state: VisitState): readonly string[] {
  const all = state.findings.flatMap((finding) => {
    const { implicates } = evidenceFor(context, asBefore(context, state, finding.id), finding);
    return implicates.flatMap(({ line: { event } }) =>
      event.type === 'reading-taken' && !event.proof && measuredOutcome(event).verdict !== 'within' ? [event.id] : [],
    );
  });
  return [...new Set(all)];
}

/** Read wrong twice it is one thing to read again: the first stands for both. */
function isReadBefore(
  readings: readonly Placed<'reading-taken'>[],
  { index, event }: Placed<'reading-taken'>,
): boolean {
  return readings.some(
    (other) =>
      other.index < index && isSameReading(other.event, event) && measuredOutcome(other.event).verdict !== 'within',
  );
}

/** The same part of the same step, or the same two points by the same function, whichever way the probes are turned. */
function isSameReading(one: Reading, other: Reading): boolean {
  if (one.proof || other.proof || one.function !== other.function) return false;
  if (isSameStep(one, other)) return true;
  // Another part of a set is another reading, also between the same points.
  if (one.step !== undefined && one.step === other.step && one.chart === other.chart) return false;
  const isTurned = one.from === other.to && one.to === other.from;
  return (one.from === other.from && one.to === other.to) || isTurned;
}
