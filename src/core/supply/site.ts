import {
  openings,
  type Branch,
  type Call,
  type Entry,
  type Link,
  type MenuItem,
  type Needs,
  type Only,
  type OpeningStep,
  type Plan,
  type PlanEvent,
  type Screen,
  type Tab,
  type Transition,
} from '../plan/model';
import { arrivalScope, emptyScope, givenBy, menuScope, screenScope, withGiven } from '../plan/scope';
import type { Scope } from '../plan/model';

/** A place that opens a screen, and so must supply its arguments. */
export type Site =
  | { readonly kind: 'start' }
  | {
      readonly kind: 'transition';
      readonly transition: Transition;
      readonly branch: Branch;
      readonly step: OpeningStep;
    }
  /** The else behind a screen's needs. */
  | { readonly kind: 'needs'; readonly screen: Screen; readonly needs: Needs; readonly step: OpeningStep }
  | { readonly kind: 'item'; readonly item: MenuItem; readonly branch: Branch; readonly step: OpeningStep }
  | { readonly kind: 'event'; readonly event: PlanEvent; readonly branch: Branch; readonly step: OpeningStep }
  | { readonly kind: 'tab'; readonly tab: Tab }
  | { readonly kind: 'entry'; readonly entry: Entry }
  /** The stack that a link builds below its screen. */
  | { readonly kind: 'under'; readonly link: Link };

/** Every place that opens a screen, known or not: the start, then screen by screen, then menus, events, tabs and entries. */
export function sites(plan: Plan): { readonly site: Site; readonly call: Call }[] {
  const all: { site: Site; call: Call }[] = [];
  eachSite(plan, (site, call) => all.push({ site, call }));
  return all;
}

/** Calls `visit` with each site, for callers that need no list. */
export function eachSite(plan: Plan, visit: (site: Site, call: Call) => void): void {
  const add = (site: Site, call: Call | null): void => {
    if (call) visit(site, call);
  };
  add({ kind: 'start' }, plan.start);
  for (const screen of plan.screens) {
    for (const transition of screen.transitions) {
      for (const branch of transition.branches)
        for (const step of openings(branch.steps)) add({ kind: 'transition', transition, branch, step }, step.call);
    }
    for (const needs of screen.needs)
      for (const step of openings(needs.otherwise)) add({ kind: 'needs', screen, needs, step }, step.call);
    for (const link of screen.links) for (const call of link.under ?? []) add({ kind: 'under', link }, call);
  }
  for (const menu of plan.menus) {
    for (const item of menu.items) {
      for (const branch of item.branches)
        for (const step of openings(branch.steps)) add({ kind: 'item', item, branch, step }, step.call);
    }
  }
  for (const event of plan.events) {
    for (const branch of event.branches)
      for (const step of openings(branch.steps)) add({ kind: 'event', event, branch, step }, step.call);
  }
  for (const bar of plan.tabBars) for (const tab of bar.tabs) add({ kind: 'tab', tab }, tab.call);
  for (const entry of plan.entries) add({ kind: 'entry', entry }, entry.call);
}

/** The screen of a site; null if it belongs to none. */
export function screenOf(site: Site): Screen | null {
  switch (site.kind) {
    case 'transition':
      return site.transition.screen;
    case 'needs':
      return site.screen;
    case 'under':
      return site.link.screen;
    default:
      return null;
  }
}

/** The variants that have a site; null for all. */
export function onlyOf(site: Site, { tabBars }: Pick<Plan, 'tabBars'>): Only {
  switch (site.kind) {
    case 'transition':
      return site.transition.only;
    case 'item':
      return site.item.menu.only;
    case 'event':
      return site.event.only;
    case 'entry':
      return site.entry.only;
    case 'tab':
      return tabBars.find(({ tabs }) => tabs.includes(site.tab))?.only ?? null;
    default:
      return null;
  }
}

/** Offset of the statement that has the site. */
export function placeOf(site: Site, call: Call): number {
  switch (site.kind) {
    case 'start':
      return call.reference.from;
    case 'transition':
      return site.transition.node.from;
    case 'needs':
      return site.needs.node.from;
    case 'item':
      return site.item.node.from;
    case 'event':
      return site.event.node.from;
    case 'tab':
      return site.tab.node.from;
    case 'entry':
      return site.entry.node.from;
    case 'under':
      return site.link.node.from;
  }
}

/** Word of the step, as in the language; tabs, entries and others by their kind. */
export const stepOf = (site: Site): string => ('step' in site ? site.step.kind : site.kind);

/** The paths known to be given in a branch: its condition holds, and the conditions before it fail. */
function knownIn(branches: readonly Branch[], branch: Branch): ReadonlySet<string> {
  const given = new Set<string>();
  for (const each of branches) {
    if (each.condition) for (const path of givenBy(each.condition, each === branch)) given.add(path);
    if (each === branch) break;
  }
  return given;
}

/** The values that can be named there. */
export function scopeOf(site: Site, { flags }: Pick<Plan, 'flags'>): Scope {
  switch (site.kind) {
    case 'transition':
      return scopeOfTransition(site.transition, site.branch, { flags });
    case 'item':
      return scopeOfMenu(site.item, site.branch, { flags });
    case 'event':
      return scopeOfMenu(site.event, site.branch, { flags });
    case 'needs':
      return scopeOfElse(site.screen, site.needs, { flags });
    case 'under':
      return arrivalScope(site.link.screen, []);
    default:
      return emptyScope;
  }
}

/** The values that can be named in a branch of a trigger. */
export const scopeOfTransition = (
  { screen, loop, branches }: Transition,
  branch: Branch,
  { flags }: Pick<Plan, 'flags'>,
): Scope => scopeOfBranch(screenScope(screen, flags, loop), branches, branch);

/** The values that can be named in a branch of a menu item or an event. */
export const scopeOfMenu = (
  { branches }: Pick<MenuItem | PlanEvent, 'branches'>,
  branch: Branch,
  { flags }: Pick<Plan, 'flags'>,
): Scope => scopeOfBranch(menuScope(flags), branches, branch);

/** The values that can be named behind the `else` of a screen's needs. */
export const scopeOfElse = (screen: Screen, { condition }: Needs, { flags }: Pick<Plan, 'flags'>): Scope =>
  withGiven(arrivalScope(screen, flags), givenBy(condition, false));

/** The scope of one branch: values that its conditions prove present count as present. */
function scopeOfBranch(scope: Scope, branches: readonly Branch[], branch: Branch): Scope {
  return branches.length === 1 && !branch.condition ? scope : withGiven(scope, knownIn(branches, branch));
}
