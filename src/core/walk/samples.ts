import { quote } from '../language/tokens';
import type { ValueNode } from '../language/syntax';
import { exampleOf } from '../plan/example';
import type { Parameter, Plan } from '../plan/model';
import { required, type Type } from '../plan/types';
import { tellingField, type Value, type Values } from '../plan/value';

/** Number of items in the sample of a list. */
const rows = 3;
/** A record within a record within … is shown so deep; records may hold lists of themselves. */
const deepest = 3;

/** Values to show screens with: the plan's own samples, defaults, otherwise made-up ones of each type. */
export class Samples {
  /** A plan's sample for one id stands for all of its type. */
  private readonly ids = new Map<string, string>();

  constructor(plan: Plan) {
    for (const screen of plan.screens) {
      for (const { type, sample } of screen.parameters) {
        const wanted = required(type);
        if (wanted.kind === 'id' && sample && !this.ids.has(wanted.name)) this.ids.set(wanted.name, literalOf(sample)!);
      }
    }
  }

  /** Value of an argument that no step passes: its sample, its default, or a sample of its type. */
  ofParameter({ name, type, sample, initial }: Parameter): Value {
    const own = sample ?? initial;
    return own ? literalOf(own) : this.of(type, name);
  }

  /**
   * A value of a type.
   *
   * @param name name of the value, which makes texts differ
   * @param row number of the item in its list, from 0
   */
  of(declared: Type, name: string, row = 0, depth = 0): Value {
    const type = required(declared);
    switch (type.kind) {
      case 'list':
        // A list ends before its items would lack their fields.
        return depth + 1 >= deepest
          ? []
          : Array.from({ length: rows }, (_none, index): Value => this.of(type.of, name, index, depth + 1));
      case 'record': {
        if (depth >= deepest) return {};
        return Object.fromEntries(
          [...type.fields].map(([field, of]): [string, Value] => [field, this.of(of, field, row, depth + 1)]),
        );
      }
      case 'choice':
        return type.options[row % type.options.length] ?? null;
      case 'id':
        return nth(
          this.ids.get(type.name) ??
            (type.base === null || type.base === 'text' ? quote(`${stem(type.name)}-1`) : exampleOf(type)!),
          row,
        );
      case 'base':
        return nth(type.name === 'text' ? quote(`some ${wordsOf(name)}`) : exampleOf(type)!, row);
      default:
        return null;
    }
  }

  /** The record of a type with the given id: the row that a walk names. */
  withId(declared: Type, name: string, id: string): Value {
    const type = required(declared);
    const sample = this.of(type, name);
    if (type.kind !== 'record') return id;
    const field = tellingField(type);
    return field === null ? sample : Object.fromEntries([...Object.entries(sample as Values), [field, id]]);
  }
}

/** A literal for another row: a number, or the number at the end of a text, is counted up. Other literals stay. */
function nth(literal: string, row: number): string {
  if (row === 0) return literal;
  if (/^-?\d+(\.\d+)?$/.test(literal)) return String(Number(literal) + row);
  if (!literal.startsWith('"') || /^"\d{2,4}[-:]|^"[a-z]+:/.test(literal)) return literal;
  const counted = /^"(.*?)(\d{1,9})"$/.exec(literal);
  return counted ? `"${counted[1]}${Number(counted[2]) + row}"` : `${literal.slice(0, -1)} ${row + 1}"`;
}

/** A literal as the language writes it; null for a path of several names. */
export function literalOf(value: ValueNode): string | null {
  switch (value.kind) {
    case 'string':
      return quote(value.value);
    case 'number':
      return value.text;
    case 'bool':
      return String(value.value);
    case 'path':
      return value.names.length === 1 ? value.names[0]!.text : null;
  }
}

/** `firstName` in words: `first name`. */
const wordsOf = (name: string): string =>
  name
    .replace(/_+/g, ' ')
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .trim();

/** Noun of an id type: `stay` for `StayId`. */
const stem = (name: string): string => `${name[0]!.toLowerCase()}${name.slice(1)}`.replace(/(.)Id$/, '$1');
