import { expect, test } from 'vitest';
import { outline } from '../../src/core/assist/outline';
import { parse } from '../../src/core/language/parse';
import { resolve } from '../../src/core/plan/resolve';

test('all that has a name is in the outline, in the order of the text, at its name', () => {
  const text = `app "A"
id HutId: int
tabs { "Home" home }
menu "More" { "Home" reset home }
flag ready
entry widget "Next" opens home
module m {
  screen home "Home" {
    takes a: int, b: text?
    has c: date
    link /home/{a}
    needs ready else back
    on "Go" back
    on
  }
  screen
}
rule "Never twice" never home beneath home
walk "A walk" { tap "Go" }
`;
  const items = outline(resolve(parse(text)));
  expect(items.map(({ kind, name, screen }) => [kind, name, screen ?? ''].join(' ').trim())).toEqual([
    'app A',
    'id HutId',
    'tabs tabs',
    'menu More',
    'flag ready',
    'entry Next',
    'module m',
    'screen home home',
    'takes a home',
    'takes b home',
    'has c home',
    'link /home/{a} home',
    'on Go home',
    'rule Never twice',
    'walk A walk',
  ]);
  for (const { name, at } of items) expect(text.slice(at).replace(/^"/, '').startsWith(name)).toBe(true);
});
