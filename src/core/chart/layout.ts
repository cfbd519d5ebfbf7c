/**
 * Positions in the chart of reach, which mean something: a screen's column is its distance from a cold start in taps,
 * its lane is its module. Lines run in the gutters between columns and the gaps between rows, so that none crosses a
 * label.
 */
import type { Overview, ScreenCard } from '../report/overview';
import {
  keyOfLane,
  metrics,
  type Chart,
  type ChartNode,
  type Column,
  type FoldedNode,
  type Ghost,
  type GhostNode,
  type Lane,
  type Spot,
} from './chart';
import { edgesOf } from './edges';
import { declaredLanes, rankScreens, type LaneOrder } from './order';

const narrowest = 8;
/** What a folded lane holds, in characters of labels: `25 screens`, and how many have findings. */
const inFolded = 16;
const widest = 26;
/** Height of a chart of folded lanes as a part of its width, like that of a window. */
const shape = 0.55;
/** How much higher a folded lane may be for that than one with a row of screens. */
const mostStretched = 1.8;

export interface LayoutOptions {
  /** The modules whose screens are put together in one row. */
  readonly folded?: ReadonlySet<number | null>;
  /** From top to bottom; by default as the plan declares them. */
  readonly lanes?: LaneOrder;
  /** The least and the most characters of a label for which a column has room. */
  readonly least?: number;
  readonly most?: number;
  /** Width of a gutter. */
  readonly gutter?: number;
  /** Ghosts, which get rows that no screen of their column has. */
  readonly gone?: readonly Ghost[];
}

const nothing: ReadonlySet<number | null> = new Set();

/** Lays the chart out. O(n log n) in screens and ways. */
export function layOut(overview: Overview, options: LayoutOptions = {}): Chart {
  const { folded = nothing, lanes: order = declaredLanes(overview), least = narrowest, most = widest } = options;
  const { gutter = metrics.gutter, gone = [] } = options;
  const { screens } = overview;
  const reached = screens.filter((screen) => screen.taps !== null);
  const count = [...reached, ...gone].reduce((so, { taps }) => Math.max(so, taps! + 1), 1);
  const ranked = rankScreens(overview, order, count);
  const columnsWith = (together: ReadonlySet<number | null>): Column[] =>
    columnsOf(
      longestIn(overview, ranked, together, gone).map((length) => Math.min(most, Math.max(least, length))),
      gutter,
    );
  const columns = columnsWith(folded);

  const lanes: Lane[] = [];
  const nodes: ChartNode[] = [];
  const foldedNodes: FoldedNode[] = [];
  const ghosts: GhostNode[] = [];
  const nodeOf: (ChartNode | undefined)[] = screens.map(() => undefined);
  const spots = new Map<number, Spot>();
  const rowOf: number[] = screens.map(() => 0);
  const membersOf = byModule(overview);
  const columnsIn = columnsByModule(overview, ranked);
  const spotAt = (column: number, y: number, label: string): Spot => {
    const shown = Math.min(columns[column]!.characters, label.length);
    return { label, column, x: columns[column]!.x, y, characters: shown, labelWidth: shown * metrics.character };
  };
  const ghostsOf = (module: number | null): readonly Ghost[] => gone.filter((ghost) => ghost.module === module);
  const shown = order.filter((module) => membersOf.has(module) || ghostsOf(module).length > 0);
  const foldedHeight = heightOfFolded(widthOf(columnsWith(new Set(order)), gutter), shown.length);
  let top: number = metrics.top;

  for (const module of shown) {
    const members = membersOf.get(module) ?? [];
    const ghostsHere = ghostsOf(module);
    const inColumns = columnsIn.get(module) ?? ranked.map(() => []);
    const ghostsIn = (column: number): readonly Ghost[] => ghostsHere.filter(({ taps }) => taps === column);
    const isFolded = folded.has(module);
    const rows = isFolded ? 1 : Math.max(1, ...inColumns.map((column, at) => column.length + ghostsIn(at).length));
    const laneTop = top;
    const height = isFolded ? foldedHeight : heightOf(rows);
    const yOf = (row: number): number => laneTop + metrics.laneGap / 2 + (row + 0.5) * metrics.row;
    const lane = laneOf(overview, module, members, { top: laneTop, height, isFolded });
    lanes.push(lane);
    top += lane.height;
    const first = inColumns.findIndex((column) => column.length > 0);
    if (isFolded) {
      if (first < 0) continue;
      const marks = inColumns.flatMap(({ length }, at) => (length > 0 ? [{ x: columns[at]!.x, count: length }] : []));
      const node = { ...spotAt(first, laneTop + height / 2, lane.name || 'no module'), lane, marks };
      foldedNodes.push(node);
      spots.set(keyOfLane(module, screens.length), node);
      continue;
    }
    inColumns.forEach((column, at) => {
      placeColumn(column, rows, screens, rowOf);
      for (const screen of column) {
        const node = { ...spotAt(at, yOf(rowOf[screen.index]!), screen.label), screen };
        nodes.push(node);
        nodeOf[screen.index] = node;
        spots.set(screen.index, node);
      }
      const taken = new Set(column.map(({ index }) => rowOf[index]!));
      const free = Array.from({ length: rows }, (_none, row) => row).filter((row) => !taken.has(row));
      ghostsIn(at).forEach((ghost, place) => {
        const { x, y, characters: shown } = spotAt(at, yOf(free[place]!), ghost.label);
        ghosts.push({ ghost, x, y, characters: shown });
      });
    });
  }
  const isDrawn = (index: number): boolean => screens[index]!.taps !== null && screens[index]!.there;
  return {
    columns,
    gutter,
    lanes,
    nodes,
    foldedNodes,
    ghosts,
    nodeOf,
    spots,
    width: widthOf(columns, gutter),
    height: top + metrics.top,
    edges: edgesOf(overview, folded, isDrawn),
    stranded: screens.filter((screen) => screen.there && screen.reachable === 'no'),
    undecided:
      overview.start === null ? [] : screens.filter((screen) => screen.there && screen.reachable === 'undecided'),
  };
}

