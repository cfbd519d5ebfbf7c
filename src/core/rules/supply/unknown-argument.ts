import { removeArgument } from '../../edit/arguments';
import { Spelling } from '../../language/closest';
import { showType } from '../../plan/types';
import { example } from '../parts/example';
import { enumerate, say } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';
import { nameWayIn, subjectOf, walkThrough } from '../parts/supply-parts';

export const unknownArgument: Rule = {
  id: 'supply/unknown-argument',
  severity: 'error',
  groups: ['supply', 'doubtful'],
  reason: 'A transition gives an argument that the screen does not take, or gives one twice.',
  explanation:
    'Nobody reads the value. Often the name is misspelt and the intended argument is missing. Or the screen ' +
    'has changed, and this caller has not.',
  ...example`
      app "Huts"
      start list
      id HutId: int
      screen list "Huts" {
        has first: HutId
    -   on "Hut" push hut(hutId: first, bed: first)
    +   on "Hut" push hut(hutId: first)
      }
      screen hut "Hut" {
        takes hutId: HutId
      }
  `,
  *check(context) {
    const { supply } = context;
    const spelling = new Spelling();
    for (const wayIn of supply.waysIn) {
      if (wayIn.surplus.length === 0) continue;
      const open = wayIn.cells.filter((cell) => cell.argument === null).map((cell) => cell.parameter.name);
      const takes = wayIn.target.parameters.map((parameter) => `${parameter.name}: ${showType(parameter.type)}`);
      for (const { argument, twice } of wayIn.surplus) {
        const { from, to, text } = argument.name;
        const near = twice ? null : spelling.closest(text, () => open);
        const fixes: Fix[] = [];
        // The short form `hutID` carries its value in its name: keep the value, correct the name.
        if (near)
          fixes.push({
            label: `Write ${near}`,
            edits: [{ from, to, insert: argument.value ? near : `${near}: ${text}` }],
          });
        fixes.push({ label: `Remove ${text}`, edits: [removeArgument(wayIn.call, argument)] });
        yield {
          range: { from, to },
          summary: twice
            ? say`${nameWayIn(wayIn)} gives ${text} to ${wayIn.target.label} twice.`
            : say`${nameWayIn(wayIn)} gives ${text} to ${wayIn.target.label}, which does not take it.`,
          detail: twice
            ? say`The first value counts.`
            : near
              ? say`Did you mean ${near}?`
              : takes.length === 0
                ? say`${wayIn.target.label} takes nothing.`
                : say`${wayIn.target.label} takes ${enumerate(takes, 5)}.`,
          subject: subjectOf(wayIn),
          ...walkThrough(context, wayIn),
          fixes,
        };
      }
    }
  },
};
