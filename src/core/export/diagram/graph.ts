/** The screens of a scope, the doors to them, and the ways between them, as one graph. */
import { isIn, type Screen } from '../../plan/model';
import { onlyOf, screenOf, type Site } from '../../supply/site';
import { eachStep, eachStepList, screenOfList } from '../../plan/steps';
import { labelOfList } from '../job/list-label';
import type { Job } from '../job/job';
import { scopeOf } from './scope';

export interface GraphNode {
  /** `n0`, `n1`, …: unique, and a name in every format. */
  readonly id: string;
  readonly kind: 'screen' | 'start' | 'tabs' | 'menu' | 'event' | 'entry';
  readonly label: string;
  /** A screen's title as it is written, or null. */
  readonly title: string | null;
  /** A screen's module, or null. */
  readonly module: string | null;
  readonly taps: number | null;
  readonly reachable: 'yes' | 'no' | 'undecided' | null;
}

export interface GraphEdge {
  readonly from: string;
  readonly to: string;
  /** The step: `push`, `reset`, `back to`, …; `open` for start, tabs and entries. */
  readonly kind: string;
  /** The control, the item, the entry; empty where there is none. */
  readonly label: string;
}

export interface Graph {
  readonly title: string;
  readonly nodes: readonly GraphNode[];
  readonly edges: readonly GraphEdge[];
}

/** The graph of a job's scope, in the order of the plan. O(n) in its statements. */
export function graphOf(job: Job): Graph {
  const { plan, supply } = job.check;
  const { overview, shows, variant, title } = scopeOf(job);
  const nodes = new Nodes();
  const edges: GraphEdge[] = [];
  for (const screen of plan.screens) {
    const { taps, reachable } = overview.screens[screen.index]!;
    const texts = { label: screen.label, title: screen.title?.value ?? null, module: screen.module?.name ?? null };
    if (shows[screen.index]) nodes.add(screen, { kind: 'screen', ...texts, taps, reachable });
  }
  for (const { site, target } of supply.waysIn) {
    const to = nodes.idOf(target);
    // What lies beneath a link is no way to it.
    if (to === null || site.kind === 'under' || !isIn(onlyOf(site, plan), variant)) continue;
    const from = nodes.idOfSite(site);
    if (from !== null) edges.push({ from, to, kind: 'step' in site ? site.step.kind : 'open', label: labelOf(site) });
  }
  for (const list of eachStepList(plan, variant)) {
    const from = nodes.idOf(screenOfList(list));
    if (from === null) continue;
    for (const step of eachStep(list.steps)) {
      const to = step.kind === 'back to' || step.kind === 'back past' ? nodes.idOf(step.target) : null;
      if (to !== null) edges.push({ from, to, kind: step.kind, label: labelOfList(list) });
    }
  }
  return { title, nodes: nodes.all, edges };
}

/** The nodes of a graph, in the order in which they are met. */
class Nodes {
  readonly all: GraphNode[] = [];
  private readonly ids = new Map<object | string, string>();

  add(key: object | string, node: Omit<GraphNode, 'id'>): string {
    let id = this.ids.get(key);
    if (id === undefined) {
      this.ids.set(key, (id = `n${this.all.length}`));
      this.all.push({ id, ...node });
    }
    return id;
  }

  /** The node of a screen; null if the graph lacks it. */
  idOf(screen: Screen | null): string | null {
    return (screen && this.ids.get(screen)) ?? null;
  }

  /** The node of a site: its screen, or a door, which is added if it is new; null if the graph lacks the screen. */
  idOfSite(site: Site): string | null {
    const door = (kind: GraphNode['kind'], key: object | string, label: string): string =>
      this.add(key, { kind, label, title: null, module: null, taps: null, reachable: null });
    switch (site.kind) {
      case 'start':
        return door('start', 'start', 'cold start');
      case 'tab':
        return door('tabs', 'tabs', 'tabs');
      case 'item':
        return door('menu', site.item.menu, site.item.menu.title);
      case 'event':
        return door('event', site.event, site.event.title);
      case 'entry':
        return door('entry', site.entry, site.entry.label);
      default:
        return this.idOf(screenOf(site));
    }
  }
}

function labelOf(site: Site): string {
  switch (site.kind) {
    case 'transition':
      return site.transition.trigger;
    case 'item':
      return site.item.label;
    case 'tab':
      return site.tab.label;
    case 'needs':
      return 'instead of it';
    default:
      return '';
  }
}

/** The modules of a graph's screens, with their screens; null for screens in none and for doors. */
export function byModule({ nodes }: Graph): ReadonlyMap<string | null, readonly GraphNode[]> {
  const modules = new Map<string | null, GraphNode[]>();
  for (const node of nodes) {
    const before = modules.get(node.module);
    if (before) before.push(node);
    else modules.set(node.module, [node]);
  }
  return modules;
}

/** A node in words: its name, and a title on a line of its own. */
export const linesOf = ({ label, title }: GraphNode): string[] => [label, ...(title === null ? [] : [`“${title}”`])];