const heightOf = (rows: number): number => rows * metrics.row + metrics.laneGap;

const widthOf = (columns: readonly Column[], gutter: number): number =>
  columns.at(-1)!.x + columns.at(-1)!.room + gutter;

/**
 * Height of a folded lane: where few lanes lie across many columns, more than its one row needs, so that all of them
 * fill a window. The same whichever lanes are folded.
 */
const heightOfFolded = (width: number, lanes: number): number =>
  Math.max(heightOf(1), Math.min(mostStretched * heightOf(1), (shape * width) / Math.max(1, lanes)));

/** The characters of the longest label in each column. */
function longestIn(
  { screens }: Overview,
  ranked: readonly (readonly number[])[],
  folded: ReadonlySet<number | null>,
  gone: readonly Ghost[],
): number[] {
  const longest = ranked.map(() => 0);
  const begun = new Set<number | null>();
  ranked.forEach((column, at) => {
    for (const index of column) {
      const { module, label } = screens[index]!;
      if (!folded.has(module)) longest[at] = Math.max(longest[at]!, label.length);
      else if (!begun.has(module)) longest[at] = Math.max(longest[at]!, inFolded);
      begun.add(module);
    }
  });
  for (const { label, taps } of gone) longest[taps] = Math.max(longest[taps]!, label.length);
  return longest;
}

function columnsOf(longest: readonly number[], gutter: number): Column[] {
  let x: number = metrics.left;
  return longest.map((characters) => {
    const column = { x, characters, room: characters * metrics.characterRoom + 14 };
    x += column.room + gutter;
    return column;
  });
}

/** The screens that the variant has, by their module. */
function byModule({ screens }: Overview): ReadonlyMap<number | null, readonly ScreenCard[]> {
  const members = new Map<number | null, ScreenCard[]>();
  for (const screen of screens) {
    if (!screen.there) continue;
    const known = members.get(screen.module);
    if (known) known.push(screen);
    else members.set(screen.module, [screen]);
  }
  return members;
}

/** The screens of each column, by their rank, taken apart by module. Linear in all columns of all modules. */
function columnsByModule(
  { screens }: Overview,
  ranked: readonly (readonly number[])[],
): ReadonlyMap<number | null, readonly (readonly ScreenCard[])[]> {
  const columns = new Map<number | null, ScreenCard[][]>();
  ranked.forEach((column, at) => {
    for (const index of column) {
      const screen = screens[index]!;
      const known = columns.get(screen.module) ?? ranked.map(() => []);
      known[at]!.push(screen);
      columns.set(screen.module, known);
    }
  });
  return columns;
}

interface Place {
  readonly top: number;
  readonly height: number;
  readonly isFolded: boolean;
}

function laneOf(overview: Overview, module: number | null, members: readonly ScreenCard[], place: Place): Lane {
  const worst = { error: 0, warning: 0, note: 0 };
  for (const screen of members) if (screen.worst !== null) worst[screen.worst]++;
  return {
    module,
    name: module === null ? '' : overview.modules[module]!.name,
    owner: module === null ? null : overview.modules[module]!.owner,
    top: place.top,
    height: place.height,
    folded: place.isFolded,
    count: members.length,
    stranded: members.filter(({ reachable }) => reachable === 'no').length,
    worst,
  };
}

/** Gives the screens of one column their rows, in the order of their rank: each near the screen that leads to it. */
function placeColumn(
  column: readonly ScreenCard[],
  rows: number,
  screens: readonly ScreenCard[],
  rowOf: number[],
): void {
  let next = 0;
  column.forEach((screen, at) => {
    const { parent } = screen;
    const wanted = parent !== null && screens[parent]!.module === screen.module ? rowOf[parent]! : 0;
    const row = Math.max(next, Math.min(wanted, rows - (column.length - at)));
    rowOf[screen.index] = row;
    next = row + 1;
  });
}
