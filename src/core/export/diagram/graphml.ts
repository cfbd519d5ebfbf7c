import { html, Html } from '../page/html';
import type { Graph } from './graph';

const nodeKeys = {
  kind: 'string',
  label: 'string',
  title: 'string',
  module: 'string',
  taps: 'int',
  reachable: 'string',
} as const;
const edgeKeys = { step: 'string', control: 'string' } as const;

const data = (key: string, value: string | number | null): Html | null =>
  value === null ? null : html`<data key="${key}">${value}</data>`;

/** A graph as GraphML 1.1. */
export function graphmlOf({ title, nodes, edges }: Graph): string {
  const lines = [
    new Html('<graphml xmlns="http://graphml.graphdrawing.org/xmlns">'),
    ...keysOf('node', nodeKeys),
    ...keysOf('edge', edgeKeys),
    new Html('<graph id="app" edgedefault="directed">'),
    html`<desc>${title}</desc>`,
    ...nodes.map((node) => html`<node id="${node.id}">${nodeNames.map((key) => data(key, node[key]))}</node>`),
    ...edges.map(({ from, to, kind, label }) => {
      const cells = [data('step', kind), data('control', label)];
      return html`<edge source="${from}" target="${to}">${cells}</edge>`;
    }),
    new Html('</graph>'),
    new Html('</graphml>'),
  ];
  return lines.map(({ text }) => `${text}\n`).join('');
}

const nodeNames = Object.keys(nodeKeys) as (keyof typeof nodeKeys)[];

const keysOf = (domain: string, keys: Readonly<Record<string, string>>): Html[] =>
  Object.entries(keys).map(
    ([name, type]) => html`<key id="${name}" for="${domain}" attr.name="${name}" attr.type="${type}" />`,
  );
