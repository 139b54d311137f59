import type { NetworkElement } from '../linear';
import { EARTH } from './points';
import { USUAL_OHMS } from './usual-ohms';

/** What nobody ties to earth floats: it leaks a little, so that a floating reading is a floating reading. */
export function islandLeaks(elements: readonly NetworkElement[], nodes: number): readonly NetworkElement[] {
  const parent = Array.from({ length: nodes }, (_, node) => node);
  const find = (node: number): number => {
    let at = node;
    for (let up = parent[at] ?? at; up !== at; up = parent[at] ?? at) {
      parent[at] = parent[up] ?? up;
      at = up;
    }
    return at;
  };
  for (const element of elements) {
    const pairs =
      element.kind === 'transformer' ? [element.primary, element.secondary] : [[element.a, element.b] as const];
    if (element.kind !== 'current') for (const [a, b] of pairs) parent[find(a)] = find(b);
  }
  const leaks: NetworkElement[] = [];
  for (let node = 1; node < nodes; node += 1) {
    if (find(node) === find(EARTH)) continue;
    leaks.push({ kind: 'resistor', a: node, b: EARTH, ohms: USUAL_OHMS.island });
    parent[find(node)] = find(EARTH);
  }
  return leaks;
}
