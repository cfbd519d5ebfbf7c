import type { Pairing } from '../pairing/pair';
import type { Worded } from '../parts/words';

/** Screens that say word for word the same in both plans: indexes in one plan, by those in the other. */
export interface SameScreens {
  readonly toAfter: ReadonlyMap<number, number>;
  readonly toBefore: ReadonlyMap<number, number>;
}

/** Finds the screens whose texts are equal once both plans use one set of names. Linear in the texts. */
export function sameScreens({ before, after, toAfter }: Pairing, was: Worded, is: Worded): SameScreens {
  const there = new Map<number, number>();
  const back = new Map<number, number>();
  const textOf = ({ plan }: Worded, index: number): string => {
    const { node } = plan.screens[index]!;
    return `${node.doc ?? ''}\n${plan.tree.text.slice(node.from, node.to)}`;
  };
  // Where a name is half-typed, the worded text may read otherwise than the plan's own.
  const isAligned =
    was.plan.screens.length === before.plan.screens.length && is.plan.screens.length === after.plan.screens.length;
  for (const { index } of isAligned ? before.plan.screens : []) {
    const other = toAfter.get(`screen ${index}`);
    if (other === undefined) continue;
    const at = Number(other.slice('screen '.length));
    if (textOf(was, index) !== textOf(is, at)) continue;
    there.set(index, at);
    back.set(at, index);
  }
  return { toAfter: there, toBefore: back };
}
