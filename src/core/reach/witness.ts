/** From the automaton back to walks: which events lead to a configuration, in order. */
import type { PushdownRule, StackSymbol } from './pushdown';
import type { Tap } from './reach';
import type { Derivation, State, Transition } from './saturation';

/** A rule as it was used, and the frame that was on top after it. */
interface Used {
  readonly rule: PushdownRule;
  readonly top: StackSymbol;
}

/**
 * The shortest walk to a configuration that begins with a transition.
 *
 * @param beneath transitions that go on from there, for the frames beneath; the shortest way to any stack with those
 */
export function walkTo(transition: Transition, beneath: readonly Transition[] = []): Tap[] {
  const used: Used[] = [];
  collect(transition, beneath, used);
  return taps(used.reverse());
}

/** The same, and one event more. */
export function walkBy(transition: Transition, rule: PushdownRule, top: StackSymbol): Tap[] {
  const used: Used[] = [{ rule, top }];
  collect(transition, [], used);
  return taps(used.reverse());
}

/** A short walk whose last rule pops the head of a transition, so that what lies beneath it in `edge` is shown. */
export function walkPopping(transition: Transition, rule: PushdownRule, edge: Transition): Tap[] {
  const used: Used[] = [{ rule, top: edge.symbol }];
  collect(transition, [edge], used);
  return taps(used.reverse());
}

/** What was on top when the last event of the shortest walk happened; null where no event has. */
export function eventBefore(transition: Transition): Transition | null {
  for (let at: Transition | null = transition; at; ) {
    const derivation: Derivation | null = at.origin.kind === 'rule' ? at.origin : at.origin.kind === 'return' ? at.origin.popped : at.to.by;
    if (!derivation) return null;
    if (derivation.rule.event) return derivation.on;
    at = derivation.on;
  }
  return null;
}

/** Collects what was used, the last first. */
function collect(transition: Transition, beneath: readonly Transition[], used: Used[]): void {
  let at: Transition | null = transition;
  let rest = beneath;
  while (at) {
    since(at, used);
    const call = rest.findIndex((edge) => edge.origin.kind === 'call');
    const origin = call < 0 ? null : rest[call]!.origin;
    if (origin?.kind === 'call') {
      used.push({ rule: origin.rule, top: origin.rule.word[0]! });
      rest = rest.slice(call + 1);
      at = origin.on;
    } else {
      const place: State = rest.at(-1)?.to ?? at.to;
      if (!place.by) return;
      used.push({ rule: place.by.rule, top: place.by.rule.word[0]! });
      rest = [];
      at = place.by.on;
    }
  }
}

/** What was used since the target of a transition was pushed, the last first. */
function since(transition: Transition, used: Used[]): void {
  let at: Transition | null = transition;
  while (at) {
    const { origin, symbol }: Transition = at;
    switch (origin.kind) {
      case 'entry':
      case 'call': return;
      case 'rule':
        used.push({ rule: origin.rule, top: symbol });
        at = origin.on;
        break;
      case 'return': {
        const { popped, edge }: { popped: Derivation; edge: Transition } = origin;
        used.push({ rule: popped.rule, top: symbol });
        since(popped.on!, used);
        if (edge.origin.kind !== 'call') return;
        used.push({ rule: edge.origin.rule, top: edge.origin.rule.word[0]! });
        at = edge.origin.on;
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
