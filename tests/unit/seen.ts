/** Configurations of a plan by walking, one by one: the judge of every verdict. */
import { expect } from 'vitest';
import type { Check } from '../../src/core/check';
import {
  isIn,
  type Branch,
  type Claim,
  type Condition,
  type Flag,
  type Plan,
  type Screen,
  type Missed,
} from '../../src/core/plan/model';
import { mayReach } from '../../src/core/reach/explicit';
import type { VariantReach } from '../../src/core/reach/verdicts/reach';
import type { Tap } from '../../src/core/walk/tap';
import { walkLabels } from '../../src/core/walk/tap';
import { toEnd } from '../../src/core/base/slices';
import { deadBranches } from '../../src/core/reach/properties/dead-branches';
import { answerTo } from '../../src/core/reach/properties/suspects';
import { outcomesOf } from '../../src/core/walk/conditions';
import { activeStack, keyOf, screensOf, type Configuration, type Stack } from '../../src/core/walk/configuration';
import { type AppEvent, isBranching } from '../../src/core/walk/event';
import { Walker } from '../../src/core/walk/walker';
import { isInSight, listInSight } from '../../src/core/walk/in-sight';
import { doorsOf, replay, tappedOn } from './brute-force';
import { Walked } from './walked';

/** Number of events that happen by themselves, and of all others. A way with fewer of the first is shorter. */
interface Way {
  readonly own: number;
  readonly taps: number;
}

interface Node {
  readonly key: string;
  readonly configuration: Configuration;
  readonly top: Screen;
  /**
   * Successors by a tap inside the app, by what happens by itself, and by a link or an entry; empty if the search did not
   * go on from here.
   */
  readonly inside: Node[];
  readonly own: Node[];
  readonly outside: Node[];
  /** Events on the shortest way from a cold start without links and entries; null if none of the seen ways lead here. */
  way: Way | null;
}

const allAfter = ({ inside, own, outside }: Node): Node[] => [...inside, ...own, ...outside];
const depthOf = (stack: Stack): number => [...screensOf(stack)].length;

/** Configurations of one variant up to a number, level by level. */
export class Seen {
  readonly nodes = new Map<string, Node>();
  readonly shown = new Set<Screen>();
  /** The screens that Back revealed. */
  readonly revealed = new Map<Screen, Set<Screen>>();
  readonly leaves = new Set<Screen>();
  readonly taken = new Set<Branch>();
  /** Steps that looked for a frame which the stack lacks. */
  readonly missed = new Set<Missed>();
  readonly leaks = new Set<Screen>();
  /**
   * Whether the search went on from all configurations; null if the walker reached a limit, so that nothing can be
   * judged.
   */
  readonly whole: boolean | null;

  constructor(
    readonly plan: Plan,
    readonly variant: string,
    most = 250,
  ) {
    const walker = new Walker(plan, variant);
    const doors = doorsOf(plan, variant);
    const add = (all: readonly Configuration[], before: Configuration | null, by?: AppEvent): Node[] => {
      walker.missed.forEach((step) => this.missed.add(step));
      return all.map((configuration) => {
        this.noteLeak(configuration, before, by);
        const key = keyOf(configuration);
        let node = this.nodes.get(key);
        if (!node)
          this.nodes.set(
            key,
            (node = {
              key,
              configuration,
              top: activeStack(configuration)!.screen,
              inside: [],
              own: [],
              outside: [],
              way: null,
            }),
          );
        this.shown.add(node.top);
        return node;
      });
    };
    for (const node of add(walker.coldStart(), null)) node.way = { own: 0, taps: 0 };
    for (const door of doors) add(walker.open(door), null);
    let expanded = 0;
    for (const node of this.nodes.values()) {
      if (walker.bounded || expanded === most) break;
      expanded++;
      const { configuration, top } = node;
      for (const event of walker.allEvents(configuration)) {
        if (isBranching(event))
          for (const { branch } of walker.outcomesBy(configuration, event)) this.taken.add(branch);
        const after = walker.after(configuration, event);
        if (event.kind === 'back') {
          if (after.length === 0) this.leaves.add(top);
          for (const each of after)
            this.revealed.set(top, (this.revealed.get(top) ?? new Set()).add(activeStack(each)!.screen));
        }
        (event.kind === 'event' ? node.own : node.inside).push(...add(after, configuration, event));
      }
      for (const door of doors) node.outside.push(...add(walker.after(configuration, door), configuration));
    }
    this.whole = walker.bounded ? null : expanded === this.nodes.size;
    this.findWays();
  }

