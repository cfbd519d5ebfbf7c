import { quote } from '../language/tokens';
import type { TextEdit } from '../language/edits';
import { mayBeLeftOut, type Parameter, type Plan, type Screen } from '../plan/model';
import { screenScope } from '../plan/scope';
import { likelyValue } from '../supply/fitting';
import { writeArgument, writeHeld } from './arguments';
import { appendToScreen } from './body';
import { titleOf } from '../language/title';

/** A possible new transition, and the arguments that its screen has no value for. */
export interface NewTransition {
  readonly edits: readonly TextEdit[];
  readonly unsupplied: readonly Parameter[];
}

/**
 * Adds `on "Title" push target(…)` to a screen, each required argument supplied by the best value there; a screen that
 * has no fitting value is made to hold one.
 */
export function addTransition(text: string, plan: Pick<Plan, 'flags'>, from: Screen, target: Screen): NewTransition {
  const needed = target.parameters.filter(
    (parameter) => !mayBeLeftOut(parameter) && !(parameter.module && parameter.module === from.module),
  );
  const unsupplied: Parameter[] = [];
  const scope = screenScope(from, plan.flags);
  const taken = new Set(scope.layers.flat().map((value) => value.name));
  const lines: string[] = [];
  const values = needed.map((parameter) => {
    const best = likelyValue(scope, parameter);
    if (best) return writeArgument(parameter.name, best.path);
    unsupplied.push(parameter);
    const held = freeName(parameter.name, target.name, taken);
    taken.add(held);
    lines.push(writeHeld({ name: held, type: parameter.type }));
    return writeArgument(parameter.name, held);
  });
  const list = values.length > 0 ? `(${values.join(', ')})` : '';
  lines.push(`on ${quote(triggerTo(target))} push ${target.label}${list}`);
  return { edits: [appendToScreen(text, from.node, lines)], unsupplied };
}

/** Adds `on "Title" reset target` to a screen; null if it has a trigger of that name. */
export function addReset(text: string, from: Screen, target: Screen): TextEdit | null {
  const trigger = triggerTo(target);
  if (from.transitions.some((one) => one.trigger === trigger)) return null;
  return appendToScreen(text, from.node, [`on ${quote(trigger)} reset ${target.label}`]);
}

/** The name of a trigger that leads to a screen: its title, if that is fixed. */
const triggerTo = ({ title, name }: Screen): string =>
  title && !title.value.includes('{') ? title.value : titleOf(name);

/** A free name: unchanged, otherwise behind another word (`giftCardAmount`), otherwise with a number. */
export function freeName(name: string, word: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name;
  const joined = word + name[0]!.toUpperCase() + name.slice(1);
  let free = joined;
  for (let n = 2; taken.has(free); n++) free = `${joined}${n}`;
  return free;
}
