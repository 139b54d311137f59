import { placesAlong } from '../reading';
import type { TrailLine, VisitContext, VisitEvent } from '../record';

/**
 * Places in the log of everything a line rests on, itself among them: the parts of a set, the readings of a chain, the pairs
 * of a supply, the reading that was adopted or taken for a side. What is wrong with one of them is wrong with the line.
 */
export function membersOf(context: VisitContext, trail: readonly TrailLine[], index: number): readonly number[] {
  const line = trail[index];
  if (!line) return [];
  const named = restsOn(line.event).flatMap((id) => trail.findIndex(({ event }) => event.id === id));
  const joined =
    'joint' in line.event && line.event.joint !== undefined ? partsBefore(context, trail, line, index) : [];
  return [...new Set([...named.filter((each) => each >= 0), ...joined, index])];
}

/** Ids of events that an event says it rests on. */
function restsOn(event: VisitEvent): readonly string[] {
  switch (event.type) {
    case 'reading-taken':
      return event.adopts === undefined ? [] : [event.adopts];
    case 'undecided-accepted':
      return [event.reading];
    case 'supply-judged':
      return event.rests;
    default:
      return [];
  }
}

/** The newest of every part of the step before this line, or everything read along its chain. */
function partsBefore(
  context: VisitContext,
  trail: readonly TrailLine[],
  { event, chart, step, conditions }: TrailLine,
  index: number,
): readonly number[] {
  const before = trail.slice(0, index + 1);
  const path = step?.kind === 'measurement' ? step.measure.chain?.path : undefined;
  const chain = context.chains(context.options).find((each) => each.path.id === path);
  if (chain) return placesAlong(context, before, chain, conditions);
  const id = 'step' in event ? event.step : undefined;
  const newest = new Map<string | undefined, number>();
  before.forEach(({ event: each, chart: its, standing }, at) => {
    const isPart = each.type === 'reading-taken' && each.step === id && its === chart && standing !== 'retracted';
    if (isPart) newest.set(each.part, at);
  });
  return [...newest.values()];
}
