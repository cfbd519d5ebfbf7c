/** From the automaton back to walks: which events lead to a configuration, in order. */
import type { Caller, Derivation, Edge, Return, Transition } from './automaton';
import type { PushdownRule, StackSymbol } from './pushdown';
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
  collect(runs, transition, beneath, used);
  return taps(used.reverse());
}

/** The same, and one event more. */
export function walkBy(runs: Runs, transition: Transition, rule: PushdownRule, top: StackSymbol): Tap[] {
  const used: Used[] = [{ rule, top }];
  collect(runs, transition, [], used);
  return taps(used.reverse());
}

/** A short walk whose last rule pops what the transition begins with, so that what lies beneath it in `edge` is shown. */
export function walkPopping(runs: Runs, transition: Transition, rule: PushdownRule, edge: Edge): Tap[] {
  const used: Used[] = [{ rule, top: edge.symbol }];
  collect(runs, transition, [edge], used);
  return taps(used.reverse());
}

/** What was on top when the last event of the shortest walk happened; null where no event has. */
export function eventBefore(runs: Runs, transition: Transition): Transition | null {
  for (let at: Transition | null = transition; at; ) {
    const derivation: Derivation = derivationOf(runs, at);
    if (derivation.rule.event) return derivation.on;
    at = derivation.on;
  }
  return null;
}

/** The last rule of the shortest walk. */
function derivationOf(runs: Runs, { origin, to }: Transition): Derivation {
  switch (origin.kind) {
    case 'entry': return runs.entrance(to).by;
    case 'rule': return { on: origin.head.transitions.get(to)!, rule: origin.rule };
    case 'return': return { on: popped(origin.popped), rule: origin.popped.rule };
  }
}

const popped = ({ head, place }: Return): Transition => head.transitions.get(place)!;

/** Collects what was used, the last first. */
function collect(runs: Runs, transition: Transition, beneath: readonly Edge[], used: Used[]): void {
  let at: Transition | null = transition;
  let rest = beneath;
  while (at) {
    since(at, used);
    const call = rest.findIndex(({ on }) => on !== null);
    const edge = rest[call];
    if (edge?.caller.kind === 'head') {
      const { rule } = edge.caller;
      used.push({ rule, top: rule.word[0]! });
      rest = rest.slice(call + 1);
      at = edge.on;
    } else {
      const { by } = runs.entrance(rest.at(-1)?.to ?? at.to);
      used.push({ rule: by.rule, top: by.rule.word[0]! });
      rest = [];
      at = by.on;
    }
  }
}

/** What was used since the place of a transition was come to, the last first. */
function since(transition: Transition, used: Used[]): void {
  let at: Transition | null = transition;
  while (at) {
    const { origin, head, to }: Transition = at;
    switch (origin.kind) {
      case 'entry': return;
      case 'rule':
        used.push({ rule: origin.rule, top: head.symbol });
        at = origin.head.transitions.get(to)!;
        break;
      case 'return': {
        const { caller }: { caller: Caller } = origin;
        used.push({ rule: origin.popped.rule, top: head.symbol });
        since(popped(origin.popped), used);
        if (caller.kind === 'fixed') return;
        used.push({ rule: caller.rule, top: caller.rule.word[0]! });
        at = caller.head.transitions.get(to)!;
      }
    }
  }
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
