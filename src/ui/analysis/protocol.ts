import type { Completions } from '../../core/assist/completion';
import type { Description } from '../../core/assist/describe';
import type { OutlineItem } from '../../core/assist/outline';
import type { Proposed } from '../../core/propose/propose';
import type { ChangeRequest } from '../../core/propose/request';
import type { WalkToKeep } from '../../core/propose/keep-walk';
import type { TextEdit } from '../../core/language/edits';
import type { WalkCard, WalkRequest } from '../../core/report/walk-card';
import type { LinksCard, LinksRequest } from '../../core/report/links-card';
import type { RestOfTour } from '../../core/report/walk-tour';
import type { ScreenDetail } from '../../core/report/detail';
import type { SupplyTable } from '../../core/report/supply-table';
import type { PackedOverview, PackedRows } from './packing';

/** Cards beside the overview; null if no view shows them. */
export interface Looked {
  readonly detail: ScreenDetail | null;
  readonly supply: SupplyTable | null;
  readonly walk: WalkCard | null;
  readonly links: LinksCard | null;
}

/** Cards that a view shows beside the overview. */
export interface Watched {
  /** The screen whose detail is wanted, by label. */
  readonly screen: string | null;
  /** The variant whose verdicts are wanted; null for the first. */
  readonly variant: string | null;
  /** Whether the table of supply is wanted. */
  readonly supply: boolean;
  /** The walk that is wanted; null for none. */
  readonly walk: WalkRequest | null;
  /** The URLs to look up, with the URL space; null for neither. */
  readonly links: LinksRequest | null;
}

/** A walk that was found, as steps of the language. */
export interface FoundWalk {
  readonly variant: string;
  readonly steps: string;
}

/** No view asks for cards, or the text is not yet analysed. */
export const nothing: Looked = { detail: null, supply: null, walk: null, links: null };

/** Requests about a text: parameters beside the text, and the answer. */
export interface Requests {
  complete: { readonly given: { readonly offset: number }; readonly answer: Completions | null };
  /** Description of the name at an offset. */
  describe: { readonly given: { readonly offset: number }; readonly answer: Description | null };
  /** All that the text declares. */
  outline: { readonly given: null; readonly answer: readonly OutlineItem[] };
  /** The text laid out; null if it has syntax errors. */
  format: { readonly given: null; readonly answer: string | null };
  /** Effects of a change. */
  propose: { readonly given: ChangeRequest; readonly answer: Proposed };
  /**
   * The walk that shows a finding, known by its place among all, or the shortest one to a screen, known by its label.
   */
  witness: {
    readonly given: { readonly of: number | string; readonly variant: string | null };
    readonly answer: FoundWalk | null;
  };
  /** Walks that use the outcomes which the kept ones leave out. */
  tour: { readonly given: { readonly variant: string | null }; readonly answer: RestOfTour };
  /** The edits that put walks into the plan. */
  keep: { readonly given: readonly WalkToKeep[]; readonly answer: readonly TextEdit[] };
}
export type RequestKind = keyof Requests;
export type Given<K extends RequestKind> = Requests[K]['given'];
export type AnswerTo<K extends RequestKind> = Requests[K]['answer'];

/** A request with its number. */
export type Asked = {
  readonly [K in RequestKind]: {
    readonly kind: 'request';
    readonly id: number;
    readonly request: K;
    readonly text: string;
    readonly given: Given<K>;
  };
}[RequestKind];

/** Messages to the worker. `seq` numbers the texts of one plan; a later text cancels the analysis of earlier ones. */
export type Question =
  | { readonly kind: 'check'; readonly seq: number; readonly text: string }
  /** Asks whether the worker is still alive. */
  | { readonly kind: 'ping' }
  /** Somebody is about to type. */
  | { readonly kind: 'warm-up' }
  /** Cards wanted beside the overview, now and with every further analysis. */
  | { readonly kind: 'watch'; readonly watched: Watched }
  | Asked
  /** Nobody waits any longer for the answer to that request. */
  | { readonly kind: 'cancel'; readonly id: number };

export type Answer =
  | { readonly kind: 'pong' }
  /** The analysis of that text threw. */
  | { readonly kind: 'check-failed'; readonly seq: number; readonly error: string }
  /** Comes first, since it stands beside the typed text; the rest follows. */
  | { readonly kind: 'margin'; readonly seq: number; readonly margin: PackedRows }
  | ({ readonly kind: 'check'; readonly seq: number; readonly overview: PackedOverview } & Looked)
  | ({ readonly kind: 'watch' } & Looked)
  /** The answer to a request, of the type that the table says. */
  | { readonly kind: 'answer'; readonly id: number; readonly answer: unknown }
  /** The request with that id threw. */
  | { readonly kind: 'failed'; readonly id: number; readonly error: string };
