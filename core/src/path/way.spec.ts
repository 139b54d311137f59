import fc from 'fast-check';
import { DEMO_MODEL } from '../testing/demo';
import type { UnitModelDocument } from '../unit-model';
import { chainOf, conductingLinks, lintPaths, locate, namesOf, withJumpers, type Chain, type ChainReading } from '.';
import { avoidableLinks, besides, shortestWay, wayThrough, type Passage } from './way';

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
        const without = (of: readonly Passage[], element: string): readonly Passage[] =>
          of.filter((each) => each.element !== element);
        const avoidable = way.filter((each) => joined(without(graph, each.element), each.from, each.to));
        expect(avoidableLinks(graph, way)).toEqual(avoidable);
        // Nothing by which current gets around is left out, and nothing is kept that leads nowhere.
        const points = [from, ...way.map((each) => each.to)];
        const beside = besides(graph, points, way);
        for (const each of avoidable) {
          const kept = without([...way, ...beside], each.element);
          expect(joined(kept, each.from, each.to)).toBeTrue();
        }
        for (const each of beside) {
          const kept = without([...way, ...beside], each.element);
          expect(joined(kept, each.from, each.to))
            .withContext(each.element)
            .toBeTrue();
        }
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

/**
 * The mist panel with a test switch wired past fuse and output, open at rest, and shorter than both; with it the drawing
 * may say or not that the call closes the output.
 */
function withSidePath(through?: readonly string[], isOutputKnown = false): UnitModelDocument {
  return {
    ...DEMO_MODEL,
    boards: isOutputKnown
      ? DEMO_MODEL.boards
      : DEMO_MODEL.boards.map((board) => ({
          ...board,
          functions: (board.functions ?? []).map(({ when: _when, ...each }) => each),
        })),
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
  const mist = (model: UnitModelDocument): Chain => {
    const path = (model.paths ?? []).find(({ id }) => id === 'mist-chain');
    const chain = path && chainOf(model, path);
    if (!chain) throw new Error('the mist chain');
    return chain;
  };
  const volts = (chain: Chain, at: string, shown: number): ChainReading => ({
    from: [...chain.points, ...chain.sidePoints].indexOf(at),
    to: chain.points.length - 1,
    ends: { low: shown, high: shown },
    volts: shown,
    event: at,
  });
  const left = (chain: Chain, ...readings: readonly ChainReading[]): readonly string[] => {
    const { links } = locate(chain, readings);
    return [...namesOf(chain, links, 'parts'), ...namesOf(chain, links, 'wires')];
  };

  it('is followed both ways: the contacts of either may rest', () => {
    const chain = mist(withSidePath());
    const names = (links: Chain['links']): readonly string[] => links.map(({ element }) => element);
    expect(names(chain.links)).toContain('S9');
    expect(names(chain.sideLinks)).toEqual(jasmine.arrayWithExactContents(['w11', 'F1', 'w12', 'CB:mist-output']));
    const resting = [...chain.links, ...chain.sideLinks].filter(({ mayRest }) => mayRest);
    expect(names(resting)).toEqual(['S9', 'CB:mist-output']);
    expect(lintPaths(withSidePath())).toEqual([]);
    // What its author names is the way that is laid out; the other lies beside it.
    expect(names(mist(withSidePath(['F1', 'CB:mist-output'])).sideLinks)).toEqual(['w90', 'w91', 'S9']);
    expect(
      lintPaths(withSidePath(['F1', 'F77', 'CB:mist-output']))
        .map(({ message }) => message)
        .join(),
    ).toContain('"F77" is no element of this unit model.');
  });

  it('blames neither way until a reading between its contacts says so', () => {
    const chain = mist(withSidePath());
    const behind = [volts(chain, 'CB.X1.1', 26), volts(chain, 'CB.X1.3', 0)];
    expect(left(chain, ...behind)).toEqual(
      jasmine.arrayWithExactContents(['S9', 'w90', 'w91', 'w11', 'F1', 'w12', 'CB:mist-output']),
    );
    // The output has its feed: fuse and wires conduct, and the test switch may rest.
    expect(left(chain, ...behind, volts(chain, 'CB.X1.2', 26))).toEqual(
      jasmine.arrayWithExactContents(['S9', 'w90', 'w91', 'CB:mist-output']),
    );
    // Where the drawing says that the call closes the output, it alone can be what does not conduct.
    const known = mist(withSidePath(undefined, true));
    const dead = [volts(known, 'CB.X1.1', 26), volts(known, 'CB.X1.3', 0)];
    expect(left(known, ...dead)).toEqual(jasmine.arrayWithExactContents(['w11', 'F1', 'w12', 'CB:mist-output']));
    expect(left(known, ...dead, volts(known, 'CB.X1.2', 26))).toEqual(['CB:mist-output']);
    // And what is alive behind both clears neither: the switch may have been closed.
    const behindBoth = [volts(known, 'CB.X1.4', 26)];
    const conducting = conductingLinks(known, behindBoth, locate(known, behindBoth));
    for (const either of ['S9', 'F1', 'CB:mist-output'])
      expect(namesOf(known, conducting, 'parts')).not.toContain(either);
    // With a jumper over the output nothing read behind it speaks of the output.
    const plain = mist(DEMO_MODEL);
    const jumped = withJumpers(plain, [{ id: 'J', from: 'CB.X1.2', to: 'CB.X1.3' }]);
    const alive = [volts(jumped, 'CB.X1.4', 26)];
    const output = plain.links.findIndex(({ element }) => element === 'CB:mist-output');
    expect(conductingLinks(plain, alive, locate(plain, alive))).toContain(output);
    expect(conductingLinks(jumped, alive, locate(jumped, alive))).not.toContain(output);
  });

  it('says which of its contacts are open at rest', () => {
    const open = mist(DEMO_MODEL).links.filter(({ isOpenAtRest }) => isOpenAtRest);
    expect(open.map(({ element }) => element)).toEqual(['CB:mist-output']);
  });
});
