import type { Completions } from '../../core/assist/complete';
import type { Overview } from '../../core/report/overview';

/** What the page asks of the worker. `seq` numbers the texts of one plan; a later one overtakes those before it. */
export type Question =
  | { readonly kind: 'check'; readonly seq: number; readonly text: string }
  | { readonly kind: 'complete'; readonly id: number; readonly text: string; readonly offset: number }
  | { readonly kind: 'format'; readonly id: number; readonly text: string };

export type Answer =
  | { readonly kind: 'check'; readonly seq: number; readonly overview: Overview }
  | { readonly kind: 'complete'; readonly id: number; readonly completions: Completions | null }
  /** Null where the text has syntax errors. */
  | { readonly kind: 'format'; readonly id: number; readonly text: string | null };
