import type { TextEdit } from '../language/edits';
import type { Call, Parameter } from '../plan/model';
import { showType } from '../plan/types';

/** An argument as the language writes it, in the short form if the value has the argument's own name. */
export const writeArgument = (name: string, value: string): string => (name === value ? name : `${name}: ${value}`);

/** Adds arguments to a call. */
export function addArguments(call: Call, values: readonly (readonly [name: string, value: string])[]): TextEdit {
  const written = values.map(([name, value]) => writeArgument(name, value)).join(', ');
  const { list, reference } = call;
  if (!list) return { from: reference.to, to: reference.to, insert: `(${written})` };
  const last = list.items.at(-1);
  if (last) return { from: last.to, to: last.to, insert: `, ${written}` };
  return { from: list.from + 1, to: list.from + 1, insert: written };
}

/** Takes an argument out of a call, with the comma that it no longer needs. */
export function removeArgument(call: Call, name: { readonly from: number; readonly to: number }): TextEdit {
  const items = call.arguments;
  const at = items.findIndex((item) => item.from === name.from);
  const item = items[at]!;
  if (items.length === 1) return { from: call.list!.from, to: call.list!.to, insert: '' };
  if (at === 0) return { from: item.from, to: items[1]!.from, insert: '' };
  return { from: items[at - 1]!.to, to: item.to, insert: '' };
}

/** Declares that an argument may be absent. */
export function makeOptional(parameter: Parameter): TextEdit | null {
  const type = parameter.node.type;
  return type && parameter.type.kind !== 'optional' ? { from: type.to, to: type.to, insert: '?' } : null;
}

/** Gives an argument that has none a default. */
export function giveDefault({ node }: Parameter, value: string): TextEdit {
  const at = node.type?.to ?? node.name.to;
  return { from: at, to: at, insert: ` = ${value}` };
}

/** `has name: Type` */
export const writeHeld = (parameter: Pick<Parameter, 'name' | 'type'>): string =>
  `has ${parameter.name}: ${showType(parameter.type)}`;
