/**
 * Parse, resolve and check generated plans, beside general tools on the same data: ratios within one run, since
 * machines differ.
 */
import { DirectedGraph } from 'graphology';
import { bfsFromNode } from 'graphology-traversal';
import { check } from '../src/core/check';
import { complete } from '../src/core/assist/complete';
import { format } from '../src/core/language/format';
import { parse } from '../src/core/language/parse';
import { resolve } from '../src/core/plan/resolve';
import type { Plan } from '../src/core/plan/model';
import { searchReach } from '../src/core/reach/verdicts/quick';
import { marginNotes } from '../src/core/report/margin';
import { overview } from '../src/core/report/overview';
import { runRules } from '../src/core/rules/catalogue';
import { toEnd } from '../src/core/base/slices';
import { generatePlan } from './generate';

/** The median of several runs, in milliseconds, after some that warm up. */
function median(run: () => unknown, times: number, warmUp: number): number {
  const taken: number[] = [];
  for (let round = -warmUp; round < times; round++) {
    const begin = performance.now();
    run();
    if (round >= 0) taken.push(performance.now() - begin);
  }
  return taken.sort((a, b) => a - b)[taken.length >> 1]!;
}

/** The plan as the JSON that any other tool would keep it in. */
function asJson(plan: Plan): string {
  return JSON.stringify(
    plan.screens.map((screen) => ({
      name: screen.name,
      module: screen.module?.name,
      title: screen.title?.value,
      parameters: screen.parameters.map(({ name, type }) => ({ name, type })),
      holds: screen.holds.map(({ name, type }) => ({ name, type })),
      transitions: screen.transitions.map(({ trigger, loop, branches }) => ({
        trigger,
        loop: loop?.variable.text,
        steps: branches
          .flatMap((branch) => branch.steps)
          .map((step) =>
            'call' in step
              ? {
                  kind: step.kind,
                  target: step.call?.target?.name,
                  arguments: step.call?.arguments.map((one) => one.name.text),
                }
              : step,
          ),
      })),
    })),
    (_key, value: unknown) => (value instanceof Map ? undefined : value),
  );
}

function asGraph(plan: Plan): DirectedGraph {
  const graph = new DirectedGraph();
  for (const screen of plan.screens) graph.addNode(screen.index);
  for (const screen of plan.screens) {
    for (const transition of screen.transitions) {
      for (const step of transition.branches.flatMap((branch) => branch.steps))
        if ('call' in step && step.call?.target) graph.mergeEdge(screen.index, step.call.target.index);
    }
  }
  return graph;
}

const columns = [
  'screens',
  'KiB',
  'parse',
  'resolve',
  'reach',
  'margin',
  'rules',
  'check',
  'overview',
  'format',
  'complete',
  'JSON.parse',
  'library BFS',
] as const;
const number = (n: number): string => (n < 10 ? n.toFixed(2) : n.toFixed(0));

/** From text to the findings of all rules, without those about stacks, which are silent while stacks are unknown. */
function findings(text: string): number {
  const { plan, quick, supply } = check(text);
  return toEnd(runRules({ text, plan, reach: quick, supply })).findings.length;
}

console.log(
  'Milliseconds, median of 7 after 2 that warm up (of 3 after 1 for 10,000 screens). “rules” is everything from text to findings,',
);
console.log('but for stacks; “check” is everything; “margin” is what a keystroke waits for.\n');
console.log(columns.map((column) => column.padStart(11)).join(''));

const totals: { screens: number; rules: number; check: number }[] = [];
const ratios: string[] = [];
for (const screens of [100, 1000, 10_000]) {
  const text = generatePlan(screens);
  const tree = parse(text);
  const plan = resolve(tree);
  const whole = check(text);
  const json = asJson(plan);
  const graph = asGraph(plan);
  const caret = text.lastIndexOf('push ') + 5;
  const time = (run: () => unknown): number => (screens > 1000 ? median(run, 3, 1) : median(run, 7, 2));
  const results = {
    parse: time(() => parse(text)),
    resolve: time(() => resolve(tree)),
    reach: time(() => searchReach(plan)),
    margin: time(() => marginNotes(check(text))),
    rules: time(() => findings(text)),
    check: time(() => check(text).findings),
    overview: time(() => overview(whole)),
    format: time(() => format(text, tree)),
    complete: time(() => complete(whole, caret)),
    json: time(() => JSON.parse(json)),
    bfs: time(() => bfsFromNode(graph, '0', () => undefined)),
  };
  console.log(
    [String(screens), number(text.length / 1024), ...Object.values(results).map(number)]
      .map((cell) => cell.padStart(11))
      .join(''),
  );
  totals.push({ screens, ...results });
  ratios.push(
    `${screens} screens: parse is ${number(results.parse / results.json)} times JSON.parse of the same model (${number(json.length / 1024)} KiB), reach is ${number(results.reach / results.bfs)} times the library's search.`,
  );
}
console.log(`\n${ratios.join('\n')}`);
const [, middle, large] = totals;
console.log(
  `Ten times the screens take ${number(large!.rules / middle!.rules)} times as long without stacks, ${number(large!.check / middle!.check)} times with them; 10 would be in proportion.`,
);
const judge = (what: string, taken: number, most: number): void => {
  console.log(`1,000 screens, ${what}: ${number(taken)} ms, ${taken < most ? 'under' : 'EXCEEDS'} ${most}.`);
  if (taken >= most) process.exitCode = 1;
};
judge('all rules but those about stacks', middle!.rules, 150);
judge('everything', middle!.check, 1000);
