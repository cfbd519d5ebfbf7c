/**
 * The syntax tree: the text as nodes with ranges, names unresolved. Parts that a half-typed plan lacks are null, so
 * that the rest of their statement still counts.
 */
import type { TextEdit } from './edits';
import type { TextRange } from './range';

/** A name as written, with its range. */
export interface Name extends TextRange {
  readonly text: string;
}

export interface StringNode extends TextRange {
  readonly value: string;
}

/** A screen as another place names it: `hut` or `discover.hut`. */
export interface ScreenReference extends TextRange {
  readonly module: Name | null;
  readonly name: Name;
}

export type TypeNode =
  | (TextRange & { readonly kind: 'named'; readonly name: Name })
  | (TextRange & { readonly kind: 'list'; readonly of: TypeNode })
  | (TextRange & { readonly kind: 'optional'; readonly of: TypeNode });

export type ValueNode =
  | (TextRange & { readonly kind: 'number'; readonly text: string })
  | (TextRange & { readonly kind: 'string'; readonly value: string })
  | (TextRange & { readonly kind: 'bool'; readonly value: boolean })
  /** A name with the fields after it: `hut.id`. A lone name may also be a choice's literal. */
  | (TextRange & { readonly kind: 'path'; readonly names: readonly Name[] });

/** `hutId: hut.id`, or the shorthand `hutId`, whose value is null. */
export interface ArgumentNode extends TextRange {
  readonly name: Name;
  readonly value: ValueNode | null;
}

/** Arguments between the parentheses after a screen; the range includes the parentheses. */
export interface ArgumentListNode extends TextRange {
  readonly items: readonly ArgumentNode[];
}

export const opening = ['push', 'replace', 'present', 'reset', 'switch'] as const;
/** The steps that open a screen. */
export type Opening = (typeof opening)[number];

export type StepNode =
  | (TextRange & {
      readonly kind: Opening;
      readonly target: ScreenReference | null;
      readonly list: ArgumentListNode | null;
      /** `gives from`: the value of the asking screen that gets the result. Behind `push` and `present` only. */
      readonly gives: Name | null;
    })
  /** `back with chosen`: the result that the screen hands back. */
  | (TextRange & { readonly kind: 'back' | 'close'; readonly with: ValueNode | null })
  | (TextRange & { readonly kind: 'back to' | 'back past'; readonly target: ScreenReference | null })
  | (TextRange & { readonly kind: 'sets'; readonly flag: Name | null; readonly value: ValueNode | null })
  /** `or` is the step to run if no arrival waits. */
  | (TextRange & { readonly kind: 'resume'; readonly or: StepNode | null })
  | (TextRange & { readonly kind: 'leave'; readonly what: StringNode | null });

export type ConditionNode =
  /** A bool flag: `signedIn`. */
  | (TextRange & { readonly kind: 'flag'; readonly name: Name })
  /** `tier is member`, `tier is not member` */
  | (TextRange & { readonly kind: 'is'; readonly name: Name; readonly not: boolean; readonly value: ValueNode | null })
  /** `season is given`: an optional value is there. */
  | (TextRange & { readonly kind: 'given'; readonly names: readonly Name[]; readonly not: boolean })
  /** A condition in quotes, which may hold or not at each use. */
  | (TextRange & { readonly kind: 'maybe'; readonly text: StringNode })
  | (TextRange & { readonly kind: 'not'; readonly of: ConditionNode })
  | (TextRange & { readonly kind: 'and' | 'or'; readonly left: ConditionNode; readonly right: ConditionNode });

/** One outcome of a trigger: its steps, and the condition under which it is the one that happens. */
export interface BranchNode extends TextRange {
  readonly condition: ConditionNode | null;
  readonly steps: readonly StepNode[];
  readonly motion: Name | null;
}

/** `only phone, tablet`: the variants that have a declaration. */
export interface OnlyNode extends TextRange {
  readonly variants: readonly Name[];
}

export interface LoopNode extends TextRange {
  readonly variable: Name;
  readonly list: ValueNode | null;
}

export interface ParameterNode extends TextRange {
  readonly name: Name;
  readonly type: TypeNode | null;
  readonly initial: ValueNode | null;
  readonly sample: ValueNode | null;
}

export interface FieldNode extends TextRange {
  readonly name: Name;
  readonly type: TypeNode | null;
}

export interface TakesNode extends TextRange {
  readonly kind: 'takes';
  readonly parameters: readonly ParameterNode[];
}

export interface HasNode extends TextRange {
  readonly kind: 'has';
  readonly fields: readonly FieldNode[];
}

export interface OnNode extends TextRange {
  readonly kind: 'on';
  readonly doc: string | null;
  readonly trigger: StringNode | null;
  readonly only: OnlyNode | null;
  readonly loop: LoopNode | null;
  /** In the order in which they are tried; the last one may have no condition. */
  readonly branches: readonly BranchNode[];
}

/** `needs CONDITION else STEPS`: the condition of an arrival, and the steps that run if it fails. */
export interface NeedsNode extends TextRange {
  readonly kind: 'needs';
  readonly condition: ConditionNode | null;
  readonly otherwise: readonly StepNode[];
}

