import { closest } from '../../language/closest';
import { valuesInScope } from '../../supply/fitting';
import { scopeOfTransition } from '../../supply/site';
import { showValue } from '../../supply/supply';
import { example } from '../parts/example';
import { enumerate, say } from '../parts/message';
import { answerFixes, nameTrigger, questionFixes, valuesFor } from '../parts/result-parts';
import type { Fix, Rule } from '../parts/rule';

export const unknownResult: Rule = {
  id: 'result/unknown-value',
  severity: 'error',
  groups: ['result'],
  reason: 'A trigger hands back a value that its screen does not have, or gives the result to one.',
  explanation:
    'A trigger can hand back what it could give to a screen that it opens. The result goes to a value that the ' +
    'asking screen “has”: its arguments come from outside, and flags belong to the whole app.',
  ...example`
      app "Huts"
      start book
      screen book "Book" {
        has from: date
    -   on "Day" push pickDay gives form
    +   on "Day" push pickDay gives from
      }
      screen pickDay "Pick a day" {
        has chosen: date
        returns date
        on "Choose" back with chosen
      }
  `,
  *check(context) {
    const { plan, supply } = context;
    for (const bad of supply.results.badAnswers) {
      if (bad.status !== 'unknown-value') continue;
      const { screen, transition, branch } = bad.at;
      const known = valuesInScope(scopeOfTransition(transition, branch, plan)).map(({ path }) => path);
      const near = closest(showValue(bad.value), known);
      const fixes = answerFixes(context, bad);
      yield {
        range: bad.value,
        summary: say`${nameTrigger(transition)} hands ${showValue(bad.value)} back, which does not exist there.`,
        detail: near ? say`Did you mean ${near}?` : say`Declare it on ${screen.label} with ${'has'}.`,
        subject: screen.label,
        fixes: near ? nearFirst(`Hand ${near} back`, bad.value, near, fixes) : fixes,
      };
    }
    for (const bad of supply.results.badQuestions) {
      if (bad.status !== 'unknown-value') continue;
      const { screen, target, transition } = bad.at;
      const { text } = bad.value;
      const held = screen.holds.map(({ name }) => name);
      const near = closest(text, held);
      const fitting = valuesFor(screen, target).map(({ name }) => name);
      const fixes = questionFixes(context, bad);
      yield {
        range: bad.value,
        summary: say`${nameTrigger(transition)} gives the result of ${target.label} to ${text}, which ${screen.label} does not have.`,
        detail: screen.parameters.some(({ name }) => name === text)
          ? say`${text} is an argument of ${screen.label}, and a result cannot change that. Let ${screen.label} have a value for it.`
          : near
            ? say`Did you mean ${near}?`
            : fitting.length > 0
              ? say`On ${screen.label}, the result fits ${enumerate(fitting)}.`
              : say`Declare it on ${screen.label} with ${'has'}.`,
        subject: screen.label,
        fixes: near && fitting.includes(near) ? nearFirst(`Give it to ${near}`, bad.value, near, fixes) : fixes,
      };
    }
  },
};

/** The fix that corrects a name, before the others. */
const nearFirst = (label: string, { from, to }: { from: number; to: number }, near: string, others: Fix[]): Fix[] => [
  { label, edits: [{ from, to, insert: near }] },
  ...others.filter((fix) => fix.label !== label),
];
