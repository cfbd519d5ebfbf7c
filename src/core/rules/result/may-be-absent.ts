import { addCondition } from '../../edit/branches';
import { showType } from '../../plan/types';
import { showValue } from '../../supply/supply';
import { example } from '../parts/example';
import { say } from '../parts/message';
import { answerFixes, nameTrigger, questionFixes } from '../parts/result-parts';
import type { Screen } from '../../plan/model';
import type { Question } from '../../supply/results';
import type { Fix, Rule } from '../parts/rule';

export const absentResult: Rule = {
  id: 'result/may-be-absent',
  severity: 'warning',
  groups: ['result'],
  reason: 'A result may be absent where a value is required.',
  explanation:
    'The screen that asked goes on without a value that it counts on. Hand a value back that is always there, or ' +
    'let what gets the result be absent.',
  ...example`
      app "Huts"
      start book
      screen book "Book" {
        has from: date
        on "Day" push pickDay gives from
      }
      screen pickDay "Pick a day" {
        has chosen: date?
        returns date
    -   on "Choose" back with chosen
    +   on "Choose" when chosen is given back with chosen
      }
  `,
  *check(context) {
    const questionsTo = (screen: Screen): readonly Question[] =>
      context.supply.results.questions.filter(({ target }) => target === screen);
    for (const bad of context.supply.results.badAnswers) {
      if (bad.status !== 'may-be-absent') continue;
      const { screen, transition, branch } = bad.at;
      const value = showValue(bad.value);
      const type = screen.returns!.node.type;
      const fixes: Fix[] = [
        ...answerFixes(context, bad),
        { label: `Only when ${value} is given`, edits: addCondition(branch, `${value} is given`) },
        ...(type && questionsTo(screen).every(({ screen: asker, asks }) => mayBeAbsentOn(asker, asks.value.text))
          ? [
              {
                label: `Let ${screen.label} return nothing at times`,
                edits: [{ from: type.to, to: type.to, insert: '?' }],
              },
            ]
          : []),
      ];
      yield {
        range: bad.value,
        summary: say`${nameTrigger(transition)} hands ${value} back, which may be absent.`,
        detail: say`${screen.label} returns ${showType(bad.wanted.type)}: whoever asked counts on a value.`,
        subject: screen.label,
        fixes,
      };
    }
    for (const bad of context.supply.results.badQuestions) {
      if (bad.status !== 'may-be-absent') continue;
      const { screen, target, transition } = bad.at;
      yield {
        range: bad.value,
        summary: say`${nameTrigger(transition)} gives ${bad.value.text} the result of ${target.label}, which may be absent.`,
        detail: say`${target.label} returns ${showType(bad.type!)}, and ${bad.value.text} has type ${showType(bad.wanted!)}.`,
        subject: screen.label,
        fixes: questionFixes(context, bad),
      };
    }
  },
};

const mayBeAbsentOn = ({ holds }: Screen, value: string): boolean =>
  holds.some(({ name, type }) => name === value && type.kind === 'optional');
