/**
 * From which configurations a screen can still be reached: saturation backwards, pre*, by Esparza, Hansel, Rossmanith,
 * Schwoon, "Efficient algorithms for model checking pushdown systems" (CAV 2000), algorithm 1.
 */
import type { Screen } from '../plan/model';
import type { Control, StackSymbol } from './pushdown';
import type { Saturation, State, Transition } from './saturation';

/** Where reading a stack from a control state leads: to control states, or to `anything`, which accepts whatever is beneath. */
const anything = 'anything';
type Target = Control | typeof anything;

/** A head from which reading on from a control state is still wanted: the rest of a rule's word. */
interface Pending {
  readonly head: { readonly control: Control; readonly symbol: StackSymbol };
  readonly rest: readonly StackSymbol[];
}

export class PreStar {
  private readonly targets = new Map<Control, Map<StackSymbol, Set<Target>>>();
  private readonly pending = new Map<Control, Map<StackSymbol, Pending[]>>();
  private readonly queue: { readonly control: Control; readonly symbol: StackSymbol; readonly target: Target }[] = [];

  /**
   * @param saturation the rules of its heads are those that are followed
   * @param goal the screen that is to be on top
   */
  constructor(saturation: Saturation, goal: Screen) {
    const heads = new Map<Control, Set<StackSymbol>>();
    for (const { control, taken } of saturation.controls) {
      for (const { symbol } of taken) {
        const known = heads.get(control!) ?? new Set();
        if (known.has(symbol)) continue;
        heads.set(control!, known.add(symbol));
        if (!control!.agenda && symbol.screen === goal) this.add(control!, symbol, anything);
        for (const { to, word } of saturation.rulesOf(control!, symbol)) this.follow({ head: { control: control!, symbol }, rest: word }, to);
      }
    }
    for (const { control, symbol, target } of this.queue) {
      for (const { head, rest } of this.pending.get(control)?.get(symbol) ?? []) this.follow({ head, rest: rest.slice(1) }, target);
    }
  }

  /** Reads on: where the rest of the word is read, its head leads to where it has come. */
  private follow(item: Pending, at: Target): void {
    const { head, rest } = item;
    const [symbol] = rest;
    // Beneath a last frame nothing is ever read: what is accepted is accepted by then.
    if (at === anything || !symbol) {
      this.add(head.control, head.symbol, at);
      return;
    }
    const bySymbol = this.pending.get(at) ?? new Map<StackSymbol, Pending[]>();
    this.pending.set(at, bySymbol);
    const waiting = bySymbol.get(symbol) ?? [];
    bySymbol.set(symbol, waiting);
    waiting.push(item);
    for (const target of [...(this.targets.get(at)?.get(symbol) ?? [])]) this.follow({ head, rest: rest.slice(1) }, target);
  }

  private add(control: Control, symbol: StackSymbol, target: Target): void {
    const bySymbol = this.targets.get(control) ?? new Map<StackSymbol, Set<Target>>();
    this.targets.set(control, bySymbol);
    const known = bySymbol.get(symbol) ?? new Set<Target>();
    bySymbol.set(symbol, known);
    if (known.has(target)) return;
    known.add(target);
    this.queue.push({ control, symbol, target });
  }

  /**
   * A reachable stack with this head from which the goal is out of reach, as the transitions beneath it; null where there is none.
   * Follows, along the stacks, the set of what reading them can lead to.
   */
  hopeless(head: Transition): Transition[] | null {
    interface Point { readonly place: State; readonly at: ReadonlySet<Target>; readonly by: Transition; readonly from: Point | null }
    const first = this.targets.get(head.from.control!)?.get(head.symbol) ?? new Set<Target>();
    if (first.has(anything)) return null;
    if (head.symbol.last || first.size === 0) return [];
    const seen = new Set<string>();
    const queue: Point[] = [];
    const step = (place: State, at: ReadonlySet<Target>, from: Point | null): Transition[] | null => {
      for (const edge of place.taken) {
        const after = new Set<Target>();
        for (const target of at) for (const next of (target === anything ? [] : this.targets.get(target)?.get(edge.symbol) ?? [])) after.add(next);
        if (after.has(anything)) continue;
        const point: Point = { place: edge.to, at: after, by: edge, from };
        if (edge.symbol.last || after.size === 0) return pathTo(point);
        const key = `${edge.to.id} ${[...after].map((target) => (target as Control).id).sort((a, b) => a - b).join()}`;
        if (seen.has(key)) continue;
        seen.add(key);
        queue.push(point);
      }
      return null;
    };
    const pathTo = (point: Point): Transition[] => {
      const path: Transition[] = [];
      for (let at: Point | null = point; at; at = at.from) path.unshift(at.by);
      return path;
    };
    const found = step(head.to, first, null);
    if (found) return found;
    for (const point of queue) {
      const path = step(point.place, point.at, point);
      if (path) return path;
    }
    return null;
  }
}
