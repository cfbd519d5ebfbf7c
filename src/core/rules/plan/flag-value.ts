import { closest } from '../../language/closest';
import type { PlanProblem } from '../../plan/model';
import { showType } from '../../plan/types';
import { valuesInScope } from '../../supply/fitting';
import { showValue } from '../../supply/supply';
import { example } from '../parts/example';
import { enumerate, say } from '../parts/message';
import type { Fix, Found, Rule } from '../parts/rule';

export const flagValue: Rule = {
  id: 'plan/flag-value',
  severity: 'error',
  groups: ['plan', 'unread'],
  reason: 'A flag is given an impossible value, or a condition is not a yes/no question.',
  explanation:
    'A flag is true or false, or has one of the values of its choice. Andante ignores any other comparison ' +
    'and assumes that the condition may hold or fail. Ask “is given” only of a value that may be absent.',
  ...example`
      app "Huts"
      start hut
      choice Tier { guest, member }
      flag tier: Tier
      screen hut "Hut" {
    -   on "Offers" when tier push map
    +   on "Offers" when tier is member push map
        on "Join" sets tier = member
      }
      screen map "Map" {}
  `,
  *check(context) {
    for (const problem of context.plan.problems) {
      if (problem.kind === 'flag-value') yield ofFlag(problem);
      if (problem.kind === 'given-unknown') yield ofUnknown(problem);
      if (problem.kind === 'given-always') {
        yield {
          range: problem.range,
          summary: say`A condition asks whether ${problem.text} is given, which it always is.`,
          detail: say`Only a value of an optional type may be absent.`,
          subject: problem.screen?.label ?? null,
        };
      }
    }
  },
};

type Given = Extract<PlanProblem, { text: string }>;

function ofFlag({ flag, value, range }: Extract<PlanProblem, { kind: 'flag-value' }>): Found {
  const { to } = range;
  if (!value) {
    return {
      range,
      summary: say`${flag.name} is a ${showType(flag.type)}, so it is no condition by itself.`,
      detail: say`Compare it with a value, as in ${`${flag.name} is ${flag.values[0] ?? '…'}`}.`,
      subject: flag.name,
      fixes: flag.values.slice(0, 3).map((option) => ({
        label: `Write ${flag.name} is ${option}`,
        edits: [{ from: to, to, insert: ` is ${option}` }],
      })),
    };
  }
  const near = closest(showValue(value), flag.values);
  return {
    range: value,
    summary: say`${flag.name} cannot be ${showValue(value)}.`,
    detail: near
      ? say`Did you mean ${near}?`
      : say`It has type ${showType(flag.type)}: ${enumerate(flag.values, 6, 'or')}.`,
    subject: flag.name,
    fixes: (near ? [near] : flag.values.slice(0, 3)).map((option): Fix => ({
      label: `Write ${option}`,
      edits: [{ from: value.from, to: value.to, insert: option }],
    })),
  };
}

function ofUnknown({ range, text, screen, scope }: Given): Found {
  const values = valuesInScope(scope)
    .filter((value) => value.type.kind === 'optional')
    .map((value) => value.path);
  return {
    range,
    summary: say`A condition asks whether ${text} is given, which does not exist there.`,
    detail:
      values.length > 0 ? say`These may be absent there: ${enumerate(values, 4)}.` : say`Nothing there may be absent.`,
    subject: screen?.label ?? null,
    fixes: values
      .slice(0, 3)
      .map((value) => ({ label: `Write ${value}`, edits: [{ from: range.from, to: range.to, insert: value }] })),
  };
}
