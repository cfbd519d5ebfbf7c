import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { check } from '../../../src/core/check';
import { exportPlan } from '../../../src/core/export/export';
import { detailedTour, type TourStep } from '../../../src/core/export/tours/tour-steps';
import { quote } from '../../../src/core/language/tokens';
import { replay } from '../../../src/core/walk/replay';
import { readTrail } from '../../../src/core/walk/trail';
import { demo } from '../../demo';
import { grammarPlan } from '../grammar-plans';
import { compileErrors } from '../compile';
import { forAll } from '../property';
import { jobOf } from './jobs';

const written = ({ do: kind, label, conditions, shows }: TourStep): string =>
  [
    kind,
    ...(kind === 'back' ? [] : [quote(label)]),
    ...conditions.map(({ text, holds }) => `${holds ? 'if' : 'unless'} ${quote(text)}`),
    ...(shows ? [`expect ${shows.label}`] : []),
  ].join(' ');

/** Asserts that each walk of a plan's tours can be walked as it is handed over, and shows what it says. */
function expectToWalk(text: string): void {
  const checked = check(text);
  for (const variant of checked.plan.variants) {
    for (const { steps } of detailedTour(checked, variant).walks) {
      const trail = steps.map(written).join(' ');
      const nodes = readTrail(trail);
      // A control whose name is no text of the language cannot be written down.
      if (nodes) expect(replay(checked.plan, variant, nodes).outcome, `${trail}\n${text}`).toBe('holds');
    }
  }
}

test('every step of a tour can be done, under the conditions that it names', () => {
  expectToWalk(demo);
  forAll(fc.property(fc.oneof(grammarPlan('none'), grammarPlan('tabs')), expectToWalk), 40);
});

test('all files have the same steps', () => {
  const files = new Map(exportPlan(jobOf(demo), 'tours', null).files.map(({ path, text }) => [path, text]));
  const rows = Papa.parse<Record<string, string>>(files.get('tours.csv')!.trimEnd(), { header: true }).data;
  expect(files.get('tours.md')!.match(/^- \[ \] /gm)).toHaveLength(rows.length);
  expect(files.get('tours.html')!.match(/<input type="checkbox"/g)).toHaveLength(rows.length);
  const starts = rows.filter((row) => row.do === 'start').length;
  expect(files.get('tours.test.ts')!.match(/^ {4}\{ do: /gm)).toHaveLength(rows.length - starts);
  expect(rows.find(({ label, screen }) => label === 'Pay' && screen === 'declined')!.arrange).toBe(
    '“the card is accepted” does not hold.',
  );
});

test('the test compiles by strict settings, whatever the texts of the plan', () => {
  const hostile = `app "A"
start a
screen a "It's \\"a\\" \\\\ {x} /(.*)\\n$" {
  has x: text
  on "O'Tap \\\\ \${a}\\n\`" when "it's \\"so\\"" push b
}
screen b "B" { on "*/ Back" back }
`;
  const folder = mkdtempSync(join(tmpdir(), 'andante-tours-'));
  try {
    const files = [demo, hostile].map((text, index) => {
      const name = `${index}.test.ts`;
      writeFileSync(join(folder, name), exportPlan(jobOf(text), 'tours', 'test').files[0]!.text);
      return name;
    });
    const settings = {
      ...{ noUncheckedIndexedAccess: true, erasableSyntaxOnly: true, noImplicitReturns: true },
      // Unused parameters begin with an underscore.
      ...{ noUnusedParameters: true, skipLibCheck: true, types: ['node'] },
    };
    expect(compileErrors(folder, files, settings)).toEqual([]);
    // A title with values fits whatever stands in their place.
    const made = readFileSync(join(folder, files[1]!), 'utf8');
    const [, source, flags] = /shows: \['b'|\['a', \/(.*)\/(s?)\]/.exec(made)!;
    expect(new RegExp(source!, flags).test('It\'s "a" \\ anything /(.*) $')).toBe(true);
    expect(new RegExp(source!, flags).test('It is "a"')).toBe(false);
  } finally {
    rmSync(folder, { recursive: true });
  }
});
