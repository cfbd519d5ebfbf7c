import { giveDefault, removeArgument } from '../../edit/arguments';
import { isLiteral } from '../../plan/literals';
import { typeOfPath } from '../../plan/scope';
import { required } from '../../plan/types';
import { scopeOf } from '../../supply/site';
import { showValue, type Cell, type WayIn } from '../../supply/supply';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Context, Rule } from '../parts/rule';

export const constant: Rule = {
  id: 'supply/constant',
  severity: 'note',
  groups: ['supply'],
  reason: 'Every way in gives an argument the same literal.',
  explanation:
    'An argument that never varies makes every caller longer, and readers look for the caller that differs. ' +
    'Give it a default, or remove it.',
  ...example`
      app "Huts"
      start list
      screen list "Huts" {
    -   on "Map" push map(zoom: 3)
    -   on "Legend" push map(zoom: 3)
    +   on "Map" push map
    +   on "Legend" push map
      }
      screen map "Map" {
    -   takes zoom: int
    +   takes zoom: int = 3
      }
  `,
  *check(context) {
    const { plan, supply } = context;
    for (const screen of plan.screens) {
      const waysIn = supply.into[screen.index]!;
      if (waysIn.length < 2) continue;
      for (let index = 0; index < screen.parameters.length; index++) {
        const parameter = screen.parameters[index]!;
        const first = literalOf(context, waysIn[0]!, waysIn[0]!.cells[index]!);
        // supply/fixed-id reports literals for ids.
        // A module's default would be one for all of its screens.
        if (first === null || parameter.module || required(parameter.type).kind === 'id') continue;
        if (!waysIn.every((wayIn) => literalOf(context, wayIn, wayIn.cells[index]!) === first)) continue;
        const outs = waysIn.map((wayIn) => removeArgument(wayIn.call, wayIn.cells[index]!.argument!));
        const initial =
          parameter.initial && showValue(parameter.initial) === first
            ? []
            : parameter.initial
              ? [{ from: parameter.initial.from, to: parameter.initial.to, insert: first }]
              : [giveDefault(parameter, first)];
        yield {
          range: parameter.node.name,
          summary: say`All ${waysIn.length} ways in to ${screen.label} give ${parameter.name} the same value, ${first}.`,
          detail: say`Make it the default, so that callers can leave it out.`,
          subject: screen.label,
          fixes: [{ label: `Make ${first} the default`, edits: [...initial, ...outs] }],
        };
      }
    }
  },
};

/** The literal that a cell passes, as written; null if it is no literal, or does not fit. */
function literalOf({ plan }: Context, { site }: WayIn, { value, status, type }: Cell): string | null {
  if (!value || status !== 'supplied') return null;
  if (isLiteral(value)) return showValue(value);
  if (type?.kind !== 'choice' || value.names.length > 1) return null;
  return typeOfPath(scopeOf(site, plan), value.names) ? null : showValue(value);
}
