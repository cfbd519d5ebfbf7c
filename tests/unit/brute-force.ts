/** Every configuration of small plans by walking, and the answers read off them: the judge of the analysis. */
import { expect } from 'vitest';
import { check } from '../../src/core/check';
import { isIn, type Plan, type Screen } from '../../src/core/plan/model';
import type { Tap } from '../../src/core/walk/tap';
import type { VariantReach } from '../../src/core/reach';
import { walkTo } from '../../src/core/reach/queries/witness';
import { outcomesOf } from '../../src/core/walk/conditions';
import { activeStack, keyOf, screensOf, type Configuration } from '../../src/core/walk/configuration';
import { isBeside, type AppEvent } from '../../src/core/walk/event';
import { Walker } from '../../src/core/walk/walker';
import { isInSight, listInSight } from '../../src/core/walk/in-sight';
import { Walked } from './walked';

interface Forced {
  /** For each screen shown, the events of the shortest walk: those that happen by themselves, and all others. */
  readonly taps: ReadonlyMap<Screen, { readonly own: number; readonly taps: number }>;
  /** The screens that Back revealed, as `screen>screen`, and the screens from which it left the app. */
  readonly revealed: ReadonlySet<string>;
  readonly leaves: ReadonlySet<Screen>;
  /** The most frames of a stack that was shown. */
  readonly deepest: number;
  /** Whether these are all configurations. */
  readonly whole: boolean;
}

/** The links and entries of a variant, as events. */
export const doorsOf = (plan: Plan, variant: string): Extract<AppEvent, { kind: 'link' | 'entry' }>[] => [
  ...plan.screens
    .filter((screen) => isIn(screen.only, variant))
    .flatMap((screen) => screen.links.map((link) => ({ kind: 'link', link }) as const)),
  ...plan.entries.filter((entry) => isIn(entry.only, variant)).map((entry) => ({ kind: 'entry', entry }) as const),
];

/** Every configuration up to a number, level by level, by brute force; null if the walker reached a limit. */
function bruteForce(plan: Plan, variant: string, outside: boolean, most: number): Forced | null {
  const walker = new Walker(plan, variant);
  const doors = outside ? doorsOf(plan, variant) : [];
  const seen = new Set<string>();
  const taps = new Map<Screen, { readonly own: number; readonly taps: number }>();
  const revealed = new Set<string>();
  const leaves = new Set<Screen>();
  let deepest = 0;
  // By the number of events that happen by themselves, and of all others: walks with fewer of the first come first.
  const due: (Configuration[] | undefined)[][] = [[walker.coldStart()]];
  const add = (own: number, number: number, all: readonly Configuration[]): void =>
    void ((due[own] ??= [])[number] ??= []).push(...all);
  add(
    0,
    1,
    doors.flatMap((door) => walker.open(door)),
  );
  for (let own = 0; own < due.length; own++) {
    for (let number = 0; number < (due[own]?.length ?? 0); number++) {
      for (const configuration of due[own]![number] ?? []) {
        const key = keyOf(configuration);
        if (seen.has(key)) continue;
        seen.add(key);
        const { screen } = activeStack(configuration)!;
        deepest = Math.max(deepest, [...screensOf(activeStack(configuration))].length);
        if (!taps.has(screen)) taps.set(screen, { own, taps: number });
        const back = walker.after(configuration, { kind: 'back' });
        if (back.length === 0) leaves.add(screen);
        for (const each of back) revealed.add(`${screen.label}>${activeStack(each)!.screen.label}`);
        for (const event of [...walker.events(configuration), ...doors])
          add(own, number + 1, walker.after(configuration, event));
        for (const event of walker.ownEvents(configuration)) add(own + 1, number, walker.after(configuration, event));
        if (walker.bounded) return null;
        if (seen.size > most) return { taps, revealed, leaves, deepest, whole: false };
      }
    }
  }
  return { taps, revealed, leaves, deepest, whole: true };
}

