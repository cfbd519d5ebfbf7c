import { byModule, linesOf, type Graph, type GraphNode } from './graph';

/** A text in the DOT language: quotation marks are escaped, other characters stand for themselves. */
const quoted = (text: string): string => `"${text.replace(/\\/g, '\\\\').replace(/"/g, '\\"').replace(/\s+/g, ' ')}"`;

const shapes: Readonly<Record<GraphNode['kind'], string>> = {
  screen: 'box',
  start: 'point',
  tabs: 'plain',
  menu: 'plain',
  event: 'plain',
  entry: 'plain',
};

/** A graph in the DOT language, with a cluster for each module. */
export function dotOf(graph: Graph): string {
  const node = (each: GraphNode, indent: string): string => {
    const style = each.reachable === 'no' ? ', style=dashed' : '';
    const label = linesOf(each)
      .map((line) => quoted(line).slice(1, -1))
      .join('\\n');
    return `${indent}${each.id} [label="${label}", shape=${shapes[each.kind]}${style}];\n`;
  };
  const parts = [...byModule(graph)].map(([module, nodes], index) => {
    if (module === null) return nodes.map((each) => node(each, '  ')).join('');
    const inner = nodes.map((each) => node(each, '    ')).join('');
    return `  subgraph cluster_${index} {\n    label=${quoted(module)};\n${inner}  }\n`;
  });
  const edges = graph.edges.map(
    ({ from, to, label, kind }) => `  ${from} -> ${to} [label=${quoted(label)}, tooltip=${quoted(kind)}];\n`,
  );
  return `digraph ${quoted(graph.title)} {
  rankdir=LR;
  node [fontname="monospace"];
  edge [fontname="sans-serif", fontsize=10];
${parts.join('')}${edges.join('')}}
`;
}
