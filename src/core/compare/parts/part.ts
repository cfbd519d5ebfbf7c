/** A plan as a flat list of parts: one for each statement that can be added, removed or changed by itself. */
import type { TextRange } from '../../language/range';

export type PartKind =
  | 'app'
  | 'origin'
  | 'variant'
  | 'start'
  | 'motion'
  | 'back leaves'
  | 'type'
  | 'flag'
  | 'module'
  | 'screen'
  | 'argument'
  | 'value'
  | 'result'
  | 'needs'
  | 'link'
  | 'transition'
  | 'tabs'
  | 'tab'
  | 'menu'
  | 'menu item'
  | 'event'
  | 'entry'
  | 'rule'
  | 'walk'
  | 'accept';

/** Kinds that people tell apart by a label in quotation marks. */
export const labelledKinds: ReadonlySet<PartKind> = new Set([
  'transition',
  'tab',
  'menu',
  'menu item',
  'event',
  'entry',
  'rule',
  'walk',
]);

/** What a part says besides its name, aspect by aspect, each as the language writes it. */
export type Aspects = Readonly<Record<string, string>>;

export interface PlanPart {
  readonly kind: PartKind;
  /** Identifies it in its plan. */
  readonly key: string;
  /** Key of the part whose block it stands in; null at the top. */
  readonly owner: string | null;
  /** As people call it: a name of the plan, or a label without its quotation marks. */
  readonly name: string;
  /** Label of the screen that it is, or belongs to. */
  readonly screen: string | null;
  readonly module: string | null;
  /** The statement, without doc comment and block. */
  readonly text: string;
  readonly doc: string;
  /** Worked out at each call: few parts of a plan change, and only those are asked. */
  readonly aspects: () => Aspects;
  /** Place among the parts of its kind and owner; null where the order means nothing. */
  readonly place: number | null;
  /** In the plan's own text; null for what has no statement of its own. */
  readonly range: TextRange | null;
  /** The range without its block. */
  readonly head: TextRange | null;
}

/** A part as its plan writes it, in one line, without its block. */
export const writtenText = (planText: string, { head, text }: PlanPart): string =>
  (head ? planText.slice(head.from, head.to) : text).replace(/\s+/g, ' ').trim();
