import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { format } from '../../src/core/language/format';
import { declarationWords, innerWords, memberWords, stepWords, walkWords } from '../../src/core/language/keywords';
import { UrlReader } from '../../src/core/report/url-card';
import { rulesPage } from '../../src/core/report/rules-page';
import { baseTypes } from '../../src/core/plan/types';

const page = readFileSync(new URL('../../docs/language.md', import.meta.url), 'utf8');
const examples = [...page.matchAll(/```andante\n(.*?)```/gs)].map((match) => match[1]!);

test('docs/rules.md is what the catalogue says; otherwise run npm run docs', () => {
  expect(readFileSync(new URL('../../docs/rules.md', import.meta.url), 'utf8')).toBe(rulesPage());
});

test('docs/rules.md has a section for every rule that its table names', () => {
  for (const [, id, anchor] of rulesPage().matchAll(/^\| \[([\w/-]+)\]\(#([\w-]+)\)/gm)) {
    expect(rulesPage()).toContain(`### ${id}\n`);
    expect(anchor).toBe(id!.replace('/', ''));
  }
});

describe('docs/links.md', () => {
  const [example] = [
    ...readFileSync(new URL('../../docs/links.md', import.meta.url), 'utf8').matchAll(/```andante\n(.*?)```/gs),
  ].map((match) => match[1]!);

  test('its example has no findings, is laid out, and is opened by the URLs that it names', () => {
    const checked = check(example!);
    expect(checked.findings.map((finding) => finding.summary)).toEqual([]);
    expect(format(example!)).toBe(example);
    const reader = new UrlReader(checked.plan, null);
    for (const url of ['https://huts.example/huts/12?season=winter', 'huts:/h/12.html', '/huts/12'])
      expect(reader.card(url).opens?.screen, url).toBe('hut');
  });
});

describe('docs/language.md', () => {
  test('has examples', () => expect(examples.length).toBeGreaterThanOrEqual(5));

  test.each(examples)('example %# reads, has no findings and is laid out', (example) => {
    expect(check(example).findings.map((finding) => finding.summary)).toEqual([]);
    expect(format(example)).toBe(example);
  });

  test.each([...declarationWords, ...memberWords, ...stepWords, ...baseTypes, ...innerWords, ...walkWords])(
    'tells of %s',
    (word) => expect(page).toMatch(new RegExp(`\\b${word}\\b`)),
  );
});
