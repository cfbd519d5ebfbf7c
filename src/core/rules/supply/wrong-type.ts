import type { TextEdit } from '../../language/edits';
import type { TextRange } from '../../language/range';
import type { Parameter } from '../../plan/model';
import { showType } from '../../plan/types';
import { showValue } from '../../supply/supply';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Context, Found, Rule } from '../parts/rule';
import { eachCell, nameWayIn, replaceValue, sayWhatFits, valueFixes } from '../parts/supply-parts';

export const wrongType: Rule = {
  id: 'supply/wrong-type',
  severity: 'error',
  groups: ['supply', 'doubtful'],
  reason: 'An argument gets a value of another type.',
  explanation:
    'A value of type T fits T and T?. An int fits decimal, and a choice’s literal fits the choice. Nothing ' +
    'else fits. Ids differ by name: a StayId is no HutId even if both are texts, because mixing them up shows ' +
    'users somebody else’s data.',
  ...example`
      app "Huts"
      start list
      id HutId: int
      id StayId: int
      screen list "Huts" {
        has stay: StayId, first: HutId
    -   on "Hut" push hut(hutId: stay)
    +   on "Hut" push hut(hutId: first)
      }
      screen hut "Hut" {
        takes hutId: HutId
      }
  `,
  *check(context) {
    yield* eachCell(context, 'wrong-type', (wayIn, cell) => {
      const { name, type } = cell.parameter;
      return {
        range: cell.argument!,
        summary: say`${nameWayIn(wayIn)} gives ${wayIn.target.label} ${showValue(cell.value!)} for ${name}.`,
        detail: say`${name} has type ${showType(type)}, and ${showValue(cell.value!)} has type ${showType(cell.type!)}; ${sayWhatFits(context, wayIn, cell)}.`,
        fixes: valueFixes(context, wayIn, cell, replaceValue(cell.argument!)),
      };
    });
    for (const { screen, what, cell, range } of context.supply.badDefaults) {
      if (cell.status !== 'wrong-type') continue;
      const { name, type } = cell.parameter;
      yield {
        range,
        summary: say`The ${words(what)} of ${name} on ${screen.label} does not fit its type.`,
        detail: say`${name} has type ${showType(type)}, and ${showValue(cell.value!)} has type ${showType(cell.type!)}.`,
        subject: screen.label,
        fixes: [{ label: `Remove the ${what}`, edits: [takeOut(cell.parameter, what, range)] }],
      };
    }
    yield* wrongWalkValues(context);
    for (const { transition, loop, status, type } of context.supply.badLoops) {
      if (status !== 'wrong-type' || !loop.list) continue;
      yield {
        range: loop.list,
        summary: say`“${words(transition.trigger)}” on ${transition.screen.label} loops over something that is no list.`,
        detail: say`The value after ${'in'} has type ${showType(type!)}. Write a list there.`,
        subject: transition.screen.label,
      };
    }
  },
};

/** A default begins behind the type, a sample behind the text before it. */
function takeOut({ node, initial }: Parameter, what: 'default' | 'sample', range: TextRange): TextEdit {
  const before = (what === 'sample' ? initial?.to : undefined) ?? node.type?.to ?? node.name.to;
  return { from: before, to: range.to, insert: '' };
}

function* wrongWalkValues({ supply }: Context): Generator<Found> {
  for (const { walk, of, given, status, type } of supply.badWalkValues) {
    if (status !== 'wrong-type') continue;
    const title = words(walk.title?.value ?? '');
    yield {
      range: given.value!,
      summary:
        'trigger' in of
          ? say`The walk “${title}” gives “${words(of.trigger)}” ${showValue(given.value!)} for ${given.name.text}.`
          : say`The walk “${title}” expects ${showValue(given.value!)} for ${given.name.text} on ${of.screen.label}.`,
      detail: say`${given.name.text} has type ${showType(type!)}, and a walk gives literals.`,
      subject: walk.title?.value ?? null,
    };
  }
}
