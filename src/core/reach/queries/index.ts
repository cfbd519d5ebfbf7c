export { SearchBeneath, SearchWithout } from './beneath';
export { Epoch, TabAlone, type Visit } from './epochs';
export { ExactStacks } from './exact-stacks';
export { Predecessors } from './predecessors';
export { keyOfCycle, cyclesOf, type Cycle } from './cycles';
export { Stacks } from './stacks';
export { UpperBound } from './upper-bound';
export { walkByWhole } from './whole-event';
export { eventBefore, tapsOf, usesTo, walkBy, walkPopping, walkTo, type Used } from './witness';
