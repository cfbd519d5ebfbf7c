/** Paints the lines and marks of the chart, as far as they are in sight. */
import { metrics, type Chart, type FoldedNode, type Spot } from '../../core/chart/chart';
import { letterSize, shortened, toLabelAt, type PlacedLabel } from '../../core/chart/labels';
import type { Point } from '../../core/chart/route';
import type { Line, LineGroup, Looks } from './lines';
import type { Colours } from '../parts/use-colours';
import type { Camera, Size } from './camera';

export interface Scene {
  readonly chart: Chart;
  /** Both in drawing order: later ones lie on top. */
  readonly usual: readonly LineGroup[];
  readonly stressed: readonly LineGroup[];
  readonly camera: Camera;
  /** Size of the painted part of the canvas, in pixels. */
  readonly window: Size;
  readonly colours: Colours;
  /** The names that are shown, by the key of their spots; whether they are painted, too. */
  readonly labels: ReadonlyMap<number, PlacedLabel>;
  readonly hasNames: boolean;
  /** Indexes of screens that are selected or lit. */
  readonly strong: ReadonlySet<number>;
}

/** From this zoom on corners are round, and lines begin behind names. */
const roundFrom = 0.4;
const cornerRadius = 7;
/** Dashes can be told apart from this zoom on. */
const dashesFrom = 0.08;
/** Numbers of bundles are written from this zoom on. */
const numbersFrom = 0.5;
const font = '11px "IBM Plex Sans", sans-serif';

/** Paints the scene onto a part of a canvas, from the context's origin on. O(lines and marks). */
export function paint(context: CanvasRenderingContext2D, scene: Scene): void {
  clipped(context, scene, () => {
    paintUsual(context, scene);
    paintAbove(context, scene);
    if (scene.hasNames) paintNames(context, scene);
  });
}

/** Paints what is beneath all else: borders and usual lines. O(usual lines). */
export function paintGround(context: CanvasRenderingContext2D, scene: Scene): void {
  clipped(context, scene, () => paintUsual(context, scene));
}

/** Paints the scene, without names, onto a picture of its ground. O(stressed lines and marks). */
export function paintOnGround(context: CanvasRenderingContext2D, scene: Scene, ground: HTMLCanvasElement): void {
  // The picture has whole pixels, so it may be a little larger or smaller than the window: stretched, it would blur.
  const { a: ratio } = context.getTransform();
  clipped(context, scene, () => {
    context.drawImage(ground, 0, 0, ground.width / ratio, ground.height / ratio);
    paintAbove(context, scene);
  });
}

/** Whether a chart is so small that corners are plain, and lines begin at marks, not behind names. */
export const isFar = ({ zoom }: Camera): boolean => zoom < roundFrom;

/** Keeps what is painted within the part of the canvas, on a ground of its own. */
function clipped(context: CanvasRenderingContext2D, { window, colours }: Scene, paintAll: () => void): void {
  context.save();
  context.beginPath();
  context.rect(0, 0, window.width, window.height);
  context.clip();
  Object.assign(context, { fillStyle: colours.ground, globalAlpha: 1 });
  context.fillRect(0, 0, window.width, window.height);
  paintAll();
  context.restore();
}

function paintUsual(context: CanvasRenderingContext2D, scene: Scene): void {
  paintRules(context, scene);
  paintLines(context, scene.usual, scene);
}

/** What lies on the usual lines, but names. */
function paintAbove(context: CanvasRenderingContext2D, scene: Scene): void {
  paintLines(context, scene.stressed, scene);
  if (scene.camera.zoom >= numbersFrom) paintNumbers(context, scene);
  for (const node of scene.chart.foldedNodes) paintFolded(context, node, scene);
  paintMarks(context, scene);
}

function paintLines(context: CanvasRenderingContext2D, groups: readonly LineGroup[], scene: Scene): void {
  const lineCap = isFar(scene.camera) ? 'butt' : 'round';
  for (const group of groups) {
    const { colour, width, alpha, dash } = styleOf(group.looks, scene.colours, scene.camera.zoom);
    Object.assign(context, { strokeStyle: colour, lineWidth: width, globalAlpha: alpha, lineCap });
    context.setLineDash(dash);
    context.stroke(pathOf(group, scene));
  }
  context.setLineDash([]);
  context.globalAlpha = 1;
}

/**
 * Paints the scene from a picture of it without names.
 *
 * @param paintedFor the camera of the picture, as far away or a little farther
 */
export function paintStretched(
  context: CanvasRenderingContext2D,
  scene: Scene,
  picture: CanvasImageSource,
  paintedFor: Camera,
): void {
  const { camera, window } = scene;
  const { x, y, zoom, across } = paintedFor;
  const [wider, higher] = [camera.across / across, camera.zoom / zoom];
  const corner = { x: camera.x - x * wider, y: camera.y - y * higher };
  clipped(context, scene, () => {
    // To smooth it takes five times as long, and is seen by nobody while it moves.
    context.imageSmoothingEnabled = false;
    context.drawImage(picture, corner.x, corner.y, window.width * wider, window.height * higher);
    paintNames(context, scene);
  });
}

