import type { ValueNode, WalkNode, WalkValueNode } from '../language/syntax';
import { isLiteral, literalFits } from '../plan/literals';
import { screenNamed } from '../plan/directory';
import type { Named, Plan, Screen, Transition } from '../plan/model';
import { screenScope } from '../plan/scope';
import { required, type Type } from '../plan/types';

/** A value in a kept walk that no control of that name can be given, or that no expected screen can have. */
export interface BadWalkValue {
  readonly walk: WalkNode;
  /** The trigger that gets it, or the screen that is expected to have it. */
  readonly of: { readonly trigger: string } | { readonly screen: Screen };
  readonly given: WalkValueNode;
  readonly status: 'unknown-value' | 'wrong-type';
  /** Type that the value must fit; null if nothing has its name. */
  readonly type: Type | null;
  /** The values that the controls of that name can be given, or that the screen has. */
  readonly known: readonly string[];
}

/**
 * Checks the values of taps in kept walks against the screens that have such a trigger. The screen on top is unknown
 * before the walk is replayed, so a value is wrong only if it fits none of them. A literal may stand for an id.
 */
export const checkWalkValues = (plan: Plan): BadWalkValue[] => [...checkTaps(plan), ...checkExpected(plan)];

function checkTaps(plan: Plan): BadWalkValue[] {
  const taps = plan.walks.flatMap((walk) =>
    (walk.body?.items ?? []).flatMap((step) => (step.kind === 'tap' && step.label ? [{ walk, step }] : [])),
  );
  if (taps.every(({ step }) => step.values.length === 0)) return [];
  const byTrigger = new Map<string, Transition[]>();
  for (const transition of plan.screens.flatMap((screen) => screen.transitions)) {
    byTrigger.set(transition.trigger, [...(byTrigger.get(transition.trigger) ?? []), transition]);
  }
  return taps.flatMap(({ walk, step }) => {
    const transitions = byTrigger.get(step.label!.value) ?? [];
    const settable = transitions.flatMap((transition) => [...settableOn(transition)]);
    return step.values.flatMap((given): BadWalkValue[] => {
      if (!given.value || transitions.length === 0) return [];
      const named = settable.filter((one) => one.name === given.name.text);
      if (named.some((one) => valueFits(given.value!, one.type))) return [];
      return [
        {
          walk,
          of: { trigger: step.label!.value },
          given,
          type: named[0]?.type ?? null,
          status: named.length === 0 ? 'unknown-value' : 'wrong-type',
          known: [...new Set(settable.map((one) => one.name))],
        },
      ];
    });
  });
}

function checkExpected({ walks, screens }: Plan): BadWalkValue[] {
  return walks.flatMap((walk) =>
    (walk.body?.items ?? []).flatMap((step): BadWalkValue[] => {
      if (step.kind !== 'expect' || step.values.length === 0) return [];
      const screen = screenNamed(screens, step.screen);
      if (!screen) return [];
      const known = [...screen.parameters, ...screen.holds];
      return step.values.flatMap((given): BadWalkValue[] => {
        const one = known.find((each) => each.name === given.name.text);
        if (!given.value || (one && valueFits(given.value, one.type))) return [];
        const status = one ? 'wrong-type' : 'unknown-value';
        return [
          { walk, of: { screen }, given, status, type: one?.type ?? null, known: known.map((each) => each.name) },
        ];
      });
    }),
  );
}

/** Choices at a tap: the item of the list, and the values that the screen has. */
function settableOn(transition: Transition): readonly Named[] {
  return screenScope(transition.screen, [], transition.loop).layers.flat();
}

/** Whether a literal fits; an id identifies an item of a list of records. */
function valueFits(value: ValueNode, type: Type): boolean {
  const wanted = required(type);
  if (wanted.kind === 'choice')
    return value.kind === 'path' && value.names.length === 1 && wanted.options.includes(value.names[0]!.text);
  if (wanted.kind === 'record') {
    const id = [...wanted.fields.values()].find((field) => required(field).kind === 'id');
    return id !== undefined && valueFits(value, id);
  }
  return isLiteral(value) && literalFits(value, wanted);
}
