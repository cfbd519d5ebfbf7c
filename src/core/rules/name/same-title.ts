import type { Screen } from '../../plan/model';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Rule } from '../parts/rule';

export const sameTitle: Rule = {
  id: 'name/same-title',
  severity: 'warning',
  groups: ['name'],
  reason: 'Two screens have the same title.',
  explanation:
    'Users take one screen for the other, and the label beside the header arrow misleads them. Titles that ' +
    'show arguments do not count, since they differ. Neither do screens that are in no variant together.',
  ...example`
      app "Huts"
      start hut
      screen hut "Hut" {
        on "Map" push map
      }
    - screen map "Hut" {}
    + screen map "Map" {}
  `,
  *check({ plan }) {
    const byTitle = new Map<string, Screen[]>();
    for (const screen of plan.screens) {
      const title = screen.title?.value.trim() ?? '';
      if (title === '' || title.includes('{')) continue;
      const before = byTitle.get(title.toLowerCase()) ?? [];
      const first = before.find(
        (other) =>
          other.only === null || screen.only === null || [...screen.only].some((variant) => other.only!.has(variant)),
      );
      byTitle.set(title.toLowerCase(), [...before, screen]);
      if (!first) continue;
      yield {
        range: screen.title!,
        summary: say`${screen.label} and ${first.label} are both called “${words(title)}”.`,
        detail: say`A user cannot tell them apart, nor where the header arrow leads. Give one of them another title.`,
        subject: screen.label,
      };
    }
  },
};
