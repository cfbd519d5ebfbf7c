import { corrected, nearestTo } from '../../links/near';
import { isPattern, spaceOf } from '../../links/space';
import { isIn, type Entry, type Plan } from '../../plan/model';
import { example } from '../parts/example';
import { say } from '../parts/message';
import { sayFailure, sayUrlProblem, excerpt } from '../parts/links-parts';
import { entriesOpening, isValueOf } from '../parts/entry-urls';
import type { Rule } from '../parts/rule';

/** Whether a URL opens something in each variant that has the entry. */
const opensEverywhere = (plan: Plan, entry: Entry, url: string): boolean =>
  plan.variants.every((variant) => !isIn(entry.only, variant) || isPattern(spaceOf(plan, variant).find(url)));

export const unresolved: Rule = {
  id: 'entry/unresolved',
  severity: 'error',
  groups: ['entry', 'links'],
  reason: 'The URL of an entry opens nothing.',
  explanation:
    'The shortcut, widget or notification does nothing, or opens the start of the app. Write a URL that ' +
    'matches a pattern of the plan, or open the screen by its name.',
  ...example`
      app "Huts"
      origin huts:
      start list
    - entry shortcut "Huts" opens /hut
    + entry shortcut "Huts" opens /huts
      screen list "Huts" {
        link /huts
      }
  `,
  *check({ plan }) {
    for (const { entry, url, found, variant } of entriesOpening(plan)) {
      if (found.kind === 'matched') continue;
      const near = found.kind === 'problem' ? [] : nearestTo(spaceOf(plan, found.variant), url.text);
      if (near[0] && isValueOf(near[0].failure)) continue;
      const better = near[0]
        ? corrected(url.text, near[0].failure)
        : found.kind === 'problem' && 'meant' in found.problem
          ? found.problem.meant
          : null;
      yield {
        range: url,
        summary:
          found.kind === 'problem'
            ? say`Andante cannot read the URL of “${entry.label}”.`
            : say`The URL of “${entry.label}” opens nothing.`,
        detail:
          found.kind === 'problem'
            ? say`${excerpt(url.text)}: ${sayUrlProblem(found.problem)}.`
            : near[0]
              ? say`${near[0].pattern.link.pattern} to ${near[0].pattern.link.screen.label} is the closest: ${sayFailure(near[0])}.`
              : plan.screens.some(({ links }) => links.length > 0)
                ? say`No pattern of the plan comes near to ${excerpt(url.text)}.`
                : say`The plan has no links.`,
        subject: entry.label,
        variant,
        url: url.text,
        fixes:
          better === null || !opensEverywhere(plan, entry, better)
            ? []
            : [{ label: `Write ${better}`, edits: [{ from: url.from, to: url.to, insert: better }] }],
      };
    }
  },
};
