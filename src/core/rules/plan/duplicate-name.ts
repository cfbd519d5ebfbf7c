import { Lines } from '../../language/lines';
import { freeName } from '../../edit/transitions';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';

export const duplicateName: Rule = {
  id: 'plan/duplicate-name',
  severity: 'error',
  groups: ['plan', 'unread'],
  reason: 'Two declarations of one kind have the same name.',
  explanation:
    'The first declaration counts, and nothing can refer to the second. Within a module, screen names that ' +
    'differ only in letter case count as the same: people and some file systems confuse them.',
  ...example`
      app "Huts"
      start hut
      id HutId: int
    - id HutId: text
    + id StayId: text
      screen hut "Hut" {}
  `,
  *check({ text, plan }) {
    let taken: Set<string> | undefined;
    let lines: Lines | null = null;
    for (const problem of plan.problems) {
      if (problem.kind !== 'duplicate') continue;
      const { name, first, what } = problem;
      lines ??= new Lines(text);
      const firstLine = lines.lineOf(first.from);
      const fixes: Fix[] = [];
      if (what === 'screen' && name.text === first.text) {
        taken ??= new Set(plan.screens.map((screen) => screen.name));
        let free = `${name.text}2`;
        for (let n = 3; taken.has(free); n++) free = freeName(`${name.text}${n}`, name.text, taken);
        fixes.push({ label: `Call this one ${free}`, edits: [{ from: name.from, to: name.to, insert: free }] });
      }
      yield {
        range: { from: name.from, to: name.to },
        summary:
          first.from === name.from
            ? say`${name.text} is a type of the language and cannot be declared again.`
            : what === 'start'
              ? say`The start is declared a second time; line ${firstLine} has the first.`
              : what === 'result'
                ? say`The screen says a second time what it returns; line ${firstLine} has the first.`
                : name.text === first.text
                  ? say`The ${words(what)} ${name.text} is declared a second time; line ${firstLine} has the first.`
                  : say`The ${words(what)}s ${name.text} and ${first.text} (line ${firstLine}) differ only in letter case.`,
        detail:
          what === 'result'
            ? say`A screen hands back one value. The first declaration counts; remove this one.`
            : name.text === first.text
              ? say`The first one counts. Give this one another name, or remove it.`
              : say`Give one of them another name.`,
        subject: what === 'screen' ? name.text : null,
        fixes,
      };
    }
  },
};
