/** What the automaton of all reachable configurations says of stacks. */
import { stronglyConnectedComponents } from '../plan/graph';
import type { Branch, Plan, Screen } from '../plan/model';
import type { Pushdown } from './pushdown';
import type { Saturation, State, Transition } from './saturation';

/** Something that a run can show: a head of a configuration, and the frames beneath it that matter, as transitions that go on from there. */
export interface Sight {
  readonly head: Transition;
  readonly beneath: readonly Transition[];
}

/** All stacks that runs of one variant can build. */
export class Stacks {
  private revealedBy: Map<Screen, Sight>[] | null = null;
  private byScreen: Transition[][] | null = null;
  private insideByScreen: Transition[][] | null = null;

  /**
   * @param inside what is reached without links and entries
   * @param all what is reached with them, at any time
   */
  constructor(private readonly plan: Plan, readonly system: Pushdown, readonly inside: Saturation, readonly all: Saturation) {}

  /** The screens that Back on a screen can reveal, each with a configuration that shows it, fewest taps first. */
  revealed(screen: Screen): ReadonlyMap<Screen, Sight> {
    this.revealedBy ??= this.allRevealed();
    return this.revealedBy[screen.index]!;
  }

  /** Whether the screen is ever on top with something beneath it in its stack, and whether with nothing. */
  beneathTop(screen: Screen): { readonly some: boolean; readonly none: boolean } {
    const heads = this.headsOf(screen);
    return { some: heads.some(({ symbol }) => !symbol.last), none: heads.some(({ symbol }) => symbol.last) };
  }

  /** Every head with the screen on top, fewest taps first. */
  headsOf(screen: Screen): readonly Transition[] {
    return (this.byScreen ??= grouped(this.plan, this.all))[screen.index]!;
  }

  /** The same, with what is reached without links and entries first: the walks there are those that a user would try. */
  sightsOf(screen: Screen): readonly Transition[] {
    if (this.inside === this.all) return this.headsOf(screen);
    return [...(this.insideByScreen ??= grouped(this.plan, this.inside))[screen.index]!, ...this.headsOf(screen)];
  }

  /** The first head with the screen on top from which Back leaves the app; null where there is none. */
  leaves(screen: Screen): Transition | null {
    return this.headsOf(screen).find(({ symbol, from }) => symbol.last && this.system.backLeavesFrom(from.control!)) ?? null;
  }

  /** The most frames that any stack has; null where there is no bound. */
  deepest(): number | null {
    const depth = new Map<State, number>();
    // A place comes after all that can lie beneath it; a place that can lie beneath itself has no depth.
    const components = stronglyConnectedComponents(placesBeneath(this.all), placesUnder);
    for (const [place, ...more] of components) {
      if (more.length > 0 || placesUnder(place!).includes(place!)) return null;
      depth.set(place!, place!.taken.reduce((most, { symbol, to }) => Math.max(most, symbol.last ? 1 : 1 + (depth.get(to) ?? 0)), 0));
    }
    return this.all.heads.reduce((most, { symbol, to }) => Math.max(most, symbol.last ? 1 : 1 + (depth.get(to) ?? 0)), 0);
  }

  /** Whether Back on the screen can go to the first tab. */
  goesToFirstTab(screen: Screen): boolean {
    return this.headsOf(screen).some(({ symbol, from }) => symbol.last && !this.system.backLeavesFrom(from.control!));
  }

  /** The branches of triggers and menu items that some run without links and entries takes. */
  outcomes(): Set<Branch> {
    const taken = new Set<Branch>();
    for (const { from, symbol } of this.inside.heads) for (const branch of this.system.branchesAt(from.control!, symbol.screen)) taken.add(branch);
    return taken;
  }

  private allRevealed(): Map<Screen, Sight>[] {
    const revealed = this.plan.screens.map(() => new Map<Screen, Sight>());
    // What the first tab was left with, by the flags: they do not change while tabs are shown, or their stacks are not exact.
    const firstTab = new Map<number, Set<Screen>>();
    for (const { from, symbol } of this.all.heads) {
      const { place, valuation } = from.control!;
      if (place !== 1) continue;
      const left = firstTab.get(valuation);
      if (left) left.add(symbol.screen);
      else firstTab.set(valuation, new Set([symbol.screen]));
    }
    for (const head of this.all.heads) {
      const { symbol, to, from } = head;
      const here = revealed[symbol.screen.index]!;
      if (!symbol.last) {
        // What lies in the stack itself comes before what another tab has on top.
        for (const edge of to.taken) if (!here.get(edge.symbol.screen)?.beneath.length) here.set(edge.symbol.screen, { head, beneath: [edge] });
      } else if (!this.system.backLeavesFrom(from.control!)) {
        // Whatever the first tab was left with is beneath a last frame of another one, its root at least.
        for (const screen of [this.system.firstTab!, ...firstTab.get(from.control!.valuation) ?? []]) if (!here.has(screen)) here.set(screen, { head, beneath: [] });
      }
    }
    return revealed;
  }
}

function grouped(plan: Plan, { heads }: Saturation): Transition[][] {
  const byScreen: Transition[][] = plan.screens.map(() => []);
  for (const head of heads) byScreen[head.symbol.screen.index]!.push(head);
  return byScreen;
}

const placesUnder = (place: State): State[] => place.taken.flatMap(({ symbol, to }) => (symbol.last ? [] : [to]));

/** The edges to what can lie directly beneath, within the stack. */
export const edgesBeneath = ({ symbol, to }: Transition): readonly Transition[] => (symbol.last ? [] : to.taken);

/**
 * A stack in which a frame that fits lies anywhere beneath a head, by breadth-first search; null where there is none.
 *
 * @param through whether a frame may lie between
 */
export function findBeneath(head: Transition, fits: (edge: Transition) => boolean, through: (edge: Transition) => boolean = () => true): Transition[] | null {
  const from = new Map<Transition, Transition | null>();
  const queue: Transition[] = [];
  const add = (edges: readonly Transition[], before: Transition | null): void => {
    for (const edge of edges) {
      if (from.has(edge)) continue;
      from.set(edge, before);
      queue.push(edge);
    }
  };
  add(edgesBeneath(head), null);
  for (const edge of queue) {
    if (fits(edge)) {
      const path: Transition[] = [];
      for (let at: Transition | null = edge; at; at = from.get(at)!) path.unshift(at);
      return path;
    }
    if (through(edge)) add(edgesBeneath(edge), edge);
  }
  return null;
}

/** A stack with that head in which a screen lies nowhere beneath, as the transitions beneath the head; null where it always does. */
export function findWithout(head: Transition, screen: Screen): Transition[] | null {
  if (head.symbol.last) return [];
  return findBeneath(head, ({ symbol }) => symbol.last && symbol.screen !== screen, ({ symbol }) => symbol.screen !== screen);
}

/** The states that can stand beneath something, with what goes on from each. */
const placesBeneath = (saturation: Saturation): Set<State> => {
  const places = new Set<State>();
  const queue: State[] = [];
  const add = (transition: Transition): void => {
    if (transition.symbol.last || places.has(transition.to)) return;
    places.add(transition.to);
    queue.push(transition.to);
  };
  for (const head of saturation.heads) add(head);
  for (const place of queue) for (const edge of place.taken) add(edge);
  return places;
};
