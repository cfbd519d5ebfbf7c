import { isKnown, showType } from '../../plan/types';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';
import { addValue, eachCell, nameWayIn, sayWhatFits, valueFixes } from '../parts/supply-parts';

export const missing: Rule = {
  id: 'supply/missing',
  severity: 'error',
  groups: ['supply', 'missing'],
  reason: 'A transition opens a screen without an argument that it requires.',
  explanation:
    'The screen has nothing to show: it stays empty, or the app crashes. Every way in must supply every ' +
    'argument that is neither optional nor has a default.',
  ...example`
      app "Huts"
      start list
      id HutId: int
      screen list "Huts" {
        has first: HutId
    -   on "Hut" push hut
    +   on "Hut" push hut(hutId: first)
      }
      screen hut "Hut" {
        takes hutId: HutId
      }
  `,
  check: (context) =>
    eachCell(context, 'missing', (wayIn, cell) => {
      const { name, type } = cell.parameter;
      return {
        range: wayIn.call.list ?? wayIn.call.reference,
        summary: say`${nameWayIn(wayIn)} opens ${wayIn.target.label} without ${name}.`,
        detail: isKnown(type)
          ? say`${wayIn.target.label} takes ${`${name}: ${showType(type)}`} and has no default; ${sayWhatFits(context, wayIn, cell)}.`
          : say`${wayIn.target.label} takes ${name} and has no default. Its type is unknown, so nothing can fit.`,
        fixes: valueFixes(context, wayIn, cell, addValue(wayIn, cell)),
      };
    }),
};
