import {
  mustBeFound,
  ownerOf,
  parseElement,
  voltsShow,
  type ChainLink,
  type ChainProgress,
  type VisitContext,
} from '@juxtameter/core';

/** A point of the row, with what was read or follows from what was read. */
export interface PointBox {
  readonly address: string;
  readonly name: string;
  /** Volts to the end of the path; words where they are only implied. */
  readonly value: string;
  readonly state: 'alive' | 'dead' | 'unclear' | 'implied-alive' | 'implied-dead' | 'open';
  readonly spoken: string;
}

/** An element of the row, or the wires between two points that carry no element. */
export interface LinkBox {
  readonly label: string;
  readonly title: string;
  readonly note: string;
  /** Volts read across it; after "≈" what the readings on both its sides differ by. */
  readonly across: string;
  readonly isSuspect: boolean;
  readonly isAbsent: boolean;
  readonly isLoad: boolean;
}

export interface ChainBox {
  readonly point?: PointBox;
  readonly link?: LinkBox;
}

interface Words {
  readonly element: (element: string) => string;
  readonly point: (point: string) => string;
  readonly volts: (volts: number) => string;
}

/**
 * A chain as boxes in a row. Between two elements stands one point: the one that was read, else one on a board, since that
 * is where a probe reaches.
 */
export function chainBoxes(context: VisitContext, progress: ChainProgress, words: Words): readonly ChainBox[] {
  const { chain, place } = progress;
  const suspects = new Set(progress.readings.length === 0 ? [] : place.links);
  const boxes: ChainBox[] = [];
  let start = 0;
  chain.links.forEach((link, index) => {
    if (link.kind === 'wire') return;
    boxes.push({ point: pointBox(context, progress, words, start, index) });
    const wires = chain.links.slice(start, index).flatMap((each, at) => (suspects.has(start + at) ? [each] : []));
    boxes.push({
      link: {
        label: shortName(link.element),
        title: words.element(link.element),
        note: noteOf(link, wires.length > 0 && suspects.has(index)),
        across: acrossWords(progress, words, start, index),
        isSuspect: suspects.has(index),
        isAbsent: link.isAbsent === true,
        isLoad: link.kind === 'load',
      },
    });
    start = index + 1;
  });
  boxes.push({ point: pointBox(context, progress, words, start, chain.links.length) });
  return boxes;
}

function noteOf({ isAbsent, isOpenAtRest, isHeldOpen, mayRest }: ChainLink, mayBeItsWires: boolean): string {
  if (isAbsent) return 'not here';
  const notes = [
    isOpenAtRest ? 'open at rest' : '',
    isHeldOpen ? 'open while called' : '',
    mayRest ? 'or another way' : '',
    mayBeItsWires ? 'or its wires' : '',
  ];
  return notes.filter(Boolean).join(', ');
}

/**
 * Read across the element, or what is left of the voltage from its one side to the other: along one path every voltage
 * is in step with the next, so that they may be taken from one another.
 */
function acrossWords(progress: ChainProgress, words: Words, start: number, index: number): string {
  const { chain, readings } = progress;
  const direct = readings.findLast(({ from, to }) => from <= index && to > index && isNarrow(progress, from, to));
  if (direct) return words.volts(direct.volts);
  const end = chain.points.length - 1;
  const next = chain.links.findIndex((link, at) => at > index && link.kind !== 'wire');
  const toEnd = (first: number, last: number): number | undefined =>
    readings.findLast(({ from, to }) => from >= first && from <= last && to === end)?.volts;
  const before = toEnd(start, index);
  const after = next < 0 ? 0 : toEnd(index + 1, next);
  return before === undefined || after === undefined ? '' : `≈ ${words.volts(Math.abs(before - after))}`;
}

/** Read across this element alone, with no other in between. */
function isNarrow({ chain }: ChainProgress, from: number, to: number): boolean {
  return chain.links.slice(from, to).filter(({ kind }) => kind !== 'wire').length === 1;
}

function shortName(element: string): string {
  const { owner, inner } = parseElement(element);
  return inner === undefined ? owner : `${owner} ${inner.replaceAll('-', ' ')}`;
}

/** The point between two elements: `first` and `last` are the ends of the wires that join them. */
function pointBox(context: VisitContext, progress: ChainProgress, words: Words, first: number, last: number): PointBox {
  const { chain, readings, place } = progress;
  const end = chain.points.length - 1;
  const within = Array.from({ length: last - first + 1 }, (_each, index) => first + index);
  const read = readings.findLast(({ from, to }) => within.includes(from) && to === end);
  const isOnBoard = (index: number): boolean =>
    context.model.boards.some(({ id }) => id === ownerOf(chain.points[index] ?? ''));
  const offered = within.find((index) => progress.offers.includes(chain.points[index] ?? ''));
  const at = read?.from ?? offered ?? within.find(isOnBoard) ?? first;
  const address = chain.points[at] ?? '';
  const name = words.point(address);
  if (read) {
    const value = words.volts(read.volts);
    const shows = voltsShow(chain, read.ends);
    return { address, name, value, state: shows, spoken: `${name}: ${value}, ${shows}` };
  }
  if (at === end) return { address, name, value: 'return', state: 'open', spoken: `${name}, the return` };
  const state = readings.length > 0 ? IMPLIED[mustBeFound(chain, place, readings, at) ?? 'part'] : 'open';
  const value = { 'implied-alive': 'alive', 'implied-dead': 'dead', open: '?' }[state];
  return { address, name, value, state, spoken: `${name}: ${state === 'open' ? 'not known' : `must be ${value}`}` };
}

/** What follows for a point that was not read. */
const IMPLIED = { whole: 'implied-alive', part: 'open', nothing: 'implied-dead' } as const;
