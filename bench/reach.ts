/** All stacks of generated plans, beside a general graph library on the same screens and transitions: ratios within one run. */
import { DirectedGraph } from 'graphology';
import { stronglyConnectedComponents } from 'graphology-components';
import { bfsFromNode } from 'graphology-traversal';
import { parse } from '../src/core/language/parse';
import { openings, type Plan } from '../src/core/plan/model';
import { resolve } from '../src/core/plan/resolve';
import { exactReach } from '../src/core/reach/exact';
import { searchReach } from '../src/core/reach/search';
import { generatePlan } from './generate';

function asGraph(plan: Plan): DirectedGraph {
  const graph = new DirectedGraph();
  for (const screen of plan.screens) graph.addNode(screen.index);
  for (const screen of plan.screens) {
    for (const { branches } of screen.transitions) for (const { steps } of branches) for (const { call } of openings(steps)) if (call?.target) graph.mergeEdge(screen.index, call.target.index);
  }
  return graph;
}

function time(run: () => unknown): number {
  const taken: number[] = [];
  for (let round = -1; round < 5; round++) {
    const begin = performance.now();
    run();
    if (round >= 0) taken.push(performance.now() - begin);
  }
  return taken.sort((a, b) => a - b)[2]!;
}

let over = false;
const small: number[] = [];
console.log('Milliseconds, median of 5, for all stacks of a plan, with links and without.\n');
for (const [screens, flags, most] of [[100, 0, Infinity], [1000, 0, Infinity], [10_000, 0, 3000], [1000, 4, 1000]] as const) {
  const plan = resolve(parse(generatePlan(screens, 5, flags)));
  const graph = asGraph(plan);
  const quick = searchReach(plan);
  let longest = 0;
  const all = time(() => {
    const work = exactReach(plan, quick);
    for (let begin = performance.now(); !work.next().done; begin = performance.now()) longest = Math.max(longest, performance.now() - begin);
  });
  const search = time(() => bfsFromNode(graph, '0', () => undefined));
  // The library's components take minutes for ten thousand screens.
  const components = screens > 1000 ? null : time(() => stronglyConnectedComponents(graph));
  if (flags === 0) small.push(all);
  if (all > most) over = true;
  console.log(`${screens} screens, ${screens * 5} transitions, ${flags} flags: ${all.toFixed(0)} ms${most < Infinity ? ` (${all > most ? 'EXCEEDS' : 'under'} ${most})` : ''}, ${(all / search).toFixed(1)} times the library’s search${components === null ? '' : `, ${(all / components).toFixed(1)} times its components`}; longest slice ${longest.toFixed(0)} ms; ${(process.memoryUsage().rss / 2 ** 20).toFixed(0)} MiB in all`);
}
console.log(`Ten times the screens take ${(small[2]! / small[1]!).toFixed(1)} times as long; 10 would be in proportion.`);
if (over) process.exitCode = 1;
