export { deciding } from './claims';
export { deadBranches, type DeadBranch } from './dead-branches';
export { leaksOf } from './leaks';
export { missingTargets } from './missing-targets';
export { walkOutOfReach } from './out-of-reach';
export { suspecting, type Suspects } from './suspects';
