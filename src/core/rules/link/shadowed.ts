import { inPattern } from '../parts/links-parts';
import { clashesIn, moreSpecific, mostTried, toldIn } from '../parts/link-spaces';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const shadowed: Rule = {
  id: 'link/shadowed',
  severity: 'error',
  groups: ['link', 'clash'],
  reason: 'A URL pattern can never win: whatever fits it fits a more specific one.',
  explanation:
    'The pattern is dead: no URL opens its screen by it. Mostly the path of another was copied, or a type was changed so that the ' +
    'other now takes all. Give it a path of its own, or take it out. The URL shown is the shortest that fits it, and opens something else.',
  wrong:
    'app "Huts"\norigin https://huts.example\nstart list\nchoice Season { summer, winter }\nscreen list "Huts" {\n  link /summer\n  link /winter\n  on "Prices" push prices\n}\nscreen prices "Prices" {\n  takes season: Season = summer\n  link /{season}\n}\n',
  right:
    'app "Huts"\norigin https://huts.example\nstart list\nchoice Season { summer, winter }\nscreen list "Huts" {\n  link /summer\n  link /winter\n  on "Prices" push prices\n}\nscreen prices "Prices" {\n  takes season: Season = summer\n  link /prices/{season}\n}\n',
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
        detail: say`Whatever fits it fits something more specific: ${url} opens ${by.link.screen.label} by ${by.link.pattern}.`,
        subject: link.screen.label,
        variant: toldIn(plan, variants),
        url,
        fixes: [
          ...(tried++ < mostTried ? moreSpecific(plan, space, pattern) : []),
          { label: 'Take the link out', edits: [{ from: link.node.from, to: link.node.to, insert: '' }] },
        ],
      };
    }
  },
};
