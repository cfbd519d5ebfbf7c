import type { Blocks } from './blocks';

/** Stands where nothing is known: more than anything that is. */
export const never = 2 ** 31 - 1;

/** Which part of whose matrix a tile is. */
interface Tile<Of> {
  readonly of: Of;
  readonly rowBlock: number;
  readonly columnBlock: number;
}

/**
 * The numbers of many matrices, tile after tile. The innermost loops of the saturation run along rows of them and follow no
 * references; an object for each number would cost far more time than the work itself.
 */
export class Tiles<Of> {
  /** To be asked for anew after each `add`. */
  values: Int32Array = new Int32Array(1 << 12).fill(never);
  private readonly tiles: Tile<Of>[] = [];
  private readonly log2OfTile: number;

  constructor(readonly blocks: Blocks) {
    this.log2OfTile = 2 * blocks.log2;
  }

  /** Adds a tile, with nothing in it, and says where it begins. */
  add(tile: Tile<Of>): number {
    const end = this.tiles.push(tile) << this.log2OfTile;
    if (end > this.values.length) this.values = lengthened(this.values, never);
    return end - (1 << this.log2OfTile);
  }

  /** Whose number stands at an index, and in which row and column. */
  at(index: number): { readonly of: Of; readonly row: number; readonly column: number } {
    const { blocks } = this;
    const { of, rowBlock, columnBlock } = this.tiles[index >> this.log2OfTile]!;
    return { of, row: blocks.number(rowBlock, blocks.placeOf(blocks.of(index))), column: blocks.number(columnBlock, blocks.placeOf(index)) };
  }
}

/** The same numbers, and room for as many more. */
export function lengthened(values: Int32Array, filler: number): Int32Array {
  const longer = new Int32Array(2 * values.length).fill(filler, values.length);
  longer.set(values);
  return longer;
}

/** A matrix that is as large as what is put into it, and has tiles only where something was. */
export class Matrix<Of> {
  /** Up to which blocks there are tiles. */
  rowBlocks = 0;
  columnBlocks = 0;
  /** Where the tile of the first blocks begins, in most matrices the only one; and all others, by rows. */
  private first = none;
  private others: (number | undefined)[][] | null = null;

  constructor(readonly tiles: Tiles<Of>, private readonly of: Of) {}

  /** Where the part of a row begins that lies in a block of columns; negative where nothing was put there. */
  known(row: number, columnBlock: number): number {
    const { blocks } = this.tiles;
    const rowBlock = blocks.of(row);
    const begin = rowBlock === 0 && columnBlock === 0 ? this.first : this.others?.[rowBlock]?.[columnBlock] ?? none;
    return begin === none ? none : begin + (blocks.placeOf(row) << blocks.log2);
  }

  /** The same; something can be put there from now on. */
  part(row: number, columnBlock: number): number {
    const known = this.known(row, columnBlock);
    return known === none ? this.addTile(row, columnBlock) : known;
  }

  private addTile(row: number, columnBlock: number): number {
    const { tiles, tiles: { blocks } } = this;
    const rowBlock = blocks.of(row);
    const begin = tiles.add({ of: this.of, rowBlock, columnBlock });
    if (rowBlock === 0 && columnBlock === 0) this.first = begin;
    else ((this.others ??= [])[rowBlock] ??= [])[columnBlock] = begin;
    this.rowBlocks = Math.max(this.rowBlocks, rowBlock + 1);
    this.columnBlocks = Math.max(this.columnBlocks, columnBlock + 1);
    return begin + (blocks.placeOf(row) << blocks.log2);
  }

  /** Where the number of a row and a column stands. */
  index(row: number, column: number): number {
    const { blocks } = this.tiles;
    return this.part(row, blocks.of(column)) + blocks.placeOf(column);
  }

  valueAt(row: number, column: number): number {
    return this.tiles.values[this.index(row, column)]!;
  }

  /** Calls for each column of a row in which something stands, with that and its index. */
  eachInRow(row: number, use: (column: number, value: number, at: number) => void): void {
    const { blocks, values } = this.tiles;
    for (let block = 0; block < this.columnBlocks; block++) {
      const part = this.known(row, block);
      for (let place = 0; part !== none && place < blocks.size; place++) if (values[part + place] !== never) use(blocks.number(block, place), values[part + place]!, part + place);
    }
  }

  /** Calls for each row in which something stands in a column, with that and its index. */
  eachInColumn(column: number, use: (row: number, value: number, at: number) => void): void {
    const { blocks, values } = this.tiles;
    for (let block = 0; block < this.rowBlocks; block++) {
      const first = this.known(blocks.number(block, 0), blocks.of(column));
      for (let place = 0; first !== none && place < blocks.size; place++) {
        const at = first + (place << blocks.log2) + blocks.placeOf(column);
        if (values[at] !== never) use(blocks.number(block, place), values[at]!, at);
      }
    }
  }
}

/** Where no tile is. */
const none = -1;
