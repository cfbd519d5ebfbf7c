import { ringThrough, stronglyConnectedComponents } from '../../plan/graph';
import type { Screen } from '../../plan/model';
import { labelOf, type Tap } from '../../reach/reach';
import { tapsOf, type Saturation, type State, type Transition } from '../../reach/saturation';
import { findWithout } from '../../reach/stacks';
import { walkTo } from '../../reach/witness';
import { enumerate, say, words } from '../message';
import type { Context, Fix, Rule } from '../rule';
import { inVariants, sayVariant, sayWalk } from '../stack-parts';

interface Ring {
  /** In the order in which they come to lie on one another, the one nearest to the start first. */
  readonly screens: readonly Screen[];
  readonly walk: readonly Tap[];
  /** The tap that closes it. */
  readonly closing: Tap | null;
}

export const grows: Rule = {
  id: 'stack/grows',
  severity: 'warning',
  reason: 'A ring of pushes that no run must undo: the stack grows without end.',
  explanation:
    'Screens that push one another in a ring pile up: whoever goes round five times has to press Back fifteen times, and a ' +
    'phone keeps every one of those screens in memory. The usual cure is to go back to the first one instead of pushing it ' +
    'again. Where going round shows something else each time, as from a hut to its neighbour, accept it and say so.',
  wrong: 'app "Huts"\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" push c }\nscreen c "C" { on "A" push a }\n',
  right: 'app "Huts"\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" push c }\nscreen c "C" { on "A" back to a }\n',
  *check(context) {
    const found = inVariants(context, function* ({ stacks }): Iterable<readonly [string, Ring]> {
      const rings = ringsOf(stacks.inside);
      // What only links can pile up comes after what a user can.
      if (stacks.all !== stacks.inside) rings.push(...ringsOf(stacks.all).filter(({ screens }) => !rings.some((ring) => ring.screens.some((screen) => screens.includes(screen)))));
      for (const ring of rings) yield [ring.screens.map(({ index }) => index).sort((a, b) => a - b).join(), ring];
    });
    for (const { found: { screens, walk, closing }, variant } of found) {
      const labels = screens.map(({ label }) => label);
      const trigger = closing?.kind === 'trigger' ? closing.transition : null;
      yield {
        range: trigger?.node ?? (closing?.kind === 'item' ? closing.item.node : screens[0]!.nameNode),
        summary: labels.length === 1
          ? say`${sayVariant(variant)}${labels[0]!} can be put onto itself again and again: the stack grows without end.`
          : say`${sayVariant(variant)}${enumerate(labels, 4)} open one another in a ring: the stack grows without end.`,
        detail: say`Once round: ${sayWalk(walk)}${words(closing ? `; “${labelOf(closing)}” closes the ring` : '')}. Back has to retrace every round.`,
        subject: trigger?.screen.label ?? labels[0]!, variant, walk,
        fixes: closing?.kind === 'trigger' ? goesBack(context, closing) : [],
      };
    }
  },
};

/** `back to` in place of the push that closes the ring, where what it goes back to is always beneath. */
function goesBack({ reach }: Context, { transition, shows }: Extract<Tap, { kind: 'trigger' }>): Fix[] {
  const always = reach.variants.every(({ stacks }) => !stacks || stacks.headsOf(transition.screen).every((head) => findWithout(head, shows) === null));
  if (transition.screen === shows || !always) return [];
  for (const { steps } of transition.branches) {
    const step = steps.at(-1);
    if (step?.kind !== 'push' || step.call?.target !== shows) continue;
    return [{ label: `Go back to ${shows.label} instead`, edits: [{ from: step.range.from, to: step.range.to, insert: `back to ${shows.label}` }] }];
  }
  return [];
}

const under = (place: State): Transition[] => place.taken.filter(({ symbol }) => !symbol.last);

/** One ring for each set of screens that can pile up on one another. */
function ringsOf({ heads: sights }: Saturation): Ring[] {
  const heads = new Map<State, Transition>();
  for (const head of sights) if (!head.symbol.last && !heads.has(head.to)) heads.set(head.to, head);
  const next = (place: State): State[] => under(place).map(({ to }) => to);
  const taps = new Map<Screen, number>();
  for (const head of sights) if (!taps.has(head.symbol.screen)) taps.set(head.symbol.screen, tapsOf(head));
  const nearest = (head: Transition): number => taps.get(head.symbol.screen)!;
  const rings: Ring[] = [];
  for (const component of stronglyConnectedComponents(heads.keys(), next)) {
    const places = new Set(component);
    // The ring is told from the screen on that is nearest to the start: to that one a user would go back.
    const first = component.filter((place) => heads.has(place)).sort((a, b) => nearest(heads.get(a)!) - nearest(heads.get(b)!))[0];
    if (!first || (component.length === 1 && !next(first).includes(first))) continue;
    const round = ringThrough(first, (place) => next(place).filter((each) => places.has(each)));
    const edges = round.map((place, index) => under(place).find(({ to }) => to === round[(index + 1) % round.length])!);
    const head = heads.get(first)!;
    // The last edge is the same screen again, one round further down; where that is the start, it lies there anyway.
    const between = edges.slice(0, -1);
    const walk = walkTo(head, nearest(head) === 0 ? between : edges);
    rings.push({
      screens: [...new Set([head, ...between.toReversed()].map(({ symbol }) => symbol.screen))], walk, closing: walk.findLast((tap) => tap.kind !== 'back') ?? null,
    });
  }
  return rings;
}
