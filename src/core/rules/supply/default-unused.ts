import { readPattern } from '../../links/template';
import { showValue } from '../../supply/supply';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const defaultUnused: Rule = {
  id: 'supply/default-unused',
  severity: 'note',
  groups: ['supply'],
  reason: 'No way in uses the default.',
  explanation:
    'Readers take the default for the usual case, but every caller gives its own value. A new caller that ' +
    'forgets the argument gets no error. Remove the default. Links count as callers: a link that may leave ' +
    'the argument out uses the default.',
  ...example`
      app "Huts"
      start list
      screen list "Huts" {
        has near: int
        on "Map" push map(zoom: near)
      }
      screen map "Map" {
    -   takes zoom: int = 3
    +   takes zoom: int
      }
  `,
  *check({ plan, supply }) {
    for (const screen of plan.screens) {
      const waysIn = supply.into[screen.index]!;
      if (waysIn.length === 0) continue;
      for (let index = 0; index < screen.parameters.length; index++) {
        const { initial, name, node, module } = screen.parameters[index]!;
        if (
          !initial ||
          // Another screen of the module may use it.
          module ||
          waysIn.some(({ cells }) => !cells[index]!.argument) ||
          screen.links.some((link) => !isInPath(link.pattern, name))
        )
          continue;
        yield {
          range: initial,
          summary: say`The default ${showValue(initial)} of ${name} on ${screen.label} is never used.`,
          detail:
            waysIn.length === 1
              ? say`The one way in gives a value of its own.`
              : say`All ${waysIn.length} ways in give a value of their own.`,
          subject: screen.label,
          fixes: [
            {
              label: 'Remove the default',
              edits: [{ from: node.type?.to ?? node.name.to, to: initial.to, insert: '' }],
            },
          ],
        };
      }
    }
  },
};

/** Whether every URL carries the variable: in its path, not in its query. */
const isInPath = (pattern: string, wanted: string): boolean =>
  readPattern(pattern).template?.variables.some(({ name, place }) => name === wanted && place !== 'query') ?? false;
