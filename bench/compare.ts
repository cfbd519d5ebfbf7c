/**
 * Time to compare two versions of a plan: one trigger has another label, and one screen another name. 1,000 screens may
 * take 1 s beyond the check of the new version, 10,000 may take 10 s. At 300 screens somebody types: one version stays.
 * Then all from the text of the other version to the comparison may take 150 ms.
 */
import { compare } from '../src/core/compare/compare';
import { comparisonCard } from '../src/core/compare/report/cards';
import { Checks } from '../src/ui/changes/checks';
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
  const checks = new Checks();
  const before = checks.ofOld(text);
  void before.findings;
  const [ownTimes, comparisons]: number[][] = [[], []];
  // The first rounds compile the code. Whoever types has typed more than a few keys.
  for (let round = 0; round < (screens > 1000 ? 2 : 40); round++) {
    const typed = edited(text, round);
    const begun = performance.now();
    const after = checks.ofTyped(typed);
    void after.findings;
    const checked = performance.now();
    comparisonCard(compare(before, after));
    ownTimes!.push(checked - begun);
    comparisons!.push(performance.now() - checked);
  }
  const [own, beyond] = [median(ownTimes!.slice(-15)), median(comparisons!.slice(-15))];
  const isTyped = screens === 300;
  const counts = isTyped ? own + beyond : beyond;
  if (counts > most) failed = true;
  const [checked, compared, all] = [own, beyond, own + beyond].map((time) => time.toFixed(0));
  const sum = isTyped ? `${all} ms in all` : 'beyond it';
  console.log(`${screens} screens: check ${checked} ms, comparison ${compared} ms, ${sum} (at most ${most} ms)`);
}
if (failed) process.exitCode = 1;
