import { isFedElsewhere, type Conditions } from '../../procedure';
import type { AsItStands } from '../../unit-model';
import type { TrailLine, VisitState } from '../record';
import { isVouchedFor } from './vouched';

/**
 * Plugs that are out and leads that are off by somebody's own word, since anybody was last away: a plug found out an hour ago
 * may be back in. Jumpers count as long as nobody said that they are out.
 */
export function asItStands({ trail, conditions }: Pick<VisitState, 'trail' | 'conditions'>): AsItStands {
  // Fed from elsewhere no plug and no lead cuts anything off for sure.
  if (isFedElsewhere(conditions)) return { connectors: {}, leads: {}, bypasses: conditions.bypasses ?? {} };
  const since = lastReturn(trail);
  const watched = trail.filter(({ standing }, index) => index >= since && standing !== 'retracted');
  const said = watched.flatMap(saidOf);
  const still = (group: 'connectors' | 'leads'): Readonly<Record<string, string>> =>
    Object.fromEntries(
      Object.entries(conditions[group] ?? {}).filter(([id, state]) => said.some((each) => each[group]?.[id] === state)),
    );
  return { connectors: still('connectors'), leads: still('leads'), bypasses: conditions.bypasses ?? {} };
}

/** Index of the first line of the present stay at the machine; -1 where nobody was ever away. */
function lastReturn(trail: readonly TrailLine[]): number {
  return trail.findLastIndex(({ event }, index) => {
    const before = trail[index - 1]?.event;
    if (event.type === 'visit-reopened') return true;
    return event.type === 'handed-over' || (before !== undefined && !isVouchedFor(before, event));
  });
}

/** What an event says of plugs and leads, in the vocabulary of conditions. */
function saidOf({ event, step }: TrailLine): readonly Conditions[] {
  if (event.type === 'connector-changed') return [{ connectors: { [event.connector]: event.state } }];
  if (event.type === 'condition-noted' && event.group === 'leads') return [{ leads: { [event.item]: event.state } }];
  if (event.type !== 'action-done' || step?.kind !== 'action') return [];
  return [...(step.recipe ?? []).map(({ sets }) => sets), step.sets].flatMap((sets) => sets ?? []);
}
