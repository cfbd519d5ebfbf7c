import { byModule, linesOf, type Graph, type GraphNode } from './graph';

/** A text of Mermaid: characters that mean something become entity codes. */
const quoted = (text: string): string =>
  `"${text.replace(/\s+/g, ' ').replace(/[#"<>&`\\[\]{}|]/g, (character) => `#${character.charCodeAt(0)};`)}"`;

/** A graph as a flowchart of Mermaid, with a subgraph for each module. */
export function mermaidOf(graph: Graph): string {
  const node = (each: GraphNode, indent: string): string => {
    const text = linesOf(each)
      .map((line) => quoted(line).slice(1, -1))
      .join('<br>');
    return each.kind === 'screen' ? `${indent}${each.id}["${text}"]\n` : `${indent}${each.id}(["${text}"])\n`;
  };
  const parts = [...byModule(graph)].map(([module, nodes], index) =>
    module === null
      ? nodes.map((each) => node(each, '  ')).join('')
      : `  subgraph m${index} [${quoted(module)}]\n${nodes.map((each) => node(each, '    ')).join('')}  end\n`,
  );
  const edges = graph.edges.map(
    ({ from, to, label }) => `  ${from} -->${label === '' ? '' : `|${quoted(label)}|`} ${to}\n`,
  );
  return `flowchart LR\n${parts.join('')}${edges.join('')}`;
}
