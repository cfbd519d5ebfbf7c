/** The parts of an answer as rows of a list. */
import type { AnswerWalk, FoundScreen, PlanAnswer } from './parts/answer';

export interface AnswerRow {
  /** The screen that the row is about, or null. */
  readonly screen: string | null;
  readonly detail: string;
  /** A walk that shows it; null if none is known. */
  readonly walk: AnswerWalk | null;
}

/** One row for each screen, step or way of an answer. */
export function rowsOf(answer: PlanAnswer): AnswerRow[] {
  switch (answer.kind) {
    case 'path':
      return (answer.path?.steps ?? []).map((step, at) => ({
        screen: answer.path!.shows[at]!,
        detail: step,
        walk: null,
      }));
    case 'leads':
      return answer.leads.map(({ from, step }) => ({ screen: from, detail: step, walk: null }));
    case 'lost':
      return [
        ...answer.stranded.map(({ screen, walk }) => ({ screen, detail: 'nobody can see it any more', walk })),
        ...answer.farther.map(({ screen, before, after, fromOutside }) => ({
          screen,
          detail: `${taps(before)}, then ${fromOutside ? 'only by links and entries' : taps(after)}`,
          walk: null,
        })),
        ...answer.walks.map((title) => ({ screen: null, detail: `the walk “${title}” breaks`, walk: null })),
      ];
    case 'journey':
      return answer.handovers.map(({ from, value, by, to, argument }) => ({
        screen: to,
        detail: `${from ?? by} gives ${value ?? argument} as ${argument}`,
        walk: null,
      }));
    default:
      return answer.screens.map(foundRow);
  }
}

/** The whole walk of a way. */
export interface AnswerWay {
  readonly walk: AnswerWalk;
  /** The first screen that the question names. */
  readonly from: string;
  /** Number of steps up to that screen. */
  readonly before: number;
}

/** The way of an answer; null for answers without one. */
export function wayOf(answer: PlanAnswer): AnswerWay | null {
  if (answer.kind !== 'path' || !answer.path) return null;
  const { before, steps } = answer.path;
  return { walk: { variant: answer.variant, steps: [...before, ...steps] }, from: answer.from, before: before.length };
}

/** Labels of the screens that an answer is about. */
export function screensOf(answer: PlanAnswer): string[] {
  const named =
    answer.kind === 'path'
      ? [answer.from, answer.to]
      : answer.kind === 'lost' || answer.kind === 'back' || answer.kind === 'leads'
        ? [answer.screen]
        : answer.kind === 'journey'
          ? answer.handovers.map(({ from }) => from)
          : [];
  const all = [...named, ...rowsOf(answer).map(({ screen }) => screen)];
  return [...new Set(all.filter((label) => label !== null))];
}

const foundRow = ({ screen, taps: number, walk }: FoundScreen): AnswerRow => ({
  screen,
  detail: number === null ? '' : taps(number),
  walk,
});

const taps = (number: number): string => `${number} ${number === 1 ? 'tap' : 'taps'}`;
