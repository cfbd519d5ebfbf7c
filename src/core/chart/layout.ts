/**
 * Positions in the chart of reach, which mean something: a screen's column is its distance from a cold start in taps,
 * its lane is its module. Lines run in the gutters between columns and the gaps between rows, so that none crosses a
 * label.
 */
import type { Overview, ScreenCard, Way } from '../report/overview';

export interface Metrics {
  /** Height of a row, and of the head that each lane begins with. */
  readonly row: number;
  readonly laneGap: number;
  /** Width of the gutter between columns, where lines turn. */
  readonly gutter: number;
  /** Width of a character of a label. */
  readonly character: number;
  /** Whether the names of arguments stand beneath the label. */
  readonly details: boolean;
}

/** At scale 1 a row holds a name and its arguments; below 0.8 the arguments are left out. */
export function metricsAt(scale: number): Metrics {
  const details = scale >= 0.8;
  return { row: (details ? 44 : 26) * scale, laneGap: 14 * scale, gutter: 46 * scale, character: 7.5 * scale, details };
}

export interface ChartNode {
  readonly screen: ScreenCard;
  readonly column: number;
  /** The middle of the dot. */
  readonly x: number;
  readonly y: number;
  /** How many characters of the label there is room for, and how wide it then is. */
  readonly characters: number;
  readonly labelWidth: number;
}

/** A screen that had a place in an earlier version: it is shown there, faintly. */
export interface Ghost {
  readonly label: string;
  /** Index of its module; null for none. */
  readonly module: number | null;
  /** Its column. */
  readonly taps: number;
}

export interface GhostNode {
  readonly ghost: Ghost;
  readonly x: number;
  readonly y: number;
  readonly characters: number;
}

export interface Lane {
  /** Index of the module; null for screens in none. */
  readonly module: number | null;
  readonly name: string;
  readonly owner: string | null;
  readonly top: number;
  readonly height: number;
  readonly folded: boolean;
  readonly count: number;
}

/** A way from one screen to another that is drawn. */
export interface Edge {
  readonly from: number;
  readonly to: number;
  readonly kind: Way['kind'];
  /** Status of its arguments: of several ways between two screens, the best counts. */
  readonly tone: Way['tone'];
  /** Whether the shortest walk to its target ends with it. */
  readonly first: boolean;
}

export interface Chart {
  readonly metrics: Metrics;
  readonly columns: number;
  readonly columnWidth: number;
  readonly width: number;
  readonly height: number;
  readonly lanes: readonly Lane[];
  readonly nodes: readonly ChartNode[];
  readonly ghosts: readonly GhostNode[];
  /** By the index of a screen; undefined if the chart lacks it. */
  readonly nodeOf: readonly (ChartNode | undefined)[];
  readonly edges: readonly Edge[];
  readonly stranded: readonly ScreenCard[];
  /** Undecided screens: no walk reaches them, and no proof rules them out. */
  readonly undecided: readonly ScreenCard[];
}

/** Space to the left of the first column, and above the first lane. */
const leftPad = 24;
const topPad = 10;
const narrowest = 12;
const widest = 26;

/**
 * Lays the chart out. O(n log n) in screens and ways.
 *
 * @param folded the modules whose lanes have one row without screens
 * @param room the least and the most characters of a label for which a column has room, and the width of a gutter at
 *   scale 1
 * @param gone ghosts, which get rows that no screen of their column has
 */
