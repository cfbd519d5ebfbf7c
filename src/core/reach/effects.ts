import type { Control } from './alphabet';
import { lengthened, Matrix, Tiles } from './tiles';

/** The weights of effects, and at the same index the rules. */
export class EffectTiles extends Tiles<null> {
  rules: Int32Array = new Int32Array(this.values.length);

  override add(tile: Parameters<Tiles<null>['add']>[0]): number {
    const begin = super.add(tile);
    if (this.rules.length < this.values.length) this.rules = lengthened(this.rules, 0);
    return begin;
  }

  /** Puts down at an index that something is come to after so many events, by the rule with that index; false where that was known, or sooner. */
  improve(at: number, weight: number, rule: number): boolean {
    if (this.values[at]! <= weight) return false;
    this.values[at] = weight;
    this.rules[at] = rule;
    return true;
  }
}

/**
 * What the heads of one symbol come to, with their frame on top or without it: after how few events and by which of the head's
 * rules, for each two control states. Where the rule pushes, what it pushed was popped meanwhile.
 */
export class Effects extends Matrix<null> {
  constructor(override readonly tiles: EffectTiles) {
    super(tiles, null);
  }

  /** By which rule a control state is come to after just so many events; undefined where it is not. */
  ruleTo(from: Control, to: Control, weight: number): number | undefined {
    const at = this.index(from.number, to.number);
    return this.tiles.values[at] === weight ? this.tiles.rules[at] : undefined;
  }
}
