/**
 * The longest part of an analysis without a pause, rules included, on plans that need much work: a keystroke may wait
 * as long for the worker. Each plan is analysed once before, since the first time compiles the code.
 */
import { check } from '../src/core/check';
import { generatePlan, threeTabs } from './generate';

/** In milliseconds. */
const longest = 50;

/** A rule of each kind, or of one, over and over, about screens of a generated plan. */
function rules(count: number, kinds: readonly string[]): string {
  return Array.from({ length: count }, (_, index) => {
    const claim = kinds[index % kinds.length]!.replace('A', `s${7 * index + 30}`).replace('B', `s${7 * index + 33}`);
    return `rule "Rule ${index}" ${claim}\n`;
  }).join('');
}

const everyKind = ['never A after B', 'never A beneath B', 'always A beneath B', 'from A always reach B'];
const plans: readonly (readonly [name: string, text: string])[] = [
  ['1,000 screens, 4 flags', generatePlan(1000, 5, 4)],
  ['1,000 screens, 4 flags, pairs and results', generatePlan(1000, 5, 4, 'pairs and results')],
  ['400 screens, ten rules “never after”', generatePlan(400) + rules(10, ['never A after B'])],
  ['400 screens, 4 flags, twelve rules of all kinds', generatePlan(400, 5, 4) + rules(12, everyKind)],
  ['400 screens, three tabs, twelve rules', generatePlan(400) + threeTabs + rules(12, everyKind)],
  ['400 screens, 20 flags, twelve rules of all kinds', generatePlan(400, 5, 20, 'flags apart') + rules(12, everyKind)],
  [
    '200 screens, three tabs that share 4 flags, twelve rules',
    generatePlan(200, 5, 4) + threeTabs + rules(12, everyKind),
  ],
];

interface Slices {
  readonly count: number;
  readonly all: number;
  readonly longest: number;
}

function slicesOf(text: string): Slices {
  const result = check(text);
  const began = performance.now();
  let last = began;
  let count = 0;
  let most = 0;
  for (const work of [result.look(), result.deepen()]) {
    for (let done = false; !done; count++) {
      done = work.next().done === true;
      const now = performance.now();
      most = Math.max(most, now - last);
      last = now;
    }
  }
  return { count, all: last - began, longest: most };
}

let failed = false;
for (const [name, text] of plans) {
  slicesOf(text);
  // The best of three: disturbances of one run are not ours.
  const best = [slicesOf(text), slicesOf(text), slicesOf(text)].reduce((a, b) => (a.longest < b.longest ? a : b));
  const tooLong = best.longest > longest;
  failed ||= tooLong;
  console.log(
    `${name}: ${best.count} slices, ${Math.round(best.all)} ms, the longest ${best.longest.toFixed(1)} ms${tooLong ? `, over ${longest}` : ''}`,
  );
}
if (failed) process.exitCode = 1;
