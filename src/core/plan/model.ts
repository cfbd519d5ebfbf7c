/**
 * The plan, resolved: every name bound to what it names, every type known. It keeps the syntax nodes, so that whoever
 * finds something can say where it stands.
 */
import type { Range } from '../language/range';
import type {
  ArgumentListNode, ArgumentNode, LinkNode, ModuleNode, Name, OnNode, Opening, ParameterNode, ScreenNode, ScreenReference,
  StringNode, SyntaxTree, TypeDeclarationNode, ValueNode,
} from '../language/syntax';
import type { Type } from './types';

export interface Parameter {
  readonly name: string;
  readonly type: Type;
  readonly initial: ValueNode | null;
  readonly node: ParameterNode;
}

/** Whether a caller may leave the argument out. */
export const mayBeLeftOut = (parameter: Parameter): boolean => parameter.initial !== null || parameter.type.kind === 'optional';

/** A value that a screen holds: loaded data, what the user typed. */
export interface Held {
  readonly name: string;
  readonly type: Type;
  readonly range: Range;
}

/** A screen with the arguments given to it, wherever one is opened. */
export interface Call {
  /** Null where the name is missing or unknown. */
  readonly target: Screen | null;
  readonly reference: ScreenReference;
  readonly list: ArgumentListNode | null;
  readonly arguments: readonly ArgumentNode[];
}

export type Step =
  | { readonly kind: Opening; readonly call: Call | null; readonly range: Range }
  | { readonly kind: 'back'; readonly range: Range }
  | { readonly kind: 'leave'; readonly what: string; readonly range: Range };

export interface Loop {
  readonly variable: Name;
  /** The type of the list's items. */
  readonly type: Type;
  readonly list: ValueNode | null;
}

export interface Transition {
  readonly screen: Screen;
  /** Place among the screen's transitions, in the order of the text. */
  readonly index: number;
  readonly trigger: string;
  readonly loop: Loop | null;
  readonly steps: readonly Step[];
  readonly node: OnNode;
}

export interface Screen {
  /** Place among the plan's screens, in the order of the text. */
  readonly index: number;
  readonly name: string;
  /** The bare name where it is unique in the plan, otherwise `module.name`. */
  readonly label: string;
  readonly module: Module | null;
  readonly private: boolean;
  readonly title: StringNode | null;
  readonly parameters: readonly Parameter[];
  readonly holds: readonly Held[];
  readonly transitions: readonly Transition[];
  readonly links: readonly LinkNode[];
  readonly node: ScreenNode;
  readonly nameNode: Name;
}

export interface Module {
  readonly name: string;
  readonly owner: string | null;
  readonly screens: readonly Screen[];
  readonly node: ModuleNode;
}

export interface Plan {
  readonly tree: SyntaxTree;
  readonly name: string | null;
  readonly doc: string | null;
  readonly origins: readonly string[];
  /** What every cold start opens; null where no `start` names a screen. */
  readonly start: Call | null;
  readonly types: ReadonlyMap<string, { readonly type: Type; readonly node: TypeDeclarationNode }>;
  readonly modules: readonly Module[];
  readonly screens: readonly Screen[];
  readonly problems: readonly PlanProblem[];
}

/** What resolving found: facts, for the rules to put into words. */
export type PlanProblem =
  | { readonly kind: 'unknown-screen'; readonly reference: ScreenReference; readonly from: Screen | null; readonly call: Call | null }
  /** A bare name that several modules use. */
  | { readonly kind: 'ambiguous-screen'; readonly reference: ScreenReference; readonly candidates: readonly Screen[] }
  | { readonly kind: 'duplicate'; readonly what: string; readonly name: Name; readonly first: Name }
  | { readonly kind: 'unknown-type'; readonly name: Name }
  /** An id whose base is no base type. */
  | { readonly kind: 'id-base'; readonly name: Name; readonly base: Name }
  | { readonly kind: 'cyclic-type'; readonly name: Name; readonly ring: readonly string[] }
  | { readonly kind: 'no-start' };
