import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import { openUrl, urlOf } from '../../src/core/links/open';
import { expand, readTemplate } from '../../src/core/links/template';
import { resolve } from '../../src/core/plan/resolve';
import { runs } from './plans';

const plan = resolve(parse(`origin https://huts.example
origin huts:
id HutId: int
choice Season { summer, winter }
start home
screen home "Home" { link / }
screen best "Best" { link /huts/best }
screen hut "Hut" {
  takes id: HutId, season: Season = summer, ref: text?
  link /huts/{id}{?season,ref}
}
screen named "Named" {
  takes name: text
  link /huts/{name}
}
screen page "Page" {
  takes name: text
  link /pages/{name}.html
}
screen rest "Rest" {
  takes path: text
  link /huts{/path*}
}
`));
const link = (screen: string) => plan.screens.find(({ name }) => name === screen)!.links[0]!;
const opens = (url: string): string | null => {
  const opened = openUrl(plan, 'app', url);
  return opened && [opened.link.screen.name, ...Object.entries(opened.values).map(([name, value]) => `${name}=${String(value)}`)].join(' ');
};

describe('what a URL opens', () => {
  test.each([
    ['/', 'home'], ['https://huts.example', 'home'], ['HTTPS://Huts.Example/huts/best', 'best'], ['huts:/huts/best', 'best'], ['huts://huts/best', 'best'],
    ['/huts/best/', 'best'], ['/huts/12', 'hut id=12'], ['/huts/12?season=winter&x=1#top', 'hut id=12 season=winter'], ['/huts/12?ref=a%20b', 'hut id=12 ref="a b"'],
    ['/huts/alm', 'named name="alm"'], ['/huts/a%2Fb', 'named name="a/b"'], ['/huts/12/photos', 'rest path="12/photos"'],
    ['/pages/a.b.html', 'page name="a.b"'], ['/huts/12?season=spring', 'named name="12"'],
    ['/pages/.html', null], ['/nothing', null], ['https://other.example/huts/12', null], ['https://huts.example.evil/huts/12', null], ['/huts/%zz', null], ['', null],
  ])('%s: %s', (url, wanted) => expect(opens(url)).toBe(wanted));

  test('is what its link was built from', () => {
    fc.assert(fc.property(fc.integer(), fc.constantFrom('summer', 'winter'), fc.string({ minLength: 1, unit: 'grapheme' }), (id, season, ref) => {
      const values = { id: String(id), season, ref: JSON.stringify(ref) };
      const opened = openUrl(plan, 'app', urlOf(link('hut'), values)!);
      expect(opened?.link).toBe(link('hut'));
      expect(opened?.values).toEqual(values);
    }), runs(500));
  });

  test('any text opens something or nothing, and throws never', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => void [openUrl(plan, 'app', text), openUrl(plan, 'app', `/huts/${text}`)]), runs(500));
  });
});

// The examples of RFC 6570, 3.2.2, 3.2.6 and 3.2.8, as far as the subset has them.
test.each([
  ['/{var}', '/value'], ['/{hello}', '/Hello%20World%21'], ['/{x}{?y,empty}', '/1024?y=768&empty='], ['/here{?x,undef}', '/here?x=1024'], ['/{half}', '/50%25'], ['/a{/path*}', '/a/foo/bar'],
])('%s expands to %s', (pattern, url) => {
  const values: Record<string, string> = { var: 'value', hello: 'Hello World!', x: '1024', y: '768', empty: '', half: '50%', path: 'foo/bar' };
  expect(expand(readTemplate(pattern)!, (name) => values[name] ?? null)).toBe(url);
});

test.each(['huts', '/{', '/{a}{b}', '/{a b}', '/{?a', '/{/a}', '/a}', '/{a}/{?}'])('%s is no pattern', (pattern) => expect(readTemplate(pattern)).toBeNull());
