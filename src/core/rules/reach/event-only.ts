import type { Screen } from '../../plan/model';
import { knownStacks, type VariantReach } from '../../reach';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Rule } from '../parts/rule';
import { sayWalk } from '../parts/stack-parts';

export const eventOnly: Rule = {
  id: 'reach/event-only',
  severity: 'note',
  groups: ['reach', 'ways'],
  reason: 'Only something that happens by itself leads to the screen.',
  explanation:
    'Users who tap through the app never find this screen: an event has to happen before. That is right for a ' +
    'warning or an incoming call. It is wrong if somebody forgot the control that leads there.',
  ...example`
      app "Huts"
      start hut
      event "Storm warning" on hut present storm
    - screen hut "Hut" {}
    + screen hut "Hut" {
    +   on "Weather" present storm
    + }
      screen storm "Storm" {
        on "Close" close
      }
  `,
  *check({ plan, reach }) {
    if (plan.events.length === 0) return;
    for (const screen of plan.screens) {
      const first = reach.variants.find(({ verdicts }) => verdicts[screen.index]!.byEvent);
      if (!first || !reach.variants.every((variant) => noTapAloneShows(screen, variant))) continue;
      const { walk } = first.verdicts[screen.index]!;
      const event = walk!.find((tap) => tap.kind === 'event')!.event;
      yield {
        range: screen.nameNode,
        summary: say`No taps lead to ${screen.label} without an event.`,
        detail: say`It is shown after ${sayWalk(walk!)}, and “${words(event.title)}” happens by itself.`,
        subject: screen.label,
        walk,
        walkIn: first.name,
      };
    }
  },
};

/** Whether it is proved that no walk without an event, and without links, shows a screen. */
function noTapAloneShows(screen: Screen, variant: VariantReach): boolean {
  const stacks = knownStacks(variant);
  return stacks !== null && stacks.headsOf(screen, stacks.inside).every((head) => stacks.inside.needsOwnEvent(head));
}
