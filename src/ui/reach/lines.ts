/** The lines of the chart in groups that look alike, each painted at once. */
import type { Edge } from '../../core/chart/chart';
import type { Point, RoutedEdge } from '../../core/chart/route';

/** How a group looks; the zoom adds its part. */
export interface Looks {
  readonly tone: Edge['tone'];
  readonly isReset: boolean;
  readonly isFirst: boolean;
  /** What draws the eye to it: its place on the walk to the selected screen, or that screen itself. */
  readonly stress: 'path' | 'near' | 'none';
  /** How much wider a bundle is, in pixels. */
  readonly wider: number;
}

/** The least box around the points of a line. */
interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export interface Line {
  readonly edge: Edge;
  readonly points: readonly Point[];
  readonly box: Box;
}

export interface LineGroup {
  readonly looks: Looks;
  readonly lines: readonly Line[];
  /** All of its lines with plain corners, in the measure of the chart: to paint a thousand from afar. */
  readonly path: Path2D;
}

/** Groups lines; groups that matter more come later, so that they lie on top. */
export function groupLines(
  routed: readonly { readonly edge: RoutedEdge['edge']; readonly points: readonly Point[] }[],
  stressOf: (edge: Edge) => Looks['stress'],
): readonly LineGroup[] {
  const groups = new Map<string, { looks: Looks; lines: Line[] }>();
  for (const { edge, points } of routed) {
    const looks: Looks = {
      tone: edge.tone,
      isReset: edge.kind === 'reset',
      isFirst: edge.first,
      stress: stressOf(edge),
      wider: Math.round(Math.min(2, Math.log2(edge.moves) / 3) * 2) / 2,
    };
    const key = Object.values(looks).join(' ');
    const group = groups.get(key) ?? { looks, lines: [] };
    group.lines.push({ edge, points, box: boxAround(points) });
    groups.set(key, group);
  }
  return [...groups.values()]
    .sort((a, b) => weightOf(a.looks) - weightOf(b.looks))
    .map((group) => ({ ...group, path: pathOf(group.lines) }));
}

const weightOf = ({ tone, stress }: Looks): number => (tone !== 'holds' ? 3 : { path: 2, near: 1, none: 0 }[stress]);

function boxAround(points: readonly Point[]): Box {
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}

function pathOf(lines: readonly Line[]): Path2D {
  const path = new Path2D();
  for (const { points } of lines)
    points.forEach(({ x, y }, at) => {
      if (at === 0) path.moveTo(x, y);
      else path.lineTo(x, y);
    });
  return path;
}