export function layOut(
  overview: Overview,
  scale: number,
  folded: ReadonlySet<number | null>,
  room: { readonly least: number; readonly most: number; readonly gutter?: number } = {
    least: narrowest,
    most: widest,
  },
  gone: readonly Ghost[] = [],
): Chart {
  const usual = metricsAt(scale);
  const metrics = room.gutter === undefined ? usual : { ...usual, gutter: room.gutter * scale };
  const reached = overview.screens.filter((screen) => screen.taps !== null);
  const columns = [...reached, ...gone].reduce((most, { taps }) => Math.max(most, taps! + 1), 1);
  const longest = reached.reduce((most, screen) => Math.max(most, screen.label.length), 0);
  const characters = Math.min(room.most, Math.max(room.least, longest));
  const columnWidth = characters * metrics.character + 14 * scale + metrics.gutter;
  const nodeOf: (ChartNode | undefined)[] = overview.screens.map(() => undefined);
  const rowOf: number[] = overview.screens.map(() => 0);
  const lanes: Lane[] = [];
  const nodes: ChartNode[] = [];
  const ghosts: GhostNode[] = [];
  let top = topPad * scale;

  const modules: readonly (number | null)[] = [...overview.modules.keys(), null];
  for (const module of modules) {
    const inLane = overview.screens.filter((screen) => screen.module === module && screen.there);
    const ghostsHere = gone.filter((ghost) => ghost.module === module);
    if (inLane.length === 0 && ghostsHere.length === 0) continue;
    const here = inLane.filter((screen) => screen.taps !== null);
    const isFolded = folded.has(module);
    const byColumn: ScreenCard[][] = Array.from({ length: columns }, () => []);
    for (const screen of here) byColumn[screen.taps!]!.push(screen);
    const ghostsIn = (column: number): readonly Ghost[] => ghostsHere.filter(({ taps }) => taps === column);
    const rows = isFolded ? 1 : Math.max(1, ...byColumn.map((column, at) => column.length + ghostsIn(at).length));
    const yOf = (row: number): number => top + metrics.laneGap / 2 + (row + 0.5) * metrics.row;
    if (!isFolded) {
      byColumn.forEach((column, at) => {
        placeColumn(column, rows, overview, rowOf);
        for (const screen of column) {
          const shown = Math.min(characters, screen.label.length);
          const node: ChartNode = {
            screen,
            column: at,
            x: leftPad * scale + at * columnWidth,
            y: yOf(rowOf[screen.index]!),
            characters: shown,
            labelWidth: shown * metrics.character,
          };
          nodes.push(node);
          nodeOf[screen.index] = node;
        }
        const taken = new Set(column.map(({ index }) => rowOf[index]!));
        const free = Array.from({ length: rows }, (_none, row) => row).filter((row) => !taken.has(row));
        ghostsIn(at).forEach((ghost, place) => {
          const x = leftPad * scale + at * columnWidth;
          ghosts.push({ ghost, x, y: yOf(free[place]!), characters: Math.min(characters, ghost.label.length) });
        });
      });
    }
    const height = rows * metrics.row + metrics.laneGap;
    const owner = module === null ? null : overview.modules[module]!.owner;
    lanes.push({
      module,
      name: module === null ? '' : overview.modules[module]!.name,
      owner,
      top,
      height,
      folded: isFolded,
      count: inLane.length,
    });
    top += height;
  }
  return {
    metrics,
    columns,
    columnWidth,
    lanes,
    nodes,
    ghosts,
    nodeOf,
    width: leftPad * scale + columns * columnWidth,
    height: top + topPad * scale,
    edges: edgesOf(overview, nodeOf),
    stranded: overview.screens.filter((screen) => screen.there && screen.reachable === 'no'),
    undecided:
      overview.start === null
        ? []
        : overview.screens.filter((screen) => screen.there && screen.reachable === 'undecided'),
  };
}

/** Gives the screens of one column their rows: each near the screen that leads to it, none above another's. */
function placeColumn(column: ScreenCard[], rows: number, overview: Overview, rowOf: number[]): void {
  const wanted = (screen: ScreenCard): number => {
    const { parent } = screen;
    return parent !== null && overview.screens[parent]!.module === screen.module ? rowOf[parent]! : 0;
  };
  column.sort((a, b) => wanted(a) - wanted(b) || a.index - b.index);
  let next = 0;
  column.forEach((screen, at) => {
    const row = Math.max(next, Math.min(wanted(screen), rows - (column.length - at)));
    rowOf[screen.index] = row;
    next = row + 1;
  });
}

const tones = ['holds', 'doubtful', 'broken'] as const;

/** One edge for each pair of screens: of several ways between them the best one. */
function edgesOf(overview: Overview, nodeOf: readonly (ChartNode | undefined)[]): Edge[] {
  const edges = new Map<number, Edge>();
  const size = overview.screens.length;
  for (const { from, to, kind, tone } of overview.ways) {
    if (from === to || !nodeOf[from] || !nodeOf[to]) continue;
    const known = edges.get(from * size + to);
    if (!known || tones.indexOf(tone) < tones.indexOf(known.tone))
      edges.set(from * size + to, { from, to, kind, tone, first: false });
  }
  for (const { index, parent } of overview.screens) {
    if (parent === null || !nodeOf[parent] || !nodeOf[index]) continue;
    const known = edges.get(parent * size + index);
    // Without a transition between the two, the walk ends with Back.
    edges.set(
      parent * size + index,
      known ? { ...known, first: true } : { from: parent, to: index, kind: 'back', tone: 'holds', first: true },
    );
  }
  return [...edges.values()];
}