/** All configurations at the end of a walk, given the screen on top after each tap. */
export const replay = (plan: Plan, variant: string, walk: readonly Tap[]): readonly Configuration[] =>
  new Walked(plan, variant, walk).after;

const told = (walk: readonly Tap[]): string => walk.map((tap) => `${tap.kind} to ${tap.shows?.label}`).join(', ');

/** The exact analysis of one variant, beside brute force within the app and with all ways in from outside. */
interface Comparison {
  readonly plan: Plan;
  readonly variant: Extract<VariantReach, { kind: 'exact' }>;
  readonly inside: Forced;
  readonly all: Forced;
  /** Text that a failing test adds to its message. */
  readonly about: string;
}

/** Compares the analysis of every variant with brute force; returns how many variants were decided exactly. */
export function compare(text: string): number {
  const { plan, reach } = check(text);
  let exact = 0;
  for (const variant of reach.variants) {
    if (variant.kind !== 'exact') continue;
    const about = `in ${variant.name} of\n${text}`;
    const inside = bruteForce(plan, variant.name, false, 250);
    const all = bruteForce(plan, variant.name, true, 250);
    if (!inside || !all) continue;
    exact++;
    const deepest = variant.stacks.deepest();
    if (all.whole) expect(deepest, `frames ${about}`).toBe(all.deepest);
    else expect(deepest ?? Infinity, `frames ${about}`).toBeGreaterThanOrEqual(all.deepest);
    for (const screen of plan.screens) {
      const comparison = { plan, variant, inside, all, about };
      compareReach(screen, comparison);
      if (variant.verdicts[screen.index]!.walk) compareBeneath(screen, comparison);
    }
  }
  return exact;
}

function compareReach(screen: Screen, { plan, variant, inside, all, about }: Comparison): void {
  const { reachable, taps, fromOutside, byEvent, walk } = variant.verdicts[screen.index]!;
  const forced = inside.taps.get(screen);
  if (forced !== undefined)
    expect(
      [reachable, taps, fromOutside, byEvent],
      `${screen.label} is shown after ${forced.taps} taps and ${forced.own} events ${about}`,
    ).toEqual(['yes', forced.own + forced.taps, false, forced.own > 0]);
  else if (all.taps.has(screen)) expect(reachable, `${screen.label} is shown ${about}`).toBe('yes');
  if (inside.whole && forced === undefined)
    expect(reachable === 'yes' && !fromOutside, `${screen.label} is not shown from within ${about}`).toBe(false);
  if (all.whole && !all.taps.has(screen)) expect(reachable, `${screen.label} is never shown ${about}`).toBe('no');
  if (!walk) return;
  expect(walk.length).toBe(taps);
  expect(
    replay(plan, variant.name, walk).some((configuration) => activeStack(configuration)!.screen === screen),
    `the walk ${told(walk)} ${about}`,
  ).toBe(true);
}

function compareBeneath(screen: Screen, { plan, variant, all, about }: Comparison): void {
  const { name, stacks } = variant;
  const beneath = stacks.revealed(screen);
  for (const [other, sight] of beneath) {
    if (all.whole)
      expect(all.revealed, `${other.label} is not beneath ${screen.label} ${about}`).toContain(
        `${screen.label}>${other.label}`,
      );
    if (sight.beneath.length === 0) continue;
    const there = walkTo(stacks.all, sight.transition, sight.beneath);
    expect(
      replay(plan, name, there).some((configuration) => {
        const top = activeStack(configuration)!;
        return top.screen === screen && top.below?.screen === other;
      }),
      `${other.label} beneath ${screen.label} after ${told(there)} ${about}`,
    ).toBe(true);
  }
  const labels = [...beneath.keys()].map((other) => `${screen.label}>${other.label}`);
  for (const pair of all.revealed)
    if (pair.startsWith(`${screen.label}>`)) expect(labels, `beneath ${about}`).toContain(pair);
  const leaving = stacks.leaves(screen);
  if (all.leaves.has(screen)) expect(leaving, `Back leaves from ${screen.label} ${about}`).not.toBeNull();
  if (leaving)
    expect(all.leaves.has(screen) || !all.whole, `Back does not leave from ${screen.label} ${about}`).toBe(true);
}

