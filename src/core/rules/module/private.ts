import type { TextRange } from '../../language/range';
import type { Module, Screen } from '../../plan/model';
import { eachStep, eachStepList, screenOfList } from '../../plan/steps';
import { screenOf, sites } from '../../supply/site';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Found, Rule } from '../parts/rule';

export const privateScreen: Rule = {
  id: 'module/private',
  severity: 'error',
  groups: ['order'],
  reason: 'Another module opens a private screen.',
  explanation:
    'A module may change or remove its private screens without asking anyone. Open another screen of the ' +
    'module, or ask its owner to make this one public. The app’s start, tabs, menus, events and entries belong to ' +
    'no module.',
  ...example`
      app "Huts"
      start hut
      screen hut "Hut" {
        on "Legend" push legend
      }
      module maps by "Map team" {
    -   private screen legend "Legend"
    +   screen legend "Legend"
      }
  `,
  *check({ text, plan }) {
    if (!plan.screens.some((screen) => screen.private && screen.module)) return;
    for (const { site, call } of sites(plan)) {
      if (call.target) yield* used(text, call.target, call.reference, screenOf(site), screenOf(site)?.module ?? null);
    }
    for (const list of eachStepList(plan)) {
      for (const step of eachStep(list.steps)) {
        if ((step.kind !== 'back to' && step.kind !== 'back past') || !step.target) continue;
        const by = screenOfList(list);
        yield* used(text, step.target, step.range, by, by?.module ?? null);
      }
    }
  },
};

function* used(
  text: string,
  target: Screen,
  { from, to }: TextRange,
  by: Screen | null,
  module: Module | null,
): Generator<Found> {
  if (!target.private || !target.module || target.module === module) return;
  const owner = target.module.owner ? say` (${target.module.owner})` : '';
  const word = target.node.from;
  const rest = /^private\s+/.exec(text.slice(word, target.nameNode.from))![0].length;
  yield {
    range: { from, to },
    summary: by
      ? say`${by.label} uses ${target.label}, which is private to ${target.module.name}.`
      : say`${target.label} is private to ${target.module.name}, but something outside opens it.`,
    detail: say`The module${owner} may change it without asking. Open one of its other screens, or make this one public.`,
    subject: by?.label ?? target.label,
    fixes: [{ label: `Make ${target.label} public`, edits: [{ from: word, to: word + rest, insert: '' }] }],
  };
}
