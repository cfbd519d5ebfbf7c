import { type Blocks, lowestOf } from '../system';
import { lengthened, longerNumbers, unknown, type Numbers } from './numbers';

/** The matrix that a tile belongs to, and its place there. */
interface Tile<Of> {
  readonly of: Of;
  readonly rowBlock: number;
  readonly columnBlock: number;
}

/**
 * Numbers of many matrices, tile after tile. One row of a tile is a part, the unit of all work; its columns are the
 * bits of a number, so that known cells are left out many at once. The innermost loops of the saturation run along
 * parts and follow no references. An object for each number would cost more time than the work itself.
 */
export class Tiles<Of> {
  /** Numbers by part and column. Read this field anew after each `add` and each write. */
  values: Numbers = unknown(1 << 12);
  /** By part, the columns that have a number, as bits. */
  filled: Uint16Array;
  private readonly tiles: Tile<Of>[] = [];

  constructor(readonly blocks: Blocks) {
    this.filled = new Uint16Array(this.values.length >> blocks.log2);
  }

  /** Number of tiles. */
  get count(): number {
    return this.tiles.length;
  }

  /** How many parts fit in. */
  protected get room(): number {
    return this.filled.length;
  }

  /** Adds an empty tile; gives its first part. */
  add(tile: Tile<Of>): number {
    const { log2 } = this.blocks;
    const end = this.tiles.push(tile) << log2;
    if (end > this.room) {
      this.values = longerNumbers(this.values);
      this.filled = lengthened(this.filled, 0);
    }
    return end - (1 << log2);
  }

  /** The row and the columns of a part. */
  at(part: number): { readonly of: Of; readonly row: number; readonly columnBlock: number } {
    const { blocks } = this;
    const { of, rowBlock, columnBlock } = this.tiles[blocks.of(part)]!;
    return { of, row: blocks.number(rowBlock, blocks.offsetOf(part)), columnBlock };
  }
}

/** A sparse matrix without fixed size: it stores tiles only for numbers that it has. */
export class Matrix<Of, In extends Tiles<Of>> {
  /**
   * By block of rows, the blocks of columns with a tile, and the reverse; null while there is no tile but the first.
   */
  private columns: number[][] | null = null;
  private rows: number[][] | null = null;
  /** First part of the tile of the first blocks, usually the only tile; then those of the others, by rows. */
  private first = none;
  private others: (number | undefined)[][] | null = null;

  constructor(
    readonly tiles: In,
    private readonly of: Of,
  ) {}

  /** First part of a tile; negative if there is none. */
  tile(rowBlock: number, columnBlock: number): number {
    return rowBlock === 0 && columnBlock === 0 ? this.first : (this.others?.[rowBlock]?.[columnBlock] ?? none);
  }

  /** The part of a row in a block of columns; negative if it is not there. */
  known(row: number, columnBlock: number): number {
    const { blocks } = this.tiles;
    const tile = this.tile(blocks.of(row), columnBlock);
    return tile === none ? none : tile + blocks.offsetOf(row);
  }

  /** The part of a row in a block of columns; made if it is not there. */
  part(row: number, columnBlock: number): number {
    const known = this.known(row, columnBlock);
    return known === none
      ? this.addTile(this.tiles.blocks.of(row), columnBlock) + this.tiles.blocks.offsetOf(row)
      : known;
  }

  private addTile(rowBlock: number, columnBlock: number): number {
    const first = this.tiles.add({ of: this.of, rowBlock, columnBlock });
    if (rowBlock === 0 && columnBlock === 0) {
      this.first = first;
      if (!this.columns) return first;
    } else ((this.others ??= [])[rowBlock] ??= [])[columnBlock] = first;
    if (!this.columns || !this.rows) {
      this.columns = [];
      this.rows = [];
      if (this.first !== none) this.noteTile(0, 0);
    }
    this.noteTile(rowBlock, columnBlock);
    return first;
  }

  private noteTile(rowBlock: number, columnBlock: number): void {
    insert((this.columns![rowBlock] ??= []), columnBlock);
    insert((this.rows![columnBlock] ??= []), rowBlock);
  }

  /** Blocks of columns in which a block of rows has a tile, in order. */
  columnsOf(rowBlock: number): readonly number[] {
    return this.columns
      ? (this.columns[rowBlock] ?? empty)
      : rowBlock === 0 && this.first !== none
        ? firstAlone
        : empty;
  }

  /** Blocks of rows in which a block of columns has a tile, in order. */
  rowsOf(columnBlock: number): readonly number[] {
    return this.rows
      ? (this.rows[columnBlock] ?? empty)
      : columnBlock === 0 && this.first !== none
        ? firstAlone
        : empty;
  }

  /** Index of the number at a row and a column; negative if there is none. */
  indexOf(row: number, column: number): number {
    const { blocks, filled } = this.tiles;
    const part = this.known(row, blocks.of(column));
    const offset = blocks.offsetOf(column);
    return part !== none && (filled[part]! & (1 << offset)) !== 0 ? (part << blocks.log2) + offset : none;
  }

  /** Calls `use` with each column of a row that has a number, with the number and its index. */
  eachInRow(row: number, use: (column: number, value: number, at: number) => void): void {
    const { blocks, values, filled } = this.tiles;
    for (const block of this.columnsOf(blocks.of(row))) {
      const part = this.known(row, block);
      for (let left = filled[part]!; left !== 0; left &= left - 1) {
        const at = (part << blocks.log2) + lowestOf(left);
        use(blocks.number(block, lowestOf(left)), values[at]!, at);
      }
    }
  }

  /** Calls `use` with each row that has a number in a column, with the number and its index. */
  eachInColumn(column: number, use: (row: number, value: number, at: number) => void): void {
    const { blocks, values, filled } = this.tiles;
    const bit = 1 << blocks.offsetOf(column);
    for (const block of this.rowsOf(blocks.of(column))) {
      const first = this.tile(block, blocks.of(column));
      for (let offset = 0; offset < blocks.size; offset++) {
        if ((filled[first + offset]! & bit) === 0) continue;
        const at = ((first + offset) << blocks.log2) + blocks.offsetOf(column);
        use(blocks.number(block, offset), values[at]!, at);
      }
    }
  }
}

/** Stands for a missing tile. */
const none = -1;

const empty: readonly number[] = [];
const firstAlone: readonly number[] = [0];

/** Inserts a number into a list in ascending order. */
function insert(list: number[], number: number): void {
  let at = list.length;
  while (at > 0 && list[at - 1]! > number) at--;
  list.splice(at, 0, number);
}
