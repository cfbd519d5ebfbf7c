/** From the automaton back to walks: which events lead to a configuration, in order. */
import { weightOf, type Edge, type Head, type Origin, type Place, type Transition, type Use } from './automaton';
import { isIn } from './bits';
import type { Control, PushdownRule, StackSymbol } from './pushdown';
import type { Tap } from './reach';
import type { Runs } from './runs';

/** A rule as it was used, and the frame that was on top after it. */
interface Used {
  readonly rule: PushdownRule;
  readonly top: StackSymbol;
}

/**
 * The shortest walk to a configuration that begins with a transition.
 *
 * @param beneath edges that go on from there, for the frames beneath; the shortest way to any stack with those
 */
export function walkTo(runs: Runs, transition: Transition, beneath: readonly Edge[] = []): Tap[] {
  const used: Used[] = [];
  since(transition, used);
  before(runs, transition.to, beneath, used);
  return taps(used.reverse());
}

/** The same, and one event more. */
export function walkBy(runs: Runs, transition: Transition, rule: PushdownRule, top: StackSymbol): Tap[] {
  const used: Used[] = [{ rule, top }];
  since(transition, used);
  before(runs, transition.to, [], used);
  return taps(used.reverse());
}

/** A short walk that ends by popping, after so many events, what was pushed above a place, so that what lies beneath in `edge` is shown. */
export function walkPopping(runs: Runs, place: Place, control: Control, weight: number, edge: Edge): Tap[] {
  const used: Used[] = [];
  popping(place, control, weight, edge.symbol, used);
  before(runs, place, [edge], used);
  return taps(used.reverse());
}

/** What was on top when the last event of the shortest walk happened; null where no event has. */
export function eventBefore(runs: Runs, transition: Transition): Transition | null {
  for (let at: Transition | null = transition; at; ) {
    const { rule, on }: Use = lastRule(runs, at);
    if (rule.event) return on;
    at = on;
  }
  return null;
}

function lastRule(runs: Runs, { head, to }: Transition): Use {
  const last = lastChange(head, to);
  if (last === 'pushed') {
    const by = runs.derivation(to);
    return by.kind === 'use' ? by : lastPopRule(by.of.above!, by.control, by.weight);
  }
  if (last === 'uncovered') return lastPopRule(to.above!, head.control, weightOf({ head, to }));
  const { from, origin } = last;
  return origin.kind === 'rule' ? { kind: 'use', on: { head: from, to }, rule: origin.rule } : lastPopRule(origin.place, head.control, origin.weight);
}

function lastPopRule(place: Place, control: Control, weight: number): Use {
  const { head, origin } = lastPop(place, control, weight);
  return origin.kind === 'rule' ? { kind: 'use', on: { head, to: place }, rule: origin.rule } : lastPopRule(origin.place, control, origin.weight);
}

/**
 * How a head came to stand on a place: from another one there, pushed as it is, or uncovered when what was pushed together with
 * it, above, was popped.
 */
function lastChange(head: Head, to: Place): { readonly from: Head; readonly origin: Origin } | 'pushed' | 'uncovered' {
  const { control } = head;
  const at = to.found.findIndex((found) => isIn(control, found));
  const { weight } = to.found[at]!;
  if (at === 0 && to.start === control) return 'pushed';
  // What was found before this was: nothing can come to be from itself.
  for (const { weight: earlier, heads } of to.found.slice(0, at)) {
    for (const from of heads) {
      const step = from.steps.find((each) => earlier + each.weight === weight && isIn(control, each));
      if (step) return { from, origin: step.origin };
    }
  }
  return 'uncovered';
}

/** The last of what took what was pushed above a place off it, after so many events. */
function lastPop(place: Place, control: Control, weight: number): { readonly head: Head; readonly origin: Origin } {
  for (const { weight: earlier, heads } of place.found) {
    for (const head of heads) {
      const pop = head.pops.find((each) => earlier + each.weight === weight && isIn(control, each));
      if (pop) return { head, origin: pop.origin };
    }
  }
  throw new Error('What has returned was popped.');
}

/** Collects what was used before a place was come to with these frames beneath it, the last first. */
function before(runs: Runs, place: Place, beneath: readonly Edge[], used: Used[]): void {
  const use = (rule: PushdownRule): void => void used.push({ rule, top: rule.word[0]! });
  let at = place;
  for (const { caller, replaced, to } of beneath) {
    for (const { rule, ...transition } of replaced) {
      use(rule);
      since(transition, used);
    }
    if (caller.kind === 'onto') {
      use(caller.rule);
      since({ head: caller.head, to }, used);
    }
    at = to;
  }
  for (;;) {
    const by = runs.derivation(at);
    if (by.kind === 'alone') {
      popping(by.of.above!, by.control, by.weight, at.symbol, used);
      at = by.of;
      continue;
    }
    use(by.rule);
    if (!by.on) return;
    since(by.on, used);
    at = by.on.to;
  }
}

/** Collects what was used since the place of a transition was come to, the last first. */
function since({ head, to }: Transition, used: Used[]): void {
  for (let at = head; ; ) {
    const last = lastChange(at, to);
    if (last === 'pushed') return;
    if (last === 'uncovered') {
      popping(to.above!, at.control, weightOf({ head: at, to }), at.symbol, used);
      return;
    }
    const { from, origin } = last;
    if (origin.kind === 'rule') {
      used.push({ rule: origin.rule, top: at.symbol });
    } else {
      popping(origin.place, at.control, origin.weight, at.symbol, used);
      used.push({ rule: origin.caller.rule, top: origin.caller.rule.word[0]! });
    }
    at = from;
  }
}

/** Collects what was used from when a place was come to until what was pushed above it was popped, the last first. */
function popping(place: Place, control: Control, weight: number, top: StackSymbol, used: Used[]): void {
  const { head, origin } = lastPop(place, control, weight);
  if (origin.kind === 'rule') {
    used.push({ rule: origin.rule, top });
  } else {
    popping(origin.place, control, origin.weight, top, used);
    used.push({ rule: origin.caller.rule, top: origin.caller.rule.word[0]! });
  }
  since({ head, to: place }, used);
}

/** The taps of a run: an event may take several rules. */
function taps(used: readonly Used[]): Tap[] {
  const walk: Tap[] = [];
  for (const { rule, top } of used) {
    const shows = rule.shows ?? top.screen;
    if (rule.event) walk.push({ ...rule.event, shows });
    else if (walk.length > 0) walk[walk.length - 1] = { ...walk.at(-1)!, shows };
  }
  return walk;
}
