import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { forms } from '../../src/core/plan/forms';
import { screenScope } from '../../src/core/plan/scope';
import { assignable, base, showType, type Type } from '../../src/core/plan/types';
import { fittingValues, likelyValue, valuesInScope } from '../../src/core/supply/fitting';

const { plan } = check(`start a
id HutId: int
id StayId: int
choice Season { summer, winter }
record Hut { id: HutId, name: text }
record Stay { hut: Hut, id: StayId }
screen a "A" {
  takes name: text, other: HutId, best: HutId?
  has stay: Stay, huts: list of Hut, hut: Hut
  on "x" for h in huts push a(name, other: h.id)
}
`);
const named = (name: string): Type => plan.types.get(name)!.type;
const optional = (of: Type): Type => ({ kind: 'optional', of });
const listOf = (of: Type): Type => ({ kind: 'list', of });

describe('assignability', () => {
  const all: Type[] = [
    base('text'),
    base('int'),
    base('decimal'),
    base('date'),
    named('HutId'),
    named('StayId'),
    named('Season'),
    named('Hut'),
    listOf(base('int')),
    listOf(base('decimal')),
    listOf(named('Hut')),
  ];
  const allowed = new Set(['int>decimal', 'list of int>list of decimal']);

  test('T goes to T and to T?, int to decimal, and nothing else', () => {
    for (const from of all) {
      for (const to of all) {
        const pair = `${showType(from)}>${showType(to)}`;
        const fits = from === to || allowed.has(pair);
        expect(assignable(from, to), pair).toBe(fits);
        expect(assignable(from, optional(to)), `${pair}?`).toBe(fits);
        expect(assignable(optional(from), optional(to)), `${pair}, both optional`).toBe(fits);
        expect(assignable(optional(from), to), `${pair} from optional`).toBe(false);
      }
    }
  });
});

describe('values that fit', () => {
  const screen = plan.screens[0]!;
  const paths = (name: string, type: Type): string[] =>
    fittingValues(screenScope(screen, [], screen.transitions[0]!.loop), { name, type }).map((value) => value.path);

  test('come best first: by name, then by type, then by shortness', () => {
    expect(paths('hutId', named('HutId'))).toEqual(['hut.id', 'h.id', 'other', 'stay.hut.id']);
    expect(paths('id', named('HutId'))).toEqual(['h.id', 'hut.id', 'stay.hut.id', 'other']);
    expect(paths('name', base('text'))).toEqual(['name', 'h.name', 'hut.name', 'stay.hut.name']);
    expect(paths('guest', named('Season'))).toEqual([]);
  });

  const { plan: trips } = check(`start a
id HutId: int
choice Season { summer, winter }
record Hut { id: HutId, height: int }
record Stay { hut: Hut }
record Trip { stay: Stay }
screen a "A" {
  takes note: text, count: int, exact: decimal, lost: Lost
  has trip: Trip, hut: Hut, huts: list of Hut, month: Season
  on "x" for hut in huts push a
}
`);
  const place = trips.screens[0]!;
  const scope = screenScope(place, [], place.transitions[0]!.loop);
  const fit = (name: string, type: Type): string[] => fittingValues(scope, { name, type }).map(({ path }) => path);
  const likely = (name: string, type: Type): string | undefined => likelyValue(scope, { name, type })?.path;

  test('are each named once, the loop’s own for the screen’s of that name, and two fields deep', () => {
    expect(valuesInScope(scope).map(({ path }) => path)).toEqual([
      'hut',
      'hut.id',
      'hut.height',
      'note',
      'count',
      'exact',
      'lost',
      'trip',
      'trip.stay',
      'trip.stay.hut',
      'huts',
      'month',
    ]);
  });

  test('of the very type come before those that are assignable, and an unknown type fits nothing', () => {
    expect(fit('share', base('decimal'))).toEqual(['exact', 'hut.height', 'count']);
    expect(fit('lost', base('text'))).toEqual(['note']);
  });

  test('are likely where the name or a type of the plan says so, and otherwise a guess', () => {
    expect(likely('remark', base('text'))).toBeUndefined();
    expect(likely('NOTE', base('text'))).toBe('note');
    expect(likely('hutHeight', base('int'))).toBe('hut.height');
    expect(likely('height', optional(base('int')))).toBe('hut.height');
    expect(likely('where', trips.types.get('HutId')!.type)).toBe('hut.id');
    expect(likely('when', optional(trips.types.get('Season')!.type))).toBe('month');
  });
});

test('a date is a day that there is', () => {
  const isDay = (text: string): boolean => {
    const [year, month, day] = text.split('-').map(Number);
    const date = new Date(0);
    date.setUTCFullYear(year!, month! - 1, day);
    return date.getUTCMonth() === month! - 1 && date.getUTCDate() === day;
  };
  const two = (number: number): string => String(number).padStart(2, '0');
  for (const year of ['0000', '0004', '1900', '1999', '2000', '2023', '2024', '2100', '9996'])
    for (let month = 0; month <= 13; month++)
      for (let day = 0; day <= 32; day++) {
        const text = `${year}-${two(month)}-${two(day)}`;
        expect([text, forms.date.test(text), forms.instant.test(`${text}T09:30:00+23:59`)]).toEqual([
          text,
          isDay(text),
          isDay(text),
        ]);
      }
  for (const text of [
    '2026-05-01T24:00:00Z',
    '2026-05-01T09:60:00Z',
    '2026-05-01T09:30:00+24:00',
    '2026-05-01 09:30:00Z',
  ])
    expect([text, forms.instant.test(text)]).toEqual([text, false]);
});
