import { type Blocks, type Control, lowestOf } from '../system';
import { holding, lengthened, longerNumbers, unknown, type Numbers } from './numbers';
import { Matrix, Tiles } from './tiles';

/** Weights of summary edges, and at the same index their rules. */
export class EffectTiles extends Tiles<null> {
  private rules: Numbers;
  /** By part, the largest weight in it. */
  private most: Int32Array;

  constructor(blocks: Blocks) {
    super(blocks);
    this.rules = unknown(this.values.length);
    this.most = new Int32Array(this.room);
  }

  override add(tile: Parameters<Tiles<null>['add']>[0]): number {
    const first = super.add(tile);
    if (this.most.length < this.room) {
      this.rules = longerNumbers(this.rules);
      this.most = lengthened(this.most, 0);
    }
    return first;
  }

  /** The rule of a summary edge, at the index of its weight. */
  ruleAt(at: number): number {
    return this.rules[at]!;
  }

  /** Notes summary edges to a set, of one weight and rule; gives the subset that is new or has become cheaper. */
  improve(part: number, set: number, weight: number, rule: number): number {
    const begin = part << this.blocks.log2;
    const known = this.filled[part]!;
    let better = set & ~known;
    if (weight < this.most[part]!) {
      for (let left = set & known; left !== 0; left &= left - 1)
        if (weight < this.values[begin + lowestOf(left)]!) better |= left & -left;
    }
    if (better === 0) return 0;
    const values = (this.values = holding(this.values, weight));
    const rules = (this.rules = holding(this.rules, rule));
    for (let left = better; left !== 0; left &= left - 1) {
      const at = begin + lowestOf(left);
      values[at] = weight;
      rules[at] = rule;
    }
    this.filled[part] = known | better;
    if (weight > this.most[part]!) this.most[part] = weight;
    return better;
  }
}

/**
 * Summary edges of the heads of one symbol: for two control states the fewest events, and the first rule. Symbols that
 * the rule pushes are popped again meanwhile.
 */
export class Effects extends Matrix<null, EffectTiles> {
  constructor(tiles: EffectTiles) {
    super(tiles, null);
  }

  /** The rule of the summary edge between two control states; undefined if there is none of this weight. */
  ruleTo(from: Control, to: Control, weight: number): number | undefined {
    const at = this.indexOf(from.number, to.number);
    return at >= 0 && this.tiles.values[at] === weight ? this.tiles.ruleAt(at) : undefined;
  }
}
