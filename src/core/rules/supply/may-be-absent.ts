import { giveDefault, makeOptional } from '../../edit/arguments';
import { addCondition, elseWithout } from '../../edit/branches';
import type { TextEdit } from '../../language/edits';
import { exampleOf } from '../../plan/example';
import type { Parameter } from '../../plan/model';
import { showType } from '../../plan/types';
import { holds, showValue } from '../../supply/supply';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';
import { eachCell, nameWayIn, replaceValue, sayWhatFits, valueFixes, valuesFor } from '../parts/supply-parts';

export const mayBeAbsent: Rule = {
  id: 'supply/may-be-absent',
  severity: 'warning',
  groups: ['supply', 'doubtful'],
  reason: 'A required argument gets a value that may be absent.',
  explanation:
    'Tests pass as long as the value is there. Without it, the screen opens with nothing to show. Hand over a ' +
    'value that is always there, add “when … is given”, or make the argument optional.',
  ...example`
      app "Huts"
      start list
      id HutId: int
      screen list "Huts" {
        has last: HutId?
        on "Hut" push hut(hutId: last)
      }
      screen hut "Hut" {
    -   takes hutId: HutId
    +   takes hutId: HutId?
      }
  `,
  check: (context) =>
    eachCell(context, 'may-be-absent', (wayIn, cell) => {
      const { name, type } = cell.parameter;
      const optional = makeOptional(cell.parameter);
      const others =
        valuesFor(context, wayIn, cell).length > 0
          ? valueFixes(context, wayIn, cell, replaceValue(cell.argument!))
          : [];
      const fixes: Fix[] = [...others];
      const { site } = wayIn;
      if (site.kind === 'transition' && cell.value?.kind === 'path') {
        const value = showValue(cell.value);
        fixes.push({ label: `Only when ${value} is given`, edits: addCondition(site.branch, `${value} is given`) });
        if (optional) fixes.push({ label: `Make ${name} optional on ${wayIn.target.label}`, edits: [optional] });
        const fallback = defaultOf(cell.parameter);
        const alone = wayIn.surplus.length === 0 && wayIn.cells.every((one) => one === cell || holds(one.status));
        if (fallback && alone && site.branch.steps.length === 1 && !site.branch.condition) {
          const otherwise = elseWithout(context.text, site.branch, wayIn.call, cell.argument!, `${value} is given`);
          fixes.push({ label: `Fall back on ${fallback.value}`, edits: [...otherwise, ...fallback.edits] });
        }
      } else if (optional) {
        fixes.push({ label: `Make ${name} optional on ${wayIn.target.label}`, edits: [optional] });
      }
      return {
        range: cell.argument!,
        summary: say`${nameWayIn(wayIn)} opens ${wayIn.target.label} with ${showValue(cell.value!)}, which may be absent.`,
        detail: say`${wayIn.target.label} requires ${`${name}: ${showType(type)}`}; ${sayWhatFits(context, wayIn, cell)}.`,
        fixes,
      };
    }),
};

/**
 * A default for the parameter, its own or a possible one, with the edits that add it; null if no literal can be a
 * default.
 */
function defaultOf(parameter: Parameter): { readonly value: string; readonly edits: readonly TextEdit[] } | null {
  if (parameter.initial) return { value: showValue(parameter.initial), edits: [] };
  // A literal for an id is a finding of its own, and a made-up text or number would be shown to users.
  const value = parameter.type.kind === 'choice' ? exampleOf(parameter.type) : null;
  return value === null ? null : { value, edits: [giveDefault(parameter, value)] };
}
