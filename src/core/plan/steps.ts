/** Every step of a plan, in every position that the language allows: the one enumeration for all that ask of steps. */
import {
  isIn,
  type Branch,
  type MenuItem,
  type Needs,
  type Plan,
  type PlanEvent,
  type Screen,
  type Step,
  type Transition,
} from './model';

/** A list of steps, and its place in the plan. */
export type StepList = { readonly steps: readonly Step[] } & (
  | { readonly kind: 'trigger'; readonly screen: Screen; readonly transition: Transition; readonly branch: Branch }
  | { readonly kind: 'else'; readonly screen: Screen; readonly needs: Needs }
  | { readonly kind: 'item'; readonly item: MenuItem; readonly branch: Branch }
  | { readonly kind: 'event'; readonly event: PlanEvent; readonly branch: Branch }
);

/** The screen whose triggers or needs have a list of steps; null for one of a menu or an event. */
export const screenOfList = (list: StepList): Screen | null =>
  list.kind === 'trigger' || list.kind === 'else' ? list.screen : null;

/** The steps of a list, each followed by the steps behind its `or`. */
export function* eachStep(steps: readonly Step[]): Generator<Step, void, void> {
  for (const step of steps) {
    yield step;
    if (step.kind === 'resume' && step.or) yield* eachStep([step.or]);
  }
}

/**
 * The lists of steps of a plan: of triggers, behind the `else` of `needs`, of menu items, and of events.
 *
 * @param variant leaves out the lists that this variant lacks; null keeps all
 */
export function* eachStepList(plan: Plan, variant: string | null = null): Generator<StepList, void, void> {
  const has = (only: Parameters<typeof isIn>[0]): boolean => variant === null || isIn(only, variant);
  for (const screen of plan.screens) {
    if (!has(screen.only)) continue;
    for (const transition of screen.transitions) {
      if (has(transition.only))
        for (const branch of transition.branches)
          yield { kind: 'trigger', screen, transition, branch, steps: branch.steps };
    }
    for (const needs of screen.needs) yield { kind: 'else', screen, needs, steps: needs.otherwise };
  }
  for (const menu of plan.menus) {
    if (has(menu.only))
      for (const item of menu.items)
        for (const branch of item.branches) yield { kind: 'item', item, branch, steps: branch.steps };
  }
  for (const event of plan.events) {
    if (has(event.only))
      for (const branch of event.branches) yield { kind: 'event', event, branch, steps: branch.steps };
  }
}

/** The screens that a menu or an event resets or switches to, by any step of any of its parts. */
export function leadsTo(parts: readonly Pick<MenuItem | PlanEvent, 'branches'>[]): Set<Screen> {
  const led = new Set<Screen>();
  for (const { branches } of parts) {
    for (const { steps } of branches) {
      for (const step of eachStep(steps))
        if ((step.kind === 'reset' || step.kind === 'switch') && step.call?.target) led.add(step.call.target);
    }
  }
  return led;
}
