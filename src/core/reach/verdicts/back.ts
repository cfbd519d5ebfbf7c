import type { Plan, Screen } from '../../plan/model';
import { remembered } from '../../base/remembered';
import { toEnd } from '../../base/slices';
import { activeStack } from '../../walk/configuration';
import { observe, type Explored, type ExploredNode, type Observed } from '../explicit';
import type { Tap } from '../../walk/tap';
import { walkTo, type ExactStacks, type UpperBound } from '../queries';
import type { FirstTab } from './first-tab';
import type { Verdict } from './verdict';

/** Effect of Back on one screen of one variant. */
export interface Back {
  /** Screens that it can reveal, in the order of the plan. */
  readonly reveals: readonly Screen[];
  /** Revealed screens that lie beneath it in its own stack. */
  readonly within: readonly Screen[];
  /** Whether it can go to the first tab, to the screen on top there. */
  readonly toFirstTab: boolean;
  /** Whether that is proved to be all; otherwise there may be more. */
  readonly whole: boolean;
  /** Whether the same is proved of `within` and `toFirstTab`: which screens are on top of the first tab is left open. */
  readonly wholeWithin: boolean;
  /** Whether it can leave the app; null if that is undecided. */
  readonly leaves: boolean | null;
  /** Whether a header arrow is shown, over all runs; null if that is undecided or the screen is never shown. */
  readonly arrow: 'always' | 'never' | 'sometimes' | null;
  /**
   * Maximum number of frames of a stack with it on top; null if unknown. Without a bound `frames` is null and `cycle`
   * piles up.
   */
  readonly deepest: { readonly frames: number | null; readonly cycle: readonly Screen[] } | null;
}

/**
 * Effect of Back on each screen, as far as walks show it.
 *
 * @param verdicts of the variant: their walks are looked at, too
 */
export function backInWalks(plan: Plan, variant: string, verdicts: readonly Verdict[]): (screen: Screen) => Back {
  let observed: Observed | null = null;
  return (screen) => fromWalks((observed ??= observe(plan, variant, walksOf(verdicts))), screen);
}

/**
 * Effects of Back on each screen, between two bounds: those seen in walks. For what the upper bound allows beyond that,
 * a walk is sought. These are all if the upper bound allows no more.
 *
 * @param seen the effects of Back that walks have shown
 */
export function backWithin(
  upperBound: UpperBound,
  explored: Explored,
  firstTab: FirstTab,
  seen: (screen: Screen) => Back,
): (screen: Screen) => Back {
  const known = new Map<Screen, Back>();
  /** Whether a walk ends in a node of a screen that fits: the hint, perhaps with detours, or one that is known. */
  const isWalked = (screen: Screen, hint: readonly Tap[], fits: (node: ExploredNode) => boolean): boolean =>
    toEnd(explored.detours.find(hint, fits)) !== null || toEnd(explored.all.findOn(screen, fits)) !== null;
  const find = (screen: Screen): Back => {
    const back = seen(screen);
    if (back.whole) return back;
    const [reveals, within] = [new Set(back.reveals), new Set(back.within)];
    const allowed = [...upperBound.revealed(screen)];
    for (const [other, { transition, beneath }] of allowed) {
      if (beneath.length === 0 || within.has(other)) continue;
      const hint = walkTo(upperBound.all, transition, beneath);
      if (!isWalked(screen, hint, (node) => hasDirectlyBeneath(node, screen, other))) continue;
      reveals.add(other);
      within.add(other);
    }
    let withFirstTab: ReadonlySet<Screen> | null = null;
    const revealed = (): ReadonlySet<Screen> =>
      (withFirstTab ??= new Set([
        ...reveals,
        ...allowed.flatMap(([other, { beneath }]) =>
          beneath.length === 0 && !reveals.has(other) && firstTab.find(screen, other) ? [other] : [],
        ),
      ]));
    const wholeWithin = allowed.every(([other, { beneath }]) =>
      beneath.length > 0 ? within.has(other) : back.toFirstTab,
    );
    const leaving = back.leaves === null ? upperBound.leaves(screen) : null;
    const { walker } = explored.all;
    const isLeft = ({ configuration }: ExploredNode): boolean =>
      activeStack(configuration)!.screen === screen && walker.after(configuration, { kind: 'back' }).length === 0;
    const leaves =
      back.leaves ?? (!leaving ? false : isWalked(screen, walkTo(upperBound.all, leaving), isLeft) || null);
    const { some, none } = upperBound.arrowOn(screen);
    const arrow = back.arrow ?? (some && none ? null : some ? 'always' : none ? 'never' : null);
    const isDecided = leaves !== null;
    return {
      ...back,
      // Walks to the first tab are sought when somebody asks: most ask for the screen's own stack.
      get reveals() {
        return inOrder(revealed());
      },
      within: inOrder(within),
      get whole() {
        return isDecided && allowed.every(([other]) => revealed().has(other));
      },
      wholeWithin: wholeWithin && isDecided,
      leaves,
      arrow,
    };
  };
  return (screen) => remembered(known, screen, () => find(screen));
}

function hasDirectlyBeneath({ configuration }: ExploredNode, screen: Screen, other: Screen): boolean {
  const top = activeStack(configuration)!;
  return top.screen === screen && top.below?.screen === other;
}

/** Effect of Back on a screen, read off all stacks. What takes long is read when somebody asks for it. */
export function backInStacks(stacks: ExactStacks, screen: Screen): Back {
  const found = stacks.revealed(screen);
  const reveals = inOrder(found.keys());
  const whole = !stacks.gaveUp;
  return {
    reveals,
    get within() {
      return reveals.filter((other) => found.get(other)!.beneath.length > 0);
    },
    get toFirstTab() {
      return stacks.goesToFirstTab(screen);
    },
    whole,
    wholeWithin: whole,
    leaves: stacks.leaves(screen) !== null,
    get arrow() {
      const { some, none } = stacks.arrowOn(screen);
      return some && none ? 'sometimes' : some ? 'always' : none ? 'never' : null;
    },
    get deepest() {
      const { some, none } = stacks.arrowOn(screen);
      return some || none ? stacks.deepestOn(screen) : null;
    },
  };
}

function* walksOf(verdicts: readonly Verdict[]): Generator<readonly Tap[], void, void> {
  for (const { walk } of verdicts) if (walk) yield walk;
}

function fromWalks({ reveals, within, toFirstTab, leaves, arrow, noArrow, whole }: Observed, screen: Screen): Back {
  const some = arrow.has(screen);
  const none = noArrow.has(screen);
  return {
    reveals: inOrder(reveals[screen.index]!),
    within: inOrder(within[screen.index]!),
    toFirstTab: toFirstTab.has(screen),
    whole,
    wholeWithin: whole,
    leaves: leaves.has(screen) || (whole ? false : null),
    arrow: some && none ? 'sometimes' : !whole || some === none ? null : some ? 'always' : 'never',
    deepest: null,
  };
}

/** Screens in the order of the plan. */
const inOrder = (screens: Iterable<Screen>): Screen[] => [...screens].sort((a, b) => a.index - b.index);
