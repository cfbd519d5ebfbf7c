import type { Missed } from '../../plan/model';
import { missedIn, suspecting } from '../../reach';
import { example } from '../parts/example';
import { say } from '../parts/message';
import { askingFixes, nameTrigger } from '../parts/result-parts';
import type { Rule } from '../parts/rule';
import { confirmed, inVariants, sayVariant, sayWalk } from '../parts/stack-parts';

export const lostResult: Rule = {
  id: 'result/lost',
  severity: 'warning',
  groups: ['result', 'stack'],
  reason: 'In some run, a result reaches nobody.',
  explanation:
    'The screen was opened by somebody who does not ask, or another screen took its place in between. Users make ' +
    'their choice, and nothing comes of it. Let every trigger that opens the screen ask, or give those who do not ' +
    'ask another way out.',
  ...example`
      app "Huts"
      start book
      screen book "Book" {
        has from: date
        on "Day" push pickDay gives from
    -   on "Calendar" push pickDay
    +   on "Calendar" push pickDay gives from
      }
      screen pickDay "Pick a day" {
        has chosen: date
        returns date
        on "Choose" back with chosen
      }
  `,
  *check(context) {
    const { results } = context.supply;
    if (results.answers.length === 0) return;
    const found = yield* inVariants(
      context,
      ({ stacks }) => missedIn(stacks),
      function* (variant) {
        yield* confirmed((yield* suspecting(context.plan, variant)).missed);
      },
    );
    const answers = new Map<Missed, (typeof results.answers)[number]>(
      results.answers.map((answer) => [answer.result, answer]),
    );
    const unasked = new Set(results.unasked);
    for (const { key, found: walk, variant } of found) {
      const answer = answers.get(key);
      // Nobody asks for the results of these at all: result/unasked.
      if (!answer || unasked.has(answer.screen)) continue;
      const { screen, transition, branch, step, result } = answer;
      const beneath = branch.steps.at(-1) === step ? walk.at(-1)?.shows : null;
      yield {
        range: result.value,
        summary: say`${sayVariant(variant)}${nameTrigger(transition)} hands a result back that may reach nobody.`,
        detail: beneath
          ? say`After ${sayWalk(walk)}, ${beneath.label} is on top, and has not asked for it.`
          : say`After ${sayWalk(walk)}, no screen beneath has asked for it.`,
        subject: screen.label,
        variant,
        walk,
        fixes: askingFixes(context, screen),
      };
    }
  },
};
