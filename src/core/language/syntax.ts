/**
 * The syntax tree: what stands in the text, each node with its range, nothing resolved.
 * Parts that a half-typed plan lacks are null, so that the rest of their statement still counts.
 */
import type { Range } from './range';

/** A name as written, where it stands. */
export interface Name extends Range {
  readonly text: string;
}

export interface StringNode extends Range {
  readonly value: string;
}

/** A screen as another place names it: `hut` or `discover.hut`. */
export interface ScreenReference extends Range {
  readonly module: Name | null;
  readonly name: Name;
}

export type TypeNode =
  | (Range & { readonly kind: 'named'; readonly name: Name })
  | (Range & { readonly kind: 'list'; readonly of: TypeNode })
  | (Range & { readonly kind: 'optional'; readonly of: TypeNode });

export type ValueNode =
  | (Range & { readonly kind: 'number'; readonly text: string })
  | (Range & { readonly kind: 'string'; readonly value: string })
  | (Range & { readonly kind: 'bool'; readonly value: boolean })
  /** A name with the fields after it: `hut.id`. A lone name may also be a choice's literal. */
  | (Range & { readonly kind: 'path'; readonly names: readonly Name[] });

/** `hutId: hut.id`, or the shorthand `hutId`, whose value is null. */
export interface ArgumentNode extends Range {
  readonly name: Name;
  readonly value: ValueNode | null;
}

/** What stands between the parentheses after a screen; the range includes them. */
export interface ArgumentListNode extends Range {
  readonly items: readonly ArgumentNode[];
}

export const opening = ['push', 'replace', 'reset'] as const;
/** The steps that put a screen on the stack. */
export type Opening = (typeof opening)[number];

export type StepNode =
  | (Range & { readonly kind: Opening; readonly target: ScreenReference | null; readonly list: ArgumentListNode | null })
  | (Range & { readonly kind: 'back' })
  | (Range & { readonly kind: 'leave'; readonly what: StringNode | null });

export interface LoopNode extends Range {
  readonly variable: Name;
  readonly list: ValueNode | null;
}

export interface ParameterNode extends Range {
  readonly name: Name;
  readonly type: TypeNode | null;
  readonly initial: ValueNode | null;
}

export interface FieldNode extends Range {
  readonly name: Name;
  readonly type: TypeNode | null;
}

export interface TakesNode extends Range {
  readonly kind: 'takes';
  readonly parameters: readonly ParameterNode[];
}

export interface HasNode extends Range {
  readonly kind: 'has';
  readonly fields: readonly FieldNode[];
}

export interface OnNode extends Range {
  readonly kind: 'on';
  readonly doc: string | null;
  readonly trigger: StringNode | null;
  readonly loop: LoopNode | null;
  readonly steps: readonly StepNode[];
}

export interface LinkNode extends Range {
  readonly kind: 'link';
  readonly doc: string | null;
  readonly pattern: Name | null;
  /** The stack that the link builds below its screen, bottom first; `under nothing` is an empty list, no `under` is null. */
  readonly under: readonly UnderNode[] | null;
}

export interface UnderNode extends Range {
  readonly target: ScreenReference;
  readonly list: ArgumentListNode | null;
}

export type MemberNode = TakesNode | HasNode | OnNode | LinkNode;

/** A block in braces; the range includes them. `closed` is false where the closing brace is missing. */
export interface Block<T> extends Range {
  readonly items: readonly T[];
  readonly closed: boolean;
}

export interface ScreenNode extends Range {
  readonly kind: 'screen';
  readonly doc: string | null;
  readonly private: boolean;
  readonly name: Name | null;
  readonly title: StringNode | null;
  readonly body: Block<MemberNode> | null;
}

export interface ModuleNode extends Range {
  readonly kind: 'module';
  readonly doc: string | null;
  readonly name: Name | null;
  readonly owner: StringNode | null;
  readonly body: Block<ScreenNode> | null;
}

export interface AppNode extends Range {
  readonly kind: 'app';
  readonly doc: string | null;
  readonly name: StringNode | null;
}

export interface OriginNode extends Range {
  readonly kind: 'origin';
  readonly url: Name | null;
}

export interface StartNode extends Range {
  readonly kind: 'start';
  readonly target: ScreenReference | null;
  readonly list: ArgumentListNode | null;
}

export interface IdNode extends Range {
  readonly kind: 'id';
  readonly doc: string | null;
  readonly name: Name | null;
  readonly base: Name | null;
}

export interface ChoiceNode extends Range {
  readonly kind: 'choice';
  readonly doc: string | null;
  readonly name: Name | null;
  readonly options: readonly Name[];
}

export interface RecordNode extends Range {
  readonly kind: 'record';
  readonly doc: string | null;
  readonly name: Name | null;
  readonly fields: readonly FieldNode[];
}

export type TypeDeclarationNode = IdNode | ChoiceNode | RecordNode;
export type DeclarationNode = AppNode | OriginNode | StartNode | TypeDeclarationNode | ModuleNode | ScreenNode;
export type StatementNode = DeclarationNode | MemberNode;

/** Something in the text that the language does not allow, in words for the person who types. */
export interface SyntaxProblem extends Range {
  readonly message: string;
  /** A word or symbol that would make it right, put in place of the range. */
  readonly instead: string | null;
}

export interface SyntaxTree {
  readonly text: string;
  readonly declarations: readonly DeclarationNode[];
  readonly problems: readonly SyntaxProblem[];
}

/** Every statement of a tree in the order of the text: declarations, the screens of modules, the members of screens. */
export function* statements(tree: SyntaxTree): Generator<StatementNode> {
  for (const declaration of tree.declarations) {
    yield declaration;
    if (declaration.kind === 'module') {
      for (const screen of declaration.body?.items ?? []) {
        yield screen;
        yield* screen.body?.items ?? [];
      }
    }
    if (declaration.kind === 'screen') yield* declaration.body?.items ?? [];
  }
}
