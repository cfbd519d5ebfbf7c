export { judging, walkBetween, type Between, type CutWalk } from './between';
export { deciding } from './claims';
export { deadBranches, type DeadBranch } from './dead-branches';
export { leaksOf } from './leaks';
export { missedIn } from './missed';
export { walkOutOfReach } from './out-of-reach';
export { answerTo, suspecting, type Suspects } from './suspects';
export { walkTaking } from './taken';
