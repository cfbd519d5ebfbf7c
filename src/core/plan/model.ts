/**
 * The plan, resolved: every name bound to its declaration, every type known. It keeps the syntax nodes, so that
 * findings can give their place.
 */
import type { TextRange } from '../language/range';
import type {
  AcceptNode,
  ArgumentListNode,
  ArgumentNode,
  BesideNode,
  BranchNode,
  EntryNode,
  EventNode,
  FlagNode,
  IncludeNode,
  LinkNode,
  MenuItemNode,
  MenuNode,
  ModuleNode,
  Name,
  NeedsNode,
  OnNode,
  Opening,
  ParameterNode,
  ReturnsNode,
  RuleNode,
  ScreenNode,
  ScreenReference,
  Shape,
  StringNode,
  SyntaxTree,
  TabNode,
  TabsNode,
  TypeDeclarationNode,
  ValueNode,
  VariantSize,
  WalkNode,
} from '../language/syntax';
import type { Type } from './types';

/** Something that has a name and a type, as a screen's values have. */
export interface Named {
  readonly name: string;
  readonly type: Type;
}

export interface Parameter extends Named {
  readonly initial: ValueNode | null;
  /** A value to show the screen with, if no walk supplies one. */
  readonly sample: ValueNode | null;
  /** The module whose screens all take it; null for an argument of one screen. */
  readonly module: Module | null;
  readonly node: ParameterNode;
}

/** Whether a caller may leave the argument out. */
export const mayBeLeftOut = (parameter: Parameter): boolean =>
  parameter.initial !== null || parameter.type.kind === 'optional';

/** A value that a screen holds: loaded data, user input. */
export interface Held extends Named {
  readonly range: TextRange;
}

/**
 * A piece of app state that conditions read and transitions set. Its values are written as the language does: `true`,
 * `guest`.
 */
export interface Flag extends Named {
  /** All that it can be, in the order declared; `false` before `true`. Empty where its type is unknown. */
  readonly values: readonly string[];
  readonly initial: string;
  readonly node: FlagNode;
}

/** A screen with the arguments given to it, wherever one is opened. */
export interface Call {
  /** Null if the name is missing or unknown. */
  readonly target: Screen | null;
  readonly reference: ScreenReference;
  readonly list: ArgumentListNode | null;
  readonly arguments: readonly ArgumentNode[];
}

export type Condition =
  /** The flag has this value. */
  | { readonly kind: 'flag'; readonly flag: Flag; readonly value: string }
  /** An optional value is there; data is unknown before a run, so it may hold or not. */
  | { readonly kind: 'given'; readonly names: readonly Name[] }
  /** In quotes: may hold or not at each use. */
  | { readonly kind: 'maybe'; readonly text: string }
  /** Names something that there is not, and was reported: may hold or not. */
  | { readonly kind: 'unknown' }
  | { readonly kind: 'not'; readonly of: Condition }
  | { readonly kind: 'and' | 'or'; readonly left: Condition; readonly right: Condition };

/** What a screen hands back to a screen that asks for it. */
export interface Returns {
  readonly type: Type;
  readonly node: ReturnsNode;
}

/** `gives from`: the step asks for the result of the screen that it opens. */
export interface Asks {
  /** The value that gets the result. */
  readonly value: Name;
  /** The screen that has the value, whose trigger the step belongs to; null outside of triggers. */
  readonly screen: Screen | null;
}

/** `with chosen`: the step hands a value back. */
export interface Result {
  readonly value: ValueNode;
  /** The screen whose trigger the step belongs to; null outside of triggers. */
  readonly screen: Screen | null;
}

export type Step =
  | { readonly kind: Opening; readonly call: Call | null; readonly asks: Asks | null; readonly range: TextRange }
  | { readonly kind: 'back' | 'close'; readonly result: Result | null; readonly range: TextRange }
  | { readonly kind: 'back to' | 'back past'; readonly target: Screen | null; readonly range: TextRange }
  | { readonly kind: 'sets'; readonly flag: Flag | null; readonly value: string | null; readonly range: TextRange }
  | { readonly kind: 'resume'; readonly or: Step | null; readonly range: TextRange }
  | { readonly kind: 'leave'; readonly what: string; readonly range: TextRange };

/** Missing in a stack: the target of a step, or somebody who has asked for the result. */
export type Missed = Step | Result;

/** A step that opens a screen. */
export type OpeningStep = Extract<Step, { call: Call | null }>;

