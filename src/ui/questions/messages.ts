/** What the page and the worker that answers questions say to each other. */
import type { AnswerRow, AnswerWay } from '../../core/ask/rows';
import type { Overtaken } from '../parts/answer-newest';
import type { Message } from '../../core/rules/parts/message';

export type AskMessage = { readonly id: number; readonly text: string } & (
  | { readonly kind: 'ask'; readonly question: string; readonly variant: string | null }
  /** Asks what a half-typed question may become. */
  | { readonly kind: 'suggest'; readonly question: string }
);

/** An answer as a list. */
export interface AnswerCard {
  readonly sentence: Message;
  readonly rows: readonly AnswerRow[];
  /** Labels of the screens that it is about. */
  readonly screens: readonly string[];
  /** Null for an answer that is no way. */
  readonly way: AnswerWay | null;
  /** A declaration that keeps the answer in the plan; null if there is none. */
  readonly keep: string | null;
}

export type AskReply = Overtaken | ReplyToQuestion;

type ReplyToQuestion = { readonly id: number } & (
  | { readonly card: AnswerCard }
  | { readonly suggestions: readonly string[] }
  /** Why there is no answer. */
  | { readonly refusal: string }
);
