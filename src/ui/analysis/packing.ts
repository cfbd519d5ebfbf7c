/**
 * An analysis on its way from the worker: the two lists that have a row for nearly every line of the plan travel as
 * columns of numbers, since copying thousands of small objects between threads costs more than making them again.
 */
import type { MarginNote } from '../../core/report/margin';
import type { Overview, Way } from '../../core/report/overview';

export interface PackedOverview {
  readonly rest: Omit<Overview, 'ways'>;
  readonly ways: PackedRows;
}

/** Rows of equal length: numbers as they are, words as places in a table of words. */
export interface PackedRows {
  readonly words: readonly string[];
  readonly numbers: Uint32Array<ArrayBuffer>;
}

class Packer {
  readonly words: string[] = [];
  private readonly places = new Map<string, number>();

  word(word: string): number {
    let place = this.places.get(word);
    if (place === undefined) {
      place = this.words.push(word) - 1;
      this.places.set(word, place);
    }
    return place;
  }

  /** @param write puts an item's numbers into their places, from the given one on */
  rows<T>(items: readonly T[], width: number, write: (item: T, numbers: Uint32Array, at: number) => void): PackedRows {
    const numbers = new Uint32Array(items.length * width);
    items.forEach((item, index) => write(item, numbers, index * width));
    return { words: this.words, numbers };
  }
}

function* unpackRows({ numbers }: PackedRows, width: number): Generator<Uint32Array> {
  for (let at = 0; at < numbers.length; at += width) yield numbers.subarray(at, at + width);
}

export function packOverview({ ways, ...rest }: Overview): PackedOverview {
  const packer = new Packer();
  return {
    rest,
    ways: packer.rows(ways, 4, ({ from, to, kind, tone }, numbers, at) => {
      numbers[at] = from;
      numbers[at + 1] = to;
      numbers[at + 2] = packer.word(kind);
      numbers[at + 3] = packer.word(tone);
    }),
  };
}

/** Ways are unpacked only on demand: the Plan view never needs them. */
export function unpackOverview({ rest, ways }: PackedOverview): Overview {
  let made: Way[] | null = null;
  return {
    ...rest,
    get ways() {
      made ??= Array.from(unpackRows(ways, 4), ([from, to, kind, tone]): Way => ({
        from: from!,
        to: to!,
        kind: ways.words[kind!] as Way['kind'],
        tone: ways.words[tone!] as Way['tone'],
      }));
      return made;
    },
  };
}

export function packMargin(margin: readonly MarginNote[]): PackedRows {
  const packer = new Packer();
  return packer.rows(margin, 3, ({ at, text, tone }, numbers, place) => {
    numbers[place] = at;
    numbers[place + 1] = packer.word(text);
    numbers[place + 2] = packer.word(tone);
  });
}

export const unpackMargin = (margin: PackedRows): MarginNote[] =>
  Array.from(unpackRows(margin, 3), ([at, text, tone]): MarginNote => ({
    at: at!,
    text: margin.words[text!]!,
    tone: margin.words[tone!] as MarginNote['tone'],
  }));
