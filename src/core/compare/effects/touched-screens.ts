/** The screens whose exits a change may touch. */
import type { Plan, Screen } from '../../plan/model';
import type { SymbolKey } from '../../plan/names';
import { showType, type Type } from '../../plan/types';
import { remembered } from '../../base/remembered';
import { lastAt } from '../pairing/statements';
import type { Pairing } from '../pairing/pair';

type Side = Pairing['before'];

/**
 * Tells the screens, in either plan, whose exits may bring other values than before: those whose text or arguments have
 * changed, those that name such a screen or such a flag, and all where types or variants have changed. Near linear in
 * both plans.
 */
export function touchedScreens({ before, after }: Pairing): (screen: Screen) => boolean {
  if (contextOf(before.plan) !== contextOf(after.plan)) return () => true;
  const [namedBefore, namedAfter] = [namingIn(before), namingIn(after)];
  const touched = new Set<string>();
  const [old, now] = [byLabel(before.plan), byLabel(after.plan)];
  for (const flag of changedFlags(before.plan, after.plan))
    for (const each of [...namedBefore(`flag ${flag}`), ...namedAfter(`flag ${flag}`)]) touched.add(each);
  const hasChanged = (label: string): boolean => {
    const [was, is] = [old.get(label), now.get(label)];
    return !was || !is || signatureOf(before.plan, was) !== signatureOf(after.plan, is);
  };
  for (const label of new Set([...old.keys(), ...now.keys()])) {
    const [was, is] = [old.get(label), now.get(label)];
    if (hasChanged(label)) {
      touched.add(label);
      if (was) for (const each of namedBefore(`screen ${was.index}`)) touched.add(each);
      if (is) for (const each of namedAfter(`screen ${is.index}`)) touched.add(each);
    } else if (textOf(before.plan, was!) !== textOf(after.plan, is!)) touched.add(label);
  }
  return ({ label }) => touched.has(label);
}

const byLabel = ({ screens }: Plan): ReadonlyMap<string, Screen> =>
  new Map([...screens].reverse().map((screen) => [screen.label, screen]));

const textOf = ({ tree }: Plan, { node }: Screen): string => tree.text.slice(node.from, node.to);

const signatures = new WeakMap<Screen, string>();

/** All that the reading of a call to a screen depends on. Kept: one plan is compared with many. */
const signatureOf = ({ tree }: Plan, screen: Screen): string =>
  remembered(signatures, screen, () =>
    JSON.stringify([
      screen.parameters.map(({ name, type, initial }) => [
        name,
        showType(type),
        initial && tree.text.slice(initial.from, initial.to),
      ]),
      screen.returns && showType(screen.returns.type),
    ]),
  );

/** All that the reading of any step depends on. */
const contextOf = ({ types, variants }: Plan): string =>
  JSON.stringify([[...types].map(([name, { type }]) => [name, shapeOf(type)]), variants]);

/** Names of the flags that only one plan has, or that have other values. */
function changedFlags(before: Plan, after: Plan): readonly string[] {
  const shown = ({ flags }: Plan): ReadonlyMap<string, string> =>
    new Map([...flags].reverse().map(({ name, type, values }) => [name, JSON.stringify([showType(type), values])]));
  const [old, now] = [shown(before), shown(after)];
  return [...new Set([...old.keys(), ...now.keys()])].filter((name) => old.get(name) !== now.get(name));
}

function shapeOf(type: Type): unknown {
  switch (type.kind) {
    case 'id':
      return [type.kind, type.base];
    case 'choice':
      return [type.kind, type.options];
    case 'record':
      return [type.kind, [...type.fields].map(([name, field]) => [name, showType(field)])];
    default:
      return type.kind;
  }
}

/** The labels of the screens that name a symbol. */
function namingIn({ plan, declared }: Side): (symbol: SymbolKey) => readonly string[] {
  const sorted = plan.screens.map(({ node: { from, to }, label }) => ({ from, to, label }));
  sorted.sort((a, b) => a.from - b.from);
  return (symbol) =>
    (declared.get(symbol)?.uses ?? []).flatMap(({ from }) => sorted[lastAt(sorted, from)]?.label ?? []);
}