/** For all configurations: the screens that are never shown again, without links and entries. */
export function neverAfter(graph: ReadonlyMap<string, Node>): {
  (from: Screen, goal: Screen): boolean;
  from(key: string, goal: Screen): boolean;
} {
  const before = new Map<string, string[]>();
  for (const [key, { inside }] of graph)
    for (const next of inside) before.set(next, [...(before.get(next) ?? []), key]);
  const leading = new Map<Screen, Set<string>>();
  const from = (key: string, goal: Screen): boolean => {
    let keys = leading.get(goal);
    if (!keys) {
      leading.set(goal, (keys = new Set(Array.from(graph.keys()).filter((each) => topOf(graph.get(each)!) === goal))));
      for (const each of keys) for (const previous of before.get(each) ?? []) keys.add(previous);
    }
    return !keys.has(key);
  };
  return Object.assign(
    (screen: Screen, goal: Screen) => [...graph].some(([key, node]) => topOf(node) === screen && from(key, goal)),
    { from },
  );
}

/** The configurations that are reached without links and entries, by taps and by what happens by itself. */
export function insideOf(plan: Plan, variant: string, graph: ReadonlyMap<string, Node>): Map<string, Node> {
  const inside = new Map(new Walker(plan, variant).coldStart().map((each) => [keyOf(each), graph.get(keyOf(each))!]));
  for (const node of inside.values()) for (const key of [...node.inside, ...node.own]) inside.set(key, graph.get(key)!);
  return inside;
}

/** For all configurations: the screens that are shown at any time after a screen, with links and entries. */
export function shownLater(graph: ReadonlyMap<string, Node>, variant: string): (first: Screen) => ReadonlySet<Screen> {
  const known = new Map<Screen, Set<Screen>>();
  return (first) => {
    let shown = known.get(first);
    if (!shown) {
      const shows = ({ configuration }: Node): boolean => isInSight(first, activeStack(configuration), variant);
      const keys = new Set(Array.from(graph.values()).flatMap((node) => (shows(node) ? allAfter(node) : [])));
      for (const key of keys) for (const next of allAfter(graph.get(key)!)) keys.add(next);
      shown = new Set(
        [...keys].flatMap((key) => {
          const stack = activeStack(graph.get(key)!.configuration);
          const list = listInSight(stack, variant);
          return list ? [stack!.screen, list.screen] : [stack!.screen];
        }),
      );
      known.set(first, shown);
    }
    return shown;
  };
}

const allAfter = ({ inside, own, outside }: Node): string[] => [...inside, ...own, ...outside];
const topOf = ({ configuration }: Node): Screen => activeStack(configuration)!.screen;

/**
 * All screens that taps show after a walk: a set for each configuration with a screen on top at its end; up to a number
 * of configurations.
 */
export function shownAfter(
  plan: Plan,
  variant: string,
  walk: readonly Tap[],
  screen: Screen,
  most = 400,
): readonly ReadonlySet<Screen>[] {
  const walker = new Walker(plan, variant);
  const ends = replay(plan, variant, walk).filter((configuration) => activeStack(configuration)!.screen === screen);
  expect(ends.length).toBeGreaterThan(0);
  return ends.map((end) => {
    const seen = new Map([[keyOf(end), end]]);
    for (const configuration of seen.values()) {
      for (const event of walker.events(configuration))
        for (const next of walker.after(configuration, event))
          if (seen.size < most) seen.set(keyOf(next), seen.get(keyOf(next)) ?? next);
    }
    return new Set([...seen.values()].map((each) => activeStack(each)!.screen));
  });
}

