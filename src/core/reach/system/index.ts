export type { Control, StackSymbol } from './alphabet';
export { Blocks, lowestOf } from './blocks';
export { Interference } from './interference';
export { Pushdown } from './pushdown';
export { plainRule, type PushdownRule } from './pushdown-rule';
export { flagsRead, Valuations, valuationsOf, type Valuation } from './valuations';
