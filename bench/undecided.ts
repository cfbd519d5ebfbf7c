/**
 * How much stays undecided in random small plans whose tabs share flags: reach, what Back reveals, and every rule of
 * every two screens. Percentages of all verdicts of a kind. ANDANTE_RUNS=n takes n times as many plans, ANDANTE_SEED
 * other ones.
 */
import fc from 'fast-check';
import { remembered } from '../src/core/base/remembered';
import { toEnd } from '../src/core/base/slices';
import { check } from '../src/core/check';
import { answerTo } from '../src/core/reach';
import { planArbitrary, smallPlanArbitrary } from '../tests/unit/plans';

const seed = Number(process.env.ANDANTE_SEED ?? 20);
const numRuns = Number(process.env.ANDANTE_RUNS ?? 1) * 400;

class Share {
  private all = 0;
  private open = 0;

  add(isOpen: boolean): void {
    this.all++;
    if (isOpen) this.open++;
  }

  toString(): string {
    return `${((100 * this.open) / Math.max(1, this.all)).toFixed(2)} % of ${this.all}`;
  }
}

const screens = ['s0', 's1', 's2', 's3', 's4'];

/** Rules about every two screens, few at a time: a plan with a hundred of them spends its budget on the first. */
const ruleSets = screens.map((a) =>
  screens
    .flatMap((b) => [
      ...(a === b ? [] : [`from ${a} always reach ${b}`, `never ${a} after ${b}`]),
      `never ${a} beneath ${b}`,
      `always ${a} beneath ${b}`,
    ])
    .map((claim) => `rule "${claim}" ${claim}\n`)
    .join(''),
);

const families: readonly (readonly [name: string, plans: fc.Arbitrary<string>])[] = [
  ['two tabs, one flag', smallPlanArbitrary('shared')],
  ['the whole language', planArbitrary(6)],
];
for (const [name, plans] of families) {
  const [reach, back, of] = [new Share(), new Share(), new Map<string, Share>()];
  let shared = 0;
  for (const text of fc.sample(plans, { numRuns, seed })) {
    for (const [index, rules] of ruleSets.entries()) {
      const { plan, reach: result } = check(`${text}\n${rules}`);
      for (const variant of result.variants) {
        if (variant.kind !== 'bounded') continue;
        for (const claim of plan.claims) {
          if (!claim.first || !claim.second) continue;
          const kind = claim.node.claim ?? 'unknown';
          remembered(of, kind, () => new Share()).add(toEnd(answerTo(plan, variant, claim)) === 'undecided');
        }
        if (index > 0) continue;
        shared++;
        for (const [at, { reachable }] of variant.verdicts.entries()) {
          reach.add(reachable === 'undecided');
          if (reachable === 'yes') back.add(!variant.back(plan.screens[at]!).whole);
        }
      }
    }
  }
  console.log(`${name}: ${shared} of ${numRuns} plans have tabs that share flags; undecided there:`);
  console.log(`  reach ${String(reach)}, Back ${String(back)}`);
  for (const [kind, share] of of) console.log(`  ${kind}: ${String(share)}`);
}
