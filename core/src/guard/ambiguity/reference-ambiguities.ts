import { supplyTerminal } from '../../unit-model';
import type { Guard, Settling } from '../guard';
import type { Reading, ReadingView } from './reading-view';

/** What stays open because of where the other probe is. */
export function referenceAmbiguities(view: ReadingView): readonly Guard[] {
  return [...oneLegOrFedBack(view), ...equalToNeutral(view), ...fedBack(view), ...referenceNotProven(view)];
}

/** Alive, each to the same earth or neutral, and nothing between them. */
function oneLegOrFedBack(view: ReadingView): readonly Guard[] {
  const { reading } = view;
  if (view.shows() !== 'dead' || view.elementBetween()) return [];
  const alive = (point: string): Reading | undefined =>
    view.others.findLast((each) => {
      const other = view.nets.joined(each.from, point) ? each.to : view.nets.joined(each.to, point) ? each.from : '';
      const role = other === '' ? undefined : view.roleOf(other)?.role;
      return (role === 'earth' || role === 'return') && view.shows(each, nominalTo(view, other)) === 'alive';
    });
  const [one, two] = [alive(reading.from), alive(reading.to)];
  if (!one || !two || one === two || !isToTheSame(view, one, two)) return [];
  if (view.isAliveLater()) return [];
  const isUncalled = view
    .everBefore()
    .some(
      ({ reading: each, conditions }) =>
        (view.isAt(each, one.from, one.to) || view.isAt(each, two.from, two.to)) &&
        Object.values(conditions.calls ?? {}).includes('off') &&
        !Object.values(conditions.calls ?? {}).includes('on'),
    );
  if (isUncalled) return [];
  const settle: Settling = {
    function: two.function,
    from: two.from,
    to: two.to,
    expects: `absent ${nominalTo(view, two.to)} V`,
    words: `${view.label(two.from)} to ${view.label(two.to)} again, with the call taken away`,
  };
  return [view.guard('one-leg-or-fed-back', settle)];
}

/** Both to one reference: against two different ones, alive says less. */
function isToTheSame({ nets }: ReadingView, one: Reading, two: Reading): boolean {
  return [one.from, one.to].some((a) => [two.from, two.to].some((b) => nets.joined(a, b)));
}

/** Volts of a line to earth or neutral. */
function nominalTo(view: ReadingView, reference: string): number {
  const { supply } = view.roleOf(reference) ?? {};
  const nominal = view.nominal();
  if (supply?.system === 'split-phase' || supply?.system === 'high-leg') return nominal / 2;
  return supply?.system === 'three-phase' ? Math.round(nominal / Math.sqrt(3)) : nominal;
}

/** Both legs of a split supply alike to neutral, and nobody read leg to leg. */
function equalToNeutral(view: ReadingView): readonly Guard[] {
  const { reading } = view;
  const here = legOf(view, reading);
  if (!here) return [];
  const sister = view.others.find((each) => {
    const there = legOf(view, each);
    return there !== undefined && there.supply === here.supply && !view.nets.joined(there.leg, here.leg);
  });
  const there = sister && legOf(view, sister);
  const [a, b] = [reading.judgement.value, sister?.judgement.value];
  if (!there || a === undefined || b === undefined || Math.abs(a - b) > 0.1 * Math.max(Math.abs(a), Math.abs(b)))
    return [];
  if (view.readAt(here.leg, there.leg)) return [];
  const nominal = view.nominal();
  const settle: Settling = {
    function: reading.function,
    from: here.leg,
    to: there.leg,
    expects: `${nominal} V ±5 %`,
    words: `${view.label(here.leg)} to ${view.label(there.leg)}: ${nominal} V says two legs, nothing says one`,
  };
  return [view.guard('equal-to-neutral', settle)];
}

/** A live reading from a point that belongs to a leg to neutral, wherever along the leg it was taken. */
function legOf(view: ReadingView, reading: Reading): { readonly leg: string; readonly supply: string } | undefined {
  const ends = [
    [reading.from, reading.to],
    [reading.to, reading.from],
  ] as const;
  for (const [leg, reference] of ends) {
    const to = view.roleOf(reference);
    if (to?.role !== 'return' || to.supply.system !== 'split-phase') continue;
    if (view.shows(reading, nominalTo(view, reference)) === 'alive') return { leg, supply: to.supply.id };
  }
  return undefined;
}

/** Alive to neutral or earth at a point behind a load, which may be seen through it. */
function fedBack(view: ReadingView): readonly Guard[] {
  const { reading } = view;
  const ends = [
    [reading.from, reading.to],
    [reading.to, reading.from],
  ] as const;
  for (const [point, reference] of ends) {
    const role = view.roleOf(reference)?.role;
    if (role !== 'earth' && role !== 'return') continue;
    if (view.shows(reading, nominalTo(view, reference)) !== 'alive') continue;
    for (const chain of view.chains) {
      const load = chain.links.findIndex(({ kind }) => kind === 'load');
      const link = chain.links[load];
      const behind = chain.points.slice(load + 1, -1);
      const isBehind = behind.some((each) => view.nets.joined(each, point));
      const isSupply = view.nets.joined(chain.points.at(-1) ?? '', point);
      if (!link || !isBehind || isSupply || !view.areCalled(chain)) continue;
      if (view.others.some((each) => view.isAcrossLoad(chain, each))) continue;
      const [from, to] = view.loadPoints(chain);
      const settle: Settling = {
        function: chain.function,
        from,
        to,
        expects: `present ${chain.nominal} V`,
        words: `${view.label(from)} to ${view.label(to)}, across the load`,
      };
      return [view.guard('fed-back', settle)];
    }
  }
  return [];
}

/** Nothing to a return which no reading of these conditions saw alive against anything. */
function referenceNotProven(view: ReadingView): readonly Guard[] {
  const { reading } = view;
  if (view.shows() !== 'dead' || view.isPassingAlive()) return [];
  const at = [reading.to, reading.from].find((point) => view.roleOf(point)?.role === 'return');
  const other = at === reading.to ? reading.from : reading.to;
  if (at === undefined || view.roleOf(other)?.role === 'earth' || view.roleOf(other)?.role === 'return') return [];
  // The way back from a return does not depend on what is called.
  const isSeen = view
    .whateverCalled()
    .some((each) => (view.nets.joined(each.from, at) || view.nets.joined(each.to, at)) && view.shows(each) === 'alive');
  const { supply } = view.roleOf(at) ?? {};
  const line = supply && (supplyTerminal(supply, 'line-1') ?? supplyTerminal(supply, 'plus'));
  if (isSeen || supply === undefined || line === undefined || view.nets.joined(line, other)) return [];
  if (view.whateverCalled().some((each) => view.isAt(each, line, at))) return [view.guard('reference-dead')];
  const nominal = nominalTo(view, at);
  const settle: Settling = {
    function: reading.function,
    from: line,
    to: at,
    expects: `present ${nominal} V`,
    words: `${view.label(line)} to ${view.label(at)}`,
  };
  return [view.guard('reference-not-proven', settle)];
}
