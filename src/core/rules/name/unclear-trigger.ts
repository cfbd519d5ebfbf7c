import { isIn, type Transition } from '../../plan/model';
import { remembered } from '../../base/remembered';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Rule } from '../parts/rule';

/** Names of controls, not of their effects; a number may follow them. */
const generic: ReadonlySet<string> = new Set([
  'button',
  'btn',
  'action',
  'trigger',
  'control',
  'item',
  'link',
  'image',
  'icon',
  'view',
  'cell',
  'click',
  'click here',
  'tap',
  'tap here',
  'press',
  'here',
  'untitled',
  'new',
  'test',
  'todo',
  'tbd',
  'x',
  'xx',
  'xxx',
]);
const longest = 10;

function isGeneric(trigger: string): boolean {
  let end = trigger.length;
  while (end > 0 && trigger.charCodeAt(end - 1) >= 48 && trigger.charCodeAt(end - 1) <= 57) end--;
  if (' _-'.includes(trigger[end - 1] ?? '?')) end--;
  return end <= longest && generic.has(trigger.slice(0, end).toLowerCase());
}

export const unclearTrigger: Rule = {
  id: 'name/unclear-trigger',
  severity: 'warning',
  groups: ['name'],
  reason: 'The name of a trigger does not say what it does, or another trigger has the same name.',
  explanation:
    'Walks and tests tap triggers by name, screen readers say the name, and colleagues search for it. Name ' +
    'what happens, as a user would: "Book", not "Button 2". Two triggers of one screen may share a name if ' +
    'conditions tell them apart.',
  ...example`
      app "Huts"
      start hut
      screen hut "Hut" {
    -   on "Button 1" push map
    +   on "Show map" push map
      }
      screen map "Map" {}
  `,
  *check({ plan }) {
    for (const screen of plan.screens) {
      const named = new Map<string, Transition>();
      for (const transition of screen.transitions) {
        const { trigger, node } = transition;
        if (!node.trigger) continue;
        const first = remembered(named, trigger, () => transition);
        if (trigger.trim() === '' || isGeneric(trigger.trim())) {
          yield {
            range: node.trigger,
            summary:
              trigger.trim() === ''
                ? say`A trigger on ${screen.label} has no name.`
                : say`“${words(trigger)}” on ${screen.label} does not say what it does.`,
            detail: say`Name what happens, as a user would: walks, tests and screen readers use this name.`,
            subject: screen.label,
          };
        } else if (
          first !== transition &&
          !isConditional(first) &&
          !isConditional(transition) &&
          plan.variants.some((variant) => isIn(first.only, variant) && isIn(transition.only, variant))
        ) {
          yield {
            range: node.trigger,
            summary: say`${screen.label} has two triggers called “${words(trigger)}”.`,
            detail: say`A tap could mean either. Rename one, or tell them apart with ${'when'}.`,
            subject: screen.label,
          };
        }
      }
    }
  },
};

const isConditional = ({ branches }: Transition): boolean => branches.every((branch) => branch.condition !== null);
