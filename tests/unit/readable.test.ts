import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { RecordType, Type } from '../../src/core/plan/types';
import { baseTypes } from '../../src/core/plan/types';
import { exampleOf } from '../../src/core/plan/example';
import type { Value } from '../../src/core/plan/value';
import { isReadable, unreadableOf } from '../../src/core/walk/readable';
import { forAll } from './property';

/** Types of one version or the next: names say nothing here, what they hold does. */
const typeArbitrary = fc.letrec<{ type: Type }>((tie) => ({
  type: fc.oneof(
    { maxDepth: 3 },
    fc.constantFrom(...baseTypes).map((name): Type => ({ kind: 'base', name })),
    fc.constantFrom(...baseTypes, null).map((base): Type => ({ kind: 'id', name: 'Id', base })),
    fc
      .subarray(['a', 'b', 'c'], { minLength: 1 })
      .map((options): Type => ({ kind: 'choice', name: 'Choice', options })),
    tie('type').map((of): Type => ({ kind: 'list', of })),
    // The language writes one `?` only.
    tie('type').map((of): Type => (of.kind === 'optional' ? of : { kind: 'optional', of })),
    fc
      .dictionary(fc.constantFrom('x', 'y', 'z'), tie('type'), { maxKeys: 3 })
      .map((fields): Type => ({ kind: 'record', name: 'Record', fields: new Map(Object.entries(fields)) })),
  ),
})).type;

/** All values of a type that can make a difference to another one. */
function* valuesOf(type: Type): Generator<Value> {
  switch (type.kind) {
    case 'optional':
      yield null;
      yield* valuesOf(type.of);
      return;
    case 'list':
      yield [];
      for (const item of valuesOf(type.of)) yield [item];
      return;
    case 'choice':
      yield* type.options;
      return;
    case 'record':
      yield* recordsOf([...type.fields]);
      return;
    default:
      yield exampleOf(type)!;
  }
}

function* recordsOf([field, ...others]: readonly (readonly [string, Type])[]): Generator<Record<string, Value>> {
  if (!field) yield {};
  else
    for (const rest of recordsOf(others)) for (const value of valuesOf(field[1])) yield { [field[0]]: value, ...rest };
}

const sample = (type: Type): Value => [...valuesOf(type)].at(-1)!;

test('a value that the next version cannot read is found exactly where there is one', () => {
  const seen = { read: 0, lost: 0 };
  forAll(
    fc.property(typeArbitrary, typeArbitrary, fc.boolean(), (earlier, other, same) => {
      const type = same ? earlier : other;
      const found = unreadableOf(earlier, type, sample);
      const all = [...valuesOf(earlier)];
      for (const value of all) expect(isReadable(value, earlier)).toBe(true);
      expect(found !== undefined).toBe(all.some((value) => !isReadable(value, type)));
      if (found !== undefined) expect([isReadable(found, earlier), isReadable(found, type)]).toEqual([true, false]);
      seen[found === undefined ? 'read' : 'lost']++;
    }),
    400,
  );
  expect([seen.read > 50, seen.lost > 50]).toEqual([true, true]);
});

test('records that hold lists of themselves end', () => {
  const record = (extra: readonly [string, Type][]): RecordType => {
    const fields = new Map<string, Type>(extra);
    const type: RecordType = { kind: 'record', name: 'Tree', fields };
    fields.set('inner', { kind: 'list', of: type });
    return type;
  };
  const value = (): Value => ({ inner: [] });
  expect(unreadableOf(record([]), record([]), value)).toBeUndefined();
  const text: Type = { kind: 'base', name: 'text' };
  expect(unreadableOf(record([]), record([['name', text]]), value)).toEqual({ inner: [] });
});
