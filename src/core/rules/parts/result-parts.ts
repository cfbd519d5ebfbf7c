/** Shared parts of the rules about results. */
import type { TextEdit } from '../../language/edits';
import type { StepNode } from '../../language/syntax';
import { appendToScreen, prependToScreen } from '../../edit/body';
import { writeHeld } from '../../edit/arguments';
import { freeName } from '../../edit/transitions';
import type { Named, Screen, Step, Transition } from '../../plan/model';
import { assignable, isKnown, showType, type Type } from '../../plan/types';
import { fittingValues } from '../../supply/fitting';
import type { BadAnswer, BadQuestion } from '../../supply/results';
import { scopeOfTransition } from '../../supply/site';
import { say, words, type Message } from './message';
import type { Context, Fix } from './rule';

/** The trigger, as the start of a sentence: `“Choose” on pickDay`. */
export const nameTrigger = ({ trigger, screen }: Transition): Message => say`“${words(trigger)}” on ${screen.label}`;

const offered = 3;

/** Fixes that hand another value back. */
export function answerFixes({ plan }: Context, { at, value, wanted }: BadAnswer): Fix[] {
  const options = wanted.type.kind === 'choice' ? wanted.type.options : [];
  const values = fittingValues(scopeOfTransition(at.transition, at.branch, plan), wanted).map(({ path }) => path);
  return [...new Set([...values, ...options])].slice(0, offered).map((path) => ({
    label: `Hand ${path} back`,
    edits: [{ from: value.from, to: value.to, insert: path }],
  }));
}

/** Fixes that give the result to another value of the screen; if none fits, to a new one. */
export function questionFixes(context: Context, { at, value, type }: BadQuestion): Fix[] {
  const { screen, target } = at;
  const put = (name: string): TextEdit => ({ from: value.from, to: value.to, insert: name });
  const fitting = type ? valuesFor(screen, target) : [];
  if (fitting.length > 0)
    return fitting.slice(0, offered).map(({ name }) => ({ label: `Give it to ${name}`, edits: [put(name)] }));
  if (!type || !isKnown(type)) return [];
  const taken = new Set([...screen.parameters, ...screen.holds, ...context.plan.flags].map(({ name }) => name));
  const name = freeName(value.text, target.name, taken);
  return [
    {
      label: `Let ${screen.label} hold ${name}: ${showType(type)}`,
      edits: [prependToScreen(context.text, screen.node, writeHeld({ name, type })), put(name)],
    },
  ];
}

/** The values of a screen that can get the result of another one, in the order of the text. */
export const valuesFor = (screen: Screen, { returns }: Screen): readonly Named[] =>
  returns && isKnown(returns.type)
    ? screen.holds.filter(({ type }) => isKnown(type) && assignable(returns.type, type))
    : [];

/** Declares that a screen returns a type. */
export const returnsFix = (text: string, screen: Screen, type: Type): Fix[] =>
  isKnown(type)
    ? [
        {
          label: `Let ${screen.label} return ${showType(type)}`,
          edits: [
            screen.node.body
              ? prependToScreen(text, screen.node, `returns ${showType(type)}`)
              : appendToScreen(text, screen.node, [`returns ${showType(type)}`]),
          ],
        },
      ]
    : [];

/** Lets the triggers that open a screen, and do not ask it, give its result to a value, if need be to a new one. */
export function askingFixes(context: Context, screen: Screen): Fix[] {
  const { text, plan, supply } = context;
  return supply.into[screen.index]!.flatMap(({ site }): Fix[] => {
    if (site.kind !== 'transition' || !screen.returns) return [];
    const { transition, step } = site;
    const asker = transition.screen;
    if ((step.kind !== 'push' && step.kind !== 'present') || step.asks) return [];
    const at = (step.call!.list ?? step.call!.reference).to;
    const giving = (name: string): TextEdit => ({ from: at, to: at, insert: ` gives ${name}` });
    const [value] = valuesFor(asker, screen);
    if (value) return [{ label: `Give it to ${value.name} on ${asker.label}`, edits: [giving(value.name)] }];
    const { type } = screen.returns;
    if (!isKnown(type)) return [];
    const taken = new Set([...asker.parameters, ...asker.holds, ...plan.flags].map(({ name }) => name));
    const name = freeName('result', screen.name, taken);
    const held = prependToScreen(text, asker.node, writeHeld({ name, type }));
    return [{ label: `Let ${asker.label} hold ${name}: ${showType(type)}, and ask`, edits: [held, giving(name)] }];
  }).slice(0, offered);
}

/** Takes `with VALUE` out of a step. */
export function withoutResult({ range }: Step): TextEdit {
  const { from, to } = range;
  const { kind } = range as StepNode;
  return { from: from + kind.length, to, insert: '' };
}

/** Takes `gives NAME` out of a step. */
export function withoutQuestion({ range }: Step): TextEdit {
  const node = range as Extract<StepNode, { gives: unknown }>;
  return { from: (node.list ?? node.target)!.to, to: node.gives!.to, insert: '' };
}
