import { type Blocks, lowestOf } from '../system';
import { lengthened, longerNumbers, unknown, type Numbers } from './numbers';

/** Which part of whose matrix a tile is. */
interface Tile<Of> {
  readonly of: Of;
  readonly rowBlock: number;
  readonly columnBlock: number;
}

/**
 * The numbers of many matrices, tile after tile. What lies in one row of a tile is a part: the unit of all work, with a set of
 * columns that is kept as the bits of a number, so that what is known already is left out of many at once. The innermost loops
 * of the saturation run along parts and follow no references; an object for each number would cost far more time than the work
 * itself.
 */
export class Tiles<Of> {
  /** By parts, and in them by columns; to be asked for anew after each `add`, and after each number put down. */
  values: Numbers = unknown(1 << 12);
  /** By parts: the columns in which something stands. */
  filled: Uint16Array;
  private readonly tiles: Tile<Of>[] = [];

  constructor(readonly blocks: Blocks) {
    this.filled = new Uint16Array(this.values.length >> blocks.log2);
  }

  /** How many tiles there are. */
  get count(): number {
    return this.tiles.length;
  }

  /** How many parts there is room for. */
  protected get room(): number {
    return this.filled.length;
  }

  /** Adds a tile, with nothing in it, and says which its first part is. */
  add(tile: Tile<Of>): number {
    const { log2 } = this.blocks;
    const end = this.tiles.push(tile) << log2;
    if (end > this.room) {
      this.values = longerNumbers(this.values);
      this.filled = lengthened(this.filled, 0);
    }
    return end - (1 << log2);
  }

  /** Of which row and which columns a part is. */
  at(part: number): { readonly of: Of; readonly row: number; readonly columnBlock: number } {
    const { blocks } = this;
    const { of, rowBlock, columnBlock } = this.tiles[blocks.of(part)]!;
    return { of, row: blocks.number(rowBlock, blocks.offsetOf(part)), columnBlock };
  }
}

/** A matrix that is as large as what is put into it, and has tiles only where something was. */
export class Matrix<Of, In extends Tiles<Of>> {
  /** By blocks of rows, the blocks of columns that have a tile there, and the other way round; null where there is the first tile at most. */
  private columns: number[][] | null = null;
  private rows: number[][] | null = null;
  /** The first part of the tile of the first blocks, in most matrices the only one; and of all others, by rows. */
  private first = none;
  private others: (number | undefined)[][] | null = null;

  constructor(
    readonly tiles: In,
    private readonly of: Of,
  ) {}

  /** The first part of a tile; negative where nothing was put there. */
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

  /** The blocks of columns in which a block of rows has a tile, in order. */
  columnsOf(rowBlock: number): readonly number[] {
    return this.columns
      ? (this.columns[rowBlock] ?? empty)
      : rowBlock === 0 && this.first !== none
        ? firstAlone
        : empty;
  }

  /** The blocks of rows in which a block of columns has a tile, in order. */
  rowsOf(columnBlock: number): readonly number[] {
    return this.rows
      ? (this.rows[columnBlock] ?? empty)
      : columnBlock === 0 && this.first !== none
        ? firstAlone
        : empty;
  }

  /** Where the number of a row and a column stands; negative where none does. */
  indexOf(row: number, column: number): number {
    const { blocks, filled } = this.tiles;
    const part = this.known(row, blocks.of(column));
    const offset = blocks.offsetOf(column);
    return part !== none && (filled[part]! & (1 << offset)) !== 0 ? (part << blocks.log2) + offset : none;
  }

  /** Calls for each column of a row in which something stands, with that and its index. */
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

  /** Calls for each row in which something stands in a column, with that and its index. */
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

/** Where no tile is. */
const none = -1;

const empty: readonly number[] = [];
const firstAlone: readonly number[] = [0];

/** Inserts a number into a list in ascending order. */
function insert(list: number[], number: number): void {
  let at = list.length;
  while (at > 0 && list[at - 1]! > number) at--;
  list.splice(at, 0, number);
}
