import { openings, type Branch, type Call } from '../../plan/model';
import { showValue, valueOf } from '../../supply/supply';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Found, Rule } from '../parts/rule';
import type { TextRange } from '../../language/range';

export const sameTarget: Rule = {
  id: 'menu/same-target',
  severity: 'warning',
  groups: ['order'],
  reason: 'Two items of one menu, or two tabs, do the same.',
  explanation:
    'Users try both and look for the difference. Often one of them is a copy that should lead elsewhere. ' +
    'Items that open one screen with different arguments are fine.',
  ...example`
      app "Huts"
      start hut
      menu "More" {
        "Map" reset map
    -   "Chart" reset map
    +   "Legend" reset legend
      }
      screen hut "Hut" {}
      screen map "Map" { on "Hut" reset hut }
    + screen legend "Legend" { on "Hut" reset hut }
  `,
  *check({ plan }) {
    for (const menu of plan.menus) {
      const items = menu.items.map(({ label, branches, node }) => ({
        label,
        does: branches.length === 1 ? whatBranchDoes(branches[0]!) : null,
        range: node,
      }));
      yield* doubles(items, say`in the menu “${words(menu.title)}”`, menu.title);
    }
    for (const { tabs } of plan.tabBars) {
      yield* doubles(
        tabs.map(({ label, call, node }) => ({ label, does: call && whatCallOpens(call), range: node })),
        say`among the tabs`,
        null,
      );
    }
  },
};

function* doubles(
  items: readonly { label: string; does: string | null; range: TextRange }[],
  where: ReturnType<typeof say>,
  subject: string | null,
): Generator<Found> {
  const seen = new Map<string, string>();
  for (const { label, does, range } of items) {
    if (!does) continue;
    const first = seen.get(does);
    if (first === undefined) seen.set(does, label);
    else {
      yield {
        range,
        subject: subject ?? label,
        summary: say`“${words(label)}” and “${words(first)}” ${where} do the same.`,
        detail: say`Both ${words(does)}. Make one of them lead elsewhere, or remove it.`,
      };
    }
  }
}

/** Words for the effect of an item that only opens one screen; null otherwise. */
function whatBranchDoes({ condition, steps }: Branch): string | null {
  const [step] = openings(steps);
  return condition || steps.length !== 1 || !step?.call ? null : whatCallOpens(step.call);
}

function whatCallOpens(call: Call): string | null {
  if (!call.target) return null;
  const given = call.arguments.map((argument) => `${argument.name.text}: ${showValue(valueOf(argument))}`).sort();
  return `open ${call.target.label}${given.length > 0 ? `(${given.join(', ')})` : ''}`;
}
