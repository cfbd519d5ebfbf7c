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
    const undecided: Verdict = { reachable: 'undecided', taps: null, parent: null, walk: null };
    return { variants: [{ name: soleVariant, verdicts: plan.screens.map(() => undecided) }] };
  }
  const arrivals: (Arrival | null)[] = plan.screens.map(() => null);
  const buckets: Arrival[][] = [[{ screen: start, taps: 0, from: null, by: [] }]];
  for (let taps = 0; taps < buckets.length; taps++) {
    // A bucket is empty where nothing is that far but something is further.
    for (const arrival of buckets[taps] ?? []) {
      if (arrivals[arrival.screen.index]) continue;
      arrivals[arrival.screen.index] = arrival;
      for (const transition of arrival.screen.transitions) {
        const frames = effectOf(transition);
        let by: readonly Tap[] = [];
        // The top frame is shown by the tap itself, each one beneath it by one Back more.
        for (let at = frames.length - 1; at >= 0; at--) {
          const shows = frames[at];
          if (!shows) break;
          by = [...by, at === frames.length - 1 ? { kind: 'trigger', transition, shows } : { kind: 'back', shows }];
          if (arrivals[shows.index]) continue;
          const next = taps + by.length;
          (buckets[next] ??= []).push({ screen: shows, taps: next, from: arrival, by });
        }
      }
    }
  }
  const verdicts = arrivals.map((arrival): Verdict =>
    arrival
      ? { reachable: 'yes', taps: arrival.taps, parent: arrival.by.at(-2)?.shows ?? arrival.from?.screen ?? null, get walk() { return walkOf(arrival); } }
      : { reachable: 'no', taps: null, parent: null, walk: null });
  return { variants: [{ name: soleVariant, verdicts }] };
}

function walkOf(arrival: Arrival): Tap[] {
  const parts: (readonly Tap[])[] = [];
  for (let at: Arrival | null = arrival; at; at = at.from) parts.push(at.by);
  return parts.reverse().flat();
}
