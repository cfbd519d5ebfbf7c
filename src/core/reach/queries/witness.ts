/** From the automaton back to walks: the events that lead to a configuration, in order. */
import type { Screen } from '../../plan/model';
import type { Control, PushdownRule, StackSymbol } from '../system';
import {
  costOf,
  type StackEdge,
  type Effects,
  type Head,
  type State,
  type Runs,
  type PathEdge,
  type Use,
  weightOf,
} from '../post-star';
import type { Tap } from '../../walk/tap';

/** A rule that a run used, and the frame on top after it. */
export interface Used {
  readonly rule: PushdownRule;
  readonly top: StackSymbol;
}

/**
 * The shortest walk to a configuration that begins with a path edge.
 *
 * @param beneath the frames beneath that the stack has to have
 */
export function walkTo(runs: Runs, pathEdge: PathEdge, beneath: readonly StackEdge[] = []): Tap[] {
  return tapsOf(usesTo(runs, pathEdge, beneath));
}

/** Rules of the shortest walk to a configuration, in order; the first starts the app. */
export function usesTo(runs: Runs, pathEdge: PathEdge, beneath: readonly StackEdge[] = []): Used[] {
  const used: Used[] = [];
  since(pathEdge, used);
  before(runs, pathEdge.to, beneath, used);
  return used.reverse();
}

/** The shortest walk to a configuration, and one more event by `rule`. */
export function walkBy(runs: Runs, pathEdge: PathEdge, rule: PushdownRule, top: StackSymbol): Tap[] {
  const used: Used[] = [{ rule, top }];
  since(pathEdge, used);
  before(runs, pathEdge.to, [], used);
  return tapsOf(used.reverse());
}

/**
 * A short walk that ends by popping the symbol above a state, `weight` events after its push, which shows the frame of
 * `edge`.
 */
export function walkPopping(runs: Runs, state: State, control: Control, weight: number, edge: StackEdge): Tap[] {
  const used: Used[] = [];
  popping(state, control, weight, edge.symbol, used);
  before(runs, state, [edge], used);
  return tapsOf(used.reverse());
}

/** The path edge that was on top at the last event of the shortest walk; null if there is no event. */
export function eventBefore(runs: Runs, pathEdge: PathEdge): PathEdge | null {
  for (let at: PathEdge | null = pathEdge; at;) {
    const { rule, on }: Use = lastRule(runs, at);
    if (rule.event) return on;
    at = on;
  }
  return null;
}

function lastRule(runs: Runs, { head, to }: PathEdge): Use {
  const last = lastChange(head, to);
  if (last === 'pushed') {
    const by = runs.derivation(to);
    return by.kind === 'use' ? by : lastPopRule(by.of.above!, by.control, by.weight);
  }
  return last === 'uncovered'
    ? lastPopRule(to.above!, head.control, weightOf({ head, to }))
    : lastRuleOf(last, to, head.control);
}

function lastPopRule(state: State, control: Control, weight: number): Use {
  return lastRuleOf(lastPop(state, control, weight), state, control);
}

function lastRuleOf({ head, rule, popped }: Change, to: State, control: Control): Use {
  return popped ? lastPopRule(popped.state, control, popped.weight) : { kind: 'use', on: { head, to }, rule };
}

/** One rule of a head, and the head after it. */
interface Change {
  readonly head: Head;
  readonly rule: PushdownRule;
  /** For a rule that pushes, the state above which it pushed, and the events until that was popped again. */
  readonly popped: { readonly state: State; readonly weight: number } | null;
}

/** The summary edge of a head with a given weight; null if there is none. */
function changeOf(head: Head, effects: Effects, control: Control, weight: number): Change | null {
  const index = effects.ruleTo(head.control, control, weight);
  if (index === undefined) return null;
  const rule = head.rules[index]!;
  const state = head.pushed[index];
  return { head, rule, popped: state ? { state, weight: weight - costOf(rule) } : null };
}

/**
 * The last change before a head stood on a state: from another head there; or it was pushed, or uncovered when the
 * symbols pushed with it were popped.
 */
function lastChange(head: Head, to: State): Change | 'pushed' | 'uncovered' {
  const { control } = head;
  if (to.heads[0] === head && to.start === control) return 'pushed';
  const weight = to.weightOf(head);
  // Only heads that were found before: no head derives from itself.
  for (const from of to.heads) {
    if (from === head) break;
    const change = changeOf(from, from.steps, control, weight - to.weightOf(from));
    if (change) return change;
  }
  return 'uncovered';
}

/** The last change of the run that popped the symbol above a state, `weight` events after its push. */
function lastPop(state: State, control: Control, weight: number): Change {
  for (const head of state.heads) {
    const change = changeOf(head, head.pops, control, weight - state.weightOf(head));
    if (change) return change;
  }
  throw new Error('What has returned was popped.');
}

/** Collects the rules up to a state with these frames beneath, the last first. */
function before(runs: Runs, state: State, beneath: readonly StackEdge[], used: Used[]): void {
  const use = (rule: PushdownRule): void => void used.push({ rule, top: rule.word[0]! });
  let at = state;
  for (const { caller, replaced, to } of beneath) {
    for (const { rule, ...pathEdge } of replaced) {
      use(rule);
      since(pathEdge, used);
    }
    if (caller.kind === 'push') {
      use(caller.rule);
      since({ head: caller.head, to }, used);
    }
    at = to;
  }
  for (;;) {
    const by = runs.derivation(at);
    if (by.kind === 'uncovered') {
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

/** Collects the rules from the state of a path edge to its head, the last first. */
function since({ head, to }: PathEdge, used: Used[]): void {
  for (let at = head; ;) {
    const last = lastChange(at, to);
    if (last === 'pushed') return;
    if (last === 'uncovered') {
      popping(to.above!, at.control, weightOf({ head: at, to }), at.symbol, used);
      return;
    }
    undo(last, at, used);
    at = last.head;
  }
}

/** Collects the rules from a state until the symbol above it was popped, the last first. */
function popping(state: State, control: Control, weight: number, top: StackSymbol, used: Used[]): void {
  const last = lastPop(state, control, weight);
  undo(last, { control, symbol: top }, used);
  since({ head: last.head, to: state }, used);
}

/** Collects the rules of a change, up to a control state with a symbol on top, the last first. */
function undo({ rule, popped }: Change, { control, symbol }: Pick<Head, 'control' | 'symbol'>, used: Used[]): void {
  if (!popped) {
    used.push({ rule, top: symbol });
    return;
  }
  popping(popped.state, control, popped.weight, symbol, used);
  used.push({ rule, top: rule.word[0]! });
}

/** Taps of a run. One event may take several rules. */
export function tapsOf(used: readonly Used[]): Tap[] {
  const walk: Tap[] = [];
  // By tab, the screen that it was left with.
  const tops = new Map<number, Screen>();
  for (const {
    rule: { event, stack, shows, tabs, silent },
    top,
  } of used) {
    if (silent) continue;
    if (tabs === 'anew') tops.clear();
    if (tabs !== 'shown') tops.set(stack, top.screen);
    const shown = shows ? (tops.get(shows.stack) ?? shows.screen) : (tops.get(stack) ?? top.screen);
    if (event) walk.push({ ...event, shows: shown });
    else if (walk.length > 0) walk[walk.length - 1] = { ...walk.at(-1)!, shows: shown };
  }
  return walk;
}
