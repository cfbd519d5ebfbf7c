import { expect, test } from 'vitest';
import { generate } from '../../../src/core/generate/generate';
import { codeLanguages } from '../../../src/core/generate/languages';
import { parse } from '../../../src/core/language/parse';
import { toModel } from '../../../src/core/model/to-model';
import { writePlan } from '../../../src/core/model/write-plan';
import type { Plan } from '../../../src/core/plan/model';
import { resolve } from '../../../src/core/plan/resolve';
import { planText } from '../plan-text';
import { plansToGenerate } from './plans';

const planOf = (text: string): Plan => resolve(parse(text));

/** A plan with its declarations the other way round where their order means nothing: not tabs, menus and links. */
function turned(plan: Plan): Plan {
  const { tree } = planOf(writePlan(toModel(plan)));
  const { text, declarations } = tree;
  const free = new Set([
    'screen',
    'module',
    'id',
    'choice',
    'record',
    'flag',
    'event',
    'entry',
    'rule',
    'walk',
    'accept',
  ]);
  const cut = declarations.map(({ kind, from, to }) => ({ kind, text: text.slice(from, to) }));
  return planOf(
    [...cut.filter(({ kind }) => !free.has(kind)), ...cut.filter(({ kind }) => free.has(kind)).reverse()]
      .map((one) => one.text)
      .join('\n'),
  );
}

/** Plans, each read three times, and with its declarations the other way round. */
const plans = plansToGenerate(6).map(({ name, plan }) => {
  const text = writePlan(toModel(plan));
  // Of links that fit one URL the first wins, and so does the first of two screens of one name.
  const isFree = name !== 'demo' && name !== 'mended' && !name.startsWith('random');
  return { first: planOf(text), others: [planOf(text), planOf(text), ...(isFree ? [turned(plan)] : [])] };
});

test.each(codeLanguages)('%s is the same text each time, and in any order of declarations', (language) => {
  for (const { first, others } of plans) {
    const { files } = generate(first, language);
    for (const other of others) expect(generate(other, language).files).toEqual(files);
  }
});

test('an origin that does not read takes no other one with it', () => {
  const plan = planOf(
    planText`
      app "A"
      origin https://a b
      origin https://hütte.example
      start a
      screen a "A" {
        link /a under nothing
      }
    `,
  );
  for (const language of ['kotlin', 'swift', 'dart'] as const) {
    const links = generate(plan, language).files.find(({ path }) => /^links\./i.test(path))!.text;
    expect(links).toMatch(/"?'?xn--htte-0ra\.example'?"?, ['"]hütte\.example/);
  }
});
