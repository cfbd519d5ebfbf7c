export type { Back } from './back';
export { exactReach } from './exact';
export { searching } from './quick';
export { knownStacks, type Bounded, type Exact, type KnownStacks, type Reach, type VariantReach } from './reach';
export type { Verdict } from './verdict';
export { walkRevealing } from './walk-revealing';
