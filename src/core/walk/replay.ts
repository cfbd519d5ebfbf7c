import { closest } from '../language/closest';
import type { TakenNode, WalkStepNode, WalkValueNode } from '../language/syntax';
import { corrected, nearestTo, type Near } from '../links/near';
import { openUrl } from '../links/open';
import { spaceOf } from '../links/space';
import { isUrl, readUrl, type UrlProblem } from '../links/url';
import { isIn, type Branch, type Plan, type Screen } from '../plan/model';
import type { Assumptions } from './conditions';
import { activeStack, keyOf, type Configuration, type Frame, type Stack } from './configuration';
import { Data } from './data';
import { literalOf } from './samples';
import { screenNamed } from '../plan/directory';
import { required } from '../plan/types';
import { at, isRecord, tellingField, type Value, type Values } from '../plan/value';
import { isBranching, type AppEvent } from './event';
import { Walker } from './walker';

/** Why a kept walk can no longer be walked. */
export type Break =
  /** No control of that name is on the screen that is on top. */
  | {
      readonly why: 'no-control';
      readonly screens: readonly Screen[];
      readonly name: string;
      readonly near: string | null;
    }
  /** The control is there, and its condition does not hold. */
  | { readonly why: 'nothing-follows'; readonly screens: readonly Screen[]; readonly name: string }
  | { readonly why: 'other-screen'; readonly screens: readonly Screen[]; readonly wanted: Screen }
  /** The screen is on top, and Back would not reveal the other one. */
  | { readonly why: 'not-beneath'; readonly wanted: Screen; readonly beneath: Screen }
  /**
   * No pattern fits the URL, or no entry has the label. For a URL, the nearest patterns, or the reason why it cannot be
   * read.
   */
  | {
      readonly why: 'opens-nothing';
      readonly name: string;
      readonly near: string | null;
      readonly because: Near | UrlProblem | null;
    }
  /** A value of the screen on top is another one; `found` is null for one that is absent or missing. */
  | {
      readonly why: 'other-value';
      readonly screen: Screen;
      readonly name: string;
      readonly wanted: string;
      readonly found: string | null;
    }
  /** A step before it has left the app. */
  | { readonly why: 'left' }
  | { readonly why: 'no-start' };

/** How far a kept walk can be walked in one variant. */
export type Replayed = {
  /** Screens that can be on top at the start and after each step; none if the app is left. */
  readonly shown: readonly (readonly Screen[])[];
  /** One of the longest runs: its configuration at the start and after each step. */
  readonly run: readonly Stop[];
} & (
  | { readonly outcome: 'holds' }
  /** A step does not read. */
  | { readonly outcome: 'undecided' }
  | { readonly outcome: 'broken'; readonly step: number; readonly at: WalkStepNode | null; readonly because: Break }
);

/** The state of a run after a step. */
export interface Stop {
  /** Null if the app is left. */
  readonly configuration: Configuration | null;
  /** The branch of the event that led here, or null. */
  readonly branch: Branch | null;
}

/** A stop of a run, linked to the stop before. */
interface ReplayNode extends Stop {
  readonly before: ReplayNode | null;
}

/**
 * Replays a kept walk from a cold start. If a step leaves a condition in quotes open, every outcome is followed, and
 * one run to the end is enough.
 *
 * @param data keeps the values that steps pass, for views that show them
 */
export function replay(
  plan: Plan,
  variant: string,
  steps: readonly WalkStepNode[],
  data: Data | null = null,
): Replayed {
  const asksForValues = steps.some((step) => step.kind === 'expect' && step.values.length > 0);
  const replayer = new Replayer(plan, variant, data ?? (asksForValues ? new Data(plan) : null), asksForValues);
  let now = replayer.start();
  const shown: (readonly Screen[])[] = [];
  const progress = (): Pick<Replayed, 'shown' | 'run'> => ({ shown, run: runOf(now[0]) });
  if (now.length === 0) return { ...progress(), outcome: 'broken', step: 0, at: null, because: { why: 'no-start' } };
  shown.push(topsOf(now));
  for (const [index, at] of steps.entries()) {
    const next = replayer.step(now.filter(isOn), at);
    if (next === null) return { ...progress(), outcome: 'undecided' };
    if (!isMoments(next)) return { ...progress(), outcome: 'broken', step: index + 1, at, because: next };
    now = next;
    shown.push(topsOf(now));
  }
  return { ...progress(), outcome: 'holds' };
}

