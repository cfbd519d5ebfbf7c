/**
 * From which configurations a screen can still be reached: saturation backwards, pre*, by Esparza, Hansel, Rossmanith,
 * Schwoon, "Efficient algorithms for model checking pushdown systems" (CAV 2000), algorithm 1.
 */
import type { Screen } from '../plan/model';
import type { Control, StackSymbol } from './alphabet';
import type { Edge, Head, Place, Transition } from './automaton';
import type { Runs } from './runs';
import type { Saturation } from './saturation';

/** Where reading a stack from a control state leads: to control states, or to `anything`, which accepts whatever is beneath. */
const anything = 'anything';
type Target = Control | typeof anything;

/** A head from which reading on from a control state is still wanted: the rest of a rule's word. */
interface Pending {
  readonly head: { readonly control: Control; readonly symbol: StackSymbol };
  readonly rest: readonly StackSymbol[];
}

/**
 * Whether a screen can be reached from every last frame, and so from everywhere: Back leads to one of these. Costs far less
 * than looking at every stack. Links and entries do not count.
 */
export function lastFramesReach(saturation: Saturation, goal: Screen): boolean {
  const { heads, runs } = saturation;
  // Linked lists of what comes before each head, in arrays of numbers.
  const first = new Int32Array(heads.length).fill(-1);
  const sources: number[] = [];
  const nexts: number[] = [];
  for (const head of heads) {
    saturation.eachAfter(head, ({ id }) => {
      nexts.push(first[id]!);
      first[id] = sources.push(head.id) - 1;
    });
  }
  const leads = new Uint8Array(heads.length);
  const queue: number[] = [];
  const add = (id: number): void => {
    if (leads[id]) return;
    leads[id] = 1;
    queue.push(id);
  };
  for (const { id, control, symbol } of heads) if (!control.agenda && symbol.screen === goal) add(id);
  for (const id of queue) for (let at = first[id]!; at >= 0; at = nexts[at]!) add(sources[at]!);
  return runs.sights.every(({ head }) => !head.symbol.last || leads[head.id] === 1);
}

export class PreStar {
  private readonly targets = new Map<Control, Map<StackSymbol, Set<Target>>>();
  private readonly pending = new Map<Control, Map<StackSymbol, Pending[]>>();
  private readonly heads = new Map<Control, Set<StackSymbol>>();
  private readonly queue: { readonly control: Control; readonly symbol: StackSymbol; readonly target: Target }[] = [];

  /**
   * @param heads those whose rules are followed
   * @param goal the screen that is to be on top
   */
  constructor(heads: Iterable<Head>, goal: Screen) {
    for (const { control, symbol, rules, targets } of heads) {
      this.heads.set(control, (this.heads.get(control) ?? new Set()).add(symbol));
      if (!control.agenda && symbol.screen === goal) this.add(control, symbol, anything);
      rules.forEach(({ word }, index) => this.follow({ head: { control, symbol }, rest: word }, targets[index]!));
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

  /** Whether the goal can be reached from a configuration, its stack given top first; of heads that no run came to, it is taken to be so. */
  accepts(control: Control, [top, ...beneath]: readonly StackSymbol[]): boolean {
    if (!top || !this.heads.get(control)?.has(top)) return true;
    let at: ReadonlySet<Target> = this.targets.get(control)?.get(top) ?? new Set();
    for (const symbol of beneath) {
      if (at.has(anything)) return true;
      const next = new Set<Target>();
      for (const target of at) for (const after of this.targets.get(target as Control)?.get(symbol) ?? []) next.add(after);
      at = next;
    }
    return at.has(anything);
  }

  /**
   * A stack that some run has, beginning with this head, from which the goal is out of reach; null where there is none.
   * Follows, along the stacks, the set of what reading them can lead to.
   */
  hopeless(runs: Runs, head: Head): { readonly sight: Transition; readonly beneath: Edge[] } | null {
    const first = this.targets.get(head.control)?.get(head.symbol) ?? new Set<Target>();
    if (first.has(anything)) return null;
    if (head.symbol.last || first.size === 0) return { sight: runs.soonestOf(head)!, beneath: [] };
    interface Point { readonly place: Place; readonly at: ReadonlySet<Target>; readonly by: Edge | null; readonly from: Point | null; readonly sight: Transition }
    const seen = new Set<string>();
    const queue = runs.transitionsOf(head).map((sight): Point => ({ place: sight.to, at: first, by: null, from: null, sight }));
    for (const point of queue) {
      for (const edge of runs.beneath(point.place)) {
        const after = new Set<Target>();
        for (const target of point.at) for (const next of (target === anything ? [] : this.targets.get(target)?.get(edge.symbol) ?? [])) after.add(next);
        if (after.has(anything)) continue;
        const next: Point = { place: edge.to, at: after, by: edge, from: point, sight: point.sight };
        if (edge.symbol.last || after.size === 0) {
          const beneath: Edge[] = [];
          for (let at: Point | null = next; at?.by; at = at.from) beneath.unshift(at.by);
          return { sight: next.sight, beneath };
        }
        const key = `${edge.to.id} ${[...after].map((target) => (target as Control).number).sort((a, b) => a - b).join()}`;
        if (seen.has(key)) continue;
        seen.add(key);
        queue.push(next);
      }
    }
    return null;
  }
}
