/** What a change does to code against generated code is what TypeScript's compiler finds. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, expect, inject, test } from 'vitest';
import { check } from '../../../src/core/check';
import { compare } from '../../../src/core/compare/compare';
import type { CodeEffect } from '../../../src/core/compare/effects/effect';
import { generate } from '../../../src/core/generate/generate';
import { compileErrors } from '../compile';
import { grammarPlan } from '../grammar-plans';
import { smallPlanArbitrary } from '../plans';
import { appOf } from './app-of';
import { edited, editArbitrary, planOf } from './edits';
import { app, pairs } from './known-pairs';
import { shownEffect } from './shown';

const folder = mkdtempSync(join(tmpdir(), 'andante-code-effects-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const changed = (edits: readonly (readonly [string, string])[]): string =>
  edits.reduce((text, [from, to]) => text.replace(from, () => to), app);

/** Changes of each kind of declaration that no known pair makes. */
const more: readonly (readonly [from: string, to: string])[] = [
  ['on "Book" push', 'on "Book it" push'],
  ['"Help" push help', '"Help" push help\n  "Trips" push trips'],
  ['"Help" push help', '"Get help" push help'],
  ['  "Help" push help\n', ''],
  ['"Trips" trips', '"Tours" trips'],
  ['has nearby: HutId', 'has nearby: HutId?'],
  ['season: Season = summer\n', 'season: Season\n'],
  ['choice Season { summer, winter }', 'choice Season { summer, winter, spring }'],
  ['choice Season { summer, winter }', 'choice Season { summer }'],
  ['flag signedIn\n', 'choice Who { guest, member }\nflag signedIn\nflag who: Who\n'],
  ['variants phone, tablet', 'variants phone'],
  ['needs signedIn else', 'needs signedIn and "the hut is open" else'],
  ['on "Done" back past', 'on "Done" when "the card is accepted" back past'],
  ['has day: date', 'has day: date?'],
  ['receipt "Receipt" {', 'receipt "Receipt" {\n    takes stars: int?'],
  ['id HutId: int', 'id HutId: int\nrecord Hut { id: HutId }\nentry "Hut of the day" opens home'],
];

const random = fc.sample(
  fc.tuple(
    fc.oneof(grammarPlan('tabs'), grammarPlan('none'), smallPlanArbitrary('needs'), fc.constant(app)),
    fc.array(editArbitrary, { minLength: 1, maxLength: 3 }),
  ),
  { numRuns: 8 * Math.max(1, Number(process.env.ANDANTE_RUNS ?? 1)), seed: inject('freshSeed') },
);

const versions = [
  ...pairs.map(({ name, edits }) => ({ name, before: app, after: changed(edits) })),
  // Back, too.
  ...[...more, ...more.map(([from, to]) => [to, from] as const)].flatMap((edit, index) => {
    const whole = changed([more[index % more.length]!]);
    expect(whole, edit[0]).not.toBe(app);
    const texts = index < more.length ? [app, whole] : [whole, app];
    return [{ name: edit.join(' > '), before: texts[0]!, after: texts[1]! }];
  }),
  ...random.map(([text, edits], index) => ({ name: `random ${index}`, before: text, after: edited(text, edits).text })),
];

test('code that uses a declaration compiles with a later plan if and only if no effect says that it does not', () => {
  const paths: string[] = [];
  const write = (at: string, later: string, uses: string): void => {
    mkdirSync(join(folder, at));
    const files = [...generate(planOf(later), 'typescript').files, { path: 'use.ts', text: uses }];
    for (const { path, text } of files) {
      writeFileSync(join(folder, at, path), text);
      paths.push(`${at}/${path}`);
    }
  };
  const apps = versions.map(({ before }) => appOf(planOf(before)));
  const textOf = (index: number): string => apps[index]!.map(({ code }) => code).join('\n');
  const unchanged = new Map(versions.map(({ before }, index) => [before, index]));
  for (const [before, index] of unchanged) write(`same-${index}`, before, textOf(index));
  versions.forEach(({ after }, index) => write(`changed-${index}`, after, textOf(index)));
  const errors = compileErrors(folder, paths, {});
  expect(errors.filter(({ path }) => path.startsWith('same-') || !path.endsWith('/use.ts'))).toEqual([]);

  const seen = { broken: 0, whole: 0 };
  versions.forEach(({ name, before, after }, index) => {
    const effects = compare(check(before), check(after)).effects.filter((effect) => effect.kind === 'code');
    const found = errors.filter(({ path }) => path.startsWith(`changed-${index}/`));
    const about = `${name}\n${before}\n---\n${after}\n---\n${effects.map(shownEffect).join('\n')}\n${found
      .map(({ line, message }) => `${apps[index]![line - 1]!.code}\n  ${message}`)
      .join('\n')}`;
    // TypeScript takes an id or a date for its text, and an int for a decimal; other languages do not.
    const isLenient = ({ losses }: CodeEffect): boolean =>
      losses.every((loss) => loss.why === 'type' && loss.was.replace('?', '') !== loss.is.replace('?', ''));
    const lenient = new Set(effects.filter(isLenient).map(keyOf));
    const said = new Set(effects.map(keyOf));
    const used = new Set(apps[index]!.flatMap(({ uses }) => uses ?? []));
    const broken = new Set(found.flatMap(({ line }) => apps[index]![line - 1]!.uses ?? []));
    // An exit goes with its screen, which says so.
    for (const key of broken) {
      const [kind, own] = [key.slice(0, key.indexOf(' ')), key.slice(key.indexOf(' ') + 1)];
      if (kind === 'exit' && !said.has(key) && said.has(`screen ${own.slice(0, own.lastIndexOf('.'))}`))
        broken.delete(key);
    }
    for (const key of lenient) broken.add(key);
    expect(sorted(broken), about).toEqual(sorted(said).filter((each) => used.has(each)));
    // What is new breaks the lines that handle all of a kind.
    if (effects.length === 0) expect(found.length, about).toBe(0);
    if (effects.some((effect) => !isLenient(effect))) expect(found.length, about).toBeGreaterThan(0);
    seen.broken += broken.size;
    seen.whole += used.size - broken.size;
  });
  expect(seen.broken).toBeGreaterThan(50);
  expect(seen.whole).toBeGreaterThan(500);
});

const keyOf = ({ declares, name }: CodeEffect): string => `${declares} ${name}`;
const sorted = (keys: Iterable<string>): string[] => [...keys].sort();
