import type { Budget } from '../../base/budget';
import { remembered } from '../../base/remembered';
import type { Work } from '../../base/slices';
import type { Plan, Screen } from '../../plan/model';
import { Walker } from '../../walk/walker';
import { Detours } from './detours';
import { Exploration } from './exploration';
import { ScreenDistances } from './screen-distances';
import { shorterWalks, type ShorterWalks } from './shorter-walks';

/** Explorations of one variant, each made at its first request. */
export class Explored {
  private readonly walker: Walker;
  private readonly distances: ScreenDistances;
  private knownDetours: Detours | null = null;
  private readonly explorations = new Map<Screen | null, Exploration>();

  constructor(
    private readonly plan: Plan,
    variant: string,
    private readonly budget: Budget,
  ) {
    this.walker = new Walker(plan, variant);
    this.distances = new ScreenDistances(plan, variant);
  }

  get detours(): Detours {
    return (this.knownDetours ??= new Detours(this.plan, this.walker, this.distances, this.budget));
  }

  /** Walks by taps that show screens in time. */
  shorterWalks(deadlines: ReadonlyMap<Screen, number>): Work<ShorterWalks> {
    return shorterWalks(this.walker, this.distances, deadlines, this.budget);
  }

  get all(): Exploration {
    return this.after(null);
  }

  /** An exploration whose nodes know whether a screen was on top before. With null it monitors no screen. */
  after(screen: Screen | null): Exploration {
    return remembered(
      this.explorations,
      screen,
      () => new Exploration(this.plan, this.walker, this.budget, screen && { screen, when: null, until: null }),
    );
  }
}
