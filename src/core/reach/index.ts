export { walkToward, type Limits } from './explicit';
export { SearchWithout, keyOfCycle, cyclesOf, walkTo, type Cycle } from './queries';
export {
  exactReach,
  knownStacks,
  searching,
  walkRevealing,
  type Back,
  type Bounded,
  type Exact,
  type Reach,
  type VariantReach,
  type Verdict,
} from './verdicts';
export {
  answerTo,
  deadBranches,
  deciding,
  judging,
  leaksOf,
  missedIn,
  suspecting,
  walkBetween,
  walkOutOfReach,
  walkTaking,
  type Between,
  type CutWalk,
  type DeadBranch,
  type Suspects,
} from './properties';
