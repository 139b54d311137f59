import { jumperEnds, type BypassPlaced, type VisitState } from '../visit';
import type { FollowUp, PastVisit, Temporary } from './past-visit';

/** What earlier visits left to be done or to be taken out, and no later one put an end to. */
export interface LeftRunning {
  readonly temporaries: readonly Temporary[];
  readonly followUps: readonly FollowUp[];
}

/**
 * What is still open at a unit, the first to end first; `visit` is the one at hand, whose own open ends are its own
 * business, and which may have ended some of the others.
 */
export function leftRunning(past: readonly PastVisit[], visit?: Pick<PastVisit, 'id' | 'ended'>): LeftRunning {
  const earlier = past.filter(({ id }) => id !== visit?.id);
  const ended = new Set([...earlier, ...(visit ? [visit] : [])].flatMap((each) => each.ended ?? []));
  const open = <Each extends { readonly id: string }>(all: readonly Each[]): readonly Each[] =>
    all.filter(({ id }) => !ended.has(id));
  return {
    temporaries: [...open(earlier.flatMap((each) => each.temporaries ?? []))].sort((a, b) =>
      a.until.localeCompare(b.until),
    ),
    followUps: open(earlier.flatMap((each) => each.followUps)),
  };
}

/** A temporary repair has run out on the day after its last. */
export function hasRunOut({ until }: Pick<Temporary, 'until'>, today: string): boolean {
  return until < today;
}

/**
 * Jumpers that an earlier visit left in and that nobody has said a word of on this one: they count as in, and no reading
 * knows of them. A jumper is known by the points it joins: names are given anew on every visit.
 */
export function unseenJumpers(
  { temporaries }: LeftRunning,
  { bypasses }: Pick<VisitState, 'bypasses'>,
): readonly BypassPlaced[] {
  const spoken = new Set(bypasses.map(jumperEnds));
  return temporaries.flatMap(({ jumper }) => (jumper && !spoken.has(jumperEnds(jumper)) ? [jumper] : []));
}
