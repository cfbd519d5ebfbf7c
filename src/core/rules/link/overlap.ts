import { example } from '../parts/example';
import { inPattern } from '../parts/links-parts';
import { clashesIn, moreSpecific, mostTried, toldIn } from '../parts/link-spaces';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const overlap: Rule = {
  id: 'link/overlap',
  severity: 'error',
  groups: ['link', 'clash'],
  reason: 'Two URL patterns match the same URL, and neither is more specific.',
  explanation:
    'The order of two lines decides which screen opens, and platforms read that order differently. Andante ' +
    'compares patterns segment by segment from the left: a fixed text wins over a variable, and a variable of ' +
    'another type wins over one of type text. Tell the patterns apart by a text in the path, or by the types ' +
    'of their variables. The example is the shortest URL that both match.',
  ...example`
      app "Huts"
      origin https://huts.example
      start list
      screen list "Huts" {
        has name: text
        on "Hut" push hut(name)
        on "Area" push area(name)
      }
      screen hut "Hut" {
        takes name: text
        link /{name}
      }
      screen area "Area" {
        takes name: text
    -   link /{name}
    +   link /area/{name}
      }
  `,
  *check({ plan }) {
    let tried = 0;
    for (const {
      found: { first, second, url },
      space,
      variants,
    } of yield* clashesIn(
      plan,
      (clashes) => clashes.overlaps,
      ({ first, second }) => [first.link, second.link],
    )) {
      const { link } = second;
      const both =
        first.link.screen === link.screen
          ? say`${first.link.pattern} and ${link.pattern}, both to ${link.screen.label},`
          : say`${first.link.pattern} to ${first.link.screen.label} and ${link.pattern} to ${link.screen.label}`;
      yield {
        range: inPattern(link, 0, link.pattern.length),
        summary: say`The links ${both} match the same URL, and neither is more specific.`,
        detail: say`${url} matches both, and opens ${first.link.screen.label} only because its line comes first. Tell them apart by a text in the path, or by types.`,
        subject: link.screen.label,
        variant: toldIn(plan, variants),
        url,
        fixes: tried++ < mostTried ? moreSpecific(plan, space, second) : [],
      };
    }
  },
};
