import { inPattern } from '../parts/links-parts';
import { clashesIn, toldIn } from '../parts/link-spaces';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

const head = 'app "Huts"\norigin https://huts.example\nstart tour\n';
const stops = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];
const takes = `  takes ${stops.map((stop) => `${stop}: text = ""`).join(', ')}\n`;
const link = (sign: string): string => `  link /${stops.map((stop) => `{${stop}}`).join(sign)}\n`;
const accept = 'accept link/overlap on tour because "What stands between two huts makes no difference"\n';

export const undecidedLink: Rule = {
  id: 'link/undecided',
  severity: 'note',
  groups: ['link', 'links', 'open'],
  reason: 'Whether a URL pattern clashes with others is left open: there is too much to work out.',
  explanation:
    'Which texts fit several variables of one segment depends on where each of them ends, and patterns that go along with one ' +
    'another in many ways have to be looked at in all of these. Tell patterns apart by a text of their own at the beginning or ' +
    'the end of the segment, or put each variable into a segment of its own.',
  wrong: `${head}${accept}${accept}screen tour "Tour" {\n${takes}${link('-')}${link('.')}${link('~')}  link /{a}\n}\n`,
  right: `${head}screen tour "Tour" {\n${takes}${link('/')}  link /{a}\n}\n`,
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
        summary: say`There is too much to work out to tell whether ${link.pattern} to ${link.screen.label} clashes with other links.`,
        detail: [
          ...say`That it overlaps another, or never wins, is not ruled out. The more variables a segment has, and the more `,
          ...say`patterns begin and end alike, the more has to be looked at together.`,
        ],
        subject: link.screen.label,
        variant: toldIn(plan, variants),
        fixes: [],
      };
    }
  },
};
