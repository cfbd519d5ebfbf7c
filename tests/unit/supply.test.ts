import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { parse } from '../../src/core/language/parse';
import { resolve } from '../../src/core/plan/resolve';
import { checkSupply, type SupplyStatus } from '../../src/core/supply/supply';
import { forAll } from './property';

/** Types as they are written, and the values that a screen could hand over, with the type of each. */
const types = [
  'text',
  'int',
  'decimal',
  'bool',
  'date',
  'HutId',
  'StayId',
  'Season',
  'Hut',
  'list of int',
  'list of Hut',
] as const;
const literals: Record<string, string> = {
  '"x"': 'text',
  '12': 'int',
  '1.5': 'decimal',
  true: 'bool',
  '"2026-05-01"': 'date',
};

/** Assignable pairs of types, written down and not computed: the judge of the type checker. */
const fits = new Set([...types.map((type) => `${type}>${type}`), 'int>decimal']);

/** Which types a literal can stand for. */
const stands: Record<string, readonly string[]> = {
  '"x"': ['text', 'StayId'],
  '12': ['int', 'decimal', 'HutId'],
  '1.5': ['decimal'],
  true: ['bool'],
  '"2026-05-01"': ['text', 'date', 'StayId'],
};

interface Given {
  readonly name: string;
  /** The type of the passed value, or the literal. */
  readonly type: string;
  readonly optional: boolean;
}

/** The expected status of an argument, straight from the rules of the language. */
function expected(wanted: string, isOptional: boolean, hasDefault: boolean, given: Given | null): SupplyStatus {
  if (!given) return hasDefault ? 'default' : isOptional ? 'absent' : 'missing';
  if (given.type === 'nothing') return 'unknown-value';
  if (given.type in literals) {
    if (!stands[given.type]!.includes(wanted)) return 'wrong-type';
    return wanted === 'HutId' || wanted === 'StayId' ? 'fixed-id' : 'supplied';
  }
  if (given.type === 'summer') return wanted === 'Season' ? 'supplied' : 'unknown-value';
  if (!fits.has(`${given.type}>${wanted}`)) return 'wrong-type';
  return given.optional && !isOptional ? 'may-be-absent' : 'supplied';
}

describe('every argument on every way in', () => {
  const value = fc.oneof(
    fc.record({ type: fc.constantFrom(...types), optional: fc.boolean(), short: fc.boolean() }),
    fc.record({
      type: fc.constantFrom(...Object.keys(literals), 'nothing', 'summer'),
      optional: fc.constant(false),
      short: fc.constant(false),
    }),
  );
  const parameter = fc.record({
    type: fc.constantFrom(...types),
    optional: fc.boolean(),
    initial: fc.boolean(),
    given: fc.option(value, { freq: 4 }),
  });

  test('is judged as the rules of the language say', () => {
    forAll(
      fc.property(fc.array(parameter, { minLength: 1, maxLength: 5 }), fc.boolean(), (parameters, inLoop) => {
        const written = parameters.map((one, index) => {
          const name = `p${index}`;
          // A default that always fits, if there is one: the type's own zero.
          const zero = { int: '0', decimal: '0', text: '""', bool: 'false', Season: 'winter' }[one.type as string];
          const initial = one.initial && zero !== undefined ? ` = ${zero}` : '';
          const given: Given | null = one.given && { name, type: one.given.type, optional: one.given.optional };
          const isHeld = given !== null && (types as readonly string[]).includes(given.type);
          const source = !given ? null : isHeld ? (one.given!.short ? name : `v${index}`) : given.type;
          return {
            takes: `${name}: ${one.type}${one.optional ? '?' : ''}${initial}`,
            has: isHeld ? `has ${source}: ${given.type}${given.optional ? '?' : ''}` : '',
            argument: source === null ? null : source === name ? name : `${name}: ${source}`,
            status: expected(one.type, one.optional, initial !== '', given),
          };
        });
        const list = written.flatMap(({ argument }) => argument ?? []).join(', ');
        const text = [
          'start a',
          'id HutId: int',
          'id StayId: text',
          'choice Season { summer, winter }',
          'record Hut { id: HutId }',
          'screen a "A" {',
          '  has rows: list of Hut',
          ...written.map(({ has }) => `  ${has}`),
          `  on "x"${inLoop ? ' for row in rows' : ''} push b${list && `(${list})`}`,
          '}',
          'screen b "B" {',
          ...written.map(({ takes }) => `  takes ${takes}`),
          '}',
          '',
        ].join('\n');
        const result = check(text);
        expect(result.plan.problems, text).toEqual([]);
        const [, wayIn] = result.supply.waysIn;
        expect(
          wayIn!.cells.map((cell) => cell.status),
          text,
        ).toEqual(written.map(({ status }) => status));
        expect(result.supply.flaws.length).toBe(
          written.filter(({ status }) => !['supplied', 'default', 'absent'].includes(status)).length,
        );
      }),
      1500,
    );
  });

  test('fields of an optional value are optional, and a loop variable hides a value of its name', () => {
    const statuses = (list: string): string[] =>
      checkSupply(
        resolve(
          parse(`start a
id HutId: int
record Hut { id: HutId, near: Hut?, name: text }
screen a "A" {
  has hut: Hut, best: Hut?, row: text, rows: list of Hut
  on "x" for row in rows push b(${list})
}
screen b "B" { takes hutId: HutId, name: text? }
`),
        ),
      ).waysIn[1]!.cells.map((cell) => cell.status);
    expect(statuses('hutId: hut.id')).toEqual(['supplied', 'absent']);
    expect(statuses('hutId: best.id, name: best.name')).toEqual(['may-be-absent', 'supplied']);
    expect(statuses('hutId: hut.near.id')).toEqual(['may-be-absent', 'absent']);
    expect(statuses('hutId: row.id, name: row.name')).toEqual(['supplied', 'supplied']);
    expect(statuses('hutId: row')).toEqual(['wrong-type', 'absent']);
    expect(statuses('hutId: hut.id.id')).toEqual(['unknown-value', 'absent']);
    expect(statuses('hutId: rows.id')).toEqual(['unknown-value', 'absent']);
  });
});
