import { isIn } from '../../plan/model';
import { enumerate, say, words, type Message } from '../message';
import type { Rule } from '../rule';
import type { Coupled } from '../stack-parts';
import { suspectsOf } from './suspects';

export const undecided: Rule = {
  id: 'stack/undecided',
  severity: 'note',
  reason: 'Tabs that share flags leave open whether something happens.',
  explanation:
    'Two stacks with a common memory can do whatever any machine can, so of tabs that share flags not everything can be ' +
    'decided. What is named here happens in no walk that was tried, and is not ruled out. Empty all stacks where a flag changes, ' +
    'with a reset, and all of it is decided; or accept it.',
  wrong: 'app "Huts"\nstart home\nflag a\ntabs {\n  "Home" home\n  "More" more\n}\nscreen home "Home" { on "Pay" when a push pay }\nscreen pay "Pay" {}\nscreen more "More" { on "A" sets a = true }\nrule "A way home" from pay always reach home\n',
  right: 'app "Huts"\nstart home\nflag a\ntabs {\n  "Home" home\n  "More" more\n}\nscreen home "Home" { on "Pay" when a push pay }\nscreen pay "Pay" {}\nscreen more "More" { on "A" sets a = true then reset home }\nrule "A way home" from pay always reach home\n',
  *check(context) {
    const { plan, reach } = context;
    for (const variant of reach.variants) {
      if (variant.stacks || !variant.above) continue;
      const open = whatIsOpen(suspectsOf(context, variant as Coupled));
      const bar = plan.tabBars.find(({ only }) => isIn(only, variant.name));
      if (open.length === 0 || !bar) continue;
      yield {
        range: { from: bar.node.from, to: bar.node.from + 'tabs'.length },
        summary: say`Tabs share flags${words(plan.variants.length > 1 ? ` in ${variant.name}` : '')}, and that leaves something undecided.`,
        detail: open.flatMap((each, index) => (index === 0 ? [...say`No walk that was tried shows it, and it is not ruled out: `, ...each] : [...say`; `, ...each])).concat(say`.`),
        subject: null, variant: plan.variants.length > 1 ? variant.name : null,
      };
    }
  },
};

function whatIsOpen({ claims, revealed, missing, rings }: ReturnType<typeof suspectsOf>): Message[] {
  const open: Message[] = [];
  for (const [claim, walk] of claims) if (!walk) open.push(say`that the rule “${words(claim.title)}” is broken`);
  const shown = [...revealed].flatMap(([screen, walk]) => (walk ? [] : [screen.label]));
  if (shown.length > 0) open.push(say`that going back shows ${enumerate(shown)} without what is needed there`);
  const lost = [...new Set([...missing].flatMap(([step, walk]) => (walk || !('target' in step) || !step.target ? [] : [step.target.label])))];
  if (lost.length > 0) open.push(say`that ${enumerate(lost)} is not there to go back to`);
  for (const { confirmed, screens } of rings.values()) if (!confirmed) open.push(say`that ${enumerate(screens.map(({ label }) => label), 4)} pile up without end`);
  return open;
}
