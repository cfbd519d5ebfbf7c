import { declareType } from '../../edit/declarations';
import { changeSignature, currentSignature } from '../../edit/signature';
import { closest, Spelling } from '../../language/closest';
import { typeMeant } from '../../language/first-guesses';
import { baseTypes } from '../../plan/types';
import type { Supply } from '../../supply/supply';
import type { Plan } from '../../plan/model';
import { example } from '../parts/example';
import { enumerate, say } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';

export const unknownType: Rule = {
  id: 'plan/unknown-type',
  severity: 'error',
  groups: ['plan', 'unread'],
  reason: 'The plan names a type that neither the language nor the plan declares.',
  explanation:
    'Without a type, Andante cannot check who supplies the argument. The language has text, int, decimal, ' +
    'bool, date, time, instant and url. A plan declares ids, choices and records. Every id is carried by a ' +
    'base type.',
  ...example`
      app "Huts"
      start hut
      id HutId: int
      screen hut "Hut" {
    -   takes hutId: HutID = 1
    +   takes hutId: HutId = 1
      }
  `,
  *check({ plan, supply }) {
    const spelling = new Spelling();
    for (const problem of plan.problems) {
      if (problem.kind === 'id-base') {
        const { from, to, text } = problem.base;
        const near = closest(text, baseTypes);
        yield {
          range: { from, to },
          summary: say`${problem.name.text} is carried by ${text}, which is no base type.`,
          detail: say`An id is carried by ${enumerate(baseTypes, baseTypes.length, 'or')}.`,
          subject: null,
          fixes: [...new Set([...(near ? [near] : []), 'text', 'int'])].map((name) => ({
            label: `Write ${name}`,
            edits: [{ from, to, insert: name }],
          })),
        };
      }
      if (problem.kind === 'flag-type') {
        const { from, to, text } = problem.type;
        yield {
          range: { from, to },
          summary: say`The flag ${problem.name.text} cannot be a ${text}.`,
          detail: say`A flag is true or false, or has a value of a choice.`,
          subject: problem.name.text,
        };
      }
      if (problem.kind !== 'unknown-type') continue;
      const { from, to, text } = problem.name;
      const meant = typeMeant(text);
      const near = meant ?? spelling.closest(text, () => [...baseTypes, ...plan.types.keys()]);
      const fixes: Fix[] = near
        ? [{ label: `Write ${near}`, edits: [{ from, to, insert: near }], ...(meant ? { spells: true } : {}) }]
        : [];
      const isService = !near && servicesEnd.test(text);
      if (isService) fixes.push(...takeOut(plan, supply, from));
      fixes.push({ label: `Declare the id ${text}`, edits: [declareType(plan, `id ${text}: text`)] });
      yield {
        range: { from, to },
        summary: say`There is no type ${text}.`,
        detail: meant
          ? say`It is called ${meant} here.`
          : near
            ? say`Did you mean ${near}?`
            : isService
              ? say`Arguments are data. A screen gets services and view state from the app, not from the screen before.`
              : say`Declare it, or use a type of the plan.`,
        subject: null,
        fixes,
      };
    }
  },
};

/** Ends of names that people give to what is no data. */
const servicesEnd =
  /(service|repository|controller|viewmodel|presenter|manager|client|store|callback|listener|handler|function|closure|context)$/i;

/** Takes the argument whose type stands at an offset out of its screen and of all calls. */
function takeOut(plan: Plan, supply: Supply, at: number): Fix[] {
  for (const screen of plan.screens) {
    const argument = screen.parameters.find(
      ({ module, node: { type } }) => !module && type && type.from <= at && at < type.to,
    );
    if (!argument) continue;
    const wanted = currentSignature(plan, screen).filter(({ was }) => was !== argument.name);
    const { edits } = changeSignature(plan, supply, screen, wanted);
    return [{ label: `Take ${argument.name} out`, onTrial: true, edits }];
  }
  return [];
}
