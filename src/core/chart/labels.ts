/** Which labels of the chart are shown at a zoom: letters keep their size, so that fewer fit the smaller it is. */
import type { Overview } from '../report/overview';
import { keyOfLane, metrics, type Chart, type Spot } from './chart';
import type { Uprights } from './uprights';

/** The smallest letters, in pixels. */
const smallest = 11;
/** The letters at the original size, in pixels. */
const usual = 12.5;
/** Width of a letter of the font, as a part of its size. */
const advance = metrics.character / usual;
/** A label cut to fewer letters says nothing; where columns have room for enough, each label keeps to its column. */
const fewest = 4;
const enough = 7;
/** What the dot of a screen with findings takes behind its name, in pixels. */
const dotWidth = 9;

/** Size of the letters of labels, in pixels. */
export const letterSize = (zoom: number): number => Math.max(smallest, usual * zoom);

/** Whether the arguments have a line beneath a name. */
export const showsArguments = (zoom: number): boolean => metrics.row * zoom >= 34;

/** Space between the middle of a mark and its label, in pixels of the screen. */
export const toLabelAt = (zoom: number): number => metrics.toLabel * Math.min(1.5, Math.max(0.8, zoom));

/** How large a chart is shown: 1 is the original size. A high chart may be shown wider than high. */
export interface Zoom {
  readonly zoom: number;
  readonly across: number;
}

/** A text cut to so many letters. */
export const shortened = (text: string, characters: number): string =>
  text.length > characters ? `${text.slice(0, characters - 1)}…` : text;

export interface PlacedLabel {
  /** Key among the spots of the chart. */
  readonly key: number;
  readonly spot: Spot;
  /** How many letters are shown; fewer than the label has where there is no room. */
  readonly characters: number;
  /** In pixels of the screen. */
  readonly width: number;
}

const gravity = { error: 40, warning: 12, note: 4 };

/**
 * The spots by what people look for first: the start, folded lanes, then screens by the ways that lead to them and by
 * their findings. O(n log n).
 */
export function byImportance(overview: Overview, chart: Chart): readonly number[] {
  const { screens, ways } = overview;
  const weight = screens.map(({ taps, worst }) => (taps === 0 ? 1e6 : 0) + (worst === null ? 0 : gravity[worst]));
  for (const { from, to } of ways) if (from !== to) weight[to]!++;
  const lanes = chart.foldedNodes.map(({ lane }) => keyOfLane(lane.module, screens.length));
  const shown = chart.nodes.map(({ screen }) => screen.index);
  return [...lanes, ...shown.sort((a, b) => weight[b]! - weight[a]! || a - b)];
}

/** A part of the chart as it is shown, in pixels of the screen from its corner. */
export interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** How far a name reaches, with the dot of a screen with findings, in pixels. */
const widthOf = (chart: Chart, key: number, characters: number, { zoom }: Zoom): number =>
  characters * letterSize(zoom) * advance + (chart.nodeOf[key]?.screen.worst ? dotWidth : 0);

/** The label of a spot in full, whatever it covers: for what somebody points at. */
export function wholeLabel(chart: Chart, zoom: Zoom, key: number): PlacedLabel | null {
  const spot = chart.spots.get(key);
  if (!spot) return null;
  const characters = spot.label.length;
  return { key, spot, characters, width: widthOf(chart, key, characters, zoom) };
}

/** Boxes on a grid, so that only near ones are compared. Lists of numbers: there are thousands at each frame. */
class Boxes {
  private readonly columns: number;
  private readonly rows: number;
  /** By cell, the entry that was added last; entries are linked lists. */
  private readonly first: Int32Array;
  private readonly next: number[] = [];
  /** The box of each entry, as an offset in `sides`. */
  private readonly boxOf: number[] = [];
  private readonly sides: number[] = [];

  constructor(
    width: number,
    height: number,
    private readonly cellWidth: number,
    private readonly cellHeight: number,
  ) {
    this.columns = Math.ceil(width / cellWidth) + 1;
    this.rows = Math.ceil(height / cellHeight) + 1;
    this.first = new Int32Array(this.columns * this.rows).fill(-1);
  }

  private column(x: number): number {
    return Math.min(this.columns - 1, Math.max(0, Math.floor(x / this.cellWidth)));
  }

  private row(y: number): number {
    return Math.min(this.rows - 1, Math.max(0, Math.floor(y / this.cellHeight)));
  }

  add({ left, right, top, bottom }: Box): void {
    const box = this.sides.length;
    this.sides.push(left, right, top, bottom);
    const [fromColumn, toColumn, toRow] = [this.column(left), this.column(right), this.row(bottom)];
    for (let row = this.row(top); row <= toRow; row++) {
      for (let column = fromColumn; column <= toColumn; column++) {
        const cell = row * this.columns + column;
        this.next.push(this.first[cell]!);
        this.first[cell] = this.boxOf.push(box) - 1;
      }
    }
  }