interface Node {
  readonly configuration: Configuration;
  /** Successors by a tap inside the app, by what happens by itself, and by a link or an entry. */
  readonly inside: string[];
  readonly own: string[];
  readonly outside: string[];
}

/** All configurations of a variant with their successors; null above a number. */
export function allConfigurations(plan: Plan, variant: string, most: number): Map<string, Node> | null {
  const walker = new Walker(plan, variant);
  const doors = doorsOf(plan, variant);
  const nodes = new Map<string, Node>();
  const add = (configurations: readonly Configuration[]): string[] =>
    configurations.map((configuration) => {
      const key = keyOf(configuration);
      if (!nodes.has(key)) nodes.set(key, { configuration, inside: [], own: [], outside: [] });
      return key;
    });
  add([...walker.coldStart(), ...doors.flatMap((door) => walker.open(door))]);
  for (const { configuration, inside, own, outside } of nodes.values()) {
    if (nodes.size > most || walker.bounded) return null;
    for (const event of walker.events(configuration)) inside.push(...add(walker.after(configuration, event)));
    for (const event of walker.ownEvents(configuration)) own.push(...add(walker.after(configuration, event)));
    for (const door of doors) outside.push(...add(walker.after(configuration, door)));
  }
  return nodes;
}

/** The frame that an event is a tap on: the list in sight, or the top. It was shown before, so it is not revealed. */
export const tappedOn = ({ stacks, active }: Configuration, variant: string, by?: AppEvent): object | null => {
  const stack = stacks[active] ?? null;
  return by && isBeside(by) ? listInSight(stack, variant) : stack;
};

/** The screens that some event reveals from beneath although their needs fail. */
export function leaksIn(plan: Plan, variant: string, graph: ReadonlyMap<string, Node>): Set<Screen> {
  const walker = new Walker(plan, variant);
  const leaks = new Set<Screen>();
  for (const { configuration } of graph.values()) {
    const frames = new Set<object>();
    for (const stack of configuration.stacks) for (let frame = stack; frame; frame = frame.below) frames.add(frame);
    for (const event of walker.allEvents(configuration)) {
      for (const after of walker.after(configuration, event)) {
        const top = activeStack(after)!;
        if (top === tappedOn(configuration, variant, event) || !frames.has(top)) continue;
        if (
          top.screen.needs.some(
            ({ condition }) => !outcomesOf(condition, (flag) => after.flags[plan.flags.indexOf(flag)]!).holds,
          )
        )
          leaks.add(top.screen);
      }
    }
  }
  return leaks;
}

export function breaks(
  graph: ReadonlyMap<string, Node>,
  variant: string,
  claim: string,
  a: Screen,
  b: Screen,
): boolean {
  const nodes = [...graph.values()];
  const top = ({ configuration }: Node): Screen => activeStack(configuration)!.screen;
  const beneath = ({ configuration }: Node): Screen[] => [...screensOf(activeStack(configuration)!.below)];
  /** Everything that can follow, after at least one event. */
  const after = (node: Node, links: boolean): Set<string> => {
    const seen = new Set<string>();
    const queue = [node];
    for (const each of queue)
      for (const key of links ? allAfter(each) : each.inside)
        if (!seen.has(key)) queue.push(graph.get((seen.add(key), key))!);
    return seen;
  };
  if (claim.startsWith('from'))
    return nodes.some(
      (node) => top(node) === a && a !== b && ![...after(node, false)].some((key) => top(graph.get(key)!) === b),
    );
  if (claim.startsWith('always')) return nodes.some((node) => top(node) === b && !beneath(node).includes(a));
  if (claim.includes('beneath')) return nodes.some((node) => top(node) === b && beneath(node).includes(a));
  const shows = ({ configuration }: Node, screen: Screen): boolean =>
    isInSight(screen, activeStack(configuration), variant);
  return nodes.some((node) => shows(node, b) && [...after(node, true)].some((key) => shows(graph.get(key)!, a)));
}
