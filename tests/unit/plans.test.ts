/** What the random plans contain: no property may hold for want of it. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import { resolve } from '../../src/core/plan/resolve';
import { activeStack, keyOf, type Configuration } from '../../src/core/walk/configuration';
import { isBeside } from '../../src/core/walk/event';
import { listInSight } from '../../src/core/walk/in-sight';
import { Walker } from '../../src/core/walk/walker';
import { grammarPlan } from './grammar-plans';
import { planArbitrary, smallPlanArbitrary } from './plans';

/** Number of configurations of each plan that are looked at. */
const most = 120;

/** What some run of a plan does with events, results and pairs, and what the plan declares. */
function contentsOf(text: string): Set<string> {
  const plan = resolve(parse(text));
  const contents = new Set<string>();
  if (plan.modules.some(({ parameters }) => parameters.length > 0)) contents.add('argument of a module');
  for (const variant of plan.variants) {
    const walker = new Walker(plan, variant);
    const known = new Map<string, Configuration>();
    const add = (all: readonly Configuration[]): void => {
      for (const each of all) if (known.size < most && !known.has(keyOf(each))) known.set(keyOf(each), each);
    };
    add(walker.coldStart());
    for (const configuration of known.values()) {
      const top = activeStack(configuration)!;
      if (top.asked !== null) contents.add('asked');
      if (listInSight(top, variant)) contents.add('list in sight');
      for (const event of [...walker.allEvents(configuration), ...walker.externalEvents()]) {
        const after = walker.after(configuration, event);
        if (event.kind === 'event' && after.some((each) => keyOf(each) !== keyOf(configuration))) contents.add('event');
        if (isBeside(event) && after.some((each) => keyOf(each) !== keyOf(configuration)))
          contents.add('tap on a list');
        if ([...walker.missed].some((one) => !('kind' in one))) contents.add('result that reaches nobody');
        add(after);
      }
    }
  }
  return contents;
}

test.each([
  ['every production', grammarPlan('none'), []],
  ['every production, tabs', grammarPlan('tabs'), []],
  ['all of the language', planArbitrary(5), ['argument of a module']],
  ['small, a flag', smallPlanArbitrary('flag'), []],
  ['small, tabs', smallPlanArbitrary('tabs'), []],
  ['small, needs', smallPlanArbitrary('needs'), []],
  ['small, tabs and needs', smallPlanArbitrary('shared'), []],
  ['small, results', smallPlanArbitrary('results'), []],
] as const)('%s: events, questions, lost results and lists in sight occur in runs', (_name, plans, more) => {
  const counts = new Map<string, number>();
  const samples = fc.sample(plans, { numRuns: 120, seed: 20 });
  for (const text of samples) for (const what of contentsOf(text)) counts.set(what, (counts.get(what) ?? 0) + 1);
  if (process.env.ANDANTE_TALLY) console.log(JSON.stringify([...counts].sort()));
  for (const what of ['event', 'asked', 'list in sight', 'tap on a list', 'result that reaches nobody', ...more])
    expect(counts.get(what) ?? 0, what).toBeGreaterThan(samples.length / 50);
});
