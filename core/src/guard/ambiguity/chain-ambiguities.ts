import { isBoardFunction, ownerOf } from '../../unit-model';
import { locate, type Chain } from '../../path';
import { chainAsRead, chainEnds, readingOn, type ChainAsRead } from '../../visit';
import type { Guard, Settling } from '../guard';
import type { ReadingView } from './reading-view';

/** What stays open between a reading and the chains it lies on. */
export function chainAmbiguities(view: ReadingView): readonly Guard[] {
  return [
    ...zeroClosedOrDead(view),
    ...returnNotCall(view),
    ...sneakPath(view),
    ...lostBetweenBoards(view),
    ...sharedOrOwn(view),
    ...fedAndIdle(view),
  ];
}

/** From a point to the return of its chain, where both probes reach: on the same board where it comes there. */
function toEnd(view: ReadingView, chain: Chain, point: string, when = ''): Settling {
  const end = chain.points.at(-1) ?? '';
  const beside = [...view.context.wiring.terminals].find(
    (each) => each !== point && ownerOf(each) === ownerOf(point) && view.nets.joined(each, end),
  );
  const to = ownerOf(end) === ownerOf(point) ? end : (beside ?? end);
  return {
    function: chain.function,
    from: point,
    to,
    expects: `present ${chain.nominal} V`,
    words: `${view.label(point)} to ${view.label(to)}${when}`,
  };
}

/** A chain with this reading among its own, whether it is in the log already or only typed. */
function asRead(view: ReadingView, base: Chain): ChainAsRead {
  const { chain, readings } = chainAsRead(view.context, view.state, base);
  const { reading } = view;
  const typed = readingOn(view.context, chain, reading, reading.judgement, reading.id);
  const isLogged = readings.some(({ event }) => event === reading.id);
  return { chain, readings: typed && !isLogged ? [...readings, typed] : readings };
}

/** Nothing across a contact, and nothing of its chain was seen alive. */
function zeroClosedOrDead(view: ReadingView): readonly Guard[] {
  const element = view.elementBetween();
  if (!element || view.shows() !== 'dead') return [];
  const chain = view.chains.find(({ links }) => links.some((link) => link.element === element.id));
  const ends = chain && chainEnds(view.context, chain, view.reading);
  if (!chain || !ends || !view.areCalled(chain)) return [];
  const read = asRead(view, chain);
  const place = locate(read.chain, read.readings);
  // Alive before it, or a break found elsewhere on a live chain: the zero says closed.
  if (!place.isSourceOpen) return [];
  const before = toEnd(view, chain, chain.points[ends.from] ?? '');
  return [
    view.readAt(before.from, before.to) ? view.guard('nothing-arrives') : view.guard('zero-closed-or-dead', before),
  ];
}

/** From the feed to a point behind a contact that nobody calls: seen through the load. */
function returnNotCall(view: ReadingView): readonly Guard[] {
  const { reading, nets } = view;
  return view.chains.flatMap((chain): Guard[] => {
    if (view.shows(reading, chain.nominal) !== 'alive') return [];
    const isCalled = (chain.path.calls ?? []).length === 0 || view.areCalled(chain);
    const contact = chain.links.findIndex(({ element, kind }) => kind === 'series' && isBoardFunction(element));
    if (isCalled || contact < 0) return [];
    const load = chain.links.findIndex(({ kind }) => kind === 'load');
    const behind = chain.points.slice(contact + 1, load + 1);
    const before = chain.points.slice(0, contact + 1);
    const isOn = (points: readonly string[], point: string): boolean => points.some((each) => nets.joined(each, point));
    const isAcross =
      (isOn(before, reading.from) && isOn(behind, reading.to)) ||
      (isOn(before, reading.to) && isOn(behind, reading.from));
    if (!isAcross) return [];
    const { from, to } = reading;
    const wasCalled = view
      .everBefore()
      .some(
        ({ reading: each, conditions }) =>
          view.isAt(each, from, to) && (chain.path.calls ?? []).every((call) => conditions.calls?.[call] === 'on'),
      );
    if (wasCalled) return [];
    const calls = (chain.path.calls ?? []).map((call) => call.replaceAll('-', ' ')).join(', ');
    return [
      view.guard('return-not-call', {
        function: chain.function,
        from,
        to,
        expects: `closed ${chain.nominal} V`,
        words: `${view.label(from)} to ${view.label(to)}, with ${calls} called`,
      }),
    ];
  });
}

