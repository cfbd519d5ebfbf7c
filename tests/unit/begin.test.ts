import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { toEnd } from '../../src/core/base/slices';
import { check } from '../../src/core/check';
import { answerTo } from '../../src/core/reach';
import { beginWithList, threeScreens } from '../../src/core/edit/begin';
import { format } from '../../src/core/language/format';
import { linksCard } from '../../src/core/report/links-card';
import { overview } from '../../src/core/report/overview';
import { examples } from '../../src/wire/plans';
import { forAll } from './property';

describe('a plan begins', () => {
  test('with three screens that have no findings and are laid out', () => {
    expect(check(threeScreens).findings.map(({ rule }) => rule)).toEqual([]);
    expect(format(threeScreens)).toBe(threeScreens);
    expect(check(threeScreens).plan.screens).toHaveLength(3);
  });

  test('with a list: its first screen is the start, lines that make none are named', () => {
    const { listed, text } = beginWithList('Huts "and" more', '- Home\n1. Hut details\n/huts/{hutId}\nhome\n?!');
    expect(listed.map(({ name, problem }) => [name, problem === null])).toEqual([
      ['home', true],
      ['hutDetails', true],
      ['hut', true],
      ['home', false],
      ['', false],
    ]);
    const { plan, findings } = check(text!);
    expect([plan.name, plan.screens.map(({ name }) => name)]).toEqual([
      'Huts "and" more',
      ['home', 'hutDetails', 'hut'],
    ]);
    expect(findings.filter(({ rule }) => rule.startsWith('plan/'))).toEqual([]);
    expect(beginWithList('A', ' \n?!').text).toBeNull();
  });

  test('with any list: the text reads, and has a screen for each line without a problem', () => {
    forAll(
      fc.property(fc.string(), fc.array(fc.string({ unit: 'binary' })), (app, lines) => {
        const { listed, text } = beginWithList(app, lines.join('\n'));
        const made = listed.filter(({ problem }) => problem === null);
        expect(text === null).toBe(made.length === 0);
        if (text === null) return;
        const { plan, findings } = check(text);
        expect(plan.screens.map(({ name }) => name)).toEqual(made.map(({ name }) => name));
        expect(findings.map(({ rule }) => rule)).not.toContain('plan/syntax');
      }),
      60,
    );
  });
});

describe('the example Tidewater', () => {
  const text = readFileSync(new URL('../../demo/tidewater.andante', import.meta.url), 'utf8');
  const checked = check(text);

  test('has nine findings of nine kinds, and leaves nothing undecided', () => {
    expect(checked.findings.map(({ rule }) => rule).sort()).toEqual([
      'link/overlap',
      'module/cycle',
      'name/same-title',
      'reach/event-only',
      'reach/stranded',
      'result/unknown-value',
      'stack/grows',
      'supply/fixed-id',
      'supply/missing',
    ]);
    for (const { name } of checked.reach.variants)
      expect(overview(checked, name).screens.filter(({ reachable }) => reachable === 'undecided')).toEqual([]);
    expect(format(text)).toBe(text);
  });

  test('says of far screens, too, whether one always leads to the other, and all that Back reveals', () => {
    const rules = [
      'from club always reach origin',
      'from fares always reach tripPlanner',
      'from library always reach newsTopics',
      'from me always reach tickets',
    ];
    const { plan, reach } = check(`${text}\n${rules.map((rule) => `rule "${rule}" ${rule}`).join('\n')}\n`);
    for (const variant of reach.variants) {
      const claims = plan.claims.filter(({ title }) => rules.includes(title));
      const answers = claims.map((claim) => toEnd(answerTo(plan, variant, claim)));
      expect(answers.map((answer) => (typeof answer === 'string' ? answer : 'broken'))).toEqual(
        variant.name === 'phone' ? ['broken', 'broken', 'broken', 'holds'] : ['holds', 'broken', 'holds', 'holds'],
      );
      for (const screen of plan.screens) expect(variant.back(screen).wholeWithin, screen.label).toBe(true);
    }
  });

  test('has a URL of each of its patterns to try, none of which is lost', () => {
    const { examples: urls } = linksCard(checked, { urls: '' }, null);
    const { results, counts } = linksCard(checked, { urls: urls.join('\n') }, null);
    expect([results.length, counts.lost]).toEqual([50, 0]);
  });

  test('is what the choice of examples says', () => {
    const { screens, links } = overview(checked).counts;
    const { modules } = checked.plan;
    const teams = new Set(modules.map(({ owner }) => owner));
    expect([screens, links, modules.length, teams.size]).toEqual([158, 50, 8, 4]);
    expect(examples[1].about).toMatch(/158 screens, eight modules of four teams.* 50 links/);
  });
});
