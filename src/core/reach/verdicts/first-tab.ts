import { remembered } from '../../base/remembered';
import { toEnd } from '../../base/slices';
import type { Screen } from '../../plan/model';
import { activeStack, type Configuration } from '../../walk/configuration';
import type { AppEvent } from '../../walk/event';
import { screenOf, type Explored, type ExploredNode } from '../explicit';
import { walkTo, type Stacks } from '../queries';

/** Maximum number of walks to a screen on the first tab, each with other flags. */
const mostWalks = 4;
/** Maximum number of frames that Back pops before the last one of another tab. */
const mostBacks = 8;
/** The stack of the first tab. */
const first = 1;

const back: AppEvent = { kind: 'back' };

/** A screen on top of the first tab. */
interface Top {
  /** Ends of walks that leave it there. */
  readonly nodes: readonly ExploredNode[];
  /** By screen, the end of a walk that goes on from there to the last frame of another tab, with that screen. */
  readonly lastFrames: ReadonlyMap<Screen, ExploredNode>;
}

/** Walks after which Back goes from the last frame of another tab to the first tab, as far as they are found. */
export class FirstTab {
  private readonly known = new Map<Screen, Top>();
  private readonly roots: readonly Screen[];

  constructor(
    private readonly stacks: Stacks,
    private readonly explored: Explored,
  ) {
    this.roots = stacks.system.variant.roots.flatMap(([screen, stack]) => (stack > first ? [screen] : []));
  }

  /**
   * The end of a walk on a screen from which Back goes to the first tab and shows another one there: a walk to the
   * other one, a tap on another tab, and Back until that tab has only its last frame; or any other way there.
   */
  find(screen: Screen, revealed: Screen): ExploredNode | null {
    const { nodes, lastFrames } = remembered(this.known, revealed, () => this.topOf(revealed));
    const found = lastFrames.get(screen);
    if (found) return found;
    const fits = (node: ExploredNode): boolean =>
      screenOf(node) === screen && this.backReveals(node.configuration, revealed);
    for (const node of nodes) {
      const end = toEnd(this.explored.detours.search(node, [screen], fits));
      if (end) return end;
    }
    return null;
  }

  private topOf(revealed: Screen): Top {
    const { all } = this.stacks;
    const { detours } = this.explored;
    const nodes: ExploredNode[] = [];
    const lastFrames = new Map<Screen, ExploredNode>();
    const fits = ({ configuration }: ExploredNode): boolean => isOnFirst(configuration, revealed);
    const edges = this.stacks.shownOn(revealed).filter(({ head }) => head.control.stack === first);
    for (const edge of edges.slice(0, mostWalks)) {
      const hint = walkTo(all, edge);
      const node = toEnd(detours.find(hint, fits)) ?? toEnd(detours.along(hint, revealed, fits));
      if (!node) continue;
      nodes.push(node);
      for (const last of this.lastFramesAfter(node, revealed)) remembered(lastFrames, screenOf(last), () => last);
      if (this.roots.every((root) => lastFrames.has(root))) break;
    }
    return { nodes, lastFrames };
  }

  /** What a tap on each other tab shows once Back has popped all but its last frame. */
  private *lastFramesAfter(node: ExploredNode, revealed: Screen): Generator<ExploredNode, void, void> {
    for (const event of this.explored.all.walker.events(node.configuration)) {
      if (event.kind !== 'tab') continue;
      let at = this.after(node, event).filter(({ configuration }) => configuration.active > first);
      for (let backs = 0; at.length > 0 && backs <= mostBacks; backs++) {
        for (const each of at) if (this.backReveals(each.configuration, revealed)) yield each;
        at = at.flatMap((before) =>
          this.after(before, back).filter(({ configuration: { active } }) => active === before.configuration.active),
        );
      }
    }
  }

  private after(before: ExploredNode, by: AppEvent): ExploredNode[] {
    return this.explored.all.walker
      .after(before.configuration, by)
      .map((configuration) => ({ configuration, by, before, seen: false }));
  }

  /** Whether Back goes from another tab to the first one, and shows a screen there. */
  private backReveals(configuration: Configuration, revealed: Screen): boolean {
    return (
      configuration.active > first &&
      this.explored.all.walker.after(configuration, back).some((next) => isOnFirst(next, revealed))
    );
  }
}

const isOnFirst = (configuration: Configuration, screen: Screen): boolean =>
  configuration.active === first && activeStack(configuration)!.screen === screen;
