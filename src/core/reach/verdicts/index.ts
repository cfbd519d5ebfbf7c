export { exactReach } from './exact';
export { searching } from './quick';
export {
  knownStacks,
  type Bounded,
  type Exact,
  type KnownStacks,
  type Reach,
  type VariantReach,
  type Verdict,
} from './reach';
export { walkRevealing } from './walk-revealing';
