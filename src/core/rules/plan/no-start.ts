import { setStart } from '../../edit/screens';
import { mayBeLeftOut } from '../../plan/model';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const noStart: Rule = {
  id: 'plan/no-start',
  severity: 'error',
  groups: ['plan', 'start'],
  reason: 'The plan does not say which screen comes first.',
  explanation:
    'Without a start screen the app has no cold start, so Andante cannot prove anything about walks. Write ' +
    '“start” and the name of a screen.',
  ...example`
      app "Huts"
    + start hut
      screen hut "Hut" {}
  `,
  *check({ plan }) {
    // A plan without screens has not forgotten which one comes first.
    const [first] = plan.screens;
    if (!first || !plan.problems.some((problem) => problem.kind === 'no-start')) return;
    const app = plan.tree.declarations.find((node) => node.kind === 'app');
    const free = plan.screens.filter((screen) => screen.parameters.every(mayBeLeftOut));
    yield {
      range: app ? { from: app.from, to: app.to } : { from: 0, to: Math.min(1, plan.tree.text.length) },
      summary: say`The plan has no start screen.`,
      detail: say`Declare one, as in ${`start ${(free[0] ?? first).label}`}.`,
      subject: null,
      fixes: free.slice(0, 3).map((screen) => ({ label: `Start at ${screen.label}`, edits: [setStart(plan, screen)] })),
    };
  },
};
