/** Random runs of a plan, as data that drives generated code of any language, with what the walker does. */
import { spaceOf } from '../../../src/core/links/space';
import { partsOf } from '../../../src/core/generate/program/read-expression';
import type { EventCode, Program } from '../../../src/core/generate/program/program';
import { isIn, type MenuItem, type Plan, type PlanEvent, type Transition } from '../../../src/core/plan/model';
import { at, type Value, type Values } from '../../../src/core/plan/value';
import { activeStack, type Configuration } from '../../../src/core/walk/configuration';
import { Data } from '../../../src/core/walk/data';
import { isBeside, type AppEvent } from '../../../src/core/walk/event';
import { listInSight } from '../../../src/core/walk/in-sight';
import { outcomesOfEvent } from '../../../src/core/walk/outcomes';
import { Walker } from '../../../src/core/walk/walker';
import { write, type WrittenConfiguration } from '../../../src/core/walk/written';

/** An event by the names of the plan. */
export type GivenEvent =
  | { readonly kind: 'back' }
  | { readonly kind: 'tab'; readonly label: string }
  | { readonly kind: 'set'; readonly flag: string; readonly value: string }
  | { readonly kind: 'open'; readonly screen: string; readonly values: Values; readonly link: string | null }
  | {
      readonly kind: 'code';
      readonly code: EventCode;
      readonly values: Values;
      readonly outcomes: ReadonlyMap<string, boolean>;
      readonly onList: boolean;
    };

export interface Move {
  readonly event: GivenEvent;
  readonly circumstances: ReadonlyMap<string, boolean>;
  /** The states that may follow; null for one that leaves the app. */
  readonly after: readonly (WrittenConfiguration | null)[];
}

export interface Run {
  readonly variant: string;
  readonly circumstances: ReadonlyMap<string, boolean>;
  readonly start: readonly WrittenConfiguration[];
  readonly moves: readonly Move[];
}

/** A stream of numbers below a bound: a linear congruential generator (Knuth, TAOCP 3.3.4). */
export function chance(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return Math.floor((state / 2147483648) * below);
  };
}

/** The code of the statements of a plan, as `read-events.ts` joins them: by the label and the place. */
function codesOf({ screens, menus, happenings }: Program): (event: AppEvent) => EventCode | null {
  const codes = new Map<Transition | MenuItem | PlanEvent, EventCode>();
  for (const { screen, triggers } of screens) {
    for (const transition of screen.transitions) {
      const code = triggers.find(({ parts }) => parts.includes(transition));
      if (code) codes.set(transition, code);
    }
  }
  for (const { menu, items } of menus) menu.items.forEach((item, index) => codes.set(item, items[index]!));
  for (const { event, code } of happenings) codes.set(event, code);
  return (event) => {
    if (event.kind === 'trigger') return codes.get(event.transition) ?? null;
    if (event.kind === 'item') return codes.get(event.item) ?? null;
    return event.kind === 'event' ? (codes.get(event.event) ?? null) : null;
  };
}

/**
 * Whether the code of a plan can go the walker's ways: elsewhere the walker opens screens that lack arguments, or has
 * conditions of which nobody says how they turn out.
 */
export const isComparable = ({ start, gaps }: Program): boolean =>
  start !== null && !gaps.some(({ kind }) => kind === 'unsupplied' || kind === 'left-out' || kind === 'condition');

/** Random runs from a cold start, of up to `length` events each. */
export function runsOf(program: Program, count: number, length: number, seed: number): Run[] {
  const { plan } = program;
  const next = chance(seed);
  const codeOf = codesOf(program);
  const runs: Run[] = [];
  for (let index = 0; index < count; index++) {
    const variant = plan.variants[index % plan.variants.length]!;
    const walker = new Walker(plan, variant, new Data(plan));
    const coin = (texts: readonly string[]): Map<string, boolean> =>
      new Map(texts.map((text) => [text, next(2) === 1]));
    const circumstances = coin(program.circumstances);
    const data = new Data(plan);
    let now = walker.coldStart();
    const start = now.map((each) => write(plan, each));
    const moves: Move[] = [];
    // A start that depends on more than the app can say is no start of a run.
    while (now.length === 1 && moves.length < length) {
      const configuration = now[0]!;
      const move = moveFrom(program, walker, data, configuration, next, coin, codeOf);
      if (!move) break;
      moves.push(move.move);
      now = move.after;
    }
    runs.push({ variant, circumstances, start, moves });
  }
  return runs;
}

