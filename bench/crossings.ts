/** How often lines of the chart of reach cross: with lanes as the plan declares them, and as the chart orders them. */
import { readFileSync } from 'node:fs';
import { declaredLanes } from '../src/core/chart/order';
import { crossingsIn, tidyLanes } from '../src/core/chart/tidy';
import { check } from '../src/core/check';
import { overview } from '../src/core/report/overview';
import { generatePlan } from './generate';

/** The result of something, and how long it took, in milliseconds. */
function timed<T>(act: () => T): readonly [T, number] {
  const begin = performance.now();
  return [act(), performance.now() - begin];
}

const plans: readonly (readonly [name: string, text: string])[] = [
  ['the demo', readFileSync('demo/saddleback.andante', 'utf8')],
  ['the example of 158 screens', readFileSync('demo/tidewater.andante', 'utf8')],
  ...[150, 300, 1000, 2000].map((screens) => [`${screens} screens, generated`, generatePlan(screens)] as const),
];

console.log('Crossings of lines, lanes as declared and as the chart orders them:');
for (const [name, text] of plans) {
  const view = overview(check(text));
  const [lanes, ordering] = timed(() => tidyLanes(view));
  const before = crossingsIn(view, declaredLanes(view));
  const [after, counting] = timed(() => crossingsIn(view, lanes));
  console.log(
    `  ${name}: ${before} before, ${after} after; ` +
      `ordered in ${ordering.toFixed(0)} ms, counted in ${counting.toFixed(0)} ms`,
  );
}
