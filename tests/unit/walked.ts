/** The result of a walk, tap by tap, by the walker alone. */
import type { Claim, Missed, Plan, Screen } from '../../src/core/plan/model';
import type { Tap } from '../../src/core/walk/tap';
import {
  activeStack,
  keyOf,
  screensOf,
  type Configuration,
  type Frame,
  type Stack,
} from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';
import { isInSight, listInSight } from '../../src/core/walk/in-sight';

/** Maximum number of configurations followed at once; further ones differ only far beneath the top. */
const mostAtOnce = 3000;

/** For each frame of an active stack, whether one of some configurations has it. */
function agesIn(before: readonly Configuration[]): (configuration: Configuration) => string {
  const old = new Set(before.flatMap((configuration) => configuration.stacks.flatMap((stack) => [...framesOf(stack)])));
  return (configuration) => [...framesOf(activeStack(configuration))].map((frame) => (old.has(frame) ? 1 : 0)).join('');
}

function* framesOf(stack: Stack): Generator<Frame> {
  for (let frame = stack; frame; frame = frame.below) yield frame;
}

export class Walked {
  /** The screens that a cold start can show. */
  readonly atStart: readonly Screen[];
  /** The configurations before the last tap. */
  before: readonly Configuration[] = [];
  /** The configurations after it; none after a tap that leaves the app. */
  after: readonly Configuration[];
  /** The steps of the last tap that looked for a frame which the stack lacks. */
  missed: ReadonlySet<Missed>;
  /** The screens that were shown before the last tap, on top or beside it. */
  private readonly shownBefore = new Set<Screen>();
  /** Whether each tap was possible, and showed the walk's screen. */
  isPossible = true;
  /** Whether some tap ran into a bound of the walker, so that configurations are missing. */
  readonly isBounded: boolean;

  constructor(
    readonly plan: Plan,
    readonly variant: string,
    readonly walk: readonly Tap[],
  ) {
    const walker = new Walker(plan, variant);
    this.after = walker.coldStart();
    this.atStart = this.after.map((configuration) => activeStack(configuration)!.screen);
    this.missed = new Set(walker.missed);
    for (const [at, tap] of walk.entries()) {
      const missed = new Set<Missed>();
      const noting = (next: readonly Configuration[]): readonly Configuration[] => {
        walker.missed.forEach((step) => missed.add(step));
        return next;
      };
      for (const { stacks, active } of this.after) {
        const stack = stacks[active]!;
        this.shownBefore.add(stack.screen);
        const list = listInSight(stack, variant);
        if (list) this.shownBefore.add(list.screen);
      }
      this.before = this.after.filter((configuration) => walker.isOffered(configuration, tap));
      const next = this.before.flatMap((configuration) => noting(walker.after(configuration, tap)));
      const opens = at === 0 && (tap.kind === 'link' || tap.kind === 'entry');
      if (opens) next.push(...noting(walker.open(tap)));
      const fitting = next.filter((configuration) => activeStack(configuration)!.screen === tap.shows);
      // Equal configurations of the last tap may differ in whether their frames were there before it.
      const isOld = at === walk.length - 1 ? agesIn(this.before) : () => '';
      this.after = [...new Map(fitting.map((each) => [`${keyOf(each)} ${isOld(each)}`, each])).values()];
      this.after = this.after.slice(0, mostAtOnce);
      this.missed = missed;
      // The walker does not say that a tap can leave the app if the same tap can also stay.
      const mayLeave = tap.shows === null && at === walk.length - 1 && (opens || this.before.length > 0);
      this.isPossible &&= this.after.length > 0 || mayLeave;
    }
    this.isBounded = walker.bounded;
  }

  /**
   * Whether the end of a walk breaks a claim.
   *
   * @param isOutOfReach whether no tap inside the app leads from a configuration to the claim's second screen
   */
  breaks({ node: { claim }, first, second }: Claim, isOutOfReach: (from: Configuration) => boolean): boolean {
    return this.after.some((configuration) => {
      const { screen, below } = activeStack(configuration)!;
      switch (claim) {
        case 'always reach':
          return screen === first && isOutOfReach(configuration);
        case 'never after':
          return (
            isInSight(first, activeStack(configuration), this.variant) &&
            second !== null &&
            this.shownBefore.has(second)
          );
        default:
          return screen === second && [...screensOf(below)].includes(first!) === (claim === 'never beneath');
      }
    });
  }
}
