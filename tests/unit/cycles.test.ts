import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { DirectedGraph } from 'graphology';
import { stronglyConnectedComponents } from 'graphology-components';
import { parseSync } from 'oxc-parser';
import { expect, test } from 'vitest';

const source = resolve(import.meta.dirname, '../../src');
const files = readdirSync(source, { recursive: true, encoding: 'utf8' }).filter((file) => /\.tsx?$/.test(file));

/** The files that a file imports, types included. */
function* importsOf(file: string): Generator<string> {
  const text = readFileSync(join(source, file), 'utf8');
  const { staticImports, staticExports, dynamicImports } = parseSync(file, text).module;
  const named = [
    ...staticImports.map((one) => one.moduleRequest),
    ...staticExports.flatMap(({ entries }) => entries.map((one) => one.moduleRequest)),
  ];
  const loaded = dynamicImports.map(({ moduleRequest: { start, end } }) => text.slice(start + 1, end - 1));
  for (const name of [...named.flatMap((one) => one?.value ?? []), ...loaded]) {
    const path = name.startsWith('.') && relative(source, resolve(source, dirname(file), name));
    const found = path && ['.ts', '.tsx', '/index.ts'].map((end) => path + end).find((each) => files.includes(each));
    if (found) yield found;
  }
}

/** Groups of nodes that import one another; `nodeOf` maps a file to its node. */
function cycles(nodeOf: (file: string) => string): string[][] {
  const graph = new DirectedGraph();
  for (const file of files)
    for (const imported of importsOf(file))
      if (nodeOf(file) !== nodeOf(imported)) graph.mergeEdge(nodeOf(file), nodeOf(imported));
  return stronglyConnectedComponents(graph).flatMap((group) => (group.length > 1 ? [group.sort()] : []));
}

test('no files import one another', () => {
  expect(cycles((file) => file)).toEqual([]);
});

test('no folders import one another', () => {
  expect(cycles(dirname)).toEqual([]);
});
