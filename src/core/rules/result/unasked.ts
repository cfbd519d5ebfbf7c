import { withoutStatement } from '../../edit/body';
import { isKnown, showType } from '../../plan/types';
import { example } from '../parts/example';
import { say } from '../parts/message';
import { askingFixes, withoutResult } from '../parts/result-parts';
import type { Rule } from '../parts/rule';

export const unasked: Rule = {
  id: 'result/unasked',
  severity: 'warning',
  groups: ['result'],
  reason: 'A screen returns something, and nobody asks for it.',
  explanation:
    'Users choose, and the screen beneath does not hear of it. Let the trigger that opens the screen say with ' +
    '“gives” which of its values gets the result.',
  ...example`
      app "Huts"
      start book
      screen book "Book" {
        has from: date
    -   on "Day" push pickDay
    +   on "Day" push pickDay gives from
      }
      screen pickDay "Pick a day" {
        has chosen: date
        returns date
        on "Choose" back with chosen
      }
  `,
  *check(context) {
    const { text, supply } = context;
    const { answers } = supply.results;
    for (const screen of supply.results.unasked) {
      const { node, type } = screen.returns!;
      // A type that does not read was reported.
      if (!isKnown(type)) continue;
      yield {
        range: node,
        summary: say`${screen.label} returns ${showType(type)}, and nobody asks for it.`,
        detail: say`What users choose there is lost. Let a trigger that opens ${screen.label} say what gives where it goes.`,
        subject: screen.label,
        fixes: [
          ...askingFixes(context, screen),
          {
            label: 'Return nothing',
            edits: [
              withoutStatement(text, node),
              ...answers.filter((answer) => answer.screen === screen).map(({ step }) => withoutResult(step)),
            ],
          },
        ],
      };
    }
  },
};
