import type { WantedParameter } from '../edit/signature';

/** A request for a change. Labels name screens; places are offsets of the checked text. */
export type ChangeRequest =
  | { readonly kind: 'rename'; readonly at: number; readonly to: string }
  | { readonly kind: 'delete'; readonly screen: string }
  | { readonly kind: 'start'; readonly screen: string }
  /** A null module is none. */
  | { readonly kind: 'move'; readonly screen: string; readonly module: string | null }
  | { readonly kind: 'way'; readonly from: string; readonly to: string }
  | { readonly kind: 'between' | 'extract'; readonly at: number; readonly name: string }
  /** A null pattern is made from the screen's name and arguments; a null `under` leaves the stack to the app. */
  | { readonly kind: 'link'; readonly screen: string; readonly pattern: string | null; readonly under: string | null }
  | { readonly kind: 'list'; readonly list: string; readonly module: string | null }
  /** Each screen of the module is to take the module's argument itself. */
  | { readonly kind: 'lower'; readonly module: string; readonly name: string }
  | { readonly kind: 'signature'; readonly screen: string; readonly wanted: readonly WantedParameter[] };