type Running = ReplayNode & { readonly configuration: Configuration };
const isOn = (moment: ReplayNode): moment is Running => moment.configuration !== null;
const isMoments = (next: readonly ReplayNode[] | Break): next is readonly ReplayNode[] => Array.isArray(next);
const topsOf = (moments: readonly ReplayNode[]): Screen[] => [
  ...new Set(moments.filter(isOn).map(({ configuration }) => activeStack(configuration)!.screen)),
];

function runOf(last: ReplayNode | undefined): Stop[] {
  const run: Stop[] = [];
  for (let moment: ReplayNode | null = last ?? null; moment; moment = moment.before) run.push(moment);
  return run.reverse();
}

class Replayer {
  private readonly walker: Walker;

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
    data: Data | null,
    private readonly asksForValues: boolean,
  ) {
    this.walker = new Walker(plan, variant, data);
  }

  start(): readonly ReplayNode[] {
    return this.walker.coldStart().map((configuration) => ({ configuration, branch: null, before: null }));
  }

  /** Moments after one step; the reason if there are none; null if the step cannot be judged. */
  step(now: readonly Running[], step: WalkStepNode): readonly ReplayNode[] | Break | null {
    if (now.length === 0) return { why: 'left' };
    const taken = 'taken' in step ? assumptionsOf(step.taken) : null;
    if ('taken' in step && !taken) return null;
    switch (step.kind) {
      case 'tap': {
        if (!step.label) return null;
        return this.control(
          now,
          step.label.value,
          (event) => (event.kind === 'trigger' ? event.transition.trigger : null),
          taken!,
          valuesOf(step.values),
        );
      }
      case 'menu':
        return (
          step.label &&
          this.control(now, step.label.value, (event) => (event.kind === 'item' ? event.item.label : null), taken!)
        );
      case 'tab':
        return (
          step.label &&
          this.control(now, step.label.value, (event) => (event.kind === 'tab' ? event.tab.label : null), taken!)
        );
      case 'event':
        return (
          step.label &&
          this.control(now, step.label.value, (event) => (event.kind === 'event' ? event.event.title : null), taken!)
        );
      case 'back':
        return this.control(now, 'Back', (event) => (event.kind === 'back' ? 'Back' : null));
      case 'set': {
        const flag = this.plan.flags.find(({ name }) => name === step.flag?.text);
        const value = step.value && literalOf(step.value);
        return flag && value !== null && flag.values.includes(value)
          ? now.map((before) => ({
              configuration: this.walker.set(before.configuration, { flag, value }),
              branch: null,
              before,
            }))
          : null;
      }
      case 'open': {
        const opened = openingOf(this.plan, this.variant, step);
        if (opened === null) return null;
        return 'why' in opened ? opened : this.follow(now, opened, taken!);
      }
      case 'expect':
        return this.expect(now, step);
    }
  }

  private expect(
    now: readonly Running[],
    step: Extract<WalkStepNode, { kind: 'expect' }>,
  ): readonly ReplayNode[] | Break | null {
    const wanted = screenNamed(this.plan.screens, step.screen);
    const beneath = screenNamed(this.plan.screens, step.beneath);
    if (!wanted || (step.beneath && !beneath)) return null;
    const there = now.filter(({ configuration }) => activeStack(configuration)!.screen === wanted);
    if (there.length === 0) return { why: 'other-screen', screens: topsOf(now), wanted };
    const above = !beneath
      ? there
      : there.filter(({ configuration }) =>
          this.walker.after(configuration, { kind: 'back' }).some((back) => activeStack(back)!.screen === beneath),
        );
    if (above.length === 0) return { why: 'not-beneath', wanted, beneath: beneath! };
    let other: Break | null = null;
    const fitting = above.filter(({ configuration }) => {
      const differs = otherValue(activeStack(configuration)!, step.values);
      other ??= differs;
      return !differs;
    });
    return fitting.length === 0 && other
      ? other
      : fitting.map((before) => ({ configuration: before.configuration, branch: null, before }));
  }

  private control(
    now: readonly Running[],
    name: string,
    nameOf: (event: AppEvent) => string | null,
    taken?: Assumptions,
    given?: Values,
  ): readonly ReplayNode[] | Break {
    const next: ReplayNode[] = [];
    const all = now.flatMap((moment) =>
      this.walker.allEvents(moment.configuration).flatMap((event) => {
        const called = nameOf(event);
        return called === null ? [] : [{ moment, event, called }];
      }),
    );
    for (const { moment, event, called } of all)
      if (called === name) next.push(...this.follow([moment], event, taken, given));
    if (next.length > 0) return distinct(next, this.asksForValues);
    const screens = topsOf(now);
    if (all.some(({ called }) => called === name)) return { why: 'nothing-follows', screens, name };
    // A name in its place is proposed only where something follows it.
    const possible = all.filter(({ moment, event }) => this.follow([moment], event, taken, given).length > 0);
    return {
      why: 'no-control',
      screens,
      name,
      near: closest(name, [...new Set(possible.map(({ called }) => called))]),
    };
  }

  /** Moments after an event. */
  private follow(now: readonly Running[], event: AppEvent, taken?: Assumptions, given?: Values): ReplayNode[] {
    return now.flatMap((before) => {
      const outcomes = isBranching(event)
        ? this.walker.outcomesBy(before.configuration, event, taken, given)
        : [{ branch: null, after: this.walker.after(before.configuration, event, taken) }];
      return outcomes.flatMap(({ branch, after }) =>
        (after.length > 0 ? after : [null]).map((configuration): ReplayNode => ({ configuration, branch, before })),
      );
    });
  }
}