function moveFrom(
  program: Program,
  walker: Walker,
  data: Data,
  from: Configuration,
  next: (below: number) => number,
  coin: (texts: readonly string[]) => Map<string, boolean>,
  codeOf: (event: AppEvent) => EventCode | null,
): { readonly move: Move; readonly after: Configuration[] } | null {
  const { plan } = program;
  if (plan.flags.length > 0 && next(12) === 0) {
    const flag = plan.flags[next(plan.flags.length)]!;
    const value = flag.values[next(flag.values.length)]!;
    const after = walker.set(from, { flag, value });
    return {
      move: { event: { kind: 'set', flag: flag.name, value }, circumstances: new Map(), after: [write(plan, after)] },
      after: [after],
    };
  }
  const outside = walker.externalEvents().filter((event) => event.kind === 'link' || event.entry.call?.target);
  const offered = walker.allEvents(from);
  const events = next(6) === 0 && outside.length > 0 ? outside : offered;
  let event = events[next(events.length)]!;
  // Half as often as other events: a run that leaves the app ends.
  if (event.kind === 'back') event = events[next(events.length)]!;
  const circumstances = coin(program.circumstances);
  const code = codeOf(event);
  const outcomes = coin(code?.outcomes ?? []);
  const assumed = new Map([...circumstances, ...outcomes]);
  // A text that is both a circumstance and an outcome turns out one way.
  for (const text of outcomes.keys()) if (circumstances.has(text)) circumstances.set(text, assumed.get(text)!);
  const given = givenEvent(plan, walker, data, from, event, code, outcomes);
  if (!given) return null;
  const happen = code && event.kind === 'trigger' ? mergedWith(code, event, walker.variant) : [event];
  for (const each of happen) {
    const all = outcomesOfEvent(walker, from, each, undefined, assumed);
    if (all.length === 0) continue;
    if (walker.bounded) return null;
    const after = all.map((one) => one.after);
    if (code && mayDoNothing(code)) after.push(from);
    return {
      move: { event: given, circumstances, after: after.map((one) => one && write(plan, one)) },
      after: after.length === 1 && after[0] ? [after[0]] : [],
    };
  }
  return { move: { event: given, circumstances, after: [write(plan, from)] }, after: [from] };
}

/** Whether values decide if a branch happens: the walker goes both ways, and does not tell that nothing happens. */
const mayDoNothing = ({ branches }: EventCode): boolean =>
  branches.every(({ test }) => test !== null) &&
  branches.some(({ test }) => [...partsOf(test!)].some(({ kind }) => kind === 'given'));

/** The triggers of one control: of their branches the first whose condition holds happens. */
function mergedWith(code: EventCode, event: Extract<AppEvent, { kind: 'trigger' }>, variant: string): AppEvent[] {
  return (code.parts as readonly Transition[])
    .filter(({ only }) => isIn(only, variant))
    .map((transition) => ({ ...event, transition }));
}

function givenEvent(
  plan: Plan,
  walker: Walker,
  data: Data,
  from: Configuration,
  event: AppEvent,
  code: EventCode | null,
  outcomes: ReadonlyMap<string, boolean>,
): GivenEvent | null {
  switch (event.kind) {
    case 'back':
      return event;
    case 'tab':
      return { kind: 'tab', label: event.tab.label };
    case 'link': {
      const values = data.byLink(event.link, data.sampleFor(event.link));
      const isRead = spaceOf(plan, walker.variant).patterns.some(({ link }) => link === event.link);
      const isWhole = event.link.screen.parameters.every(({ name }) => at(values, name) !== undefined);
      return isRead && isWhole
        ? { kind: 'open', screen: event.link.screen.label, values, link: event.link.pattern }
        : null;
    }
    case 'entry': {
      const { call } = event.entry;
      const values = data.onArrival(call!.target!, call, {});
      return { kind: 'open', screen: call!.target!.label, values, link: null };
    }
    default: {
      if (!code) return null;
      const frames = event.kind === 'trigger' ? contextOf(data, from, event, walker.variant) : {};
      const values = code.brought.map(({ name, type, as }): [string, Value] => [
        name,
        (as === 'missing' ? undefined : at(frames, name)) ?? (as === 'missing' ? data.samples.of(type, name) : null),
      ]);
      return { kind: 'code', code, values: Object.fromEntries(values), outcomes, onList: isBeside(event) };
    }
  }
}

/** The values that the steps of a trigger can name. */
function contextOf(
  data: Data,
  from: Configuration,
  event: Extract<AppEvent, { kind: 'trigger' }>,
  variant: string,
): Values {
  const frame = isBeside(event) ? listInSight(activeStack(from), variant) : activeStack(from);
  return data.atTap(frame!.values!, event.transition, {}, new Map()).context;
}