/** No single break explains what was read. */
function sneakPath(view: ReadingView): readonly Guard[] {
  return view.chains.flatMap((chain): Guard[] => {
    if (view.isHandOn || !view.areCalled(chain) || !chainEnds(view.context, chain, view.reading)) return [];
    const { chain: asItWas, readings } = asRead(view, chain);
    if (!locate(asItWas, readings).isContradictory) return [];
    const last = readings.at(-1);
    // What stays alive under the meter's load is no stray voltage: then it is known to be a way round, or a second break.
    const isLoaded = [...view.others, view.reading].some(
      (each) => each.isLowImpedance === true && chainEnds(view.context, chain, each) !== undefined,
    );
    return isLoaded
      ? []
      : [view.guard('sneak-path', toEnd(view, chain, chain.points[last?.from ?? 0] ?? '', ', loaded'))];
  });
}

/** Alive at one board, and nobody looked where it goes into the next. */
function lostBetweenBoards(view: ReadingView): readonly Guard[] {
  if (view.shows() !== 'alive') return [];
  return view.chains.flatMap((chain): Guard[] => {
    const ends = chainEnds(view.context, chain, view.reading);
    const last = chain.points.length - 1;
    if (!ends || !view.areCalled(chain) || !isAtEnd(view, chain, ends.to)) return [];
    const board = boardAt(view, chain.points[ends.from]);
    // A feed is no call: only behind what makes the call is it one.
    const isBehindControl = chain.links.slice(0, ends.from).some(({ kind }) => kind === 'series');
    if (board === undefined || !isBehindControl) return [];
    const next = chain.points.findIndex((point, index) => {
      const other = boardAt(view, point);
      return index > ends.from && index < last && other !== undefined && other !== board && index <= loadAt(chain);
    });
    const isRead = asRead(view, chain).readings.some(({ from, to }) => from >= next && to >= loadAt(chain));
    if (next < 0 || isRead) return [];
    const there = toEnd(view, chain, chain.points[next] ?? '');
    return view.readAt(there.from, there.to) ? [] : [view.guard('lost-between-boards', there)];
  });
}

function loadAt({ links }: Chain): number {
  return links.findIndex(({ kind }) => kind === 'load');
}

function isAtEnd(view: ReadingView, chain: Chain, index: number): boolean {
  const end = chain.points.at(-1);
  const point = chain.points[index];
  return end !== undefined && point !== undefined && (index > loadAt(chain) || view.nets.joined(point, end));
}

function boardAt({ model }: ReadingView, point: string | undefined): string | undefined {
  return model.boards.find(({ id }) => id === ownerOf(point ?? ''))?.id;
}

/** Nothing across a load whose chain shares contacts or fuses with another that nobody looked at. */
function sharedOrOwn(view: ReadingView): readonly Guard[] {
  const { reading } = view;
  const own = view.chains.find((chain) => view.isAcrossLoad(chain));
  if (!own || view.shows(reading, own.nominal) !== 'dead' || !view.areCalled(own)) return [];
  const parts = new Set(own.links.flatMap(({ element, kind }) => (kind === 'series' ? [element] : [])));
  const sister = view.chains.find(
    (chain) =>
      chain !== own &&
      chain.path.load !== own.path.load &&
      chain.path.supply === own.path.supply &&
      chain.links.some(({ element, kind }) => kind === 'series' && parts.has(element)),
  );
  if (!sister) return [];
  const [from, to] = view.loadPoints(sister);
  const isRead = view.everBefore().some(({ reading: each }) => view.isAcrossLoad(sister, each));
  if (isRead) return [];
  const settle: Settling = {
    function: sister.function,
    from,
    to,
    expects: `present ${sister.nominal} V`,
    words: `${view.label(from)} to ${view.label(to)}, with it called as well`,
  };
  return [view.guard('shared-or-own', settle)];
}

/** A coil with its voltage: whether it moves is not shown by that. */
function fedAndIdle(view: ReadingView): readonly Guard[] {
  const { reading, model } = view;
  if (view.shows() !== 'alive') return [];
  const chain = view.chains.find(({ path, links }) => {
    const load = links.find(({ kind }) => kind === 'load');
    const hasCoil = model.devices.some(({ id, coil }) => id === path.load && coil !== undefined);
    return load !== undefined && hasCoil && view.isAt(reading, load.from, load.to);
  });
  const load = chain?.links.find(({ kind }) => kind === 'load');
  const ohms = model.devices.find(({ id }) => id === chain?.path.load)?.coil?.resistance;
  if (!chain || !load || ohms === undefined || !view.areCalled(chain)) return [];
  const isRead = view.state.trail.some(
    ({ event, standing }) =>
      event.type === 'reading-taken' &&
      standing !== 'retracted' &&
      event.function === 'resistance' &&
      view.isAt(event, load.from, load.to),
  );
  if (isRead) return [];
  const settle: Settling = {
    function: 'resistance',
    from: load.from,
    to: load.to,
    expects: `${ohms} ±20 %`,
    words: `${view.label(load.from)} to ${view.label(load.to)}, dead`,
  };
  return [view.guard('fed-and-idle', settle)];
}