  has({ left, right, top, bottom }: Box): boolean {
    const { sides } = this;
    const [fromColumn, toColumn, toRow] = [this.column(left), this.column(right), this.row(bottom)];
    for (let row = this.row(top); row <= toRow; row++) {
      for (let column = fromColumn; column <= toColumn; column++) {
        for (let entry = this.first[row * this.columns + column]!; entry >= 0; entry = this.next[entry]!) {
          const box = this.boxOf[entry]!;
          const isApart =
            sides[box]! >= right || left >= sides[box + 1]! || sides[box + 2]! >= bottom || top >= sides[box + 3]!;
          if (!isApart) return true;
        }
      }
    }
    return false;
  }
}

/** Space beside a label, in pixels: it has a ground of its own. */
const beside = 4;
/** Space between a label and a line, in pixels. */
const besideLine = 2;
/** Half of what a mark takes, in pixels. */
const mark = 3;

/**
 * Chooses labels, the most important first, so that none covers another one or a mark. From the zoom on at which each
 * has its row and column to itself, all are shown. Below it, a label may reach beyond its column, up to the next line.
 *
 * @param shown how large the chart is, from top to bottom and across
 * @param ranked keys of the spots, the most important first
 * @param always keys of spots whose labels are shown whatever they cover
 * @param uprights where lines go up and down
 * @param sight only spots in it get labels; null for all
 * @returns the labels in no particular order. O(n) besides dense places
 */
export function placeLabels(
  chart: Chart,
  shown: Zoom,
  ranked: readonly number[],
  always: ReadonlySet<number>,
  uprights: Uprights,
  sight: Box | null = null,
): readonly PlacedLabel[] {
  const { zoom, across } = shown;
  const size = letterSize(zoom);
  const letter = size * advance;
  const gap = toLabelAt(zoom);
  const roomOf = chart.columns.map(({ room }) => Math.floor((room * across - gap) / letter));
  const isRoomy = metrics.row * zoom >= size + 2 && Math.min(...roomOf) >= enough;
  const lettersOf = ({ label, column }: Spot, isCut: boolean): number =>
    Math.min(label.length, isCut ? Math.max(fewest, roomOf[column]!) : Infinity);
  const isInSight = ({ x, y }: Spot): boolean =>
    sight === null ||
    (x * across >= sight.left && x * across <= sight.right && y * zoom >= sight.top && y * zoom <= sight.bottom);
  const seen = sight === null ? ranked : ranked.filter((key) => isInSight(chart.spots.get(key)!));
  if (isRoomy)
    return seen.map((key): PlacedLabel => {
      const spot = chart.spots.get(key)!;
      const characters = lettersOf(spot, true);
      return { key, spot, characters, width: widthOf(chart, key, characters, shown) };
    });

  const taken = new Boxes(chart.width * across, chart.height * zoom, 6 * size, 2 * size);
  for (const spot of chart.spots.values()) {
    if (!isInSight(spot)) continue;
    const [x, y] = [spot.x * across, spot.y * zoom];
    taken.add({ left: x - mark, right: x + mark, top: y - mark, bottom: y + mark });
  }
  const boxOf = ({ x, y }: Spot, width: number): Box => {
    const left = x * across + gap;
    return {
      left: left - beside,
      right: left + width + beside,
      top: y * zoom - size / 2,
      bottom: y * zoom + size / 2,
    };
  };
  const placed: PlacedLabel[] = [];
  const tryPlace = (key: number): void => {
    const spot = chart.spots.get(key)!;
    const fits = (characters: number): boolean => {
      const box = boxOf(spot, widthOf(chart, key, characters, shown));
      return box.right <= chart.width * across && !taken.has(box);
    };
    const least = lettersOf(spot, true);
    if (!fits(least) && !always.has(key)) return;
    // Beyond its column, too, as far as it hides nothing.
    const [left, half] = [spot.x + gap / across, size / 2 / zoom];
    const right = left + (widthOf(chart, key, spot.label.length, shown) + besideLine) / across;
    const end = uprights.nearest(key, { left, right, top: spot.y - half, bottom: spot.y + half });
    const room = (end - left) * across - besideLine;
    const isFree = (characters: number): boolean =>
      widthOf(chart, key, characters, shown) <= room + 1e-6 && fits(characters);
    const characters = largest(least, lettersOf(spot, false), isFree);
    const width = widthOf(chart, key, characters, shown);
    placed.push({ key, spot, characters, width });
    taken.add(boxOf(spot, width));
  };
  for (const key of seen) if (always.has(key)) tryPlace(key);
  for (const key of seen) if (!always.has(key)) tryPlace(key);
  return placed;
}

/** The largest number from `least` to `most` that fits, where all below one that fits do; `least` if none does. */
function largest(least: number, most: number, fits: (one: number) => boolean): number {
  if (fits(most)) return most;
  let [low, high] = [least, most - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (fits(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}
