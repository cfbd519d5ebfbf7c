/** A tour as walks of the language, and as rows. */
import type { Condition } from '../plan/model';
import { branchesOf, isBranching } from '../walk/event';
import { labelOf, tapWord, type TapWord } from '../walk/tap';
import { quote } from '../language/tokens';
import type { Tour, TourTap } from '../walk/tour';

export interface TourRow {
  readonly walk: number;
  readonly step: number;
  readonly do: TapWord;
  readonly label: string;
  /** Outcome of a quoted condition that it requires; empty if there is none. */
  readonly condition: string;
  /** The screen on top after it; empty if it leaves the app. */
  readonly shows: string;
}

export const tourRows = ({ walks }: Tour): TourRow[] =>
  walks.flatMap((walk, index) =>
    walk.map((tap, at): TourRow => ({
      walk: index + 1,
      step: at + 1,
      do: tapWord[tap.event.kind],
      label: labelOf(tap.event),
      condition: conditionOf(tap),
      shows: tap.shows?.label ?? '',
    })),
  );

/** One walk of a tour as steps of the language; the last names the screen at the end. */
export function stepsOf(walk: Tour['walks'][number]): string[] {
  const steps = walk.map((tap) => {
    const word = tapWord[tap.event.kind];
    const condition = word === 'back' ? '' : conditionOf(tap);
    return `${word}${word === 'back' ? '' : ` ${quote(labelOf(tap.event))}`}${condition && ` ${condition}`}`;
  });
  const end = walk.at(-1)?.shows;
  return end ? [...steps, `expect ${end.label}`] : steps;
}

/** A walk declaration. */
export const walkText = (title: string, steps: readonly string[]): string =>
  `walk ${quote(title)} {\n${steps.map((step) => `  ${step}\n`).join('')}}\n`;

/** The tour as walk declarations, to keep in the plan or to read. */
export const tourText = ({ walks }: Tour): string =>
  walks.map((walk, index) => walkText(`Tour ${index + 1}`, stepsOf(walk))).join('\n');

/** `if "…"` or `unless "…"` for an outcome that depends on one condition in quotes. */
function conditionOf({ event, branch }: TourTap): string {
  if (!branch || !isBranching(event)) return '';
  const branches = branchesOf(event);
  const own = quoted(branch.condition);
  if (own) return own;
  const first = quoted(branches[0]?.condition ?? null);
  return branch !== branches[0] && branches.length === 2 && first
    ? first.startsWith('if')
      ? first.replace('if', 'unless')
      : first.replace('unless', 'if')
    : '';
}

function quoted(condition: Condition | null): string | null {
  if (condition?.kind === 'maybe') return `if ${quote(condition.text)}`;
  if (condition?.kind === 'not' && condition.of.kind === 'maybe') return `unless ${quote(condition.of.text)}`;
  return null;
}
