import { Injectable, inject } from '@angular/core';
import { chartGraph, type ChartGraph, type ChartLayout, type ProcedureDocument } from '@juxtameter/core';
import ELK, { type ELK as Elk, type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api.js';
import { LocalStore } from '../local/local-store';

/** Layered from top to bottom, arrows in right angles, words on the arrows kept clear of boxes. */
const OPTIONS: Readonly<Record<string, string>> = {
  'elk.algorithm': 'layered',
  'elk.direction': 'DOWN',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.layered.spacing.nodeNodeBetweenLayers': '34',
  'elk.spacing.nodeNode': '26',
  'elk.spacing.edgeNode': '16',
  'elk.spacing.edgeEdge': '10',
  'elk.layered.spacing.edgeNodeBetweenLayers': '16',
  'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
  'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
  'elk.edgeLabels.placement': 'CENTER',
};

/** Lays charts out in a worker, once for every content: known ones come from memory or from this device. */
@Injectable({ providedIn: 'root' })
export class ChartLayouts {
  private readonly local = inject(LocalStore);
  private readonly known = new Map<string, Promise<ChartLayout>>();
  private elk: Elk | undefined;

  /** @throws Error when the worker cannot be started. */
  of(procedure: ProcedureDocument): Promise<ChartLayout> {
    const graph = chartGraph(procedure);
    const key = JSON.stringify([OPTIONS, graph]);
    const layout = this.known.get(key) ?? this.found(key, graph);
    this.known.set(key, layout);
    layout.catch(() => this.known.delete(key));
    return layout;
  }

  private async found(key: string, graph: ChartGraph): Promise<ChartLayout> {
    const hash = await hashOf(key);
    // Without storage it is laid out anew in every page.
    const kept = await this.local.layout(hash).catch(() => undefined);
    if (kept) return kept;
    const layout = await this.laidOut(graph);
    await this.local.keepLayout(hash, layout).catch(() => undefined);
    return layout;
  }

  private async laidOut(graph: ChartGraph): Promise<ChartLayout> {
    this.elk ??= new ELK({ workerFactory: () => new Worker(new URL('./elk.worker', import.meta.url)) });
    return toLayout(graph, await this.elk.layout(toElk(graph)));
  }
}

async function hashOf(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return Array.from(new Uint8Array(digest), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

function toElk({ nodes, edges }: ChartGraph): ElkNode {
  return {
    id: 'chart',
    layoutOptions: OPTIONS,
    children: nodes.map(({ id, width, height }) => ({ id, width, height })),
    edges: edges.map(({ from, to, words, width, height }, index) => ({
      id: `edge-${index}`,
      sources: [from],
      targets: [to],
      labels: words === '' ? [] : [{ text: words, width, height }],
    })),
  };
}

function toLayout(graph: ChartGraph, laid: ElkNode): ChartLayout {
  const places = new Map((laid.children ?? []).map((child) => [child.id, child]));
  const ways = new Map((laid.edges ?? []).map((edge) => [edge.id, edge]));
  return {
    width: laid.width ?? 0,
    height: laid.height ?? 0,
    nodes: graph.nodes.map((node) => {
      const { x = 0, y = 0 } = places.get(node.id) ?? {};
      return { ...node, x, y };
    }),
    edges: graph.edges.map((edge, index) => ({ ...edge, ...wayOf(ways.get(`edge-${index}`)) })),
  };
}

function wayOf(edge: ElkExtendedEdge | undefined): Pick<ChartLayout['edges'][number], 'points' | 'label'> {
  const [section] = edge?.sections ?? [];
  const [label] = edge?.labels ?? [];
  const points = section ? [section.startPoint, ...(section.bendPoints ?? []), section.endPoint] : [];
  if (label?.x === undefined || label.y === undefined) return { points };
  return { points, label: { x: label.x + (label.width ?? 0) / 2, y: label.y + (label.height ?? 0) / 2 } };
}
