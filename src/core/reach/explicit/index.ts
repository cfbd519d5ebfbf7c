export { Exploration, isFromWithin, type ExploredNode } from './exploration';
export { Explored } from './explored';
export { observe, type Observed } from './observe';
export { mayReach } from './over-approximation';
