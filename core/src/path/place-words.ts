import { elementName, terminalLabel, wireColourAt, type UnitModelDocument } from '../unit-model';
import type { Chain } from './chain';
import type { ChainPlace } from './locate';
import { namesOf } from './place-key';
import { BREAK_WORDS } from './words';

/**
 * What the readings say and no more: "It stops between X1·3 and X1·4: Float switch FS1 or wires (red, orange)." Wires
 * are told by their colours, which differ from unit to unit: `colourOf` knows those of this one.
 */
export function breakWords(
  model: UnitModelDocument,
  chain: Chain,
  place: ChainPlace,
  colourOf: (wire: string) => string = (wire) => wireColourAt(model, wire),
): string {
  const label = (index: number): string => terminalLabel(model, chain.points[index] ?? '');
  const load = elementName(model, chain.path.load);
  const { links, open, holding, isServed, isSourceOpen, isSourceWeak, isLoadHeavy } = place;
  if (place.isContradictory) return BREAK_WORDS.contradictory();
  if (holding.length === chain.hypotheses.length) return BREAK_WORDS.nothingRead();
  const feed = { isSourceOpen, isSourceWeak };
  const parts = namesOf(chain, links, 'parts');
  if (isServed && !isSourceWeak && parts.length === 1 && parts[0] === chain.path.load) {
    const between = BREAK_WORDS.between(label(links[0] ?? 0), label((links.at(-1) ?? 0) + 1));
    return BREAK_WORDS.wholeAtLoad(between, blamed(model, chain, links, colourOf));
  }
  if (open.length > 0 || isServed) {
    const between = stretchOf(chain, links, label);
    return BREAK_WORDS.stops(between, blamed(model, chain, links, colourOf), feed);
  }
  const poor = [...new Set(holding.flatMap(({ kind, link }) => (kind === 'poor' ? (link ?? []) : [])))];
  if (poor.length > 0) {
    const between = stretchOf(chain, poor, label);
    return BREAK_WORDS.loses(between, blamed(model, chain, poor, colourOf), feed, isLoadHeavy ? load : '');
  }
  if (isSourceOpen) return BREAK_WORDS.nothingAtSource(label(0));
  return isSourceWeak ? BREAK_WORDS.weakAtSource(label(0), load) : BREAK_WORDS.sags(load);
}

/** " between X1·3 and X1·4" where the links lie side by side on the chain, else nothing. */
function stretchOf(chain: Chain, indices: readonly number[], label: (index: number) => string): string {
  const sorted = [...indices].sort((a, b) => a - b);
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (first === undefined || last === undefined || last >= chain.links.length) return '';
  const isWhole = chain.links
    .slice(first, last + 1)
    .every(({ isAbsent }, at) => isAbsent === true || sorted.includes(first + at));
  return isWhole ? ` ${BREAK_WORDS.between(label(first), label(last + 1))}` : '';
}

/** More parts than these are counted, not named: the row shows them. */
const MOST_NAMED = 3;

function blamed(
  model: UnitModelDocument,
  chain: Chain,
  indices: readonly number[],
  colourOf: (wire: string) => string,
): string {
  const parts = namesOf(chain, indices, 'parts');
  const wires = namesOf(chain, indices, 'wires');
  const colours = [...new Set(wires.map(colourOf).filter((colour) => colour !== ''))];
  if (parts.length > MOST_NAMED) return BREAK_WORDS.anyOf(parts.length, wires.length > 0);
  const wireWords = BREAK_WORDS.wires(wires.length, parts.length === 0, colours);
  return BREAK_WORDS.oneOf([...parts.map((element) => elementName(model, element)), wireWords].filter(Boolean));
}
