import { remembered } from '../../base/remembered';
import { isIn, type Branch, type Only, type Plan, type Screen } from '../../plan/model';
import { RelaxedSteps, type RelaxedOutcomes } from './relaxed-steps';

/** What a tap may do at a valuation, if a screen that was put off is taken up meanwhile, or none. */
export type RelaxedSource = (flags: readonly string[], resumed: Screen | null) => RelaxedOutcomes;

/** Outcomes of a source in numbers. */
interface Effect {
  readonly resumes: boolean;
  readonly outcomes: readonly {
    readonly valuation: number;
    readonly facts: readonly number[];
    readonly empties: boolean;
    readonly entersTabs: boolean;
  }[];
}

/** Kinds of facts: a stack holds a screen; its arrival was put off; another tab has it on top. */
export const held = 0;
export const waiting = 1;
export const onTopElsewhere = 2;
const kinds = 3;

/** Maximum number of valuations. With more, estimates would cost more than they save. */
const mostValuations = 64;

/** What taps may do, each worked out once for each valuation. Valuations and facts are numbers. */
export class RelaxedEffects {
  /** By the index of a screen, what taps on it may do. */
  readonly onScreen: readonly (readonly RelaxedSource[])[];
  /** By a screen with needs, what going to a tab may do that has it on top. */
  readonly shown: ReadonlyMap<Screen, RelaxedSource>;
  /** What menus and tabs may do. */
  readonly anywhere: readonly RelaxedSource[];
  /** The facts that the tabs hold their roots. */
  readonly roots: readonly number[];
  /** How many facts there are at a valuation. */
  readonly size: number;
  private readonly steps: RelaxedSteps;
  private readonly valuations: (readonly string[])[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly effects = new Map<RelaxedSource, Map<number, Effect>>();

  constructor(
    private readonly plan: Plan,
    variant: string,
  ) {
    const steps = (this.steps = new RelaxedSteps(plan, variant));
    const has = ({ only }: { readonly only: Only }): boolean => isIn(only, variant);
    const tapping =
      ({ branches }: { readonly branches: readonly Branch[] }): RelaxedSource =>
      (...at) =>
        steps.ofBranches(branches, ...at);
    const goingTo =
      (root: Screen): RelaxedSource =>
      (...at) =>
        steps.ofTab(root, ...at);
    const showing =
      (screen: Screen): RelaxedSource =>
      (...at) =>
        steps.ofShown(screen, ...at);
    const asking = steps.roots.length > 0 ? plan.screens.filter(({ needs }) => needs.length > 0) : [];
    this.onScreen = plan.screens.map(({ transitions }) => transitions.filter(has).map(tapping));
    this.shown = new Map(asking.map((screen) => [screen, showing(screen)]));
    this.anywhere = [...plan.menus.filter(has).flatMap(({ items }) => items.map(tapping)), ...steps.roots.map(goingTo)];
    this.roots = steps.roots.map((root) => this.factOf(held, root));
    this.size = kinds * plan.screens.length;
  }

  /** Whether there are too many valuations, or outcomes are missing. */
  get isTooMuch(): boolean {
    return this.valuations.length > mostValuations || this.steps.bounded;
  }

  of(source: RelaxedSource, valuation: number, resumed: Screen | null): Effect {
    const ofSource = remembered(this.effects, source, () => new Map<number, Effect>());
    const key = valuation * (this.plan.screens.length + 1) + (resumed ? resumed.index + 1 : 0);
    return remembered(ofSource, key, () => {
      const { resumes, outcomes } = source(this.valuations[valuation]!, resumed);
      return {
        resumes,
        outcomes: outcomes.map(({ flags, opened, putOff, ...others }) => ({
          valuation: this.numberOf(flags),
          facts: [
            ...[...opened].map((screen) => this.factOf(held, screen)),
            ...[...putOff].map((screen) => this.factOf(waiting, screen)),
          ],
          ...others,
        })),
      };
    });
  }

  /** The number of a fact: the index of its screen, plus the number of screens for each kind before its own. */
  factOf(kind: number, { index }: Screen): number {
    return kind * this.plan.screens.length + index;
  }

  kindOf(fact: number): number {
    return Math.floor(fact / this.plan.screens.length);
  }

  screenOf(fact: number): Screen {
    return this.plan.screens[fact % this.plan.screens.length]!;
  }

  numberOf(flags: readonly string[]): number {
    return remembered(this.numbers, flags.join(), () => this.valuations.push(flags) - 1);
  }
}
