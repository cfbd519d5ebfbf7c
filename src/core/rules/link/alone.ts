import { isIn, mayBeLeftOut, type Link, type Plan } from '../../plan/model';
import { example } from '../parts/example';
import { toldIn } from '../parts/link-spaces';
import { inPattern } from '../parts/links-parts';
import { say } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';

export const alone: Rule = {
  id: 'link/alone',
  severity: 'warning',
  groups: ['link', 'links'],
  reason: 'A link shows a screen from which Back leaves the app at once.',
  explanation:
    'Whoever follows the link cannot get to the rest of the app: there is no header arrow, and Back leads ' +
    'out. Build the stack beneath that a user has who tapped there: write “under” and the screens.',
  ...example`
      app "Huts"
      origin huts:
      start list
      screen list "Huts" {
        on "About" push about
      }
      screen about "About" {
    -   link /about under nothing
    +   link /about under list
      }
  `,
  *check({ plan }) {
    for (const screen of plan.screens) {
      for (const link of screen.links) {
        if (!link.node.pattern || link.under === null) continue;
        const variants = plan.variants.filter(
          (variant) => isIn(screen.only, variant) && standsAlone(plan, link, variant),
        );
        if (variants.length === 0) continue;
        const here = plan.variants.filter((variant) => isIn(screen.only, variant));
        yield {
          range: inPattern(link, 0, link.pattern.length),
          summary: say`The link ${link.pattern} shows ${screen.label} with nothing beneath it.`,
          detail: say`Back leaves the app at once, and there is no header arrow. Build the stack that a user has who taps there.`,
          subject: screen.label,
          variant: variants.length === here.length ? null : toldIn(plan, variants),
          fixes: underStart(plan, link),
        };
      }
    }
  },
};

/** Whether the link's stack has one frame, which is neither the start nor the root of a tab. */
function standsAlone(plan: Plan, { screen, under }: Link, variant: string): boolean {
  if (under!.some(({ target }) => target && isIn(target.only, variant))) return false;
  if (plan.start?.target === screen) return false;
  return !plan.tabBars.some(
    ({ only, tabs }) => isIn(only, variant) && tabs.some(({ call }) => call?.target === screen),
  );
}

/** Puts the start beneath, since Back then reveals it: by name if it takes nothing, otherwise by removing `under`. */
function underStart({ start }: Plan, { screen, node }: Link): Fix[] {
  if (!start?.target || start.target === screen) return [];
  const { target } = start;
  // A start with needs may put the link off.
  if (target.needs.length > 0) return [];
  const named = target.parameters.every(mayBeLeftOut);
  return [
    {
      label: `Put ${target.label} under it`,
      edits: [{ from: node.pattern!.to, to: node.to, insert: named ? ` under ${target.label}` : '' }],
      onTrial: true,
    },
  ];
}
