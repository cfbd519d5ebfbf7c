import type { Screen } from '../../plan/model';
import { activeStack, type Configuration } from '../../walk/configuration';
import type { AppEvent } from '../../walk/event';
import type { Tap } from '../../walk/tap';
import type { Walker } from '../../walk/walker';

/** Cost of an event, in steps of a budget. */
export const costOfEvent = 25;
/** Maximum number of outcomes of a given walk that are followed at once, if conditions leave taps open. */
const mostAtOnce = 50;

/** A configuration, and how it was reached. */
export interface ExploredNode {
  readonly configuration: Configuration;
  readonly by: AppEvent | null;
  readonly before: ExploredNode | null;
  /** Whether the monitored screen was shown before. */
  readonly seen: boolean;
}

/** The screen on top. */
export const screenOf = ({ configuration }: ExploredNode): Screen => activeStack(configuration)!.screen;

/** A walk to a screen. */
export interface FoundWalk {
  readonly reachable: 'yes';
  readonly taps: number;
  readonly fromOutside: boolean;
  /** Whether it is from inside and has an event that happens by itself. */
  readonly byEvent: boolean;
  /**
   * Whether it is proved that no run is shorter and, for a walk from outside, that none from inside leads to the
   * screen.
   */
  readonly isShortest: boolean;
  /** The screen on top before the last tap; null at the start. */
  readonly parent: Screen | null;
  readonly walk: readonly Tap[];
}

/** The nodes of a cold start. */
export const beginnings = (walker: Walker): ExploredNode[] =>
  walker.coldStart().map((configuration) => ({ configuration, by: null, before: null, seen: false }));

/** The nodes of a cold start; and if a walk begins with a link or an entry, those of an app that it opens. */
export function fromNothing(walker: Walker, [tap]: readonly Tap[]): ExploredNode[] {
  const opens = tap?.kind === 'link' || tap?.kind === 'entry';
  const before = { configuration: walker.nothing, by: null, before: null, seen: false };
  return opens ? [...beginnings(walker), before] : beginnings(walker);
}

/** The walk to a node. */
export function walkOf(last: ExploredNode): Tap[] {
  const walk: Tap[] = [];
  for (let at: ExploredNode | null = last; at?.by; at = at.before)
    walk.push({ ...at.by, shows: activeStack(at.configuration)!.screen });
  return walk.reverse();
}

/** Whether no link and no entry led to a node. */
export function isFromWithin(last: ExploredNode): boolean {
  for (let at: ExploredNode | null = last; at; at = at.before)
    if (at.by?.kind === 'link' || at.by?.kind === 'entry') return false;
  return true;
}

/** The walk to a node, as one to its screen on top. */
export function walkFound(node: ExploredNode, isShortest: boolean): FoundWalk {
  const walk = walkOf(node);
  const fromOutside = !isFromWithin(node);
  return {
    reachable: 'yes',
    taps: walk.length,
    fromOutside,
    byEvent: !fromOutside && walk.some(({ kind }) => kind === 'event'),
    isShortest,
    parent: node.before && activeStack(node.before.configuration)!.screen,
    walk,
  };
}

/** The last nodes of a walk that is followed as far as possible, and the number of its taps until then. */
interface Followed {
  readonly nodes: readonly ExploredNode[];
  readonly taps: number;
}

/**
 * Follows a walk from some nodes, as far as its taps show the screens that they say.
 *
 * @param isSeen whether the monitored screen was on top by the end of a node
 */
export function followed(
  walker: Walker,
  walk: readonly Tap[],
  from: readonly ExploredNode[],
  isSeen: (node: ExploredNode) => boolean = () => false,
): Followed {
  let nodes = from;
  for (const [taps, { shows, ...event }] of walk.entries()) {
    const next = nodes
      .filter(({ configuration }) => walker.isOffered(configuration, event))
      .flatMap((before) =>
        walker
          .after(before.configuration, event)
          .map((configuration): ExploredNode => ({ configuration, by: event, before, seen: isSeen(before) })),
      )
      .filter(({ configuration }) => activeStack(configuration)!.screen === shows)
      .slice(0, mostAtOnce);
    if (next.length === 0) return { nodes, taps };
    nodes = next;
  }
  return { nodes, taps: walk.length };
}
