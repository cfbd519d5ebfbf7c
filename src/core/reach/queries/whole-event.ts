import type { Tap } from '../../walk/tap';
import type { PathEdge, Runs, StackEdge } from '../post-star';
import type { Control, Pushdown, PushdownRule, StackSymbol } from '../system';
import { tapsOf, usesTo, type Used } from './witness';

/** Maximum number of rules that one event takes after a given one; beyond, its last rules are missing. */
const mostRules = 200;

/**
 * A short walk to a configuration whose top frame takes a rule, up to the end of the event that the rule belongs to. A
 * rule may pop all that it sees, and its event may go on beneath: of several frames there, and of several ways on, the
 * walk takes the first. The last tap shows null if the event leaves the app.
 */
export function walkByWhole(runs: Runs, system: Pushdown, pathEdge: PathEdge, rule: PushdownRule): Tap[] {
  const beneath: StackEdge[] = [];
  const after: Used[] = [];
  const { head } = pathEdge;
  let at = pathEdge.to;
  let stack: StackSymbol[] = [];
  let top = head.symbol;
  let control: Control = head.control;
  let leaves = false;
  for (let next: PushdownRule | undefined = rule; next && after.length < mostRules;) {
    stack = [...next.word, ...stack.slice(1)];
    if (next.leaves) {
      after.push({ rule: next, top });
      leaves = true;
      break;
    }
    if (stack.length === 0) {
      const [edge] = runs.symbolsBeneath(at);
      if (!edge) break;
      beneath.push(edge);
      stack = [edge.symbol];
      at = edge.to;
    }
    control = system.targetOf(control, top, next);
    [top] = stack as [StackSymbol];
    after.push({ rule: next, top });
    const item = control.continuation?.item;
    if (!item || item.kind === 'left' || item.kind === 'tabs') break;
    [next] = system.rules(control, top);
    // An unfinished event without a rule pops the last frame.
    leaves = !next;
  }
  const walk = tapsOf([...usesTo(runs, pathEdge, beneath), ...after]);
  return leaves ? [...walk.slice(0, -1), { ...walk.at(-1)!, shows: null }] : walk;
}
