import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { rename, renameableAt } from '../../src/core/edit/rename';
import { applyEdits } from '../../src/core/language/edits';
import { parse } from '../../src/core/language/parse';
import { references } from '../../src/core/plan/references';
import { resolve } from '../../src/core/plan/resolve';
import { demo } from '../demo';
import { planArbitrary } from './plans';
import { forAll } from './property';

const plan = `start list
id HutId: int
choice Tier { plain, gold }
record Hut { id: HutId, name: text }
flag tier: Tier = plain
module m {
  screen list "Huts" {
    has huts: list of Hut, name: text
    on "Hut" for h in huts when tier is gold push hut(id: h.id, name)
    on "Up" sets tier = gold then reset m.list
  }
  screen hut "{name} {id}" {
    takes id: HutId, name: text, tier: Tier = gold
    link /huts/{id}{?name,tier} under list
    on "Again" push hut(id, name, tier)
  }
}
accept name/no-title on hut because "x"
`;

/** The text after a rename of the name at the \`|\` in the marked text, or the refusal. */
function renamed(marked: string, to: string): string {
  const offset = marked.indexOf('|');
  const text = marked.replace('|', '');
  const resolved = resolve(parse(text));
  const what = renameableAt(resolved, offset);
  if (!what) return 'nothing';
  const result = rename(resolved, what, to);
  return 'refusal' in result ? result.refusal : applyEdits(text, result.edits);
}
const at = (before: string): string => plan.replace(before, (found) => found.replace(/(\w+)$/, '|$1'));

describe('renaming', () => {
  test.each<[what: string, mark: string, to: string, pairs: [from: string, to: string][]]>([
    [
      'a screen',
      'screen hut',
      'cabin',
      [
        ['push hut(id: h', 'push cabin(id: h'],
        ['screen hut', 'screen cabin'],
        ['push hut(id, n', 'push cabin(id, n'],
        ['on hut because', 'on cabin because'],
      ],
    ],
    [
      'an argument, in calls, titles and patterns',
      'takes id',
      'hutId',
      [
        ['hut(id: h.id', 'hut(hutId: h.id'],
        ['{name} {id}', '{name} {hutId}'],
        ['takes id', 'takes hutId'],
        ['/{id}', '/{hutId}'],
        ['hut(id, name', 'hut(hutId, name'],
      ],
    ],
    [
      'a value that a screen has',
      'has huts: list of Hut, name',
      'title',
      [
        ['Hut, name: text\n', 'Hut, title: text\n'],
        ['h.id, name)', 'h.id, name: title)'],
      ],
    ],
    [
      'a loop variable',
      'for h',
      'each',
      [
        ['for h in', 'for each in'],
        ['h.id', 'each.id'],
      ],
    ],
    [
      'a flag',
      'flag tier',
      'rank',
      [
        ['flag tier', 'flag rank'],
        ['when tier', 'when rank'],
        ['sets tier', 'sets rank'],
      ],
    ],
    [
      'a type',
      'choice Tier',
      'Rank',
      [
        ['choice Tier', 'choice Rank'],
        ['flag tier: Tier', 'flag tier: Rank'],
        ['tier: Tier = gold', 'tier: Rank = gold'],
      ],
    ],
    [
      'an option',
      'plain, gold',
      'best',
      [
        ['plain, gold', 'plain, best'],
        ['is gold', 'is best'],
        ['tier = gold then', 'tier = best then'],
        ['Tier = gold', 'Tier = best'],
      ],
    ],
    [
      'a field',
      'record Hut { id',
      'key',
      [
        ['Hut { id', 'Hut { key'],
        ['h.id', 'h.key'],
      ],
    ],
    [
      'a module',
      'module m',
      'huts',
      [
        ['module m', 'module huts'],
        ['reset m.', 'reset huts.'],
      ],
    ],
  ])('%s', (_what, mark, to, pairs) => {
    expect(renamed(at(mark), to)).toBe(
      pairs.reduce((text, [from, into]) => {
        expect(text).toContain(from);
        return text.replace(from, into);
      }, plan),
    );
  });

  test.each([
    ['a screen that is there', 'screen hut', 'list'],
    ['an argument that is there', 'takes id', 'name'],
    ['a flag that an argument would hide', 'flag tier', 'name2'],
    ['a type of the language', 'choice Tier', 'text'],
    ['no name', 'screen hut', '2x'],
    ['an option that a value hides', 'plain, gold', 'plain'],
  ])('is refused, or harmless: %s', (_what, mark, to) => {
    const result = renamed(at(mark), to);
    if (to === 'name2') expect(result).toContain('flag name2');
    else expect(result).toMatch(/ already names something there: | is no name: /);
  });

  test('there and back is the identity, and never changes what anything means', () => {
    forAll(
      fc.property(fc.oneof(planArbitrary(4), fc.constant(demo)), fc.nat(), (written, pick) => {
        // A call that says `a: a` in full would come back as `a`: the one case in which the text is another one.
        const text = written.replace(/\b(\w+): \1\b/g, '$1');
        const before = resolve(parse(text));
        const all = references(before);
        if (all.length === 0) return;
        const chosen = all[pick % all.length]!;
        const what = renameableAt(before, chosen.from);
        if (!what) return;
        const there = rename(before, what, 'zzz');
        if ('refusal' in there) return;
        const between = applyEdits(text, there.edits);
        const after = resolve(parse(between));
        expect(after.problems.map((problem) => problem.kind)).toEqual(before.problems.map((problem) => problem.kind));
        const place = references(after).find((one) => between.slice(one.from, one.to) === 'zzz')!;
        const back = rename(after, renameableAt(after, place.from)!, what.name);
        expect('refusal' in back).toBe(false);
        const again = applyEdits(between, (back as { edits: [] }).edits);
        expect(again).toBe(text);
      }),
      150,
    );
  });
});
