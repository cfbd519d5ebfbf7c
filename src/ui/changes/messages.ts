/** What the page and the worker of this view say to each other. */
import type { ComparisonCard } from '../../core/compare/report/cards';
import type { RevisionCounts } from '../../wire/revisions';

export type ChangesQuestion = { readonly id: number } & (
  | { readonly kind: 'compare'; readonly before: string; readonly after: string }
  /** Asks for the numbers of a text's verdict. */
  | { readonly kind: 'count'; readonly text: string }
);

export type ChangesAnswer = { readonly id: number } & (
  | { readonly card: ComparisonCard }
  | { readonly counts: RevisionCounts }
  | { readonly error: string }
  /** A later question has overtaken it. */
  | { readonly overtaken: true }
);
