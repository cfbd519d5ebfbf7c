import type { Check } from '../../check';
import { quote } from '../../language/tokens';
import { isIn } from '../../plan/model';
import { reachOf } from '../../report/variant';
import { onlyOf, screenOf, type Site } from '../../supply/site';
import type { Lead, LeadsAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';

/** Lists what leads to a screen in one step: all that opens it, and the screens on which Back can reveal it. */
export function answerLeads(
  asked: Check,
  { screen }: Extract<PlanQuestion, { kind: 'leads' }>,
  variant: string,
): LeadsAnswer {
  const { plan, supply } = asked;
  const reach = reachOf(asked, variant);
  const opening = supply.into[screen.index]!.filter(({ site }) => isIn(onlyOf(site, plan), variant)).map(
    ({ site }): Lead => ({ from: screenOf(site)?.label ?? null, step: stepTo(site) }),
  );
  const links = screen.links.map(({ pattern }): Lead => ({ from: null, step: `open ${pattern}` }));
  const isShown = (index: number): boolean => reach.verdicts[index]!.reachable !== 'no';
  const others = plan.screens.filter((other) => other !== screen && isShown(other.index));
  const back = others
    .filter((other) => reach.back(other).reveals.includes(screen))
    .map((other): Lead => ({ from: other.label, step: 'back' }));
  return {
    kind: 'leads',
    variant,
    screen: screen.label,
    leads: [...new Map([...opening, ...links, ...back].map((lead) => [`${lead.from} ${lead.step}`, lead])).values()],
    // Back reveals nothing that is never shown.
    whole: !isShown(screen.index) || others.every((other) => reach.back(other).whole),
  };
}

function stepTo(site: Site): string {
  switch (site.kind) {
    case 'start':
      return 'a cold start';
    case 'transition':
      return `tap ${quote(site.transition.trigger)}`;
    case 'needs':
      return 'the else of its needs';
    case 'item':
      return `menu ${quote(site.item.label)}`;
    case 'event':
      return `event ${quote(site.event.title)}`;
    case 'tab':
      return `tab ${quote(site.tab.label)}`;
    case 'entry':
      return `open ${quote(site.entry.label)}`;
    case 'under':
      return `open ${site.link.pattern}, then Back`;
  }
}
