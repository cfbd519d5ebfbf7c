export {
  costOf,
  weightOf,
  type Caller,
  type Edge,
  type Head,
  type Place,
  type Replaced,
  type Transition,
  type Use,
} from './automaton';
export { Effects } from './effects';
export { saturateInterfering, type Saturated } from './interfering';
export { Restarted, type Beginning } from './restarted';
export { Runs } from './runs';
export { runsWithin } from './runs-within';
export { Saturation } from './saturation';
