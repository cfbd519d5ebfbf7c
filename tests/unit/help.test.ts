import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { catalogue } from '../../src/core/rules/catalogue';
import { helpPage, helpPages } from '../../src/server/help/pages';
import { searchHelp } from '../../src/server/help/search';
import { ruleAddress } from '../../src/ui/parts/rule-address';
import type { HelpPage } from '../../src/wire/help';

const pages: readonly HelpPage[] = helpPages.map(({ name }) => helpPage(name)!);
const addresses = new Set(
  pages.flatMap(({ name, sections }) => [`/help/${name}`, ...sections.map(({ anchor }) => `/help/${name}#${anchor}`)]),
);

describe('help', () => {
  test('has each page, and nothing for another name', () => {
    for (const { sections } of pages) expect(sections.length).toBeGreaterThan(0);
    expect([helpPage('architecture'), helpPage('../README')]).toEqual([null, null]);
  });

  test.each(pages.map((page) => [page.name, page] as const))('links of %s lead somewhere', (name, { sections }) => {
    const anchors = sections.map(({ anchor }) => anchor);
    expect(new Set(anchors).size).toBe(anchors.length);
    for (const { blocks } of sections)
      for (const block of blocks) {
        if (block.kind !== 'html') continue;
        expect(block.html).not.toMatch(/<img|<script|\.md"/);
        for (const [, href] of block.html.matchAll(/href="([^"]*)"/g))
          if (!href!.startsWith('https:'))
            expect(addresses).toContain(href!.startsWith('#') ? `/help/${name}${href}` : href);
      }
  });

  test('each rule has a section with a plan that breaks it and one that does not', () => {
    for (const { id } of catalogue) {
      expect(addresses).toContain(ruleAddress(id));
      const section = helpPage('rules')!.sections.find(({ title }) => title === id)!;
      const plans = section.blocks.flatMap((block) => (block.kind === 'plan' ? [block.text] : []));
      const found = plans.map((text) => check(text).findings.some(({ rule }) => rule === id));
      expect(found, id).toEqual([true, false]);
    }
  });

  test('stacks are drawn, the sentences of rules are not', () => {
    const htmlOf = (name: string): string =>
      helpPage(name)!
        .sections.flatMap(({ blocks }) => blocks.map((block) => (block.kind === 'html' ? block.html : '')))
        .join('');
    expect(htmlOf('meaning')).toContain('<span class="stack"><span>explore</span><i> · </i><span>hut</span></span>');
    expect(htmlOf('meaning')).toContain('<span><em>hut</em></span>');
    expect(htmlOf('rules')).not.toContain('class="stack"');
  });

  test('a search finds sections that have all words, in titles first, and text, not markup', () => {
    expect(searchHelp('  ')).toEqual([]);
    expect(searchHelp('noscreenhasthis')).toEqual([]);
    expect(searchHelp('supply/missing')[0]).toMatchObject({ page: { name: 'rules' }, anchor: 'supplymissing' });
    expect(searchHelp('TABS menus').map(({ title }) => title)[0]).toBe('Tabs, menus, events, entries');
    for (const { excerpt } of searchHelp('code')) expect(excerpt).not.toMatch(/<\/?(code|span|td)/);
    expect(searchHelp('a').length).toBeLessThanOrEqual(30);
  });
});
