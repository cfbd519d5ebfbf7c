/**
 * All stacks of generated plans, beside a general graph library on the same screens and transitions: ratios within one
 * run.
 */
import { execFileSync } from 'node:child_process';
import { DirectedGraph } from 'graphology';
import { stronglyConnectedComponents } from 'graphology-components';
import { bfsFromNode } from 'graphology-traversal';
import { parse } from '../src/core/language/parse';
import { openings, type Plan } from '../src/core/plan/model';
import { resolve } from '../src/core/plan/resolve';
import { Budget } from '../src/core/base/budget';
import { exactReach } from '../src/core/reach/verdicts/exact';
import { searchReach } from '../src/core/reach/verdicts/quick';
import { generatePlan } from './generate';

function asGraph(plan: Plan): DirectedGraph {
  const graph = new DirectedGraph();
  for (const screen of plan.screens) graph.addNode(screen.index);
  for (const screen of plan.screens) {
    for (const { branches } of screen.transitions)
      for (const { steps } of branches)
        for (const { call } of openings(steps)) if (call?.target) graph.mergeEdge(screen.index, call.target.index);
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

/** One size, measured in a process of its own: memory is not to be that of the sizes before. */
interface Measured {
  readonly all: number;
  readonly search: number;
  /** The library's components take minutes for ten thousand screens. */
  readonly components: number | null;
  readonly longest: number;
  readonly memory: number;
  readonly decided: boolean;
}

function measure(screens: number, flags: number, also: Parameters<typeof generatePlan>[3]): Measured {
  const plan = resolve(parse(generatePlan(screens, 5, flags, also)));
  const quick = searchReach(plan);
  let longest = 0;
  let decided = false;
  const all = time(() => {
    const work = exactReach(plan, () => quick, new Budget(25_000_000));
    for (let begin = performance.now(); ; begin = performance.now()) {
      const next = work.next();
      longest = Math.max(longest, performance.now() - begin);
      if (!next.done) continue;
      decided = next.value.variants.every(({ kind }) => kind === 'exact');
      return;
    }
  });
  const memory = process.memoryUsage().rss / 2 ** 20;
  const graph = asGraph(plan);
  const search = time(() => bfsFromNode(graph, '0', () => undefined));
  return {
    all,
    search,
    components: screens > 1000 ? null : time(() => stronglyConnectedComponents(graph)),
    longest,
    memory,
    decided,
  };
}

/**
 * Heap limit in MiB. A heap that may grow keeps garbage as long as there is room; a small one shows the memory that is
 * needed.
 */
const heap = 400;

const [own] = process.argv.slice(2);
if (own) {
  const [screens, flags, also] = own.split('/');
  console.log(JSON.stringify(measure(Number(screens), Number(flags), also as 'nothing')));
} else {
  let over = false;
  const judged = (value: number, most: number, unit: string): string => {
    if (value > most) over = true;
    return `${value.toFixed(0)} ${unit}${most < Infinity ? ` (${value > most ? 'EXCEEDS' : 'under'} ${most})` : ''}`;
  };
  const small: number[] = [];
  console.log(
    `All stacks of a plan, with links and without: median of 5, each size in a process of its own, with a heap of at most ${heap} MiB.\n`,
  );
  for (const [screens, flags, most, also] of [
    [100, 0, Infinity, 'nothing'],
    [1000, 0, Infinity, 'nothing'],
    [10_000, 0, 3000, 'nothing'],
    [1000, 4, 1000, 'nothing'],
    [1000, 4, 3000, 'pairs and results'],
  ] as const) {
    const { all, search, components, longest, memory, decided } = JSON.parse(
      execFileSync(
        process.execPath,
        [...process.execArgv, `--max-old-space-size=${heap}`, process.argv[1]!, `${screens}/${flags}/${also}`],
        { encoding: 'utf8' },
      ),
    ) as Measured;
    if (flags === 0) small.push(all);
    console.log(
      `${screens} screens, ${screens * 5} transitions, ${flags} flags${also === 'nothing' ? '' : `, ${also}`}: ${judged(all, most, 'ms')}${decided ? '' : ', given up'}, ${(all / search).toFixed(1)} times the library’s search${components === null ? '' : `, ${(all / components).toFixed(1)} times its components`}; longest slice ${longest.toFixed(0)} ms; ${judged(memory, 500, 'MiB')}`,
    );
  }
  console.log(
    `Ten times the screens take ${(small[2]! / small[1]!).toFixed(1)} times as long; 10 would be in proportion.`,
  );
  if (over) process.exitCode = 1;
}
