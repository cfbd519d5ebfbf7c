import { showType } from '../../plan/types';
import { showValue } from '../../supply/supply';
import { example } from '../parts/example';
import { say } from '../parts/message';
import { answerFixes, nameTrigger, questionFixes } from '../parts/result-parts';
import type { Rule } from '../parts/rule';

export const wrongResult: Rule = {
  id: 'result/wrong-type',
  severity: 'error',
  groups: ['result'],
  reason: 'A result has another type than its screen returns, or than the value that gets it.',
  explanation:
    'A result goes through two hands: the trigger that hands it back, and the value of the screen that asked. ' +
    'It has to fit both, as an argument has to fit what a screen takes.',
  ...example`
      app "Huts"
      start book
      screen book "Book" {
        has from: date, guests: int
    -   on "Day" push pickDay gives guests
    +   on "Day" push pickDay gives from
      }
      screen pickDay "Pick a day" {
        has chosen: date
        returns date
        on "Choose" back with chosen
      }
  `,
  *check(context) {
    for (const bad of context.supply.results.badAnswers) {
      if (bad.status !== 'wrong-type') continue;
      const { screen, transition } = bad.at;
      yield {
        range: bad.value,
        summary: say`${nameTrigger(transition)} hands ${showValue(bad.value)} back.`,
        detail: say`${screen.label} returns ${showType(bad.wanted.type)}, and ${showValue(bad.value)} has type ${showType(bad.type!)}.`,
        subject: screen.label,
        fixes: answerFixes(context, bad),
      };
    }
    for (const bad of context.supply.results.badQuestions) {
      if (bad.status !== 'wrong-type') continue;
      const { screen, target, transition } = bad.at;
      yield {
        range: bad.value,
        summary: say`${nameTrigger(transition)} gives ${bad.value.text} the result of ${target.label}.`,
        detail: say`${bad.value.text} has type ${showType(bad.wanted!)}, and ${target.label} returns ${showType(bad.type!)}.`,
        subject: screen.label,
        fixes: questionFixes(context, bad),
      };
    }
  },
};
