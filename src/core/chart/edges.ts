/** The lines of a chart: one for each pair of spots. */
import type { Overview } from '../report/overview';
import { keyOfLane, type Edge } from './chart';

const tones = ['holds', 'doubtful', 'broken'] as const;

/** Of all ways between two screens the best one, and the last taps of shortest walks. By pairs of screens. */
function waysBetween({ screens, ways }: Overview, isDrawn: (screen: number) => boolean): Edge[] {
  const edges = new Map<number, Edge>();
  const keyOf = (from: number, to: number): number => from * screens.length + to;
  for (const { from, to, kind, tone } of ways) {
    if (from === to || !isDrawn(from) || !isDrawn(to)) continue;
    const known = edges.get(keyOf(from, to));
    if (!known || tones.indexOf(tone) < tones.indexOf(known.tone))
      edges.set(keyOf(from, to), { from, to, kind, tone, first: false, moves: 1 });
  }
  for (const { index, parent } of screens) {
    if (parent === null || !isDrawn(parent) || !isDrawn(index)) continue;
    const known = edges.get(keyOf(parent, index));
    // Without a transition between the two, the walk ends with Back.
    edges.set(
      keyOf(parent, index),
      known
        ? { ...known, first: true }
        : { from: parent, to: index, kind: 'back', tone: 'holds', first: true, moves: 1 },
    );
  }
  return [...edges.values()];
}

/**
 * The lines between all screens that are drawn; those of screens in one folded lane are put together. O(ways).
 *
 * @param isDrawn whether a screen has a place, by itself or in a folded lane
 */
export function edgesOf(
  overview: Overview,
  folded: ReadonlySet<number | null>,
  isDrawn: (screen: number) => boolean,
): readonly Edge[] {
  const between = waysBetween(overview, isDrawn);
  if (folded.size === 0) return between;
  const size = overview.screens.length;
  const spotOf = (screen: number): number => {
    const { module } = overview.screens[screen]!;
    return folded.has(module) ? keyOfLane(module, size) : screen;
  };
  const bundles = new Map<string, Edge>();
  for (const edge of between) {
    const [from, to] = [spotOf(edge.from), spotOf(edge.to)];
    if (from === to) continue;
    const known = bundles.get(`${from} ${to}`);
    bundles.set(`${from} ${to}`, known ? together(known, edge) : { ...edge, from, to });
  }
  return [...bundles.values()];
}

const together = (known: Edge, next: Edge): Edge => ({
  ...known,
  kind: known.kind === next.kind ? known.kind : 'push',
  tone: tones[Math.max(tones.indexOf(known.tone), tones.indexOf(next.tone))]!,
  first: known.first || next.first,
  moves: known.moves + 1,
});
