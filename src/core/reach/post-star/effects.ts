import { type Blocks, type Control, lowestOf } from '../system';
import { holding, lengthened, longerNumbers, unknown, type Numbers } from './numbers';
import { Matrix, Tiles } from './tiles';

/** The weights of effects, and at the same index the rules. */
export class EffectTiles extends Tiles<null> {
  private rules: Numbers;
  /** By parts: no more events than that does any of it take. */
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

  /** By which rule something is come to, at the same index as its weight. */
  ruleAt(at: number): number {
    return this.rules[at]!;
  }

  /** Puts down that a set is come to after so many events, by the rule with that index; says of which of it that was not known, or only after more. */
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
 * What the heads of one symbol come to, with their frame on top or without it: after how few events and by which of the head's
 * rules, for each two control states. Where the rule pushes, what it pushed was popped meanwhile.
 */
export class Effects extends Matrix<null, EffectTiles> {
  constructor(tiles: EffectTiles) {
    super(tiles, null);
  }

  /** By which rule a control state is come to after just so many events; undefined where it is not. */
  ruleTo(from: Control, to: Control, weight: number): number | undefined {
    const at = this.indexOf(from.number, to.number);
    return at >= 0 && this.tiles.values[at] === weight ? this.tiles.ruleAt(at) : undefined;
  }
}
