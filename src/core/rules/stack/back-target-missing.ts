import { mayBeLeftOut, type Screen, type Step } from '../../plan/model';
import { say } from '../message';
import type { Rule } from '../rule';
import { missingTargets } from './missing-targets';
import { suspectsOf } from './suspects';
import { allSteps, confirmed, inVariants, sayVariant, sayWalk } from '../stack-parts';

/** Steps that look for something in the stack. */
const goesBack: ReadonlySet<Step['kind']> = new Set(['back', 'back to', 'back past', 'close', 'resume']);

export const backTargetMissing: Rule = {
  id: 'stack/back-target-missing',
  severity: 'error',
  reason: 'A run goes back to a screen that is not in its stack.',
  explanation:
    'Where the screen is not in the stack, going back to it takes everything off down to the last frame, and the user ends up ' +
    'somewhere else than meant. It happens when the screen from which one goes back can be come to on more than one path. ' +
    'Use reset, which needs nothing to be there, or go back step by step.',
  wrong: 'app "Huts"\nstart home\nscreen home "Home" {\n  on "Hut" push hut\n  on "Offer" push pay\n}\nscreen hut "Hut" { on "Pay" push pay }\nscreen pay "Pay" { on "Done" back to hut }\n',
  right: 'app "Huts"\nstart home\nscreen home "Home" {\n  on "Hut" push hut\n  on "Offer" push pay\n}\nscreen hut "Hut" { on "Pay" push pay }\nscreen pay "Pay" { on "Done" back to home }\n',
  *check(context) {
    const found = inVariants(context, ({ stacks }) => missingTargets(stacks), (variant) => confirmed(suspectsOf(context, variant).missing));
    if (found.length === 0) return;
    const places = new Map<Step, { readonly screen: Screen | null; readonly rest: readonly Step[] }>();
    for (const { screen, steps } of allSteps(context.plan)) {
      for (const [index, step] of steps.entries()) for (const each of step.kind === 'resume' && step.or ? [step, step.or] : [step]) places.set(each, { screen, rest: steps.slice(index + 1) });
    }
    for (const { key: step, found: walk, variant } of found) {
      const target = 'target' in step ? step.target : null;
      const { screen = null, rest = [] } = places.get(step) ?? {};
      if (!target) continue;
      yield {
        range: step.range,
        summary: say`${sayVariant(variant)}${screen ? say`${screen.label}` : say`The menu`} goes back to ${target.label}, which is not always in the stack.`,
        detail: say`After ${sayWalk(walk)} it is not: everything is then taken off down to the last frame.`,
        subject: screen?.label ?? null, variant, walk,
        // After a reset nothing is left to go back to.
        fixes: step.kind === 'back to' && target.parameters.every(mayBeLeftOut) && !rest.some(({ kind }) => goesBack.has(kind)) ? [{ label: `Reset to ${target.label} instead`, edits: [{ from: step.range.from, to: step.range.to, insert: `reset ${target.label}` }] }] : [],
      };
    }
  },
};