/** The steps that open a screen, those behind `resume or` included. */
export function openings(steps: readonly Step[]): readonly OpeningStep[] {
  // Nearly all transitions have one step, which opens a screen.
  if (steps.length === 1 && 'call' in steps[0]!) return steps as readonly OpeningStep[];
  return steps.flatMap((step): readonly OpeningStep[] =>
    'call' in step ? [step] : step.kind === 'resume' && step.or ? openings([step.or]) : [],
  );
}

/** One outcome of a trigger; the first whose condition holds happens. */
export interface Branch {
  readonly condition: Condition | null;
  readonly steps: readonly Step[];
  /** How the screen comes in; null for the app's own motion. */
  readonly motion: string | null;
  readonly node: BranchNode;
}

export interface Loop {
  readonly variable: Name;
  /** The type of the list's items. */
  readonly type: Type;
  readonly list: ValueNode | null;
}

/** The variants that have a declaration; null for all of them. */
export type Only = ReadonlySet<string> | null;

export const isIn = (only: Only, variant: string): boolean => only === null || only.has(variant);

export interface Transition {
  readonly screen: Screen;
  /** Place among the screen's transitions, in the order of the text. */
  readonly index: number;
  readonly trigger: string;
  readonly only: Only;
  readonly loop: Loop | null;
  readonly branches: readonly Branch[];
  readonly node: OnNode;
}

/** A condition of a screen, and the steps that run if it fails. */
export interface Needs {
  readonly condition: Condition;
  readonly otherwise: readonly Step[];
  readonly node: NeedsNode;
}

export interface Link {
  readonly screen: Screen;
  readonly pattern: string;
  /** The stack beneath the screen, bottom first; null without an `under`. */
  readonly under: readonly Call[] | null;
  readonly node: LinkNode;
}

/** `beside stays only tablet` */
export interface Beside {
  /** Null if the name is missing or unknown. */
  readonly list: Screen | null;
  readonly only: Only;
  readonly node: BesideNode;
}

/** The screen beside which another one is shown in a variant; null if there is none. */
export const listBeside = ({ beside }: Screen, variant: string): Screen | null =>
  beside && isIn(beside.only, variant) ? beside.list : null;

export interface Screen {
  /** Place among the plan's screens, in the order of the text. */
  readonly index: number;
  readonly name: string;
  /** The bare name if it is unique in the plan, otherwise `module.name`. */
  readonly label: string;
  readonly module: Module | null;
  readonly private: boolean;
  readonly title: StringNode | null;
  /** Null for a plain screen. */
  readonly shape: Shape | null;
  readonly only: Only;
  /** The screen that stays in sight beside it, where it lies directly on that one; null for a screen of its own. */
  readonly beside: Beside | null;
  /** Those of its module, then its own. */
  readonly parameters: readonly Parameter[];
  readonly holds: readonly Held[];
  /** Null if it hands nothing back. */
  readonly returns: Returns | null;
  readonly needs: readonly Needs[];
  readonly transitions: readonly Transition[];
  readonly links: readonly Link[];
  readonly node: ScreenNode;
  readonly nameNode: Name;
}

export interface Module {
  readonly name: string;
  readonly owner: string | null;
  /** What each of its screens takes. Within the module it is handed on unless a call gives another value. */
  readonly parameters: readonly Parameter[];
  readonly screens: readonly Screen[];
  readonly node: ModuleNode;
}

export interface Tab {
  readonly label: string;
  readonly call: Call | null;
  readonly icon: string | null;
  readonly node: TabNode;
}

/** The tabs of some variants, in the order shown. */
export interface TabBar {
  readonly only: Only;
  readonly tabs: readonly Tab[];
  readonly node: TabsNode;
}

export interface MenuItem {
  readonly menu: Menu;
  readonly label: string;
  readonly branches: readonly Branch[];
  readonly icon: string | null;
  readonly node: MenuItemNode;
}

export interface Menu {
  readonly title: string;
  readonly only: Only;
  readonly on: Places;
  readonly items: readonly MenuItem[];
  readonly node: MenuNode;
}

/**
 * The screens that show a menu, or on which an event can happen: all, the roots (start, tab roots, and the screens that
 * its own steps reset or switch to), or a list.
 */
export type Places = 'all' | 'roots' | ReadonlySet<Screen>;

