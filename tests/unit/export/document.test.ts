import { expect, test } from 'vitest';
import { exportPlan } from '../../../src/core/export/export';
import { demo, demoFindings } from '../../demo';
import { jobOf } from './jobs';

const made = (text: string, kind: 'html' | 'markdown'): string =>
  exportPlan(jobOf(text), 'document', kind).files[0]!.text;

test('has a section for each screen, and no link leads nowhere', () => {
  const page = made(demo, 'html');
  const ids = [...page.matchAll(/ id="([^"]*)"/g)].map(([, id]) => id!);
  expect(new Set(ids).size).toBe(ids.length);
  for (const { label } of jobOf(demo).check.plan.screens) expect(ids).toContain(`screen-${label}`);
  for (const [, to] of page.matchAll(/href="#([^"]*)"/g)) expect(ids).toContain(to);
});

test('says how screens come in', () => {
  const text = made(demo, 'markdown');
  expect(text).toContain('Motion of screens that come in: `slide`.');
  expect(text).toContain('“Map legend”: push `mapLegend` (motion rise)');
});

test('lists each finding, each rule with its verdict, each kept walk', () => {
  const text = made(demo, 'markdown');
  const findings = /^## Findings\n\n([^#]*)/m.exec(text)![1]!;
  expect([...findings.matchAll(/`([a-z]+\/[a-z-]+)`, line/g)].map(([, rule]) => rule!).sort()).toEqual([
    ...demoFindings,
  ]);
  expect(text).toContain('**holds** A stay is never paid for twice');
  expect(text).toContain('**phone: holds** **tablet: holds** Book a hut');
});

test('says which rules are broken or undecided, and where a walk breaks', () => {
  const text = made(
    `app "A"
start home
flag a
tabs {
  "Home" home
  "More" more
}
screen home "Home" {
  on "Pay" when a sets a = false then push pay
  on "Again" push home
}
screen pay "Pay" { on "Pay twice" when a push paid }
screen paid "Paid" {}
screen more "More" {
  on "A" sets a = true then replace next
  on "Next" push next
}
screen next "Next" {}
rule "Never paid twice" never pay after paid
rule "Alone" never more beneath next
rule "Fine" never pay beneath next
walk "Lost" { tap "Nowhere" }
`,
    'markdown',
  );
  expect(text).toContain('**undecided** Never paid twice');
  expect(text).toMatch(/\*\*broken\*\* Alone: .*After “More”, “Next”/);
  expect(text).toContain('**holds** Fine');
  expect(text).toMatch(/\*\*broken\*\*, step 1: .*Lost/);
});

test('keeps the columns of its tables', () => {
  const text = made(
    demo.replace('"{name}"', '"{name} | or \\\\| not"').replace('season: Season = summer', 'season: Season = summer'),
    'markdown',
  );
  const tables = text.split('\n\n').filter((block) => block.startsWith('| '));
  expect(tables.length).toBeGreaterThan(5);
  for (const table of tables) {
    const widths = table.split('\n').map((row) => row.split(/(?<!\\)\|/).length);
    expect(new Set(widths).size, table).toBe(1);
  }
});
