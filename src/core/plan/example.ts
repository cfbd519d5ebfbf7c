import type { ValueNode } from '../language/syntax';
import type { Parameter } from './model';
import { required, type BaseName, type Type } from './types';

const literals: Record<BaseName, string> = {
  text: '"text"',
  int: '1',
  decimal: '1.5',
  bool: 'true',
  date: '"2026-01-31"',
  time: '"09:30"',
  instant: '"2026-01-31T09:30:00Z"',
  url: '"https://app.example/"',
};

/** A literal of a type, to show a screen with; null for records and lists, which have none. */
export function exampleOf(declared: Type): string | null {
  const type = required(declared);
  switch (type.kind) {
    case 'base':
      return literals[type.name];
    case 'id':
      return literals[type.base ?? 'text'];
    case 'choice':
      return type.options[0] ?? null;
    default:
      return null;
  }
}

/** The literal for a parameter that no walk supplies: its sample, its default, or one of its type. */
export function sampleOf(parameter: Parameter, show: (value: ValueNode) => string): string | null {
  const own = parameter.sample ?? parameter.initial;
  return own ? show(own) : exampleOf(parameter.type);
}
