export {
  costOf,
  isOwnEvent,
  weightOf,
  type Caller,
  type StackEdge,
  type Head,
  type State,
  type Replaced,
  type PathEdge,
  type Use,
} from './automaton';
export { ByTaps } from './by-taps';
export { Effects } from './effects';
export { saturateInterfering, type Saturated } from './interfering';
export { Restarted, type Beginning } from './restarted';
export { Runs } from './runs';
export { runsWithin } from './runs-within';
export { Saturation } from './saturation';
