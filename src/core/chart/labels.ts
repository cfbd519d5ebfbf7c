/** Which labels of the chart are shown at a zoom: letters keep their size, so that fewer fit the smaller it is. */
import type { Overview } from '../report/overview';
import { keyOfLane, metrics, type Chart, type Spot } from './chart';

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

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Boxes by the bands that they lie in, so that only near ones are compared. */
class Boxes {
  private readonly bands = new Map<number, Box[]>();
  constructor(private readonly band: number) {}

  add(box: Box): void {
    const last = Math.floor(box.bottom / this.band);
    for (let band = Math.floor(box.top / this.band); band <= last; band++) {
      const there = this.bands.get(band);
      if (there) there.push(box);
      else this.bands.set(band, [box]);
    }
  }

  has({ left, right, top, bottom }: Box): boolean {
    const last = Math.floor(bottom / this.band);
    for (let band = Math.floor(top / this.band); band <= last; band++)
      for (const other of this.bands.get(band) ?? [])
        if (other.left < right && left < other.right && other.top < bottom && top < other.bottom) return true;
    return false;
  }
}

/** Space beside a label, in pixels: it has a ground of its own. */
const beside = 4;
/** Half of what a mark takes, in pixels. */
const mark = 3;

/**
 * Chooses labels, the most important first, so that none covers another one or a mark. From the zoom on at which each
 * has its row and column to itself, all are shown.
 *
 * @param zoom how large the chart is, from top to bottom and across
 * @param ranked keys of the spots, the most important first
 * @param always keys of spots whose labels are shown whatever they cover
 * @returns the labels in no particular order. O(n) besides dense places
 */
export function placeLabels(
  chart: Chart,
  { zoom, across }: Zoom,
  ranked: readonly number[],
  always: ReadonlySet<number>,
): readonly PlacedLabel[] {
  const size = letterSize(zoom);
  const letter = size * advance;
  const gap = toLabelAt(zoom);
  const roomOf = chart.columns.map(({ room }) => Math.floor((room * across - gap) / letter));
  const isRoomy = metrics.row * zoom >= size + 2 && Math.min(...roomOf) >= enough;
  const place = (key: number, isCut: boolean): PlacedLabel => {
    const spot = chart.spots.get(key)!;
    const characters = Math.min(spot.label.length, isCut ? Math.max(fewest, roomOf[spot.column]!) : Infinity);
    const dot = chart.nodeOf[key]?.screen.worst ? dotWidth : 0;
    return { key, spot, characters, width: characters * letter + dot };
  };
  if (isRoomy) return ranked.map((key) => place(key, true));

  const taken = new Boxes(2 * size);
  const boxOf = ({ spot, width }: PlacedLabel): Box => {
    const left = spot.x * across + gap;
    return {
      left: left - beside,
      right: left + width + beside,
      top: spot.y * zoom - size / 2,
      bottom: spot.y * zoom + size / 2,
    };
  };
  for (const { x, y } of chart.spots.values())
    taken.add({ left: x * across - mark, right: x * across + mark, top: y * zoom - mark, bottom: y * zoom + mark });
  const placed: PlacedLabel[] = [];
  const inOrder = [...ranked.filter((key) => always.has(key)), ...ranked.filter((key) => !always.has(key))];
  for (const key of inOrder) {
    // Whole if it hides nothing, even beyond its column.
    const choices = [false, true].map((isCut) => place(key, isCut));
    const fits = (box: Box): boolean => box.right <= chart.width * across && !taken.has(box);
    const label = choices.find((choice) => fits(boxOf(choice))) ?? (always.has(key) ? choices[1] : undefined);
    if (!label) continue;
    placed.push(label);
    taken.add(boxOf(label));
  }
  return placed;
}
