export { Exploration } from './exploration';
export { Explored } from './explored';
export {
  followed,
  fromNothing,
  isFromWithin,
  screenOf,
  walkFound,
  walkOf,
  type ExploredNode,
  type FoundWalk,
} from './node';
export { observe, type Observed } from './observe';
export { mayReach } from './over-approximation';
export { RelaxedDistances } from './relaxed-distances';
export { walkingToward, walkToward, type Limits } from './walk-toward';
