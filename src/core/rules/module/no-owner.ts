import { example } from '../parts/example';
import { enumerate, say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const noOwner: Rule = {
  id: 'module/no-owner',
  severity: 'note',
  groups: ['order'],
  reason: 'A module has no owner, although other modules do.',
  explanation:
    'Whoever wants to change a screen needs to know whom to ask. Write “by” and the owner after the module’s ' +
    'name. If no module names an owner, Andante reports nothing.',
  ...example`
      app "Huts"
      start hut
      module a by "Hut team" {
        screen hut "Hut" {
          on "Map" push map
        }
      }
    - module b {
    + module b by "Map team" {
        screen map "Map"
      }
  `,
  *check({ plan }) {
    const owners = [...new Set(plan.modules.flatMap((module) => module.owner ?? []))];
    if (owners.length === 0) return;
    for (const { name, owner, node } of plan.modules) {
      if (owner || !node.name) continue;
      const { from, to } = node.name;
      yield {
        range: { from, to },
        summary: say`The module ${name} has no owner.`,
        detail: say`Name whom to ask about its screens, as in ${`module ${name} by ${JSON.stringify(owners[0]!)}`}; so far there ${owners.length === 1 ? say`is` : say`are`} ${enumerate(owners, 4)}.`,
        subject: name,
        fixes: owners.slice(0, 3).map((each) => ({
          label: `Make ${each} the owner`,
          edits: [{ from: to, to, insert: ` by ${JSON.stringify(each)}` }],
        })),
      };
    }
  },
};
