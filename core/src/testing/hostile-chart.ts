import { chartGraph, type ChartLayout } from '../formats';
import type { ProcedureDocument } from '../procedure';

/** A chart whose every text tries to be something else: markup, a command, another line. */
export const HOSTILE: ProcedureDocument = {
  format: 'juxtameter/procedure',
  version: 1,
  id: 'end',
  title: '</title><script>alert(1)</script> %% {init}',
  unitModel: 'm',
  start: 'end',
  steps: {
    end: { kind: 'action', text: '"]; click end "javascript:alert(1)" <b>`x`</b> & #quot;', next: 'graph' },
    graph: { kind: 'observation', text: 'subgraph\nline two', answers: { 'yes"|': 'stop', no: 'stop' } },
    stop: { kind: 'conclusion', class: 'none', text: 'Stop\u0007 here.' },
  },
};

/** Boxes in a column, which is all a drawing needs to know of a layout. */
export function column(procedure: ProcedureDocument): ChartLayout {
  const { nodes, edges } = chartGraph(procedure);
  const placed = nodes.map((node, index) => ({ ...node, x: 0, y: index * 200 }));
  const at = new Map(placed.map((node) => [node.id, node]));
  return {
    width: 300,
    height: nodes.length * 200,
    nodes: placed,
    edges: edges.map((edge) => ({
      ...edge,
      points: [edge.from, edge.to].map((id) => ({ x: 10, y: at.get(id)?.y ?? 0 })),
      label: { x: 20, y: 20 },
    })),
  };
}
