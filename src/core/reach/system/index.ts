export type { Control, StackSymbol } from './alphabet';
export { Blocks, lowestOf } from './blocks';
export { Interference } from './interference';
export { Pushdown, plainRule, type PushdownRule } from './pushdown';
export { flagsIn, flagsRead, Valuations, valuationsOf, type Valuation } from './valuations';
