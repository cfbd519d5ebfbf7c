import { mayBeLeftOut, type Step } from '../../plan/model';
import { eachStep, eachStepList, screenOfList, type StepList } from '../../plan/steps';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Rule } from '../parts/rule';
import { missedIn, suspecting } from '../../reach';
import { confirmed, inVariants, sayVariant, sayWalk } from '../parts/stack-parts';

/** Steps that look for something in the stack. */
const goesBack: ReadonlySet<Step['kind']> = new Set(['back', 'back to', 'back past', 'close', 'resume']);

export const backTargetMissing: Rule = {
  id: 'stack/back-target-missing',
  severity: 'error',
  groups: ['stack', 'back'],
  reason: 'A run goes back to a screen, or closes a modal screen, that is not in the stack.',
  explanation:
    'If the screen is not in the stack, “back to” removes everything above the last frame, and the user ends ' +
    'up on the wrong screen. This happens when several paths lead to the step. Use reset, which needs no ' +
    'screen beneath, or go back one screen at a time. Closing without an open modal screen does the same.',
  ...example`
      app "Huts"
      start home
      screen home "Home" {
        on "Hut" push hut
        on "Offer" push pay
      }
      screen hut "Hut" { on "Pay" push pay }
    - screen pay "Pay" { on "Done" back to hut }
    + screen pay "Pay" { on "Done" back to home }
  `,
  *check(context) {
    const found = yield* inVariants(
      context,
      ({ stacks }) => missedIn(stacks),
      function* (variant) {
        yield* confirmed((yield* suspecting(context.plan, variant)).missed);
      },
    );
    if (found.length === 0) return;
    const places = new Map<Step, { readonly list: StepList; readonly rest: readonly Step[] }>();
    for (const list of eachStepList(context.plan)) {
      for (const [index, step] of list.steps.entries())
        for (const each of eachStep([step])) places.set(each, { list, rest: list.steps.slice(index + 1) });
    }
    for (const { key: step, found: walk, variant } of found) {
      const place = places.get(step as Step);
      // The others are results that reach nobody: result/lost.
      if (!place || !('kind' in step)) continue;
      const { list, rest } = place;
      const target = 'target' in step ? step.target : null;
      // An unknown screen is never there, which plan/unknown-name says.
      if (!target && step.kind !== 'close') continue;
      const screen = screenOfList(list);
      const who = screen
        ? say`${screen.label}`
        : list.kind === 'event'
          ? say`The event “${words(list.event.title)}”`
          : say`The menu`;
      yield {
        range: step.range,
        summary: target
          ? say`${sayVariant(variant)}${who} goes back to ${target.label}, which is not always in the stack.`
          : say`${sayVariant(variant)}${who} closes a modal screen, and there is not always one in the stack.`,
        detail: say`After ${sayWalk(walk)}, it is missing: going back removes everything above the last frame.`,
        subject: screen?.label ?? null,
        variant,
        walk,
        // After a reset nothing is left to go back to.
        fixes:
          target &&
          step.kind === 'back to' &&
          target.parameters.every(mayBeLeftOut) &&
          !rest.some(({ kind }) => goesBack.has(kind))
            ? [
                {
                  label: `Reset to ${target.label} instead`,
                  edits: [{ from: step.range.from, to: step.range.to, insert: `reset ${target.label}` }],
                },
              ]
            : [],
      };
    }
  },
};
