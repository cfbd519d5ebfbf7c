import { makeOptional } from '../../edit/arguments';
import { showType } from '../../plan/types';
import { showValue } from '../../supply/supply';
import { say } from '../message';
import type { Rule } from '../rule';
import { eachCell, nameWayIn, replaceValue, sayWhatFits, valueFixes, valuesFor } from '../supply-parts';

export const mayBeAbsent: Rule = {
  id: 'supply/may-be-absent',
  severity: 'warning',
  reason: 'A value that may be absent goes to an argument that is required.',
  explanation:
    'On the runs where the value is there all is well, so tests pass; on the others the screen opens with nothing. Hand ' +
    'over a value that is always there, or let the screen do without it.',
  wrong: 'app "Huts"\nstart list\nid HutId: int\nscreen list "Huts" {\n  has last: HutId?\n  on "Hut" push hut(hutId: last)\n}\nscreen hut "Hut" {\n  takes hutId: HutId\n}\n',
  right: 'app "Huts"\nstart list\nid HutId: int\nscreen list "Huts" {\n  has last: HutId?\n  on "Hut" push hut(hutId: last)\n}\nscreen hut "Hut" {\n  takes hutId: HutId?\n}\n',
  check: (context) => eachCell(context, 'may-be-absent', (wayIn, cell) => {
    const { name, type } = cell.parameter;
    const optional = makeOptional(cell.parameter);
    const others = valuesFor(wayIn, cell).length > 0 ? valueFixes(context, wayIn, cell, replaceValue(cell.argument!)) : [];
    return {
      range: cell.argument!,
      summary: say`${nameWayIn(wayIn)} opens ${wayIn.target.label} with ${showValue(cell.value!)}, which may be absent.`,
      detail: say`${wayIn.target.label} requires ${`${name}: ${showType(type)}`}; ${sayWhatFits(wayIn, cell)}.`,
      fixes: [...others, ...(optional ? [{ label: `Let ${name} be absent on ${wayIn.target.label}`, edits: [optional] }] : [])],
    };
  }),
};