  /** Goes through all walks with as many events that happen by themselves, then through those with one more. */
  private findWays(): void {
    const due: (Node[] | undefined)[][] = [[[...this.nodes.values()].filter(({ way }) => way)]];
    const settled = new Set<Node>();
    for (let own = 0; own < due.length; own++) {
      for (let taps = 0; taps < (due[own]?.length ?? 0); taps++) {
        for (const node of due[own]![taps] ?? []) {
          if (settled.has(node)) continue;
          settled.add(node);
          node.way = { own, taps };
          (due[own]![taps + 1] ??= []).push(...node.inside);
          ((due[own + 1] ??= [])[taps] ??= []).push(...node.own);
        }
      }
    }
  }

  private noteLeak(after: Configuration, before: Configuration | null, by?: AppEvent): void {
    const top = activeStack(after)!;
    if (!before || top === tappedOn(before, this.variant, by)) return;
    const frames = new Set<object>();
    for (const stack of before.stacks) for (let frame = stack; frame; frame = frame.below) frames.add(frame);
    if (
      frames.has(top) &&
      top.screen.needs.some(
        ({ condition }) => !outcomesOf(condition, (flag) => after.flags[this.plan.flags.indexOf(flag)]!).holds,
      )
    )
      this.leaks.add(top.screen);
  }

  /** The shortest way inside the app to a screen; null if no seen configuration shows it. */
  wayTo(screen: Screen): Way | null {
    const all = [...this.nodes.values()].flatMap(({ top, way }) => (top === screen && way !== null ? [way] : []));
    return all.sort(order)[0] ?? null;
  }

  /** Number of events on it. */
  tapsTo(screen: Screen): number | null {
    const way = this.wayTo(screen);
    return way && way.own + way.taps;
  }

  /** Configurations from which taps inside the app never show a goal; only if all configurations were seen. */
  private readonly withoutGoal = new Map<Screen, ReadonlySet<string>>();

  neverLeadsTo(goal: Screen): ReadonlySet<string> {
    let without = this.withoutGoal.get(goal);
    if (!without) {
      const before = new Map<Node, Node[]>();
      for (const node of this.nodes.values())
        for (const next of node.inside) before.set(next, [...(before.get(next) ?? []), node]);
      const leading = new Set([...this.nodes.values()].filter(({ top }) => top === goal));
      for (const node of leading) for (const previous of before.get(node) ?? []) leading.add(previous);
      this.withoutGoal.set(
        goal,
        (without = new Set([...this.nodes.values()].flatMap((node) => (leading.has(node) ? [] : [node.key])))),
      );
    }
    return without;
  }

  /** Whether some run seen breaks a claim. */
  breaks({ node: { claim }, first, second }: Claim): boolean {
    const nodes = [...this.nodes.values()];
    const beneath = ({ configuration }: Node): Screen[] => [...screensOf(activeStack(configuration)!.below)];
    switch (claim) {
      case 'never beneath':
        return nodes.some((node) => node.top === second && beneath(node).includes(first!));
      case 'always beneath':
        return nodes.some((node) => node.top === second && !beneath(node).includes(first!));
      case 'always reach':
        return (
          this.whole === true && nodes.some(({ top, key }) => top === first && this.neverLeadsTo(second!).has(key))
        );
      default: {
        const shows = ({ configuration }: Node): boolean => isInSight(second, activeStack(configuration), this.variant);
        const later = new Set(nodes.flatMap((node) => (shows(node) ? allAfter(node) : [])));
        for (const node of later) for (const next of allAfter(node)) later.add(next);
        return [...later].some(({ configuration }) => isInSight(first, activeStack(configuration), this.variant));
      }
    }
  }

