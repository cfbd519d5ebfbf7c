import { closest } from '../../language/closest';
import { required, showType } from '../../plan/types';
import { screenScope } from '../../plan/scope';
import { valuesInScope } from '../../supply/fitting';
import { scopeOf } from '../../supply/site';
import { showValue, type Cell, type WayIn } from '../../supply/supply';
import { example } from '../parts/example';
import { enumerate, say, words } from '../parts/message';
import type { Context, Fix, Found, Rule } from '../parts/rule';
import { eachCell, nameWayIn, replaceValue, sayWhatFits, valueFixes } from '../parts/supply-parts';

export const unknownValue: Rule = {
  id: 'supply/unknown-value',
  severity: 'error',
  groups: ['supply', 'doubtful'],
  reason: 'A transition hands over a value that its screen does not have.',
  explanation:
    'A transition can hand over literals, its loop variable and the fields of that, the screen’s arguments, ' +
    'and what the screen has. Nothing else exists when the user taps.',
  ...example`
      app "Huts"
      start list
      id HutId: int
      screen list "Huts" {
        has first: HutId
    -   on "Hut" push hut(hutId: frist)
    +   on "Hut" push hut(hutId: first)
      }
      screen hut "Hut" {
        takes hutId: HutId
      }
  `,
  *check(context) {
    yield* eachCell(context, 'unknown-value', (wayIn, cell) => {
      const near = nearValue(context, wayIn, cell);
      const write = replaceValue(cell.argument!);
      const others = valueFixes(context, wayIn, cell, write);
      const fixes: Fix[] = near
        ? [{ label: `Write ${near}`, edits: [write(near)] }, ...others.filter((fix) => fix.label !== `Supply ${near}`)]
        : others;
      return {
        range: cell.argument!,
        summary: say`${nameWayIn(wayIn)} gives ${wayIn.target.label} ${showValue(cell.value!)}, which does not exist there.`,
        detail: near
          ? say`Did you mean ${near}?`
          : say`${wayIn.target.label} takes ${`${cell.parameter.name}: ${showType(cell.parameter.type)}`}; ${sayWhatFits(context, wayIn, cell)}.`,
        fixes,
      };
    });
    for (const { screen, what, cell, range } of context.supply.badDefaults) {
      if (cell.status !== 'unknown-value') continue;
      const type = required(cell.parameter.type);
      const options = type.kind === 'choice' ? type.options : [];
      yield {
        range,
        summary: say`The ${words(what)} of ${cell.parameter.name} on ${screen.label} is ${showValue(cell.value!)}, which is no value of ${showType(type)}.`,
        detail: options.length > 0 ? say`Choose ${enumerate(options, 6, 'or')}.` : say`A ${words(what)} is a literal.`,
        subject: screen.label,
        fixes: options
          .slice(0, 3)
          .map((option) => ({ label: `Write ${option}`, edits: [{ from: range.from, to: range.to, insert: option }] })),
      };
    }
    yield* unknownWalkValues(context);
    for (const { transition, loop, status } of context.supply.badLoops) {
      if (status !== 'unknown-value' || !loop.list) continue;
      const list = loop.list;
      const lists = valuesInScope(screenScope(transition.screen, []))
        .filter((value) => required(value.type).kind === 'list')
        .map((value) => value.path);
      yield {
        range: list,
        summary: say`“${words(transition.trigger)}” on ${transition.screen.label} loops over ${showValue(list)}, which does not exist there.`,
        detail:
          lists.length > 0
            ? say`Lists on ${transition.screen.label}: ${enumerate(lists)}.`
            : say`${transition.screen.label} has no list. Declare one with ${'has'}.`,
        subject: transition.screen.label,
        fixes: lists
          .slice(0, 3)
          .map((path) => ({ label: `Write ${path}`, edits: [{ from: list.from, to: list.to, insert: path }] })),
      };
    }
  },
};

/** The value in scope, or the option, that was most likely meant. */
function nearValue({ plan }: Context, wayIn: WayIn, cell: Cell): string | null {
  const type = required(cell.parameter.type);
  const options = type.kind === 'choice' ? type.options : [];
  const values = valuesInScope(scopeOf(wayIn.site, plan)).map((value) => value.path);
  return closest(showValue(cell.value!), [...options, ...values]);
}

function* unknownWalkValues({ supply }: Context): Generator<Found> {
  for (const { walk, of, given, status, known } of supply.badWalkValues) {
    if (status !== 'unknown-value') continue;
    const near = closest(given.name.text, known);
    yield {
      range: given.name,
      summary:
        'trigger' in of
          ? say`The walk “${words(walk.title?.value ?? '')}” gives “${words(of.trigger)}” ${given.name.text}, which no screen with that trigger has.`
          : say`The walk “${words(walk.title?.value ?? '')}” expects ${given.name.text} on ${of.screen.label}, which does not have it.`,
      detail: near
        ? say`Did you mean ${near}?`
        : known.length > 0
          ? say`It ${words('trigger' in of ? 'takes' : 'has')} ${enumerate(known, 5)}.`
          : say`It ${words('trigger' in of ? 'takes' : 'has')} nothing.`,
      subject: walk.title?.value ?? null,
      fixes: near
        ? [{ label: `Write ${near}`, edits: [{ from: given.name.from, to: given.name.to, insert: near }] }]
        : [],
    };
  }
}
