import type { Range } from '../../language/range';
import type { Module, Screen } from '../../plan/model';
import { eachStep, eachStepList } from '../../plan/steps';
import { screenOf, sites } from '../../supply/site';
import { say } from '../parts/message';
import type { Found, Rule } from '../parts/rule';

export const privateScreen: Rule = {
  id: 'module/private',
  severity: 'error',
  groups: ['order'],
  reason: 'A private screen is used from outside of its module.',
  explanation:
    'Its module may change or remove a private screen without asking anyone. Open one of the module’s other screens, or ' +
    'agree with its owner that this one is no longer private. The app’s start, tabs, menus and entries are outside of every module.',
  wrong:
    'app "Huts"\nstart hut\nscreen hut "Hut" {\n  on "Legend" push legend\n}\nmodule maps by "Map team" {\n  private screen legend "Legend"\n}\n',
  right:
    'app "Huts"\nstart hut\nscreen hut "Hut" {\n  on "Legend" push legend\n}\nmodule maps by "Map team" {\n  screen legend "Legend"\n}\n',
  *check({ text, plan }) {
    if (!plan.screens.some((screen) => screen.private && screen.module)) return;
    for (const { site, call } of sites(plan)) {
      if (call.target) yield* used(text, call.target, call.reference, screenOf(site), screenOf(site)?.module ?? null);
    }
    for (const list of eachStepList(plan)) {
      for (const step of eachStep(list.steps)) {
        if ((step.kind !== 'back to' && step.kind !== 'back past') || !step.target) continue;
        const by = list.kind === 'item' ? null : list.screen;
        yield* used(text, step.target, step.range, by, by?.module ?? null);
      }
    }
  },
};

function* used(
  text: string,
  target: Screen,
  { from, to }: Range,
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
      : say`${target.label} is used from outside, and is private to ${target.module.name}.`,
    detail: say`The module${owner} may change it without asking. Open one of its other screens, or let this one be public.`,
    subject: by?.label ?? target.label,
    fixes: [{ label: `Let ${target.label} be public`, edits: [{ from: word, to: word + rest, insert: '' }] }],
  };
}