/** One of each set of equal moments, so that walks with open outcomes do not branch for ever. */
function distinct(moments: readonly ReplayNode[], withValues: boolean): readonly ReplayNode[] {
  if (moments.length === 1) return moments;
  const byKey = new Map<string, ReplayNode>();
  for (const moment of moments) {
    const { configuration } = moment;
    const values = withValues && configuration ? JSON.stringify(configuration.stacks.map(valuesIn)) : '';
    const key = configuration ? `${keyOf(configuration)} ${values}` : '';
    if (!byKey.has(key)) byKey.set(key, moment);
  }
  return [...byKey.values()];
}

function valuesIn(stack: Stack): (Values | null)[] {
  const all: (Values | null)[] = [];
  for (let frame = stack; frame; frame = frame.below) all.push(frame.values);
  return all;
}

/** The first value of a frame that is not the expected one; null if all are. */
function otherValue({ screen, values }: Frame, expected: readonly WalkValueNode[]): Break | null {
  for (const { name, value } of expected) {
    const wanted = value && literalOf(value);
    const found = toldValue(screen, name.text, values ? at(values, name.text) : undefined);
    if (wanted !== null && found !== wanted) return { why: 'other-value', screen, name: name.text, wanted, found };
  }
  return null;
}

/** A value as a walk can write it: a record by its id. Null if there is none. */
function toldValue(screen: Screen, name: string, value: Value | undefined): string | null {
  if (typeof value === 'string') return value;
  const type = [...screen.parameters, ...screen.holds].find((one) => one.name === name)?.type;
  const record = type && required(type);
  const field = record?.kind === 'record' ? tellingField(record) : null;
  const id = field !== null && value !== undefined && isRecord(value) ? at(value, field) : null;
  return typeof id === 'string' ? id : null;
}

/** Effect of a step that opens something; the reason if it opens nothing; null if it cannot be read. */
function openingOf(
  plan: Plan,
  variant: string,
  { url, label }: Extract<WalkStepNode, { kind: 'open' }>,
): AppEvent | Extract<Break, { why: 'opens-nothing' }> | null {
  const here = plan.entries.filter(({ only }) => isIn(only, variant));
  const entry = label && here.find((each) => each.label === label.value);
  if (label && !entry)
    return {
      why: 'opens-nothing',
      name: label.value,
      near: closest(
        label.value,
        here.map((each) => each.label),
      ),
      because: null,
    };
  if (entry?.call) return { kind: 'entry', entry };
  const address = entry ? entry.url : (url?.text ?? null);
  if (address === null) return null;
  const opened = openUrl(plan, variant, address);
  if (opened) return { kind: 'link', ...opened };
  const space = spaceOf(plan, variant);
  const read = readUrl(address, space.origins);
  const [failing] = nearestTo(space, address, 1);
  return {
    why: 'opens-nothing',
    name: address,
    near: failing ? corrected(address, failing.failure) : null,
    because: isUrl(read) ? (failing ?? null) : read,
  };
}

/** Assumed outcomes of conditions; null if one cannot be read. */
function assumptionsOf(taken: readonly TakenNode[]): Assumptions | null {
  return taken.every(({ text }) => text) ? new Map(taken.map(({ holds, text }) => [text!.value, holds])) : null;
}

const valuesOf = (given: readonly WalkValueNode[]): Values =>
  Object.fromEntries(given.flatMap(({ name, value }) => (value ? [[name.text, literalOf(value)]] : [])));