/** The borders of lanes, and between columns. */
function paintRules(context: CanvasRenderingContext2D, { chart, camera, window, colours }: Scene): void {
  const right = Math.min(window.width, chart.width * camera.across + camera.x);
  const bottom = Math.min(window.height, chart.height * camera.zoom + camera.y);
  context.beginPath();
  for (const { top } of chart.lanes) {
    const y = Math.round(top * camera.zoom + camera.y) + 0.5;
    if (y < 0 || y > window.height) continue;
    context.moveTo(0, y);
    context.lineTo(right, y);
  }
  Object.assign(context, { strokeStyle: colours.rule, lineWidth: 1, globalAlpha: 1 });
  context.setLineDash([]);
  context.stroke();
  context.beginPath();
  for (const column of chart.columns.slice(1)) {
    const x = Math.round((column.x - 12) * camera.across + camera.x) + 0.5;
    if (x < 0 || x > window.width) continue;
    context.moveTo(x, 0);
    context.lineTo(x, bottom);
  }
  context.setLineDash([1, 5]);
  context.stroke();
}

interface Style {
  readonly colour: string;
  readonly width: number;
  readonly alpha: number;
  readonly dash: number[];
}

function isInSight({ left, right, top, bottom }: Line['box'], { x, y, zoom, across }: Camera, window: Size): boolean {
  return (
    right * across + x >= 0 &&
    left * across + x <= window.width &&
    bottom * zoom + y >= 0 &&
    top * zoom + y <= window.height
  );
}

function styleOf({ tone, isReset, isFirst, stress, wider }: Looks, colours: Colours, zoom: number): Style {
  const thin = Math.max(0.45, Math.min(1, zoom));
  const dash = zoom < dashesFrom ? [] : tone !== 'holds' ? [6, 4] : isReset ? [1.5, 4] : [];
  const width = (stress === 'path' ? 2.25 : stress === 'near' || tone !== 'holds' ? 1.5 : 1.1) * thin + wider;
  if (tone === 'broken') return { colour: colours.error, width, alpha: 1, dash };
  if (tone === 'doubtful') return { colour: colours.warning, width, alpha: 1, dash };
  if (stress !== 'none') return { colour: colours.primary, width, alpha: 1, dash };
  return { colour: colours.mute, width, alpha: isFirst ? Math.max(0.25, 0.55 * Math.min(1, 3 * zoom)) : 0.22, dash };
}

/** The lines of a group on the canvas. From afar all at once, without round corners, and from the marks on. */
function pathOf(group: LineGroup, scene: Scene): Path2D {
  const { camera, window } = scene;
  const path = new Path2D();
  if (isFar(camera)) path.addPath(group.path, new DOMMatrix([camera.across, 0, 0, camera.zoom, camera.x, camera.y]));
  else for (const line of group.lines) if (isInSight(line.box, camera, window)) trace(path, line, scene);
  return path;
}

/** Adds a line to a path. It begins behind the label of its screen, or behind the mark where no label is shown. */
function trace(path: Path2D, { edge, points }: Line, { camera, chart, labels }: Scene): void {
  const { x, y, zoom, across } = camera;
  const from = chart.spots.get(edge.from);
  const shown = labels.get(edge.from);
  const exit = (from?.x ?? 0) * across + x + (shown === undefined ? 5 : toLabelAt(zoom) + shown.width + 6);
  const isStub = points[0]!.y !== from?.y;
  const end = points.length - 1;
  points.forEach((point, at) => {
    const px = point.x * across + x;
    const py = point.y * zoom + y;
    if (at === 0) path.moveTo(isStub ? px : Math.min(exit, Math.max(px, points[1]!.x * across + x)), py);
    else if (at === end) path.lineTo(px, py);
    else {
      const next = points[at + 1]!;
      const before = points[at - 1]!;
      const reach = Math.min(distance(before, point), distance(point, next)) / 2;
      path.arcTo(px, py, next.x * across + x, next.y * zoom + y, Math.min(cornerRadius, reach) * zoom);
    }
  });
}

const distance = (a: Point, b: Point): number => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);

