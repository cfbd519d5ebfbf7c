import Papa from 'papaparse';
import { expect, test } from 'vitest';
import { exportPlan } from '../../../src/core/export/export';
import { demo, demoCounts, demoFindings } from '../../demo';
import { planText } from '../plan-text';
import { jobOf } from './jobs';

const textsOf = (plan: string, kind: 'csv' | 'jsonl'): Map<string, string> =>
  new Map(exportPlan(jobOf(plan), 'tables', kind).files.map(({ path, text }) => [path.replace(/\.\w+$/, ''), text]));

const rowsOf = (csv: string): Record<string, string>[] =>
  Papa.parse<Record<string, string>>(csv.trimEnd(), { header: true }).data;

test('CSV and JSON Lines say the same', () => {
  const lines = textsOf(demo, 'jsonl');
  for (const [name, csv] of textsOf(demo, 'csv')) {
    const objects = lines
      .get(name)!
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, string | number | boolean | null>);
    expect(rowsOf(csv), name).toEqual(
      objects.map((row) =>
        Object.fromEntries(Object.entries(row).map(([column, cell]) => [column, cell === null ? '' : String(cell)])),
      ),
    );
    // RFC 4180: each line ends in CRLF.
    expect(csv.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
  }
});

test('count what the check counts', () => {
  const tables = textsOf(demo, 'csv');
  const screens = rowsOf(tables.get('screens')!);
  expect(new Set(screens.map(({ screen }) => screen)).size).toBe(demoCounts.screens);
  expect(new Set(screens.filter(({ reachable }) => reachable === 'yes').map(({ screen }) => screen)).size).toBe(
    demoCounts.reached,
  );
  const findings = rowsOf(tables.get('findings')!);
  expect(
    findings
      .filter(({ acceptedBecause }) => acceptedBecause === '')
      .map(({ rule }) => rule)
      .sort(),
  ).toEqual([...demoFindings]);
  const args = rowsOf(tables.get('arguments')!);
  expect(args.reduce((sum, { waysIn }) => sum + Number(waysIn), 0)).toBe(demoCounts.arguments);
  expect(args.reduce((sum, { broken }) => sum + Number(broken), 0)).toBe(
    demoCounts.arguments - demoCounts.supplied + 1,
  );
});

test('hold no formula that a spreadsheet would run', () => {
  const csv = textsOf(
    planText`
      app "A"
      start a
      screen a "=1+1" {
        on "+2" push a
        on "@x" push a
        on "-3" push a
      }
    `,
    'csv',
  );
  for (const table of csv.values())
    for (const row of rowsOf(table)) for (const cell of Object.values(row)) expect(cell).not.toMatch(/^[=+@-]\D/);
});
