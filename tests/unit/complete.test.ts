import { describe, expect, test } from 'vitest';
import { complete } from '../../src/core/assist/complete';
import { check } from '../../src/core/check';

const plan = `app "A"
variants phone, tablet
start list
choice Tier { plain, gold }
flag ready
flag tier: Tier
id HutId: int
choice Season { summer, winter }
record Hut { id: HutId, name: text }
module m by "T" {
  screen list "Huts" {
    has huts: list of Hut, last: HutId, note: text?
    on "Hut" for h in huts push hut(hutId: h.id)
    @
  }
  screen hut "Hut" {
    takes hutId: HutId
    takes season: Season = summer, note: text = ""
  }
}
`;

/** Completions at the `|` of a line, as `label→insert`, or `label` if both are equal. */
function at(line: string): string[] {
  const marked = plan.replace('@', line);
  const offset = marked.indexOf('|');
  const result = complete(check(marked.replace('|', '')), offset);
  return result?.options.map(({ label, insert }) => (label === insert ? label : `${label}→${insert}`)) ?? [];
}

describe('completion', () => {
  test.each<[line: string, first: string[]]>([
    ['|', ['takes', 'has', 'returns', 'needs', 'on', 'link']],
    [
      'on "x" |',
      [
        'push',
        'replace',
        'present',
        'close',
        'back',
        'reset',
        'switch',
        'sets',
        'resume',
        'leave',
        'when',
        'for',
        'only',
      ],
    ],
    ['on "x" push |', ['hut']],
    ['on "x" push h|', ['hut']],
    ['on "x" push hut(|', ['hutId→hutId: last', 'season→season: ', 'note→note: ']],
    ['on "x" for h in huts push hut(|', ['hutId→hutId: h.id', 'season→season: ', 'note→note: ']],
    ['on "x" push hut(season: winter, |)', ['hutId→hutId: last']],
    ['on "x" push hut(season: |', ['summer', 'winter', 'huts', 'last']],
    ['on "x" for h in huts push hut(hutId: |', ['h.id', 'last']],
    ['on "x" for h in huts push hut(hutId: h.|', ['id', 'name']],
    ['on "x" for h in |', ['huts']],
    ['on "x" back then |', ['push', 'replace', 'present', 'close', 'back']],
    ['on "x" back |', ['to', 'past', 'with', 'then']],
    ['on "x" back to |', ['hut']],
    ['on "x" when |', ['ready', 'tier', 'note is given', 'not']],
    ['on "x" when tier is |', ['plain', 'gold', 'not']],
    ['on "x" when note is given push hut(hutId: last, note: |', ['note', 'huts']],
    ['on "x" sets |', ['ready', 'tier']],
    ['on "x" sets tier = |', ['plain', 'gold']],
    ['on "x" sets ready = |', ['false', 'true']],
    ['on "x" only |', ['phone', 'tablet']],
    ['on "x" resume |', ['or', 'then']],
    ['needs |', ['ready', 'tier', 'not']],
    ['needs ready |', ['and', 'or', 'else']],
    ['needs ready else |', ['push']],
    ['takes x: Season = winter sample |', ['summer', 'winter']],
    ['takes x: |', ['Tier', 'HutId', 'Season', 'Hut', 'text']],
    ['takes x: Season = |', ['summer', 'winter']],
    ['has rows: list of |', ['Tier', 'HutId', 'Season', 'Hut']],
    ['link /huts |', ['under']],
    ['link /huts under |', ['hut']],
    ['on "x|', []],
    ['# pu|', []],
  ])('%s', (line, first) => {
    expect(at(line).slice(0, Math.max(first.length, first.length === 0 ? 1 : 0))).toEqual(first);
  });

  /** Labels of the completions at the `|` in a declaration at the end of the plan. */
  const outside = (line: string): string[] => {
    const text = `${plan.replace('@', '')}menu "More" {\n  "Item" back\n}\n${line}`;
    const offset = text.indexOf('|');
    return complete(check(text.replace('|', '')), offset)?.options.map((option) => option.label) ?? [];
  };

  test.each<[line: string, first: string[]]>([
    ['tabs {\n  "Huts" |\n}\n', ['list', 'hut']],
    ['menu "More" on |', ['all', 'roots', 'list', 'hut']],
    ['menu "Else" {\n  "Item" |\n}\n', ['push', 'replace']],
    ['menu "Else" {\n  "Item" when |\n}\n', ['ready', 'tier', 'not']],
    ['entry |', ['shortcut', 'widget', 'notification', 'share', 'page']],
    ['entry widget "W" |', ['opens', 'only']],
    ['entry widget "W" opens |', ['list', 'hut']],
    ['accept |', ['plan/syntax', 'plan/unknown-name']],
    ['accept supply/mis|', ['plan/syntax', 'plan/unknown-name']],
    ['accept name/no-title |', ['on', 'because']],
    ['accept supply/default-unused on |', []],
    ['rule "R" |', ['never', 'always', 'from']],
    ['rule "R" never |', ['list', 'hut']],
    ['rule "R" never list beneath |', ['list', 'hut']],
    ['walk "W" {\n  |\n}\n', ['tap', 'tab', 'menu', 'event', 'back', 'open', 'set', 'expect']],
    ['walk "W" {\n  tap |\n}\n', ['"Hut"']],
    ['walk "W" {\n  menu |\n}\n', ['"Item"']],
    ['walk "W" {\n  tap "Hut" |\n}\n', ['with', 'if', 'unless']],
    ['walk "W" {\n  set tier = |\n}\n', ['plain', 'gold']],
    ['walk "W" {\n  expect |\n}\n', ['list', 'hut']],
  ])('%j', (line, first) => expect(outside(line).slice(0, first.length)).toEqual(first));

  test('outside of screens', () => {
    const result = check(plan);
    expect(complete(result, 0)?.options.map((option) => option.label)).toContain('module');
    expect(complete(result, plan.indexOf('start list') + 6)?.options.map((option) => option.label)).toEqual([
      'list',
      'hut',
    ]);
  });
});
