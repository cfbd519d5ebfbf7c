import { showType } from '../../plan/types';
import { showValue } from '../../supply/supply';
import { example } from '../parts/example';
import { say } from '../parts/message';
import { answerFixes, nameTrigger } from '../parts/result-parts';
import type { Rule } from '../parts/rule';
import { eachCell, nameWayIn, replaceValue, sayWhatFits, valueFixes } from '../parts/supply-parts';

export const fixedId: Rule = {
  id: 'supply/fixed-id',
  severity: 'warning',
  groups: ['supply', 'doubtful'],
  reason: 'A literal stands where an id should come from data.',
  explanation:
    'Somebody put in a sample id to try the screen and left it there. Now every user sees the same thing. ' +
    'Hand over an id from the data on the screen.',
  ...example`
      app "Huts"
      start list
      id HutId: int
      screen list "Huts" {
        has first: HutId
    -   on "Hut" push hut(hutId: 12)
    +   on "Hut" push hut(hutId: first)
      }
      screen hut "Hut" {
        takes hutId: HutId
      }
  `,
  *check(context) {
    yield* eachCell(context, 'fixed-id', (wayIn, cell) => ({
      range: cell.argument!,
      summary: say`${nameWayIn(wayIn)} always opens ${wayIn.target.label} with ${cell.parameter.name} ${showValue(cell.value!)}.`,
      detail: say`A ${showType(cell.parameter.type)} should come from data; ${sayWhatFits(context, wayIn, cell)}.`,
      fixes: valueFixes(context, wayIn, cell, replaceValue(cell.argument!)),
    }));
    for (const bad of context.supply.results.badAnswers) {
      if (bad.status !== 'fixed-id') continue;
      const { screen, transition } = bad.at;
      yield {
        range: bad.value,
        summary: say`${nameTrigger(transition)} always hands ${showValue(bad.value)} back.`,
        detail: say`A ${showType(bad.wanted.type)} should come from data.`,
        subject: screen.label,
        fixes: answerFixes(context, bad),
      };
    }
  },
};
