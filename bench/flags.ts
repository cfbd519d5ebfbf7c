/**
 * Apps with flags: how long a check takes, and what it leaves undecided. A chain of flags has few of their values
 * together; flags that everything sets and reads have all of them. Each verdict has to be decided, with a
 * shortest walk.
 */
import { performance } from 'node:perf_hooks';
import { check } from '../src/core/check';
import { generatePlan, threeTabs } from './generate';

/** A wizard each step of which sets a flag that all steps read: of n flags it has n + 1 valuations. */
function chain(flags: number): string {
  const steps = Array.from({ length: flags }, (_none, index) => index);
  return [
    'app "Measured"',
    'start wizard',
    ...steps.map((index) => `flag f${index}`),
    'screen wizard "Wizard" {',
    ...steps.map(
      (index) =>
        `  on "Step ${index}" when ${index === 0 ? '' : `f${index - 1} and `}not f${index} sets f${index} = true`,
    ),
    `  on "Done" when f${flags - 1} push done`,
    '}',
    'screen done "Done"',
    '',
  ].join('\n');
}

const apps: readonly (readonly [name: string, text: string])[] = [
  ['64 flags in a chain on one screen', chain(64)],
  ['4 flags that everything reads and sets, 1,000 screens', generatePlan(1000, 5, 4)],
  ['4 flags that three tabs share, 300 screens', generatePlan(300, 5, 4) + threeTabs],
  ['4 flags that three tabs share, 500 screens', generatePlan(500, 5, 4) + threeTabs],
  ['20 flags, each read on a tenth of 300 screens', generatePlan(300, 5, 20, 'flags apart')],
  ['20 flags, each read on a tenth of 1,000 screens', generatePlan(1000, 5, 20, 'flags apart')],
];
for (const [name, text] of apps) {
  const begin = performance.now();
  const { plan, reach, findings } = check(text);
  const checked = findings.length;
  const took = performance.now() - begin;
  const [variant] = reach.variants;
  const verdicts = plan.screens.map((screen) => ({
    verdict: variant!.verdicts[screen.index]!,
    back: variant!.back(screen),
  }));
  const count = (holds: (each: (typeof verdicts)[number]) => boolean): number => verdicts.filter(holds).length;
  const undecided = count(({ verdict }) => verdict.reachable === 'undecided');
  const perhapsTooLong = count(({ verdict }) => verdict.isShortest !== true);
  if (undecided + perhapsTooLong > 0) process.exitCode = 1;
  console.log(
    `${name}: ${Math.round(took)} ms, ${variant!.kind}; of ${plan.screens.length} screens ` +
      `${undecided} undecided, ` +
      `${perhapsTooLong} with walks that may be too long, ` +
      `${count(({ back }) => !back.whole)} with more that Back may reveal; ${checked} findings`,
  );
}
