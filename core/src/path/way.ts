/** Something that current can go through, in either direction. */
export interface Passage {
  readonly element: string;
  readonly from: string;
  readonly to: string;
}

/** An element of a way that current can also get around, and what it would go through instead. */
export interface SideWay {
  readonly around: string;
  readonly by: readonly string[];
}

/** The fewest passages from one point to another (breadth-first search; Moore, 1959); undefined where no way leads there. */
export function shortestWay<Kind extends Passage>(
  graph: readonly Kind[],
  from: string,
  to: string,
): readonly Kind[] | undefined {
  const ways = new Map<string, readonly Kind[]>([[from, []]]);
  const waiting = [from];
  for (let at = waiting.shift(); at !== undefined; at = waiting.shift()) {
    const way = ways.get(at) ?? [];
    if (at === to) return way;
    for (const link of graph) {
      const next = link.from === at ? link.to : link.to === at ? link.from : undefined;
      if (next === undefined || ways.has(next)) continue;
      ways.set(next, [...way, { ...link, from: at, to: next }]);
      waiting.push(next);
    }
  }
  return undefined;
}

/** The shortest way that goes through these elements in this order. */
export function wayThrough<Kind extends Passage>(
  graph: readonly Kind[],
  from: string,
  through: readonly string[],
  to: string,
): readonly Kind[] | undefined {
  const [element, ...rest] = through;
  if (element === undefined) return shortestWay(graph, from, to);
  const unnamed = graph.filter((each) => !through.includes(each.element));
  const others = graph.filter((each) => each.element !== element);
  const ways = graph.flatMap((link): (readonly Kind[])[] => {
    if (link.element !== element) return [];
    return [link, { ...link, from: link.to, to: link.from }].flatMap((passage) => {
      const there = shortestWay(unnamed, from, passage.from);
      const onwards = there && wayThrough(others, passage.to, rest, to);
      return there && onwards ? [[...there, passage, ...onwards]] : [];
    });
  });
  return ways.sort((a, b) => a.length - b.length)[0];
}

/**
 * Every element of a way that current can get around, so that nothing read along the way tells of it alone. What the
 * author named is meant to be there: around it is not asked.
 */
export function sideWays(
  graph: readonly Passage[],
  way: readonly Passage[],
  named: ReadonlySet<string>,
): readonly SideWay[] {
  const found: SideWay[] = [];
  const own = new Set(way.map(({ element }) => element));
  for (const segment of segmentsOf(way, named)) {
    const [first, last] = [segment[0], segment.at(-1)];
    if (!first || !last) continue;
    for (const passage of segment) {
      if (found.some(({ around }) => around === passage.element)) continue;
      // Of a changeover only the contact it goes through is taken out.
      const others = graph.filter((each) => !isSame(each, passage) && !named.has(each.element));
      const instead = shortestWay(others, first.from, last.to);
      if (instead)
        found.push({
          around: passage.element,
          by: instead.map(({ element }) => element).filter((element) => !own.has(element)),
        });
    }
  }
  return found;
}

function isSame(first: Passage, second: Passage): boolean {
  if (first.element !== second.element) return false;
  return (
    (first.from === second.from && first.to === second.to) || (first.from === second.to && first.to === second.from)
  );
}

/** The pieces of a way between what is named. */
function segmentsOf(way: readonly Passage[], named: ReadonlySet<string>): readonly (readonly Passage[])[] {
  const segments: Passage[][] = [[]];
  for (const each of way) {
    if (named.has(each.element)) segments.push([]);
    else segments.at(-1)?.push(each);
  }
  return segments;
}
