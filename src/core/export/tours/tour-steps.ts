/** A tour with the details that testers need for each step: control, conditions, screen. */
import type { Check } from '../../check';
import type { Screen } from '../../plan/model';
import { reachOf } from '../../report/variant';
import { activeStack, StackNumbers, type Configuration } from '../../walk/configuration';
import { Data } from '../../walk/data';
import { outcomesOfEvent, type Outcome } from '../../walk/outcomes';
import { labelOf, tapWord, type TapWord } from '../../walk/tap';
import { planTour, tapsIn, type Tour } from '../../walk/tour';
import { Walker } from '../../walk/walker';

export interface TourStep {
  readonly do: TapWord;
  /** The control, as the screen shows it. */
  readonly label: string;
  /** How conditions in quotes have to turn out. */
  readonly conditions: readonly { readonly text: string; readonly holds: boolean }[];
  /** The screen on top after it; null if it leaves the app. */
  readonly shows: Screen | null;
}

export interface TourWalk {
  /** The screen that a cold start shows. */
  readonly starts: Screen;
  readonly steps: readonly TourStep[];
}

export interface DetailedTour {
  readonly variant: string;
  readonly walks: readonly TourWalk[];
  readonly taps: number;
  /** Whether it leaves no outcome out. */
  readonly whole: boolean;
}

/** Plans a tour of a variant, and says under which conditions each step shows its screen. */
export function detailedTour(check: Check, variant: string): DetailedTour {
  const { plan } = check;
  const reach = reachOf(check, variant);
  const known = reach.kind === 'exact' ? reach.stacks.outcomes() : null;
  const tour = planTour(plan, variant, known, ({ index }) => reach.verdicts[index]!.walk);
  const walker = new Walker(plan, variant, new Data(plan));
  const cold = walker.coldStart();
  return {
    variant,
    walks: tour.walks.map((walk) => detailed(walker, cold, walk)),
    taps: tapsIn(tour.walks),
    whole: tour.whole,
  };
}

/**
 * Follows a walk through its configurations. A cold start may have several, of which one leads on. Steps that cannot be
 * followed, since an event has more outcomes than the walker tells apart, come without their conditions.
 */
function detailed(walker: Walker, cold: readonly Configuration[], walk: Tour['walks'][number]): TourWalk {
  let best: TourWalk | null = null;
  for (const start of cold) {
    const outcomes = followed(walker, start, walk);
    const steps = walk.map(({ event, shows }, index) => ({
      do: tapWord[event.kind],
      label: labelOf(event),
      conditions: [...(outcomes[index]?.assumed ?? [])].map(([text, holds]) => ({ text, holds })),
      shows,
    }));
    best ??= { starts: activeStack(start)!.screen, steps };
    if (outcomes.length === walk.length) return { starts: activeStack(start)!.screen, steps };
  }
  return best!;
}

/** The outcomes of the steps of a walk, as far as it can be followed from a configuration. */
function followed(walker: Walker, start: Configuration, walk: Tour['walks'][number]): Outcome[] {
  const outcomes: Outcome[] = [];
  const numbers = new StackNumbers();
  const keyOf = (configuration: Configuration | null): string => (configuration ? numbers.keyOf(configuration) : '');
  let now: Configuration | null = start;
  for (const { event, branch, after } of walk) {
    if (now === null) break;
    const outcome: Outcome | undefined = outcomesOfEvent(walker, now, event).find(
      (each) => each.branch === branch && keyOf(each.after) === keyOf(after),
    );
    if (!outcome) break;
    outcomes.push(outcome);
    now = outcome.after;
  }
  return outcomes;
}

/** What a tester does, in words. */
export function sayStep({ do: kind, label }: TourStep): string {
  switch (kind) {
    case 'tap':
      return `Tap “${label}”.`;
    case 'menu':
      return `In the menu, tap “${label}”.`;
    case 'tab':
      return `Tap the tab “${label}”.`;
    case 'back':
      return 'Go back.';
    case 'event':
      return `Bring about what happens by itself: “${label}”.`;
  }
}

/** What has to be arranged before a step: `The card is accepted: yes.`; empty if nothing has. */
export const sayArranged = ({ conditions }: TourStep): string =>
  conditions.map(({ text, holds }) => `“${text}” ${holds ? 'holds' : 'does not hold'}.`).join(' ');