  /** Whether the end of a walk breaks a claim. */
  shows(claim: Claim, walk: readonly Tap[]): boolean {
    return new Walked(this.plan, this.variant, walk).breaks(
      claim,
      (from) => this.whole !== true || this.neverLeadsTo(claim.second!).has(keyOf(from)),
    );
  }

  get deepest(): (screen: Screen) => number {
    return (screen) =>
      Math.max(
        0,
        ...[...this.nodes.values()].map(({ top, configuration }) =>
          top === screen ? depthOf(activeStack(configuration)) : 0,
        ),
      );
  }

  arrows(screen: Screen): { readonly some: boolean; readonly none: boolean } {
    const of = [...this.nodes.values()]
      .filter(({ top }) => top === screen)
      .map(({ configuration }) => {
        const { below } = activeStack(configuration)!;
        return below !== null && listInSight(activeStack(configuration), this.variant) !== below;
      });
    return { some: of.includes(true), none: of.includes(false) };
  }

  /** All conditions of the variant. */
  private *conditions(): Generator<Condition> {
    const there = <T extends Pick<Screen, 'only'>>(all: readonly T[]): T[] =>
      all.filter(({ only }) => isIn(only, this.variant));
    const screens = there(this.plan.screens);
    for (const { needs } of screens) for (const { condition } of needs) yield condition;
    const branches = [
      ...screens.flatMap(({ transitions }) => there(transitions)),
      ...there(this.plan.menus).flatMap(({ items }) => items),
      ...there(this.plan.events),
    ].flatMap((each) => each.branches);
    for (const { condition } of branches) if (condition) yield condition;
  }

  /** Screens with nothing beneath from which nothing leads on, as far as links and entries did not lead there. */
  deadEnds(): Set<Screen> {
    // To change a flag that nothing asks for is to change nothing.
    const read = new Set([...this.conditions()].flatMap((condition) => [...flagsIn(condition)]));
    const keyOfRead = (configuration: Configuration): string =>
      keyOf({
        ...configuration,
        flags: configuration.flags.filter((_value, index) => read.has(this.plan.flags[index]!)),
      });
    return new Set(
      [...this.nodes.values()].flatMap(({ top, way, configuration, inside }) =>
        way !== null &&
        activeStack(configuration)!.below === null &&
        inside.every((next) => keyOfRead(next.configuration) === keyOfRead(configuration))
          ? [top]
          : [],
      ),
    );
  }
}

function* flagsIn(condition: Condition): Generator<Flag> {
  if (condition.kind === 'flag') yield condition.flag;
  if (condition.kind === 'not') yield* flagsIn(condition.of);
  if ('left' in condition) for (const part of [condition.left, condition.right]) yield* flagsIn(part);
}

/** Number of comparisons, by kind. */
export type Tally = Map<string, number>;

/** The verdicts on one variant, beside the seen configurations. */
interface Comparison {
  readonly checked: Check;
  readonly variant: VariantReach;
  readonly seen: Seen;
  count(what: string): void;
  /** The subject of a comparison, with the plan: the message of a failing test. */
  about(what: string): string;
}

/** Compares all verdicts on one variant with the seen configurations. */
export function expectVerdictsToHold(checked: Check, variant: VariantReach, tally: Tally): void {
  const { plan, text } = checked;
  const seen = new Seen(plan, variant.name);
  if (seen.whole === null) return;
  const comparison: Comparison = {
    checked,
    variant,
    seen,
    count: (what) => void tally.set(what, (tally.get(what) ?? 0) + 1),
    about: (what) => `${what} (${variant.kind}, ${seen.whole ? 'whole' : 'part'}) in\n${text}`,
  };
  comparison.count(`variant ${variant.kind}`);
  const may = mayReach(plan, variant.name);
  for (const screen of plan.screens) {
    if (seen.shown.has(screen))
      expect(may.has(screen), comparison.about(`${screen.label} is shown, which the quick analysis rules out`)).toBe(
        true,
      );
    expectReach(screen, comparison);
    expectBack(screen, comparison);
  }
  for (const claim of plan.claims) expectAnswer(claim, comparison);
  expectFindings(comparison);
  expectDeadBranches(comparison);
  if (variant.verdicts.some(({ reachable }) => reachable === 'undecided') && plan.start?.target)
    expect(
      checked.findings.some(({ rule }) => rule === 'stack/undecided'),
      comparison.about('what is undecided is said'),
    ).toBe(true);
}

