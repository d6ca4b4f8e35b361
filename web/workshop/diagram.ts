/** Places the tables of a model and their joins, so that children stand at the left of their parents. By dagre (layered drawing). */
import dagre from '@dagrejs/dagre';

export interface Box {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly large: boolean;
}
export interface Edge {
  readonly key: string;
  readonly points: readonly { readonly x: number; readonly y: number }[];
}

const EDGE = 8;
const LETTER = 7.2;

/** @returns boxes by their upper left corner, in pixels */
export function laidOut(
  tables: readonly { readonly id: string; readonly large: boolean }[],
  joins: readonly { readonly from: string; readonly to: string }[],
): { readonly width: number; readonly height: number; readonly boxes: Box[]; readonly edges: Edge[] } {
  const graph = new dagre.graphlib.Graph({ multigraph: true });
  graph.setGraph({ rankdir: 'LR', nodesep: 18, ranksep: 64, marginx: EDGE, marginy: EDGE });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const { id, large } of tables)
    graph.setNode(id, { width: Math.max(large ? 150 : 96, id.length * LETTER + 26), height: large ? 50 : 32 });
  joins.forEach(({ from, to }, index) => {
    if (graph.hasNode(from) && graph.hasNode(to)) graph.setEdge(from, to, {}, String(index));
  });
  dagre.layout(graph);
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number };
  return {
    width: Math.max(1, width),
    height: Math.max(1, height),
    boxes: tables.map(({ id, large }) => {
      const node = graph.node(id) as { x: number; y: number; width: number; height: number };
      return {
        id,
        large,
        x: node.x - node.width / 2,
        y: node.y - node.height / 2,
        width: node.width,
        height: node.height,
      };
    }),
    edges: graph.edges().map((edge) => ({
      key: `${edge.v} ${edge.w} ${edge.name ?? ''}`,
      points: (graph.edge(edge) as { points: { x: number; y: number }[] }).points,
    })),
  };
}
