import { example } from '../parts/example';
import { inPattern } from '../parts/links-parts';
import { clashesIn, moreSpecific, mostTried, toldIn } from '../parts/link-spaces';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const shadowed: Rule = {
  id: 'link/shadowed',
  severity: 'error',
  groups: ['link', 'clash'],
  reason: 'A URL pattern never wins: a more specific pattern matches all of its URLs.',
  explanation:
    'No URL opens the screen by this pattern. Often somebody copied the path, or changed a type so that the ' +
    'other pattern now matches everything. Give the pattern its own path, or remove it. The example is the ' +
    'shortest URL that matches it and opens another screen.',
  ...example`
      app "Huts"
      origin https://huts.example
      start list
      choice Season { summer, winter }
      screen list "Huts" {
        link /summer
        link /winter
        on "Prices" push prices
      }
      screen prices "Prices" {
        takes season: Season = summer
    -   link /{season}
    +   link /prices/{season}
      }
  `,
  *check({ plan }) {
    let tried = 0;
    for (const {
      found: { pattern, url, by },
      space,
      variants,
    } of yield* clashesIn(
      plan,
      (clashes) => clashes.shadowed,
      ({ pattern }) => [pattern.link],
    )) {
      const { link } = pattern;
      yield {
        range: inPattern(link, 0, link.pattern.length),
        summary: say`No URL opens ${link.screen.label} by ${link.pattern}.`,
        detail: say`A more specific pattern matches all of its URLs: ${url} opens ${by.link.screen.label} by ${by.link.pattern}.`,
        subject: link.screen.label,
        variant: toldIn(plan, variants),
        url,
        fixes: [
          ...(tried++ < mostTried ? moreSpecific(plan, space, pattern) : []),
          { label: 'Remove the link', edits: [{ from: link.node.from, to: link.node.to, insert: '' }] },
        ],
      };
    }
  },
};
