/**
 * A plan as JSON, for other programs: all that the text declares but comments and layout.
 * `docs/schema/plan.schema.json` says the same as these types; `toModel` makes it of a plan, and `writePlan` makes a
 * text of it.
 */
export type TypeModel = string | { readonly list: TypeModel } | { readonly optional: TypeModel };

/** Numbers are kept as written, since `1.0` is a decimal and `1` an int. */
export type ValueModel =
  | { readonly text: string }
  | { readonly number: string }
  | { readonly bool: boolean }
  /** A value in scope with its fields, or a choice's literal. */
  | { readonly path: readonly string[] };

export type ConditionModel =
  | { readonly flag: string; readonly is?: ValueModel }
  | { readonly given: readonly string[] }
  | { readonly maybe: string }
  | { readonly not: ConditionModel }
  | { readonly and: readonly [ConditionModel, ConditionModel] }
  | { readonly or: readonly [ConditionModel, ConditionModel] };

export type StepModel =
  | {
      readonly do: 'push' | 'replace' | 'present' | 'reset' | 'switch';
      readonly screen: string;
      readonly arguments: ArgumentsModel;
      /** The value that gets the result; only of `push` and `present`. */
      readonly gives?: string;
    }
  | { readonly do: 'back' | 'close'; readonly with?: ValueModel }
  | { readonly do: 'back to' | 'back past'; readonly screen: string }
  | { readonly do: 'sets'; readonly flag: string; readonly value: ValueModel }
  | { readonly do: 'resume'; readonly or?: StepModel }
  | { readonly do: 'leave'; readonly what: string };

export interface CallModel {
  readonly screen: string;
  readonly arguments: ArgumentsModel;
}
/** In the order written. */
export type ArgumentsModel = readonly { readonly name: string; readonly value: ValueModel }[];
export interface BranchModel {
  readonly when?: ConditionModel;
  readonly steps: readonly StepModel[];
  readonly motion?: string;
}
export interface FieldModel {
  readonly name: string;
  readonly type: TypeModel;
}

export interface ParameterModel extends FieldModel {
  readonly default?: ValueModel;
  readonly sample?: ValueModel;
}

export interface ScreenModel {
  readonly name: string;
  readonly module?: string;
  readonly doc?: string;
  readonly private: boolean;
  readonly title?: string;
  readonly as?: 'sheet' | 'dialog';
  readonly only?: readonly string[];
  readonly beside?: { readonly screen: string; readonly only?: readonly string[] };
  readonly takes: readonly ParameterModel[];
  readonly has: readonly FieldModel[];
  readonly returns?: TypeModel;
  readonly needs: readonly { readonly condition: ConditionModel; readonly else: readonly StepModel[] }[];
  readonly links: readonly { readonly pattern: string; readonly under?: readonly CallModel[] }[];
  readonly on: readonly {
    readonly trigger: string;
    readonly doc?: string;
    readonly only?: readonly string[];
    readonly for?: { readonly variable: string; readonly in: ValueModel };
    readonly branches: readonly BranchModel[];
  }[];
}

/** The conditions in quotes that a step takes to hold, and not to. */
export interface TakenModel {
  readonly if?: readonly string[];
  readonly unless?: readonly string[];
}

export type WalkStepModel =
  | ({
      readonly do: 'tap';
      readonly label: string;
      readonly with: readonly { readonly name: string; readonly value: ValueModel }[];
    } & TakenModel)
  | ({ readonly do: 'tab' | 'menu' | 'event'; readonly label: string } & TakenModel)
  | { readonly do: 'back' }
  | ({ readonly do: 'open'; readonly url: string } & TakenModel)
  | ({ readonly do: 'open'; readonly entry: string } & TakenModel)
  | { readonly do: 'set'; readonly flag: string; readonly value: ValueModel }
  | {
      readonly do: 'expect';
      readonly screen: string;
      readonly beneath?: string;
      readonly with?: readonly { readonly name: string; readonly value: ValueModel }[];
    };

export interface PlanModel {
  /** The version of this form. */
  readonly format: 1;
  readonly app?: string;
  readonly doc?: string;
  readonly origins: readonly string[];
  readonly variants: readonly string[];
  /** Sizes of variants, by name. Left out of a plan without them: older readers of this form do not know them. */
  readonly sizes?: Readonly<Record<string, 'wide' | 'small'>>;
  readonly start?: CallModel;
  readonly motion?: string;
  readonly backLeaves: boolean;
  readonly ids: readonly { readonly name: string; readonly doc?: string; readonly base: string }[];
  readonly choices: readonly { readonly name: string; readonly doc?: string; readonly options: readonly string[] }[];
  readonly records: readonly { readonly name: string; readonly doc?: string; readonly fields: readonly FieldModel[] }[];
  readonly flags: readonly {
    readonly name: string;
    readonly doc?: string;
    readonly choice?: string;
    readonly initial?: ValueModel;
  }[];
  readonly tabs: readonly {
    readonly only?: readonly string[];
    readonly items: readonly (CallModel & { readonly label: string; readonly icon?: string })[];
  }[];
  readonly menus: readonly {
    readonly title: string;
    readonly doc?: string;
    readonly only?: readonly string[];
    readonly on?: 'all' | 'roots' | readonly string[];
    readonly items: readonly {
      readonly label: string;
      readonly branches: readonly BranchModel[];
      readonly icon?: string;
    }[];
  }[];
  /** Left out of a plan without events: older readers of this form do not know them. */
  readonly events?: readonly {
    readonly title: string;
    readonly doc?: string;
    readonly only?: readonly string[];
    readonly on?: 'all' | 'roots' | readonly string[];
    readonly branches: readonly BranchModel[];
  }[];
  readonly entries: readonly {
    readonly door: string;
    readonly label: string;
    readonly doc?: string;
    readonly only?: readonly string[];
    readonly opens: { readonly url: string } | CallModel;
  }[];
  readonly modules: readonly {
    readonly name: string;
    readonly owner?: string;
    readonly doc?: string;
    /** Left out of a module that takes nothing: older readers of this form do not know it. */
    readonly takes?: readonly ParameterModel[];
  }[];
  readonly screens: readonly ScreenModel[];
  readonly rules: readonly {
    readonly title: string;
    readonly doc?: string;
    readonly claim: 'never beneath' | 'never after' | 'always beneath' | 'always reach';
    readonly first: string;
    readonly second: string;
  }[];
  readonly walks: readonly {
    readonly title: string;
    readonly doc?: string;
    readonly steps: readonly WalkStepModel[];
  }[];
  readonly accepts: readonly { readonly rule: string; readonly on?: string; readonly because: string }[];
}
