/**
 * Time to compare two versions of a plan beyond their checks: one trigger renamed, and one screen renamed everywhere.
 * 1,000 screens may take 1 s, 10,000 may take 10 s. While one types at 300 screens, one version stays, and so do the
 * names: then the check of the other version and the comparison may take 150 ms.
 */
import { check } from '../src/core/check';
import { compare } from '../src/core/compare/compare';
import { comparisonCard } from '../src/core/compare/report/cards';
import { generatePlan } from './generate';

const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[times.length >> 1]!;

/** The plan after an edit: another label for its first trigger, and another name for its second screen. */
const edited = (text: string, round: number): string =>
  text.replace(/ on "[^"]*"/, ` on "Typed ${round}"`).replace(/\bs1\b/g, 'renamed');

let failed = false;
for (const [screens, most] of [
  [300, 150],
  [1000, 1000],
  [10_000, 10_000],
] as const) {
  const text = generatePlan(screens);
  const before = check(text);
  void before.findings;
  const [checks, comparisons]: number[][] = [[], []];
  // The first rounds compile the code. Whoever types has typed more than a few keys.
  for (let round = 0; round < (screens > 1000 ? 2 : 40); round++) {
    const after = check(edited(text, round));
    const begun = performance.now();
    void after.findings;
    const checked = performance.now();
    comparisonCard(compare(before, after));
    checks!.push(checked - begun);
    comparisons!.push(performance.now() - checked);
  }
  const [own, beyond] = [median(checks!.slice(-15)), median(comparisons!.slice(-15))];
  const counts = screens === 300 ? own + beyond : beyond;
  if (counts > most) failed = true;
  console.log(
    `${screens} screens: check ${own.toFixed(0)} ms, comparison ${beyond.toFixed(0)} ms beyond it, ${(beyond / own).toFixed(2)} times as long (at most ${most} ms)`,
  );
}
if (failed) process.exitCode = 1;
