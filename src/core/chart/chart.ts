/** What the chart of reach is made of. Lengths are pixels at the original size. */
import type { ScreenCard, Way } from '../report/overview';

/** Sizes of the chart. */
export const metrics = {
  /** Height of a row: a name, and the arguments beneath it. */
  row: 44,
  /** What a lane is higher than its rows. */
  laneGap: 14,
  /** Width of the gutter between columns, where lines turn; a chart may have wider ones. */
  gutter: 40,
  /** Width of a character of a label, and for how much of it a column has room: shown smaller, letters shrink less. */
  character: 7.5,
  characterRoom: 10,
  /** Space between the middle of a mark and its label. */
  toLabel: 10,
  /** Space to the left of the first column, and above the first lane. */
  left: 24,
  top: 10,
} as const;

/** Where something stands: the middle of its mark, and its label to the right of it. */
export interface Spot {
  /** What it is called. */
  readonly label: string;
  readonly column: number;
  readonly x: number;
  readonly y: number;
  /** How many characters of the label there is room for, and how wide it then is. */
  readonly characters: number;
  readonly labelWidth: number;
}

export interface ChartNode extends Spot {
  readonly screen: ScreenCard;
}

/** All screens of a folded lane in one row. */
export interface FoldedNode extends Spot {
  readonly lane: Lane;
  /** How many of its screens stand in each column that has some. */
  readonly marks: readonly { readonly x: number; readonly count: number }[];
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

export interface Column {
  /** The middle of its marks. */
  readonly x: number;
  /** For how many characters of a label it has room, and from its marks to the gutter behind it. */
  readonly characters: number;
  readonly room: number;
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
  readonly stranded: number;
  /** How many screens have findings, by the gravest one of each. */
  readonly worst: Readonly<Record<NonNullable<ScreenCard['worst']>, number>>;
}

/** Ways from one spot to another, drawn as one line. */
export interface Edge {
  /** Keys of `spots`: a screen's index, or the key of a folded lane. */
  readonly from: number;
  readonly to: number;
  readonly kind: Way['kind'];
  /**
   * Status of the arguments. Of several ways between two screens the best counts, since one is enough; of ways from or
   * to a folded lane the worst, since nothing may hide.
   */
  readonly tone: Way['tone'];
  /** Whether the shortest walk to a target ends with it. */
  readonly first: boolean;
  /** How many pairs of screens it joins. */
  readonly moves: number;
}

export interface Chart {
  readonly columns: readonly Column[];
  readonly gutter: number;
  readonly width: number;
  readonly height: number;
  readonly lanes: readonly Lane[];
  readonly nodes: readonly ChartNode[];
  readonly foldedNodes: readonly FoldedNode[];
  readonly ghosts: readonly GhostNode[];
  /** By the index of a screen; undefined if the chart lacks it. */
  readonly nodeOf: readonly (ChartNode | undefined)[];
  /** All spots that lines join: screens by their index, and folded lanes. */
  readonly spots: ReadonlyMap<number, Spot>;
  readonly edges: readonly Edge[];
  readonly stranded: readonly ScreenCard[];
  /** Undecided screens: no walk reaches them, and no proof rules them out. */
  readonly undecided: readonly ScreenCard[];
}

/** Key of a folded lane among the spots of a chart of so many screens. */
export const keyOfLane = (module: number | null, screens: number): number =>
  screens + (module === null ? 0 : module + 1);