export interface LinkNode extends TextRange {
  readonly kind: 'link';
  readonly doc: string | null;
  readonly pattern: Name | null;
  /**
   * The stack that the link builds below its screen, bottom first; `under nothing` is an empty list, no `under` is
   * null.
   */
  readonly under: readonly UnderNode[] | null;
}

export interface UnderNode extends TextRange {
  readonly target: ScreenReference;
  readonly list: ArgumentListNode | null;
}

/** `returns TYPE`: what the screen hands back to a screen that asks for it. */
export interface ReturnsNode extends TextRange {
  readonly kind: 'returns';
  readonly type: TypeNode | null;
}

/** What stands in a module: its screens, and the arguments that all of them take. */
export type ModuleMemberNode = ScreenNode | TakesNode;

export type MemberNode = TakesNode | HasNode | ReturnsNode | NeedsNode | OnNode | LinkNode;

/** A block in braces; the range includes them. `closed` is false if the closing brace is missing. */
export interface Block<T> extends TextRange {
  readonly items: readonly T[];
  readonly closed: boolean;
}

export interface ScreenNode extends TextRange {
  readonly kind: 'screen';
  readonly doc: string | null;
  readonly private: boolean;
  readonly name: Name | null;
  readonly title: StringNode | null;
  /** `as sheet`, `as dialog`: the screen always arrives as a modal. */
  readonly shape: Shape | null;
  readonly only: OnlyNode | null;
  readonly beside: BesideNode | null;
  readonly body: Block<MemberNode> | null;
}

/** `beside stays only tablet`: the screen is shown beside the screen that lies directly beneath it. */
export interface BesideNode extends TextRange {
  readonly list: ScreenReference | null;
  /** The variants in which it is. */
  readonly only: OnlyNode | null;
}

export const shapes = ['sheet', 'dialog'] as const;
export type Shape = (typeof shapes)[number];

export interface ModuleNode extends TextRange {
  readonly kind: 'module';
  readonly doc: string | null;
  readonly name: Name | null;
  readonly owner: StringNode | null;
  readonly body: Block<ModuleMemberNode> | null;
}

export interface AppNode extends TextRange {
  readonly kind: 'app';
  readonly doc: string | null;
  readonly name: StringNode | null;
}

export interface OriginNode extends TextRange {
  readonly kind: 'origin';
  readonly url: Name | null;
}

export interface StartNode extends TextRange {
  readonly kind: 'start';
  readonly target: ScreenReference | null;
  readonly list: ArgumentListNode | null;
}

export interface IdNode extends TextRange {
  readonly kind: 'id';
  readonly doc: string | null;
  readonly name: Name | null;
  readonly base: Name | null;
}

export interface ChoiceNode extends TextRange {
  readonly kind: 'choice';
  readonly doc: string | null;
  readonly name: Name | null;
  readonly options: readonly Name[];
}

export interface RecordNode extends TextRange {
  readonly kind: 'record';
  readonly doc: string | null;
  readonly name: Name | null;
  readonly fields: readonly FieldNode[];
}

export interface VariantsNode extends TextRange {
  readonly kind: 'variants';
  readonly variants: readonly VariantNode[];
}

/** `tablet wide` */
export interface VariantNode extends TextRange {
  readonly name: Name;
  readonly size: VariantSize | null;
}

export const variantSizes = ['wide', 'small'] as const;
/** How the Walk view draws a variant; a phone without it. It decides nothing. */
export type VariantSize = (typeof variantSizes)[number];

/** Default animation of arriving screens. */
export interface MotionNode extends TextRange {
  readonly kind: 'motion';
  readonly name: Name | null;
}

/** `back leaves`: Back on the last frame of any tab leaves the app. */
export interface BackLeavesNode extends TextRange {
  readonly kind: 'back leaves';
}

export interface IncludeNode extends TextRange {
  readonly kind: 'include';
  readonly file: StringNode | null;
}

export interface FlagNode extends TextRange {
  readonly kind: 'flag';
  readonly doc: string | null;
  readonly name: Name | null;
  /** Null for a bool flag. */
  readonly type: Name | null;
  readonly initial: ValueNode | null;
}

export interface TabNode extends TextRange {
  readonly kind: 'tab';
  readonly doc: string | null;
  readonly label: StringNode;
  readonly target: ScreenReference | null;
  readonly list: ArgumentListNode | null;
  readonly icon: Name | null;
}

export interface TabsNode extends TextRange {
  readonly kind: 'tabs';
  readonly doc: string | null;
  readonly only: OnlyNode | null;
  readonly body: Block<TabNode> | null;
}

export interface MenuItemNode extends TextRange {
  readonly kind: 'item';
  readonly doc: string | null;
  readonly label: StringNode;
  readonly branches: readonly BranchNode[];
  readonly icon: Name | null;
}

export interface MenuNode extends TextRange {
  readonly kind: 'menu';
  readonly doc: string | null;
  readonly title: StringNode | null;
  readonly only: OnlyNode | null;
  /** The screens that show the menu; null without an `on`. */
  readonly on: 'all' | 'roots' | readonly ScreenReference[] | null;
  readonly body: Block<MenuItemNode> | null;
}

