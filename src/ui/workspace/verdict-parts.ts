/** The verdict line as data: numbers with their nouns, and their destinations. */
import type { Overview } from '../../core/report/overview';
import type { Group } from '../../core/rules/parts/rule';
import type { View } from '../session/views';

export interface Part {
  readonly key: string;
  /** The findings that it leads to; null for another view or none. */
  readonly only: Group | null;
  readonly view: View;
  readonly tone: '' | 'text-error' | 'text-warning' | 'text-info';
  /** The sentence around the number; the number is null for a sentence without one. */
  readonly before: string;
  readonly count: number | null;
  readonly after: string;
}

/** A group of findings, with the words for one of them and for several. */
type Line = readonly [group: Group, tone: Part['tone'], one: string, many: string];

const aboutReach: readonly Line[] = [['stranded', 'text-error', 'stranded', 'stranded']];

const aboutSupply: readonly Line[] = [
  ['missing', 'text-error', 'missing', 'missing'],
  ['doubtful', 'text-warning', 'argument in doubt', 'arguments in doubt'],
  ['result', 'text-warning', 'result in doubt', 'results in doubt'],
];

const aboutTheRest: readonly Line[] = [
  ['unread', 'text-error', 'name or line not understood', 'names or lines not understood'],
  ['ways', 'text-warning', 'way to look at', 'ways to look at'],
  ['claims', 'text-error', 'rule broken', 'rules broken'],
  ['back', 'text-warning', 'stack to look at', 'stacks to look at'],
  ['walk', 'text-error', 'kept walk broken', 'kept walks broken'],
  ['name', 'text-warning', 'name to look at', 'names to look at'],
  ['order', 'text-info', 'menu or module to look at', 'menus or modules to look at'],
];

const aboutLinks: readonly Line[] = [
  ['clash', 'text-error', 'clash', 'clashes'],
  ['links', 'text-warning', 'link or entry to look at', 'links or entries to look at'],
];

/** A sentence of the verdict that is no count of findings. */
const sentence = (key: string, after: string, rest: Partial<Part> = {}): Part => ({
  ...{ key, only: null, view: 'plan', tone: '', before: '', count: null, after },
  ...rest,
});

/** Parts of the verdict on a plan that is analysed, in order. */
export function verdictParts({ counts, findings, start }: Overview): Part[] {
  const by = (group: Group): number => findings.filter(({ groups }) => groups.includes(group)).length;
  const lines = (all: readonly Line[]): Part[] =>
    all.flatMap(([group, tone, one, many]): Part[] => {
      // An accepted finding is left out, but its screen is stranded, or its argument missing, all the same.
      const count = group === 'stranded' || group === 'missing' ? counts[group] : by(group);
      const view = group === 'clash' ? 'links' : 'plan';
      const after = ` ${count === 1 ? one : many}`;
      return count === 0 ? [] : [sentence(group, after, { only: view === 'links' ? null : group, view, tone, count })];
    });
  const isSilentOnLinks = by('clash') === 0 && by('open') === 0;
  return [
    ...reached(counts, start !== null),
    ...lines(aboutReach),
    ...(counts.arguments > 0
      ? [sentence('supply', ` of ${counts.arguments} arguments supplied`, { only: 'supply', count: counts.supplied })]
      : []),
    ...lines(aboutSupply),
    ...lines(aboutTheRest),
    ...(findings.length === 0 && counts.screens > 0 ? [sentence('fine', 'Nothing found')] : []),
    ...(counts.links > 0
      ? [
          sentence(
            'patterns',
            ` ${counts.links === 1 ? 'link pattern' : 'link patterns'}${isSilentOnLinks ? ', no clash' : ''}`,
            { view: 'links', count: counts.links },
          ),
        ]
      : []),
    ...lines(aboutLinks),
  ];
}

/** How many screens can be reached; or why that is not said. */
function reached(counts: Overview['counts'], hasStart: boolean): Part[] {
  if (counts.screens === 0) return [sentence('empty', 'No screens yet')];
  if (!hasStart)
    return [
      sentence('start', counts.undecided === 1 ? ' screen' : ' screens', {
        only: 'plan',
        tone: 'text-warning',
        before: 'Name a start screen: without one, Andante cannot check ',
        count: counts.undecided,
      }),
    ];
  return [
    sentence('reach', ` of ${counts.screens} screens can be reached`, { only: 'reach', count: counts.reached }),
    ...(counts.undecided > 0
      ? [sentence('undecided', ' undecided', { tone: 'text-warning', count: counts.undecided })]
      : []),
  ];
}
