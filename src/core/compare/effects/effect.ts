import type { TextRange } from '../../language/range';
import type { DeclarationKind } from '../../generate/typescript/surface';
import type { Finding, Fix } from '../../rules/parts/rule';
import type { Value } from '../../plan/value';
import type { Break } from '../../walk/replay';
import type { Tap } from '../../walk/tap';
import type { Audience } from '../changes/change';
import type { PlanPart } from '../parts/part';

/**
 * - `breaking`: something that worked for somebody no longer does
 * - `worse`, `better`: for users, in what the analysis can judge
 * - `neutral`: different
 */
export const weights = ['breaking', 'worse', 'better', 'neutral'] as const;
export type Weight = (typeof weights)[number];

/** One of the two plans. */
export type Version = 'before' | 'after';

/** A run that shows an effect. */
export interface Evidence {
  readonly in: Version;
  /** A variant of that plan. */
  readonly variant: string;
  readonly walk: readonly Tap[];
}

interface Common {
  readonly weight: Weight;
  /** Those who lose something. */
  readonly hurts: readonly Audience[];
  /** Label of the screen that it is about, in the new plan if that has it. */
  readonly screen: string | null;
  readonly module: string | null;
  /** The variants in which it is so, by their names in the new plan; null for all. */
  readonly variants: readonly string[] | null;
  readonly before: TextRange | null;
  readonly after: TextRange | null;
  readonly evidence: readonly Evidence[];
}

/** A finding that only one of the plans has. */
export interface FindingEffect extends Common {
  readonly kind: 'finding';
  readonly comes: boolean;
  readonly finding: Finding;
}

/** What becomes of one screen. */
export interface ReachEffect extends Common {
  readonly kind: 'reach';
  readonly screen: string;
  readonly was: Reached;
  readonly is: Reached;
  /** The new finding that says so, or null. */
  readonly finding: Finding | null;
}
export interface Reached {
  readonly reachable: 'yes' | 'no' | 'undecided';
  readonly taps: number | null;
  /** Whether only links or entries lead there. */
  readonly fromOutside: boolean;
}

/** What Back on one screen newly reveals, or reveals no longer. */
export interface BackEffect extends Common {
  readonly kind: 'back';
  readonly screen: string;
  readonly reveals: readonly string[];
  readonly noLonger: readonly string[];
  /** Whether it can leave the app, where that has changed; otherwise null. */
  readonly leaves: boolean | null;
}

/** A rule of the plan that is now decided otherwise. */
export interface RuleEffect extends Common {
  readonly kind: 'rule';
  readonly title: string;
  readonly was: RuleVerdict;
  readonly is: RuleVerdict;
  readonly finding: Finding | null;
}
export type RuleVerdict = 'holds' | 'broken' | 'undecided' | 'unread';

/** A kept walk of the old plan that can no longer be walked, or can be again. */
export interface WalkEffect extends Common {
  readonly kind: 'walk';
  readonly title: string;
  /** Whether the new plan still keeps it; otherwise the steps of the old plan were walked. */
  readonly isKept: boolean;
  /** The step that breaks, from 1, and why; null for a walk that holds again. */
  readonly breaks: { readonly step: number; readonly because: Break } | null;
  readonly finding: Finding | null;
}

/** URLs of one pattern that no longer do what they did. */
export interface UrlEffect extends Common {
  readonly kind: 'url';
  readonly pattern: string;
  /** The shortest of these URLs. */
  readonly url: string;
  /** Label in the new plan of the screen that it opens there; null for none. */
  readonly opens: string | null;
  /** Arguments that the URL used to bring and that the screen still takes. */
  readonly loses: readonly string[];
}

/** States that the old version has saved and the new one cannot read. */
export interface StateEffect extends Common {
  readonly kind: 'state';
  readonly because: StateLoss;
}
export type StateLoss =
  | { readonly why: 'variant'; readonly variant: string }
  | { readonly why: 'tabs'; readonly was: number; readonly is: number }
  /** The stacks of tabs are saved by their place: as many tabs in another order get one another's stacks. */
  | { readonly why: 'tab order'; readonly was: readonly string[]; readonly is: readonly string[] }
  | { readonly why: 'screen'; readonly screen: string }
  /** `value` is one that cannot be read; undefined for an argument that was never saved. */
  | { readonly why: 'argument'; readonly screen: string; readonly name: string; readonly value: Value | undefined }
  /** The value of a screen that waits for a result. */
  | { readonly why: 'result'; readonly screen: string; readonly name: string }
  | { readonly why: 'flag'; readonly flag: string; readonly value: string }
  | { readonly why: 'link'; readonly screen: string; readonly pattern: string };

/** A place that opens a screen whose name, arguments or result have changed. */
export interface CallerEffect extends Common {
  readonly kind: 'caller';
  /** Label of the screen that is opened. */
  readonly screen: string;
  /** The trigger, menu item or other part of the new plan that opens it. */
  readonly by: PlanPart;
  readonly has: 'followed' | 'no need' | 'not followed';
  /** The finding at the place that has not followed. */
  readonly finding: Finding | null;
  /** Makes it follow a rename; null for other changes. */
  readonly fix: Fix | null;
}

/** A declaration of the generated code that the code of the app no longer compiles with. */
export interface CodeEffect extends Common {
  readonly kind: 'code';
  readonly declares: DeclarationKind;
  /** Its name in TypeScript: `hut`, `hut.book`, `Season`. */
  readonly name: string;
  /** How the plan calls it. */
  readonly label: string;
  readonly losses: readonly CodeLoss[];
}
export type CodeLoss =
  | { readonly why: 'gone' }
  /** `is` is its name in the new plan. */
  | { readonly why: 'renamed'; readonly is: string }
  /** Code that handles all of its kind lacks it. */
  | { readonly why: 'new' }
  /** Another function makes its values. */
  | { readonly why: 'maker'; readonly was: string; readonly is: string }
  /** A field that has to be given now. */
  | { readonly why: 'wants'; readonly name: string; readonly type: string }
  /** A field that has gone. */
  | { readonly why: 'takes no'; readonly name: string }
  | { readonly why: 'type'; readonly name: string; readonly was: string; readonly is: string };

export type Effect =
  | FindingEffect
  | ReachEffect
  | BackEffect
  | RuleEffect
  | WalkEffect
  | UrlEffect
  | StateEffect
  | CallerEffect
  | CodeEffect;
export type EffectKind = Effect['kind'];
