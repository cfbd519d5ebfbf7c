import { isKnown, showType } from '../../plan/types';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const unanswered: Rule = {
  id: 'result/unanswered',
  severity: 'warning',
  groups: ['result'],
  reason: 'A screen is asked for a result, and none of its triggers hands one back.',
  explanation:
    'Whatever users do there, the screen that asked never gets its value. Hand a value back with “back with” or ' +
    '“close with”.',
  ...example`
      app "Huts"
      start book
      screen book "Book" {
        has from: date
        on "Day" push pickDay gives from
      }
      screen pickDay "Pick a day" {
        has chosen: date
        returns date
    -   on "Choose" back
    +   on "Choose" back with chosen
      }
  `,
  *check({ supply }) {
    for (const screen of supply.results.unanswered) {
      const { node, type } = screen.returns!;
      // A type that does not read was reported.
      if (!isKnown(type)) continue;
      yield {
        range: node,
        summary: say`${screen.label} returns ${showType(type)}, and none of its triggers hands one back.`,
        detail: say`Whoever asks keeps the value of before. Let a trigger of ${screen.label} end with ${'back with'} or ${'close with'}.`,
        subject: screen.label,
      };
    }
  },
};
