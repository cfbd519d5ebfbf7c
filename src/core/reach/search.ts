import type { Plan, Screen } from '../plan/model';
import { effectOf } from './effect';
import { soleVariant, type Reach, type Tap, type Verdict } from './reach';

/** How a screen was first reached: from which screen, and by which taps from there. */
interface Arrival {
  readonly screen: Screen;
  readonly taps: number;
  readonly from: Arrival | null;
  readonly by: readonly Tap[];
}

/**
 * Breadth-first search from the start screen over the screens that can be on top (Moore 1959), with a bucket for each
 * number of taps (Dial 1969), since a frame that a transition put beneath its top one is further away by one Back each.
 *
 * It keeps no stack. Which screens are reached is exact for the steps it knows, since every screen beneath was put
 * there by an arrival that the search has seen. The number of taps is exact but for one case: a transition that goes
 * back several frames at once and lands on a frame that was never on top may be shorter than the walk found here.
 *
 * Costs O(screens + steps of all transitions).
 */
export function searchReach(plan: Plan): Reach {
  const start = plan.start?.target ?? null;
  if (!start) {
    // Without a start nothing is proved of any screen, and plan/no-start or plan/unknown-name has said so once.
    const undecided: Verdict = { reachable: 'undecided', taps: null, walk: null };
    return { variants: [{ name: soleVariant, verdicts: plan.screens.map(() => undecided) }] };
  }
  const arrivals: (Arrival | null)[] = plan.screens.map(() => null);
  const buckets: Arrival[][] = [[{ screen: start, taps: 0, from: null, by: [] }]];
  for (let taps = 0; taps < buckets.length; taps++) {
    for (const arrival of buckets[taps] ?? []) {
      if (arrivals[arrival.screen.index]) continue;
      arrivals[arrival.screen.index] = arrival;
      for (const next of successors(arrival)) {
        if (!arrivals[next.screen.index]) (buckets[next.taps] ??= []).push(next);
      }
    }
  }
  const verdicts = arrivals.map((arrival): Verdict =>
    arrival
      ? { reachable: 'yes', taps: arrival.taps, get walk() { return walkOf(arrival); } }
      : { reachable: 'no', taps: null, walk: null });
  return { variants: [{ name: soleVariant, verdicts }] };
}

/** The screens that one tap shows from here, and those that further taps on Back then reveal. */
function* successors(from: Arrival): Generator<Arrival> {
  for (const transition of from.screen.transitions) {
    const frames = effectOf(transition);
    const by: Tap[] = [];
    for (let at = frames.length - 1; at >= 0; at--) {
      const shows = frames[at];
      if (!shows) break;
      by.push(by.length === 0 ? { kind: 'trigger', transition, shows } : { kind: 'back', shows });
      if (shows !== from.screen) yield { screen: shows, taps: from.taps + by.length, from, by: [...by] };
    }
  }
}

function walkOf(arrival: Arrival): Tap[] {
  const parts: (readonly Tap[])[] = [];
  for (let at: Arrival | null = arrival; at; at = at.from) parts.push(at.by);
  return parts.reverse().flat();
}