/** Something that happens by itself: a timer runs out, the server answers, another device does something. */
export interface EventNode extends TextRange {
  readonly kind: 'event';
  readonly doc: string | null;
  readonly title: StringNode | null;
  readonly only: OnlyNode | null;
  /** The screens on which it can happen; null without an `on`. */
  readonly on: MenuNode['on'];
  readonly branches: readonly BranchNode[];
}

export const doors = ['shortcut', 'widget', 'notification', 'share', 'page'] as const;
/** Kind of an entry; `page` is a web page, `share` a target for sharing from other apps. */
export type Door = (typeof doors)[number];

export interface EntryNode extends TextRange {
  readonly kind: 'entry';
  readonly doc: string | null;
  readonly door: Door | null;
  readonly label: StringNode | null;
  readonly only: OnlyNode | null;
  /** Either a URL or a screen. */
  readonly url: Name | null;
  readonly target: ScreenReference | null;
  readonly list: ArgumentListNode | null;
}

/**
 * `never A beneath B` · `never A after B` · `always A beneath B` · `from A always reach B`; kept, and checked once the
 * stacks are analysed.
 */
export interface RuleNode extends TextRange {
  readonly kind: 'rule';
  readonly doc: string | null;
  readonly title: StringNode | null;
  readonly claim: 'never beneath' | 'never after' | 'always beneath' | 'always reach' | null;
  readonly first: ScreenReference | null;
  readonly second: ScreenReference | null;
}

export type WalkStepNode =
  | (TextRange & {
      readonly kind: 'tap';
      readonly label: StringNode | null;
      readonly values: readonly WalkValueNode[];
      readonly taken: readonly TakenNode[];
    })
  | (TextRange & {
      readonly kind: 'tab' | 'menu' | 'event';
      readonly label: StringNode | null;
      readonly taken: readonly TakenNode[];
    })
  | (TextRange & { readonly kind: 'back' })
  /** Either a URL, or the label of an entry. */
  | (TextRange & {
      readonly kind: 'open';
      readonly url: Name | null;
      readonly label: StringNode | null;
      readonly taken: readonly TakenNode[];
    })
  | (TextRange & { readonly kind: 'set'; readonly flag: Name | null; readonly value: ValueNode | null })
  | (TextRange & {
      readonly kind: 'expect';
      readonly screen: ScreenReference | null;
      readonly beneath: ScreenReference | null;
      /** The values that the screen then has. */
      readonly values: readonly WalkValueNode[];
    });

/** `if "…"`, `unless "…"`: how a condition in quotes turns out in one step of a walk. */
export interface TakenNode extends TextRange {
  readonly holds: boolean;
  readonly text: StringNode | null;
}

/** `name = literal` in a walk: the user's input, the row that the user tapped, or a value that the walk expects. */
export interface WalkValueNode extends TextRange {
  readonly name: Name;
  readonly value: ValueNode | null;
}

export interface WalkNode extends TextRange {
  readonly kind: 'walk';
  readonly doc: string | null;
  readonly title: StringNode | null;
  readonly body: Block<WalkStepNode> | null;
}

export interface AcceptNode extends TextRange {
  readonly kind: 'accept';
  readonly rule: Name | null;
  /** Name that the finding is about; null if that has no name. */
  readonly subject: (TextRange & { readonly text: string }) | null;
  readonly because: StringNode | null;
}

export type TypeDeclarationNode = IdNode | ChoiceNode | RecordNode;
export type DeclarationNode =
  | AppNode
  | OriginNode
  | VariantsNode
  | StartNode
  | MotionNode
  | BackLeavesNode
  | IncludeNode
  | TypeDeclarationNode
  | FlagNode
  | TabsNode
  | MenuNode
  | EventNode
  | EntryNode
  | ModuleNode
  | ScreenNode
  | RuleNode
  | WalkNode
  | AcceptNode;
export type StatementNode = DeclarationNode | MemberNode | TabNode | MenuItemNode | WalkStepNode;

/** Something in the text that the language does not allow, in words for the person who types. */
export interface SyntaxProblem extends TextRange {
  readonly message: string;
  /** Edit that repairs it, or null. */
  readonly fix: SyntaxFix | null;
}

/** A way to mend a syntax problem: the words of its button, and the edits. */
export interface SyntaxFix {
  readonly label: string;
  readonly edits: readonly TextEdit[];
  /** Whether it is only the nearest word: the text was not read as if that stood there. */
  readonly isNearest?: true;
}

export interface SyntaxTree {
  readonly text: string;
  readonly declarations: readonly DeclarationNode[];
  readonly problems: readonly SyntaxProblem[];
}

/** Every statement of a tree in the order of the text: declarations, and the statements in their blocks. */
export function* statements(tree: SyntaxTree): Generator<StatementNode> {
  for (const declaration of tree.declarations) {
    yield declaration;
    if (!('body' in declaration)) continue;
    for (const item of declaration.body?.items ?? []) {
      yield item;
      if (item.kind === 'screen') yield* item.body?.items ?? [];
    }
  }
}
