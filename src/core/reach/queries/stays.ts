import { isOwnEvent, type Head, type Saturation } from '../post-star';
import type { Control, Pushdown, StackSymbol } from '../system';

/** An unfinished event: its control state, and the frames from the one that it began on up, top first. */
interface Midway {
  readonly control: Control;
  readonly word: readonly StackSymbol[];
}

/** Maximum number of configurations visited within an event. */
const most = 1_000;

/**
 * Whether everything that a user can do on a head whose frame is the last one leaves the configuration as it is, or
 * leaves the app. An event may take several rules: those in between do not count. O(configurations within the events).
 */
export function leavesAllAsItIs(system: Pushdown, saturation: Saturation, head: Head): boolean {
  const seen = new Set<string>();
  const open: Midway[] = [];
  /** Continues after a rule; false if the event ends there in another configuration. */
  const follow = ({ control, symbol, rules }: Head, rest: readonly StackSymbol[]): boolean =>
    rules.every((rule) => {
      if (rule.leaves || isOwnEvent(rule)) return true;
      const to: Midway = { control: system.targetOf(control, symbol, rule), word: aboveLast([...rule.word, ...rest]) };
      if (to.control.continuation === null)
        return to.control === head.control && to.word.length === 1 && to.word[0] === head.symbol;
      const key = `${to.control.number} ${to.word.map(({ id }) => id).join(' ')}`;
      if (!seen.has(key)) open.push(to);
      seen.add(key);
      return true;
    });
  if (!follow(head, [])) return false;
  for (let next = open.pop(); next; next = open.pop()) {
    const [top, ...rest] = next.word;
    const under = top && saturation.headAt(next.control, top);
    if (!under || seen.size > most || !follow(under, rest)) return false;
  }
  return true;
}

/** The frames down to the first that is the last of its stack: nothing looks below it. */
function aboveLast(word: readonly StackSymbol[]): readonly StackSymbol[] {
  const last = word.findIndex((symbol) => symbol.last);
  return last < 0 ? word : word.slice(0, last + 1);
}
