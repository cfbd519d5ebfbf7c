import { rememberedWork } from '../../base/remembered';
import type { Work } from '../../base/slices';
import type { Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { Explored } from '../explicit';
import { type ExactStacks, type Stacks, walkBy, walkPopping, walkTo } from '../queries';
import type { Valuation } from '../system';

interface Leak {
  readonly taps: number;
  readonly walk: () => readonly Tap[];
}

/** Leaks between two pauses: a few milliseconds of work. */
const slice = 2_000;

/** Screens that going back may show although their needs do not hold, each with a walk. Yields nothing to pause. */
export function* revealedWithoutNeeds(stacks: Stacks): Generator<readonly [Screen, readonly Tap[]] | void, void, void> {
  if (stacks.system.variant.asking.length === 0) return;
  const soonest = new Map<Screen, Leak>();
  for (const find of [byTakingOff, byGoingOn, byOtherTabs]) {
    let looked = 0;
    for (const [screen, valuation, leak] of find(stacks)) {
      if (++looked % slice === 0) yield;
      if (
        leak.taps < (soonest.get(screen)?.taps ?? Infinity) &&
        screen.needs.some(({ condition }) => stacks.system.valuations.mayFail(condition, valuation))
      )
        soonest.set(screen, leak);
    }
  }
  for (const [screen, { walk }] of soonest) yield [screen, walk()];
}

const known = new WeakMap<ExactStacks, ReadonlyMap<Screen, readonly Tap[] | null>>();

/**
 * Screens that going back shows although their needs do not hold, each with a walk; null if it is undecided. Where
 * events are worked off in parts, the frame may be one that the same event has pushed, so a walk has to confirm it.
 */
export function leaksOf(stacks: ExactStacks): Work<ReadonlyMap<Screen, readonly Tap[] | null>> {
  return rememberedWork(known, stacks, function* () {
    const leaks = new Map<Screen, readonly Tap[] | null>();
    const { system, plan, budget } = stacks;
    const explored = system.inParts ? new Explored(plan, system.variant.name, budget).all : null;
    for (const leak of revealedWithoutNeeds(stacks)) {
      if (!leak) {
        yield;
        continue;
      }
      const [screen, hint] = leak;
      const walk = explored ? yield* explored.walkRevealing(screen, hint) : hint;
      if (walk || !explored?.isWhole) leaks.set(screen, walk);
    }
    return leaks;
  });
}

/** Screens with needs that are shown by going back, with the valuation then. */
type Reveals = Generator<readonly [Screen, Valuation, Leak], void, void>;

/**
 * Screens uncovered by a pop. Every pop counts, not only the first: a screen reached otherwise may also be gone back
 * to.
 */
function* byTakingOff({ all, saturation }: Stacks): Reveals {
  for (const state of saturation.states) {
    const edges = [...all.symbolsBeneath(state)].filter(({ symbol }) => symbol.screen.needs.length > 0);
    if (edges.length === 0) continue;
    for (const { control, weight } of saturation.returnsTo(state)) {
      if (control.continuation) continue;
      for (const edge of edges)
        yield [
          edge.symbol.screen,
          control.valuation,
          { taps: all.tapsTo(state) + weight, walk: () => walkPopping(all, state, control, weight, edge) },
        ];
    }
  }
}

/** Screens at the end of an event that has popped frames and continues, as `back to` does. */
function* byGoingOn({ all, saturation, system }: Stacks): Reveals {
  for (const head of saturation.heads) {
    const { symbol, control } = head;
    const pathEdge = control.continuation && symbol.screen.needs.length > 0 ? all.soonestOf(head) : undefined;
    for (const rule of pathEdge ? head.rules : []) {
      if (rule.event || rule.continuation || !rule.keepsTop) continue;
      yield [
        symbol.screen,
        system.targetOf(control, symbol, rule).valuation,
        { taps: all.tapsOf(head), walk: () => walkBy(all, pathEdge!, rule, symbol) },
      ];
    }
  }
}

/** Screens with which the first tab was left, shown by Back on the last frame of another tab. */
function* byOtherTabs({ all, system }: Stacks): Reveals {
  const leading = new Set(
    all.shown.flatMap(({ head: { control, symbol } }) =>
      symbol.last && !system.variant.backLeavesFrom(control.stack) ? [control.valuation] : [],
    ),
  );
  for (const pathEdge of all.shown) {
    const {
      symbol: { screen },
      control: { valuation, stack },
    } = pathEdge.head;
    if (screen.needs.length > 0 && stack === 1 && leading.has(valuation))
      yield [screen, valuation, { taps: all.tapsOf(pathEdge.head), walk: () => walkTo(all, pathEdge) }];
  }
}
