import { typeOfPath } from '../../plan/scope';
import { eachStep, eachStepList, screenOfList } from '../../plan/steps';
import { isLiteral, literalType } from '../../plan/literals';
import { scopeOfTransition } from '../../supply/site';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import { nameTrigger, returnsFix, withoutQuestion, withoutResult } from '../parts/result-parts';
import type { Context, Found, Rule } from '../parts/rule';

export const undeclaredResult: Rule = {
  id: 'result/undeclared',
  severity: 'error',
  groups: ['result'],
  reason: 'A step asks for a result that no screen declares, or hands one back.',
  explanation:
    'A screen says with “returns” what it hands back. Its triggers hand it back with “back with” or “close with”. ' +
    'The trigger that opens the screen says with “gives” which value of its own screen gets the result. Only a ' +
    'trigger can do either: a menu, an event and an else have no screen whose values they could read or change.',
  ...example`
      app "Huts"
      start book
      screen book "Book" {
        has from: date
        on "Day" push pickDay gives from
      }
      screen pickDay "Pick a day" {
        has chosen: date
    +   returns date
        on "Choose" back with chosen
      }
  `,
  *check(context) {
    const { plan, text, supply } = context;
    for (const question of supply.results.questions) {
      const { target, asks, screen, transition } = question;
      if (target.returns) continue;
      const type = screen.holds.find(({ name }) => name === asks.value.text)?.type;
      yield {
        range: asks.value,
        summary: say`${nameTrigger(transition)} asks ${target.label} for a result, and ${target.label} returns none.`,
        detail: say`${asks.value.text} stays as it is. Declare on ${target.label} what it returns, or do not ask.`,
        subject: screen.label,
        fixes: [
          ...(type ? returnsFix(text, target, type) : []),
          { label: 'Do not ask', edits: [withoutQuestion(question.step)] },
        ],
      };
    }
    for (const { screen, transition, branch, step, result } of supply.results.answers) {
      if (screen.returns) continue;
      const { value } = result;
      const type = isLiteral(value)
        ? literalType(value)
        : typeOfPath(scopeOfTransition(transition, branch, plan), value.names);
      yield {
        range: value,
        summary: say`${nameTrigger(transition)} hands a result back, and ${screen.label} does not say that it returns one.`,
        detail: say`Nobody can ask for it. Declare on ${screen.label} what it returns.`,
        subject: screen.label,
        fixes: [
          ...(type ? returnsFix(text, screen, type) : []),
          { label: 'Hand nothing back', edits: [withoutResult(step)] },
        ],
      };
    }
    yield* outsideTriggers(context);
  },
};

/** Steps of menus, events and elses, where no screen asks or answers. */
function* outsideTriggers({ plan }: Context): Generator<Found> {
  for (const list of eachStepList(plan)) {
    if (list.kind === 'trigger') continue;
    const who =
      list.kind === 'else'
        ? say`The else on ${list.screen.label}`
        : list.kind === 'item'
          ? say`“${words(list.item.label)}” in the menu “${words(list.item.menu.title)}”`
          : say`The event “${words(list.event.title)}”`;
    const subject =
      list.kind === 'else' ? screenOfList(list)!.label : list.kind === 'item' ? list.item.menu.title : list.event.title;
    for (const step of eachStep(list.steps)) {
      if ('asks' in step && step.asks)
        yield {
          range: step.asks.value,
          summary: say`${who} asks for a result, and has no value that could get it.`,
          detail: say`Only a trigger of a screen can ask: its screen has the value.`,
          subject,
          fixes: [{ label: 'Do not ask', edits: [withoutQuestion(step)] }],
        };
      if ('result' in step && step.result)
        yield {
          range: step.result.value,
          summary: say`${who} hands a result back, and has no screen that returns one.`,
          detail: say`Only a trigger of the screen that returns it can hand a result back.`,
          subject,
          fixes: [{ label: 'Hand nothing back', edits: [withoutResult(step)] }],
        };
    }
  }
}
