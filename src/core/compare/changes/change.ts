import type { SymbolKind } from '../pairing/declared';
import type { PlanPart } from '../parts/part';

/** Who has to follow a change, or loses something by it. */
export const audiences = ['links', 'saved state', 'other modules', 'generated code'] as const;
export type Audience = (typeof audiences)[number];

interface Common {
  /** Those who have to follow the change, or may lose something by it. */
  readonly concerns: readonly Audience[];
}

/** A part that only one of the plans has, with all parts in its block. */
export interface Added extends Common {
  readonly kind: 'added';
  readonly part: PlanPart;
  readonly within: readonly PlanPart[];
}
export interface Removed extends Common {
  readonly kind: 'removed';
  readonly part: PlanPart;
  readonly within: readonly PlanPart[];
  /** The added part that it may have become; null if none is alike. */
  readonly guess: string | null;
}

/** A part of both plans that says something else. */
export interface Changed extends Common {
  readonly kind: 'changed';
  readonly before: PlanPart;
  readonly after: PlanPart;
  /** Names of what differs, such as `title` or `target`. */
  readonly aspects: readonly string[];
}

/** A part that says what it said, in another module or at another place among its siblings. */
export interface Moved extends Common {
  readonly kind: 'moved';
  readonly before: PlanPart;
  readonly after: PlanPart;
  readonly to: 'module' | 'place';
}

/** A name that has become another one, everywhere. */
export interface Renamed extends Common {
  readonly kind: 'renamed';
  readonly what: SymbolKind;
  readonly from: string;
  readonly to: string;
  /** Label of the screen that it is, or belongs to; null for a global other than a screen. */
  readonly screen: string | null;
  readonly module: string | null;
  readonly before: { readonly from: number; readonly to: number };
  readonly after: { readonly from: number; readonly to: number };
}

export type Change = Added | Removed | Changed | Moved | Renamed;

/** A change before anybody has said whom it concerns. */
export type Bare<C> = C extends Change ? Omit<C, 'concerns'> : never;
