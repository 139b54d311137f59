/** Something that current can go through, in either direction. */
export interface Passage {
  readonly element: string;
  readonly from: string;
  readonly to: string;
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
 * What lies beside a way: every passage by which current can leave it at one of its points and come back at another.
 * What only hangs on it leads nowhere.
 */
export function besides<Kind extends Passage>(
  graph: readonly Kind[],
  points: readonly string[],
  way: readonly Passage[],
): readonly Kind[] {
  const ends = new Set(points);
  const others = graph.filter((each) => !way.some((link) => isSame(each, link)));
  const direct = others.filter(({ from, to }) => from !== to && ends.has(from) && ends.has(to));
  let rest = others.filter((each) => !direct.includes(each) && each.from !== each.to);
  const between = new Set(rest.flatMap(({ from, to }) => [from, to]).filter((node) => !ends.has(node)));
  // What is reached only through one node, be it of the way or beside it, leads nowhere.
  for (const node of between) rest = rest.filter((each) => touched(rest, each, ends, node).size > 0);
  return [...direct, ...rest.filter((each) => touched(rest, each, ends).size > 1)];
}

/** Points of the way that are reached from a passage without going through one, nor through this node. */
function touched(
  graph: readonly Passage[],
  start: Passage,
  ends: ReadonlySet<string>,
  without?: string,
): ReadonlySet<string> {
  const seen = new Set<string>([start.from, start.to].filter((each) => each !== without));
  const waiting = [...seen].filter((each) => !ends.has(each));
  for (let at = waiting.shift(); at !== undefined; at = waiting.shift()) {
    for (const { from, to } of graph) {
      const next = from === at ? to : to === at ? from : undefined;
      if (next === undefined || next === without || seen.has(next)) continue;
      seen.add(next);
      if (!ends.has(next)) waiting.push(next);
    }
  }
  return new Set([...seen].filter((each) => ends.has(each)));
}

/** The passages of a way without which its ends stay joined. */
export function avoidableLinks<Kind extends Passage>(graph: readonly Passage[], way: readonly Kind[]): readonly Kind[] {
  return way.filter((passage) => {
    const others = graph.filter((each) => !isSame(each, passage));
    return shortestWay(others, passage.from, passage.to) !== undefined;
  });
}

function isSame(first: Passage, second: Passage): boolean {
  if (first.element !== second.element) return false;
  return (
    (first.from === second.from && first.to === second.to) || (first.from === second.to && first.to === second.from)
  );
}
