/** What the page and the worker of this view say to each other. */
import type { ComparisonCard } from '../../core/compare/report/cards';
import type { Since } from '../../core/compare/report/since';
import type { TrailCard } from '../../core/report/walk-card';
import type { Overtaken } from '../parts/answer-newest';
import type { RevisionCounts } from '../../wire/revisions';

export type ChangesQuestion = { readonly id: number } & (
  | { readonly kind: 'compare'; readonly before: string; readonly after: string }
  /** Asks what has become of the screens in a variant; null for the first. */
  | { readonly kind: 'since'; readonly before: string; readonly after: string; readonly variant: string | null }
  /** Asks how a walk goes in a variant of another text; null where that has no such variant. */
  | { readonly kind: 'walk'; readonly before: string; readonly steps: string; readonly variant: string }
  /** Asks for the numbers of a text's verdict. */
  | { readonly kind: 'count'; readonly text: string }
);

export type ChangesAnswer = Overtaken | AnswerToQuestion;

type AnswerToQuestion = { readonly id: number } & (
  | { readonly card: ComparisonCard }
  | { readonly since: Since }
  | { readonly trail: TrailCard | null }
  | { readonly counts: RevisionCounts }
  | { readonly error: string }
);