/** Something that happens by itself on some screens, without the user. */
export interface PlanEvent {
  readonly title: string;
  readonly only: Only;
  readonly on: Places;
  readonly branches: readonly Branch[];
  readonly node: EventNode;
}

/** A door from outside: it opens a URL or a screen. */
export interface Entry {
  readonly label: string;
  readonly only: Only;
  readonly url: string | null;
  readonly call: Call | null;
  readonly node: EntryNode;
}

/** A rule that the plan states of itself. */
export interface Claim {
  readonly title: string;
  readonly first: Screen | null;
  readonly second: Screen | null;
  readonly node: RuleNode;
}

export interface Plan {
  readonly tree: SyntaxTree;
  readonly name: string | null;
  readonly doc: string | null;
  readonly origins: readonly string[];
  /** The variants in which the app ships; a plan that declares none has the one called `app`. */
  readonly variants: readonly string[];
  /** How the Walk view draws them; one without an entry is a phone. */
  readonly sizes: ReadonlyMap<string, VariantSize>;
  /** The call of a cold start; null if no `start` names a screen. */
  readonly start: Call | null;
  readonly motion: string | null;
  /** Whether Back on the last frame of any tab leaves the app. */
  readonly backLeaves: boolean;
  readonly types: ReadonlyMap<string, { readonly type: Type; readonly node: TypeDeclarationNode }>;
  readonly flags: readonly Flag[];
  readonly tabBars: readonly TabBar[];
  readonly menus: readonly Menu[];
  readonly events: readonly PlanEvent[];
  readonly entries: readonly Entry[];
  readonly modules: readonly Module[];
  readonly screens: readonly Screen[];
  readonly claims: readonly Claim[];
  readonly walks: readonly WalkNode[];
  readonly accepts: readonly AcceptNode[];
  readonly includes: readonly IncludeNode[];
  readonly problems: readonly PlanProblem[];
}

/** A plan that declares no variants has this one. */
export const soleVariant = 'app';

/** Kinds of names, as messages call them. */
export type NameKind =
  | 'screen'
  | 'flag'
  | 'variant'
  | 'module'
  | 'type'
  | 'value'
  | 'option'
  | 'field'
  | 'result'
  | 'start'
  | 'walk'
  | 'rule'
  | 'menu'
  | 'event'
  | 'tab bar';

/** Problems found by resolving: facts that the rules put into words. */
export type PlanProblem =
  | {
      readonly kind: 'unknown-screen';
      readonly reference: ScreenReference;
      readonly from: Screen | null;
      readonly call: Call | null;
    }
  /** A bare name that several modules use. */
  | { readonly kind: 'ambiguous-screen'; readonly reference: ScreenReference; readonly candidates: readonly Screen[] }
  /** A screen that a variant does not have, opened or shown in that variant. */
  | {
      readonly kind: 'not-in-variant';
      readonly reference: ScreenReference;
      readonly target: Screen;
      readonly variants: readonly string[];
    }
  | { readonly kind: 'unknown-flag' | 'unknown-variant'; readonly name: Name; readonly known: readonly string[] }
  | { readonly kind: 'duplicate'; readonly what: NameKind; readonly name: Name; readonly first: Name }
  | { readonly kind: 'unknown-type'; readonly name: Name }
  /** An id whose base is no base type. */
  | { readonly kind: 'id-base'; readonly name: Name; readonly base: Name }
  /** A flag whose type is no choice. */
  | { readonly kind: 'flag-type'; readonly name: Name; readonly type: Name }
  /**
   * A flag compared with, set to, or starting as an impossible value. `value` is null for a choice that stands as a
   * condition.
   */
  | { readonly kind: 'flag-value'; readonly flag: Flag; readonly value: ValueNode | null; readonly range: TextRange }
  /** `is given` about a value that the screen lacks, or that is always there. */
  | {
      readonly kind: 'given-unknown' | 'given-always';
      readonly range: TextRange;
      readonly text: string;
      readonly screen: Screen | null;
      readonly scope: Scope;
    }
  | { readonly kind: 'cyclic-type'; readonly name: Name; readonly ring: readonly string[] }
  | { readonly kind: 'no-start' };

/** The values that can be named at one place of the plan. */
export interface Scope {
  /** The loop's variable; null without a loop. */
  readonly variable: Named | null;
  /** Looked through in order; of a name, the first counts. */
  readonly layers: readonly (readonly Named[])[];
  /** Paths such as `season` that a condition has proved present. */
  readonly given: ReadonlySet<string>;
}
