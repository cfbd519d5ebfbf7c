/**
 * What all generators write down, before any of them chooses a word: a plan without its gaps, in an order that does not
 * depend on the order of declarations.
 */
import type { TextRange } from '../../language/range';
import type {
  Entry,
  Flag,
  Link,
  Menu,
  MenuItem,
  Module,
  Only,
  Parameter,
  Plan,
  PlanEvent,
  Screen,
  Tab,
  Transition,
} from '../../plan/model';
import type { Pattern } from '../../links/pattern';
import type { ChoiceType, IdType, RecordType, Type } from '../../plan/types';

/** A part of the plan that the code cannot express, and what the code does in its place. */
export interface Gap {
  /**
   * - `unknown`: a name that stands for nothing; the code does nothing there
   * - `brought`: an argument that nobody gives; the code asks the app for it
   * - `unsupplied`: an argument that nobody gives, where the code has nobody to ask; it does nothing there
   * - `condition`: a condition about something unknown; the code asks the app how it turns out
   * - `result`: a result that does not fit; the code drops it
   * - `left-out`: a declaration that the code lacks
   */
  readonly kind: 'unknown' | 'brought' | 'unsupplied' | 'condition' | 'result' | 'left-out';
  readonly range: TextRange;
  /** Sentences for a reader of the plan. */
  readonly message: string;
}

/** A step of a path such as `stay.hut`: the name, its declared type, and whether a condition has proved it present. */
export interface PathStep {
  readonly name: string;
  readonly type: Type;
  readonly isGiven: boolean;
}

/** A value that a step reads. */
export type Expression =
  /** As the language writes it: `12`, `"s-1"`, `summer`. */
  | { readonly kind: 'literal'; readonly type: Type; readonly text: string }
  /** An argument of the screen, or a value that the app brings with the event. */
  | { readonly kind: 'argument' | 'brought'; readonly path: readonly PathStep[] }
  | { readonly kind: 'flag'; readonly flag: Flag };

/** A path of an expression. */
export type PathExpression = Extract<Expression, { path: readonly PathStep[] }>;

export type Test =
  | { readonly kind: 'flag'; readonly flag: Flag; readonly value: string }
  | { readonly kind: 'given'; readonly value: PathExpression }
  /** A condition in quotes: the app says how it turns out. */
  | { readonly kind: 'outcome'; readonly text: string }
  | { readonly kind: 'not'; readonly of: Test }
  | { readonly kind: 'and' | 'or'; readonly left: Test; readonly right: Test };

/** A screen with the values of its arguments; an argument that is left out has its default, or is absent. */
export interface Opens {
  readonly screen: Screen;
  readonly values: readonly { readonly parameter: Parameter; readonly value: Expression }[];
}

/** A value of a screen that some step asks another screen for. */
export interface AskedValue {
  readonly screen: Screen;
  readonly name: string;
  readonly type: Type;
}

/** A value that a screen hands back, and the type that the screen returns. */
export interface ResultCode {
  readonly value: Expression;
  readonly type: Type;
}

/** A step that can be made. What a plan's step lacks is a gap, and the step is `nothing`. */
export type Action =
  | {
      readonly kind: 'push' | 'replace' | 'present' | 'reset' | 'switch';
      readonly opens: Opens;
      readonly asks: AskedValue | null;
    }
  | { readonly kind: 'back' | 'close'; readonly result: ResultCode | null }
  | { readonly kind: 'back to' | 'back past'; readonly screen: Screen }
  | { readonly kind: 'sets'; readonly flag: Flag; readonly value: string }
  | { readonly kind: 'resume'; readonly or: Action | null }
  | { readonly kind: 'leave'; readonly what: string }
  | { readonly kind: 'nothing'; readonly why: string };

export interface BranchCode {
  readonly only: Only;
  /** Null if the branch happens whenever it is tried. */
  readonly test: Test | null;
  readonly actions: readonly Action[];
}

/** A value that the app brings with an event, because the state does not hold it. */
export interface Brought {
  readonly name: string;
  readonly type: Type;
  /** Why it is brought: the row that a user chose, a value that the screen holds, or an argument that nobody gives. */
  readonly as: 'row' | 'held' | 'missing';
}

/** A trigger, a menu item or an event: what the app tells the code. */
export interface EventCode {
  /** Triggers of one label on one screen are one, with all their branches, unless they repeat for different rows. */
  readonly label: string;
  /** Its statements in the plan. */
  readonly parts: readonly (Transition | MenuItem | PlanEvent)[];
  /** The statements, each on a line. */
  readonly source: readonly string[];
  readonly brought: readonly Brought[];
  /** Conditions in quotes on which its branches depend, in the order in which they are asked. */
  readonly outcomes: readonly string[];
  /** The variants that have it; null for all. */
  readonly only: Only;
  readonly branches: readonly BranchCode[];
}

/** A condition of a screen, and what happens if it fails. */
export interface NeedCode {
  readonly test: Test;
  readonly source: string;
  readonly actions: readonly Action[];
}

export interface ScreenCode {
  readonly screen: Screen;
  readonly parameters: readonly Parameter[];
  readonly triggers: readonly EventCode[];
  readonly needs: readonly NeedCode[];
}

/** The screens of one module, or those outside of modules. */
export interface ModuleCode {
  readonly module: Module | null;
  readonly screens: readonly ScreenCode[];
}

/** The screens that show a menu, or on which an event can happen; null for all of them. */
export type PlacesCode = { readonly screens: readonly Screen[]; readonly andTabRoots: boolean } | null;

export interface MenuCode {
  readonly menu: Menu;
  readonly items: readonly EventCode[];
  readonly places: PlacesCode;
}

export interface HappeningCode {
  readonly event: PlanEvent;
  readonly code: EventCode;
  readonly places: PlacesCode;
}

export interface TabBarCode {
  readonly only: Only;
  readonly tabs: readonly { readonly tab: Tab; readonly root: Opens | null }[];
}

export interface LinkCode {
  readonly link: Link;
  readonly pattern: Pattern;
  /** The stack beneath, bottom first; null if the URL lacks an argument, so that the code has to refuse it. */
  readonly under: readonly Opens[] | null;
}

export interface EntryCode {
  readonly entry: Entry;
  /** Its URL; null for an entry that opens a screen. */
  readonly url: string | null;
  readonly screen: Screen | null;
}

export interface Program {
  readonly plan: Plan;
  readonly name: string;
  readonly ids: readonly IdType[];
  readonly choices: readonly ChoiceType[];
  readonly records: readonly RecordType[];
  readonly recordOf: ReadonlyMap<string, RecordType>;
  readonly flags: readonly Flag[];
  readonly modules: readonly ModuleCode[];
  /** Those of all modules. */
  readonly screens: readonly ScreenCode[];
  readonly codeOf: ReadonlyMap<Screen, ScreenCode>;
  readonly start: Opens | null;
  readonly tabBars: readonly TabBarCode[];
  readonly menus: readonly MenuCode[];
  readonly happenings: readonly HappeningCode[];
  readonly entries: readonly EntryCode[];
  /** The most specific pattern first, so that the first that fits is the right one. */
  readonly links: readonly LinkCode[];
  readonly questions: readonly AskedValue[];
  /** The types of results, each once. */
  readonly results: readonly Type[];
  /** Conditions in quotes behind `needs`: the app has to know them at any arrival. */
  readonly circumstances: readonly string[];
  /** In the order of the text. */
  readonly gaps: readonly Gap[];
}