/** How many moves a bundle stands for, where it leaves the track of its lane; numbers that would touch are left out. */
function paintNumbers(context: CanvasRenderingContext2D, scene: Scene): void {
  const { camera, colours, window } = scene;
  const { x, y, zoom, across } = camera;
  const taken: Point[] = [];
  Object.assign(context, { font, textAlign: 'left' });
  const groups = [...scene.usual, ...scene.stressed];
  const told = groups.filter(({ looks }) => looks.isFirst || looks.stress !== 'none').flatMap(({ lines }) => lines);
  for (const { edge, points, box } of told) {
    const corner = points[2];
    if (edge.moves < 2 || !corner || !isInSight(box, camera, window)) continue;
    // Between two neighbouring columns to the left of the track, since its mark is near to the right.
    const text = String(edge.moves);
    const wide = context.measureText(text).width;
    const isNext = points.length === 4;
    const at = { x: corner.x * across + x + (isNext ? -wide - 4 : 4), y: corner.y * zoom + y - 3 };
    if (taken.some((other) => Math.abs(other.x - at.x) < 22 && Math.abs(other.y - at.y) < 12)) continue;
    taken.push(at);
    context.fillStyle = colours.ground;
    context.fillRect(at.x - 1, at.y - 9, wide + 2, 10);
    context.fillStyle = colours.mute;
    context.fillText(text, at.x, at.y);
  }
}

/** A folded lane: a ring in each column in which it has screens, larger for more of them, with their number. */
function paintFolded(context: CanvasRenderingContext2D, node: FoldedNode, { camera, colours }: Scene): void {
  const { x, y, zoom, across } = camera;
  const at = node.y * zoom + y;
  const thin = Math.max(0.5, Math.min(1, zoom));
  Object.assign(context, { strokeStyle: colours.ink, lineWidth: 1.5 * thin, globalAlpha: 1, textAlign: 'left', font });
  for (const mark of node.marks) {
    context.fillStyle = colours.ground;
    context.beginPath();
    context.arc(mark.x * across + x, at, Math.min(10, 3.5 + Math.sqrt(mark.count)) * thin, 0, 2 * Math.PI);
    context.fill();
    context.stroke();
    if (zoom < numbersFrom || mark.x === node.x) continue;
    context.fillStyle = colours.mute;
    context.fillText(String(mark.count), mark.x * across + x + 10 * thin + 3, at + 4);
  }
}

/** All marks of one colour are painted at once; where rows are near, as squares. */
function paintMarks(context: CanvasRenderingContext2D, scene: Scene): void {
  const { camera, window, colours, labels, strong, chart } = scene;
  const size = Math.max(0.4, Math.min(1.5, camera.zoom));
  const usual = Math.max(1, Math.min(4 * size, (metrics.row * camera.zoom) / 2.2));
  const paths = new Map<string, Path2D>();
  for (const { screen, x, y } of chart.nodes) {
    const [px, py] = [x * camera.across + camera.x, y * camera.zoom + camera.y];
    if (px < -10 || px > window.width + 10 || py < -10 || py > window.height + 10) continue;
    const isStrong = strong.has(screen.index);
    // Without its label, a mark shows the tone of its findings itself.
    const tone = labels.has(screen.index) || screen.worst === null ? colours.ink : colours[toneOf[screen.worst]];
    const colour = isStrong ? colours.primary : tone;
    const path = paths.get(colour) ?? new Path2D();
    paths.set(colour, path);
    const radius = isStrong ? Math.max(4, 5 * size) : usual;
    if (radius < 2) path.rect(px - radius, py - radius, 2 * radius, 2 * radius);
    else {
      path.moveTo(px + radius, py);
      path.arc(px, py, radius, 0, 2 * Math.PI);
    }
  }
  for (const [colour, path] of paths) {
    context.fillStyle = colour;
    context.fill(path);
  }
}

/** Names while somebody zooms, where they stand as buttons otherwise. */
function paintNames(
  context: CanvasRenderingContext2D,
  { camera, window, colours, labels, strong, chart }: Scene,
): void {
  const { x, y, zoom, across } = camera;
  const size = letterSize(zoom);
  Object.assign(context, { textAlign: 'left', textBaseline: 'middle', fillStyle: colours.ink });
  const folded = new Set<Spot>(chart.foldedNodes);
  const isBold = ({ key, spot }: PlacedLabel): boolean => strong.has(key) || folded.has(spot);
  for (const bold of [false, true]) {
    context.font = `${bold ? 600 : 400} ${size}px "IBM Plex Mono", monospace`;
    for (const label of labels.values()) {
      const [px, py] = [label.spot.x * across + x + toLabelAt(zoom), label.spot.y * zoom + y];
      const isOut = px > window.width || px + label.width < 0 || py < -size || py > window.height + size;
      if (isOut || isBold(label) !== bold) continue;
      context.fillStyle = colours.ground;
      context.fillRect(px - 2, py - size / 2, label.width + 4, size);
      context.fillStyle = colours.ink;
      context.fillText(shortened(label.spot.label, label.characters), px, py);
    }
  }
  context.textBaseline = 'alphabetic';
}

const toneOf = { error: 'error', warning: 'warning', note: 'info' } as const;
