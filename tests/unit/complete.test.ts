import { describe, expect, test } from 'vitest';
import { complete } from '../../src/core/assist/complete';
import { check } from '../../src/core/check';

const plan = `app "A"
start list
id HutId: int
choice Season { summer, winter }
record Hut { id: HutId, name: text }
module m by "T" {
  screen list "Huts" {
    has huts: list of Hut, last: HutId
    on "Hut" for h in huts push hut(hutId: h.id)
    @
  }
  screen hut "Hut" {
    takes hutId: HutId
    takes season: Season = summer
  }
}
`;

/** Completions where the `|` stands in the line, as `label→insert` or, where that is the same, `label`. */
function at(line: string): string[] {
  const marked = plan.replace('@', line);
  const offset = marked.indexOf('|');
  const result = complete(check(marked.replace('|', '')), offset);
  return result?.options.map(({ label, insert }) => (label === insert ? label : `${label}→${insert}`)) ?? [];
}

describe('completion', () => {
  test.each<[line: string, first: string[]]>([
    ['|', ['takes', 'has', 'on', 'link']],
    ['on "x" |', ['push', 'replace', 'reset', 'back', 'leave', 'for']],
    ['on "x" push |', ['hut']],
    ['on "x" push h|', ['hut']],
    ['on "x" push hut(|', ['hutId→hutId: last', 'season→season: ']],
    ['on "x" for h in huts push hut(|', ['hutId→hutId: h.id', 'season→season: ']],
    ['on "x" push hut(season: winter, |)', ['hutId→hutId: last']],
    ['on "x" push hut(season: |', ['summer', 'winter', 'huts', 'last']],
    ['on "x" for h in huts push hut(hutId: |', ['h.id', 'last']],
    ['on "x" for h in huts push hut(hutId: h.|', ['id', 'name']],
    ['on "x" for h in |', ['huts']],
    ['on "x" back then |', ['push', 'replace', 'reset', 'back', 'leave']],
    ['takes x: |', ['HutId', 'Season', 'Hut', 'text']],
    ['takes x: Season = |', ['summer', 'winter']],
    ['has rows: list of |', ['HutId', 'Season', 'Hut']],
    ['link /huts |', ['under']],
    ['link /huts under |', ['hut']],
    ['on "x|', []],
    ['# pu|', []],
  ])('%s', (line, first) => {
    expect(at(line).slice(0, Math.max(first.length, first.length === 0 ? 1 : 0))).toEqual(first);
  });

  test('outside of screens', () => {
    const result = check(plan);
    expect(complete(result, 0)?.options.map((option) => option.label)).toContain('module');
    expect(complete(result, plan.indexOf('start list') + 6)?.options.map((option) => option.label)).toEqual(['list', 'hut']);
  });
});
