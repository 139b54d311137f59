import fc from 'fast-check';
import { DEMO_MODEL } from '../testing/demo';
import type { UnitModelDocument } from '../unit-model';
import { chainOf, layOut, lintPaths } from '.';
import { shortestWay, sideWays, wayThrough, type Passage } from './way';

const node = fc.integer({ min: 0, max: 7 }).map((each) => `n${each}`);
const graphs: fc.Arbitrary<readonly Passage[]> = fc
  .array(fc.tuple(node, node), { minLength: 1, maxLength: 14 })
  .map((pairs) => pairs.map(([from, to], index) => ({ element: `e${index}`, from, to })));

/** Whether two nodes are joined, by merging sets: not the search that is under test. */
function joined(graph: readonly Passage[], a: string, b: string): boolean {
  const sets = new Map<string, string>();
  const rootOf = (each: string): string => {
    const parent = sets.get(each);
    return parent === undefined || parent === each ? each : rootOf(parent);
  };
  for (const { from, to } of graph) sets.set(rootOf(from), rootOf(to));
  return rootOf(a) === rootOf(b);
}

describe('the way of a current', () => {
  it('is found where there is one, and every element that it can get around is named', () => {
    fc.assert(
      fc.property(graphs, node, node, (graph, from, to) => {
        const way = shortestWay(graph, from, to);
        expect(way !== undefined).toBe(joined(graph, from, to));
        if (!way) return;
        const avoidable = way.filter(({ element }) =>
          joined(
            graph.filter((each) => each.element !== element),
            from,
            to,
          ),
        );
        expect(sideWays(graph, way, new Set()).map(({ around }) => around)).toEqual(
          avoidable.map(({ element }) => element),
        );
        expect(sideWays(graph, way, new Set(way.map(({ element }) => element)))).toEqual([]);
      }),
    );
  });

  it('goes through what is named, in that order, from end to end', () => {
    fc.assert(
      fc.property(graphs, node, node, fc.array(fc.nat({ max: 13 }), { maxLength: 2 }), (graph, from, to, picks) => {
        const through = [...new Set(picks.map((each) => `e${each % graph.length}`))];
        const way = wayThrough(graph, from, through, to);
        if (!way) return;
        const ends = [from, ...way.map((each) => each.to)];
        way.forEach((each, index) => expect(each.from).toBe(ends[index] ?? ''));
        expect(ends.at(-1)).toBe(to);
        const met = way.map(({ element }) => element).filter((each) => through.includes(each));
        expect(met).toEqual(through);
      }),
    );
  });
});

/** The mist panel with a test switch wired past fuse and output, open at rest, and shorter than both. */
function withSidePath(through?: readonly string[]): UnitModelDocument {
  return {
    ...DEMO_MODEL,
    devices: [...DEMO_MODEL.devices, { id: 'S9', kind: 'switch', name: 'test switch' }],
    wires: [
      ...DEMO_MODEL.wires,
      { id: 'w90', from: 'CB.X1.1', to: 'S9.1' },
      { id: 'w91', from: 'S9.2', to: 'CB.X1.3' },
    ],
    paths: (DEMO_MODEL.paths ?? []).map((path) => (path.id === 'mist-chain' && through ? { ...path, through } : path)),
  } as UnitModelDocument;
}

describe('a path with a side way', () => {
  const mist = (model: UnitModelDocument) => (model.paths ?? []).find(({ id }) => id === 'mist-chain');

  it('is no chain until its author says what it goes through: a reading would clear what no current needs', () => {
    const model = withSidePath();
    const path = mist(model);
    if (!path) throw new Error('the mist chain');
    expect(chainOf(model, path)).toBeUndefined();
    expect(layOut(model, path)?.sideWays.map(({ around }) => around)).toContain('S9');
    const [problem, ...others] = lintPaths(model).filter(({ severity }) => severity === 'error');
    expect(problem?.path).toMatch(/paths\[\d\]\.through/);
    expect(problem?.message).toMatch(/get around \S+ by .*name here what this path goes through/);
    expect(others.length).toBeGreaterThan(0);
  });

  it('is the chain its author named', () => {
    const model = withSidePath(['F1', 'CB:mist-output']);
    const path = mist(model);
    const links = path && chainOf(model, path)?.links.map(({ element }) => element);
    const plain = mist(DEMO_MODEL);
    expect(links).toEqual((plain && chainOf(DEMO_MODEL, plain)?.links.map(({ element }) => element)) ?? []);
    expect(lintPaths(model)).toEqual([]);
    expect(
      lintPaths(withSidePath(['F1', 'F77', 'CB:mist-output']))
        .map(({ message }) => message)
        .join(),
    ).toContain('"F77" is no element of this unit model.');
  });

  it('says which of its contacts are open at rest', () => {
    const path = mist(DEMO_MODEL);
    const open = path && chainOf(DEMO_MODEL, path)?.links.filter(({ isOpenAtRest }) => isOpenAtRest);
    expect(open?.map(({ element }) => element)).toEqual(['CB:mist-output']);
  });
});
