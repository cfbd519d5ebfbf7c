import { example } from '../parts/example';
import { inPattern } from '../parts/links-parts';
import { clashesIn, toldIn } from '../parts/link-spaces';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const undecidedLink: Rule = {
  id: 'link/undecided',
  severity: 'note',
  groups: ['link', 'links', 'open'],
  reason: 'Andante cannot decide whether a URL pattern clashes with others.',
  explanation:
    'Several variables in one segment can end at many places, and there are too many combinations to try. ' +
    'Begin or end the segment with a text of its own, or put each variable into its own segment.',
  ...example`
      app "Huts"
      origin https://huts.example
      start tour
    - accept link/overlap on tour because "What stands between two huts makes no difference"
    - accept link/overlap on tour because "What stands between two huts makes no difference"
      screen tour "Tour" {
        takes a: text = "", b: text = "", c: text = "", d: text = ""
        takes e: text = "", f: text = "", g: text = "", h: text = ""
    -   link /{a}-{b}-{c}-{d}-{e}-{f}-{g}-{h}
    -   link /{a}.{b}.{c}.{d}.{e}.{f}.{g}.{h}
    -   link /{a}~{b}~{c}~{d}~{e}~{f}~{g}~{h}
    +   link /{a}/{b}/{c}/{d}/{e}/{f}/{g}/{h}
        link /{a}
      }
  `,
  *check({ plan }) {
    const open = yield* clashesIn(
      plan,
      (clashes) => clashes.undecided,
      ({ link }) => [link],
    );
    for (const {
      found: { link },
      variants,
    } of open) {
      yield {
        range: inPattern(link, 0, link.pattern.length),
        summary: say`Andante cannot decide whether ${link.pattern} to ${link.screen.label} clashes with other links.`,
        detail: [
          ...say`It may overlap another pattern, or never win. The work grows with the variables of a segment, and `,
          ...say`with the patterns that begin and end alike.`,
        ],
        subject: link.screen.label,
        variant: toldIn(plan, variants),
        fixes: [],
      };
    }
  },
};
