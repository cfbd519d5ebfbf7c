/** Graph algorithms over whatever has nodes and successors. */

/**
 * The strongly connected components of a directed graph, each in no particular order, components without edges between
 * them included (Tarjan, Depth-first search and linear graph algorithms, 1972), without recursion. Costs O(nodes +
 * edges).
 */
export function stronglyConnectedComponents<T>(nodes: Iterable<T>, next: (node: T) => readonly T[]): T[][] {
  const index = new Map<T, number>();
  const low = new Map<T, number>();
  const stack: T[] = [];
  const onStack = new Set<T>();
  const components: T[][] = [];
  for (const root of nodes) {
    if (index.has(root)) continue;
    const open: { node: T; successors: readonly T[]; at: number }[] = [];
    const enter = (node: T): void => {
      index.set(node, index.size);
      low.set(node, index.get(node)!);
      stack.push(node);
      onStack.add(node);
      open.push({ node, successors: next(node), at: 0 });
    };
    enter(root);
    while (open.length > 0) {
      const frame = open.at(-1)!;
      const { node } = frame;
      const successor = frame.successors[frame.at++];
      if (successor !== undefined) {
        if (!index.has(successor)) enter(successor);
        else if (onStack.has(successor)) low.set(node, Math.min(low.get(node)!, index.get(successor)!));
        continue;
      }
      open.pop();
      const parent = open.at(-1)?.node;
      if (parent !== undefined) low.set(parent, Math.min(low.get(parent)!, low.get(node)!));
      if (low.get(node) !== index.get(node)) continue;
      const component: T[] = [];
      for (let member = stack.pop()!; ; member = stack.pop()!) {
        onStack.delete(member);
        component.push(member);
        if (member === node) break;
      }
      components.push(component);
    }
  }
  return components;
}

/** The shortest cycle through a node that lies on one, the node first, by breadth-first search. */
export function ringThrough<T>(start: T, next: (node: T) => readonly T[]): T[] {
  const from = new Map<T, T>();
  const queue = [start];
  for (const node of queue) {
    for (const successor of next(node)) {
      if (successor === start) {
        const ring = [node];
        while (ring[0] !== start) ring.unshift(from.get(ring[0]!)!);
        return ring;
      }
      if (from.has(successor)) continue;
      from.set(successor, node);
      queue.push(successor);
    }
  }
  return [start];
}
