import { closest } from '../language/closest';
import type { ValueNode, WalkNode, WalkStepNode } from '../language/syntax';
import { isIn, type Plan, type Screen } from '../plan/model';
import { activeStack, type Configuration } from './configuration';
import { Walker, type Event } from './walker';

/** Why a kept walk can no longer be walked. */
export type Break =
  /** No control of that name is on the screen that is on top. */
  | { readonly why: 'no-control'; readonly screens: readonly Screen[]; readonly name: string; readonly near: string | null }
  /** The control is there, and its condition does not hold, or the tap leaves the app. */
  | { readonly why: 'nothing-follows'; readonly screens: readonly Screen[]; readonly name: string }
  | { readonly why: 'other-screen'; readonly screens: readonly Screen[]; readonly wanted: Screen }
  /** The screen is on top, and Back would not reveal the other one. */
  | { readonly why: 'not-beneath'; readonly wanted: Screen; readonly beneath: Screen }
  | { readonly why: 'no-start' };

/** How far a kept walk can be walked in one variant; `shown` is what can be on top at the start and after each step. */
export type Replayed = { readonly shown: readonly (readonly Screen[])[] } & (
  | { readonly outcome: 'holds' }
  /** A step does not read, or opens a URL: what that opens is not looked up. */
  | { readonly outcome: 'undecided' }
  | { readonly outcome: 'broken'; readonly step: number; readonly at: WalkStepNode | null; readonly because: Break }
);

/**
 * Walks a kept walk from a cold start. Where a condition in quotes is not told, every outcome is followed, and one that
 * goes through to the end is enough.
 */
export function replay(plan: Plan, variant: string, walk: WalkNode): Replayed {
  const walker = new Walker(plan, variant);
  let now = walker.coldStart();
  if (now.length === 0) return { shown: [], outcome: 'broken', step: 0, at: null, because: { why: 'no-start' } };
  const shown = [topsOf(now)];
  const steps = walk.body?.items ?? [];
  for (const [index, at] of steps.entries()) {
    const next = stepOn(plan, walker, variant, now, at);
    if (next === null) return { shown, outcome: 'undecided' };
    if (!Array.isArray(next)) return { shown, outcome: 'broken', step: index + 1, at, because: next as Break };
    now = next as Configuration[];
    shown.push(topsOf(now));
  }
  return { shown, outcome: 'holds' };
}

const topsOf = (configurations: readonly Configuration[]): Screen[] => [...new Set(configurations.map((each) => activeStack(each)!.screen))];

/** What can be so after one step; why there is nothing; or null where the step cannot be judged. */
function stepOn(plan: Plan, walker: Walker, variant: string, now: readonly Configuration[], step: WalkStepNode): readonly Configuration[] | Break | null {
  switch (step.kind) {
    case 'tap': {
      const { label, condition } = step;
      if (!label || (condition && !condition.text)) return null;
      const assumed = condition ? new Map([[condition.text!.value, condition.holds]]) : undefined;
      return control(walker, now, label.value, (event) => (event.kind === 'trigger' ? event.transition.trigger : null), assumed);
    }
    case 'menu': return step.label && control(walker, now, step.label.value, (event) => (event.kind === 'item' ? event.item.label : null));
    case 'tab': return step.label && control(walker, now, step.label.value, (event) => (event.kind === 'tab' ? event.tab.label : null));
    case 'back': return control(walker, now, 'Back', (event) => (event.kind === 'back' ? 'Back' : null));
    case 'set': {
      const flag = plan.flags.find(({ name }) => name === step.flag?.text);
      const value = step.value && flagValue(step.value);
      return flag && value !== null && flag.values.includes(value) ? now.map((each) => walker.set(each, { flag, value })) : null;
    }
    case 'open': {
      const entry = plan.entries.find(({ url, only }) => url !== null && url === step.url?.text && isIn(only, variant));
      return entry?.call ? now.flatMap((each) => walker.after(each, { kind: 'entry', entry })) : null;
    }
    case 'expect': {
      const wanted = screenNamed(plan, step.screen);
      const beneath = screenNamed(plan, step.beneath);
      if (!wanted || (step.beneath && !beneath)) return null;
      const there = now.filter((each) => activeStack(each)!.screen === wanted);
      if (there.length === 0) return { why: 'other-screen', screens: topsOf(now), wanted };
      if (!beneath) return there;
      const above = there.filter((each) => walker.after(each, { kind: 'back' }).some((back) => activeStack(back)!.screen === beneath));
      return above.length > 0 ? above : { why: 'not-beneath', wanted, beneath };
    }
  }
}

function control(
  walker: Walker, now: readonly Configuration[], name: string, nameOf: (event: Event) => string | null, assumed?: ReadonlyMap<string, boolean>,
): readonly Configuration[] | Break {
  const next: Configuration[] = [];
  const names = new Set<string>();
  for (const configuration of now) {
    for (const event of walker.events(configuration)) {
      const called = nameOf(event);
      if (called === null) continue;
      names.add(called);
      if (called === name) next.push(...walker.after(configuration, event, assumed));
    }
  }
  if (next.length > 0) return next;
  const screens = topsOf(now);
  return names.has(name) ? { why: 'nothing-follows', screens, name } : { why: 'no-control', screens, name, near: closest(name, [...names]) };
}

function screenNamed(plan: Plan, reference: { readonly module: { readonly text: string } | null; readonly name: { readonly text: string } } | null): Screen | null {
  if (!reference) return null;
  const named = plan.screens.filter((screen) => screen.name === reference.name.text && (!reference.module || screen.module?.name === reference.module.text));
  return named.length === 1 ? named[0]! : null;
}

/** What a flag is set to: `true`, `false`, or an option's name; null for what no flag can be. */
function flagValue(value: ValueNode): string | null {
  if (value.kind === 'bool') return String(value.value);
  return value.kind === 'path' && value.names.length === 1 ? value.names[0]!.text : null;
}