const labels = (screens: Iterable<Screen>): string[] => [...screens].map(({ label }) => label).sort();

/** Whether a screen is reached, in how many taps, and by which walk. */
function expectReach(screen: Screen, { checked: { plan }, variant, seen, count, about }: Comparison): void {
  const { reachable, taps, walk } = variant.verdicts[screen.index]!;
  count(`reach ${variant.kind} ${reachable}`);
  const isShown = seen.shown.has(screen);
  if (isShown) expect(reachable, about(`${screen.label} is shown`)).not.toBe('no');
  else if (seen.whole) expect(reachable, about(`${screen.label} is never shown`)).not.toBe('yes');
  if (reachable !== 'yes') return;
  expectTaps(screen, { variant, seen, count, about });
  expect(walk!.length, about(`the walk to ${screen.label}`)).toBe(taps);
  expect(
    replay(plan, variant.name, walk!).some((each) => activeStack(each)!.screen === screen),
    about(`${walkLabels(walk!).join(', ')} to ${screen.label}`),
  ).toBe(true);
}

/** The way to a reached screen: the number of its events that happen by themselves, and of its taps. */
function expectTaps(screen: Screen, { variant, seen, count, about }: Omit<Comparison, 'checked'>): void {
  const { walk, fromOutside, byEvent, isShortest } = variant.verdicts[screen.index]!;
  const way = seen.wayTo(screen);
  count(`taps ${variant.kind} ${isShortest ? 'least' : 'at most'}`);
  if (variant.kind === 'exact')
    expect(isShortest, about(`whether the way to ${screen.label} is the shortest`)).toBe(true);
  const own = walk!.filter(({ kind }) => kind === 'event').length;
  expect(own > 0 && !fromOutside, about(`events on the way to ${screen.label}`)).toBe(byEvent);
  if (byEvent) count(`by event ${variant.kind}`);
  if (fromOutside && isShortest)
    expect(way, about(`only from outside does anything lead to ${screen.label}`)).toBe(null);
  if (fromOutside || !way) return;
  const found: Way = { own, taps: walk!.length - own };
  // Of a part of all configurations, those that taps alone lead to are the nearest.
  const isSure = seen.whole === true || way.own === 0;
  if (isSure) expect(order(found, way), about(`the way to ${screen.label} is too short`)).toBeGreaterThanOrEqual(0);
  // Past the budget, ways are those of the quick look. Past the limit of walks, an event may be all that was found. Both
  // are said to be "at most".
  if (isShortest || (variant.kind === 'bounded' && own === way.own && isSure))
    expect(order(found, way), about(`the way to ${screen.label} is too long`)).toBeLessThanOrEqual(0);
}

/** Less than 0 if a way is shorter than another one. */
const order = (a: Way, b: Way): number => a.own - b.own || a.taps - b.taps;

/** The effect of Back on a screen, and its maximum number of frames. */
function expectBack(screen: Screen, { variant, seen, count, about }: Comparison): void {
  const back = variant.back(screen);
  const revealed = labels(seen.revealed.get(screen) ?? []);
  count(`back ${variant.kind} ${back.whole ? 'whole' : 'perhaps not all'}`);
  if (back.whole)
    expect(labels(back.reveals), about(`what Back reveals on ${screen.label}`)).toEqual(
      expect.arrayContaining(revealed),
    );
  if (seen.whole)
    expect(revealed, about(`Back reveals on ${screen.label}`)).toEqual(expect.arrayContaining(labels(back.reveals)));
  if (seen.leaves.has(screen)) expect(back.leaves, about(`Back leaves on ${screen.label}`)).not.toBe(false);
  else if (seen.whole) expect(back.leaves, about(`Back never leaves on ${screen.label}`)).not.toBe(true);
  const { some, none } = seen.arrows(screen);
  if (back.arrow === 'always') expect(none, about(`an arrow on ${screen.label}`)).toBe(false);
  if (back.arrow === 'never') expect(some, about(`no arrow on ${screen.label}`)).toBe(false);
  const frames = back.deepest?.frames;
  const deepest = seen.deepest(screen);
  if (frames) expect(frames, about(`frames of ${screen.label}`)).toBeGreaterThanOrEqual(deepest);
  if (seen.whole && variant.kind === 'exact') expect(frames ?? 0, about(`frames of ${screen.label}`)).toBe(deepest);
}

/** Whether a rule of the plan holds, and if not, that its walk breaks it. */
function expectAnswer(claim: Claim, { checked: { plan }, variant, seen, count, about }: Comparison): void {
  if (!claim.first || !claim.second) return;
  const answer = toEnd(answerTo(plan, variant, claim));
  count(`rule ${variant.kind} ${typeof answer === 'string' ? answer : 'broken'}`);
  if (answer === 'holds') expect(seen.breaks(claim), about(`${claim.title} holds`)).toBe(false);
  else if (answer !== 'undecided')
    expect(seen.shows(claim, answer), about(`${walkLabels(answer).join(', ')} breaks ${claim.title}`)).toBe(true);
}

/** The findings of the rules about stacks. */
function expectFindings({ checked: { plan, supply, findings }, variant, seen, count, about }: Comparison): void {
  const told = (rule: string): string[] =>
    findings
      .filter((finding) => finding.rule === rule && (finding.variant ?? variant.name) === variant.name)
      .map(({ subject }) => subject!)
      .sort();
  if (seen.whole) expect(told('stack/grows'), about('what grows')).toEqual([]);
  for (const label of told('reach/link-only'))
    expect(
      seen.tapsTo(plan.screens.find((screen) => screen.label === label)!),
      about(`only from outside does anything lead to ${label}`),
    ).toBe(null);
  for (const label of told('reach/event-only'))
    expect(
      seen.wayTo(plan.screens.find((screen) => screen.label === label)!)?.own,
      about(`only with what happens by itself does anything lead to ${label}`),
    ).not.toBe(0);
  const leaks = labels(seen.leaks);
  const toldLeaks = told('stack/guarded-revealed');
  if (seen.whole) expect(leaks, about('leaks')).toEqual(expect.arrayContaining(toldLeaks));
  if (variant.kind !== 'exact') return;
  expect(toldLeaks, about('leaks')).toEqual(expect.arrayContaining(leaks));
  if (seen.whole)
    expect(told('reach/dead-end'), about('dead ends')).toEqual(
      labels(seen.deadEnds()).filter((label) => label !== plan.start?.target?.label),
    );
  const toldMissing = findings
    .filter(({ rule }) => rule === 'stack/back-target-missing')
    .map(({ range: { from } }) => from);
  const missing = [...seen.missed].flatMap((one) => ('kind' in one ? [one.range.from] : []));
  expect(toldMissing, about('targets that are missing')).toEqual(expect.arrayContaining(missing));
  if (seen.whole) expect(missing, about('targets that are missing')).toEqual(expect.arrayContaining(toldMissing));
  const toldLost = findings.filter(({ rule }) => rule === 'result/lost').map(({ range: { from } }) => from);
  const unasked = new Set(supply.results.unasked);
  const lost = [...seen.missed].flatMap((one) => ('kind' in one || unasked.has(one.screen!) ? [] : [one.value.from]));
  toldLost.forEach(() => count('result lost'));
  expect(toldLost, about('results that reach nobody')).toEqual(expect.arrayContaining(lost));
  if (seen.whole) expect(lost, about('results that reach nobody')).toEqual(expect.arrayContaining(toldLost));
}

/** No run takes a branch that is called dead. */
function expectDeadBranches({ checked: { plan, reach, text }, seen, count, about }: Comparison): void {
  for (const { branch } of toEnd(deadBranches({ plan, reach }))) {
    count('dead branch');
    expect(seen.taken.has(branch), about(`the branch ${text.slice(branch.node.from, branch.node.to)} is dead`)).toBe(
      false,
    );
  }
}
