import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { generate } from '../../../src/core/generate/generate';
import { programOf } from '../../../src/core/generate/program/program-of';
import type { Program } from '../../../src/core/generate/program/program';
import { camelCase, nameAll } from '../../../src/core/generate/program/words';
import { tabNames } from '../../../src/core/generate/typescript/plan-file';
import { exitNames, namesOf, payloadOf, propertiesOf } from '../../../src/core/generate/typescript/names';
import { happeningNames, itemNames } from '../../../src/core/generate/typescript/events-file';
import { routeProperties } from '../../../src/core/generate/typescript/routes-file';
import { required, type Type } from '../../../src/core/plan/types';
import { at, isList, isRecord, type Value, type Values } from '../../../src/core/plan/value';
import { compileErrors } from '../compile';
import { plansToGenerate } from './plans';
import { isComparable, runsOf, type GivenEvent } from './runs';
import { builtFor, canonical, isRepresentable, urlsOf } from './urls';
import { expectSame } from './written';

/** The strictest settings. */
const settings = {
  noUncheckedIndexedAccess: true,
  exactOptionalPropertyTypes: true,
  noUnusedLocals: true,
  noUnusedParameters: true,
  noImplicitReturns: true,
  noFallthroughCasesInSwitch: true,
  noPropertyAccessFromIndexSignature: true,
  verbatimModuleSyntax: true,
};

interface Generated {
  readonly start: (variant: string, circumstances: unknown) => unknown;
  readonly apply: (state: unknown, event: unknown, circumstances: unknown) => unknown;
  readonly save: (state: unknown) => unknown;
  readonly restore: (variant: string, written: unknown) => unknown;
  readonly parse: (url: string) => {
    readonly isOpen: boolean;
    readonly route: unknown;
    readonly link: string;
    readonly beneath: readonly { readonly screen: string }[];
    readonly problem: { readonly why: string; readonly name?: string };
  };
  readonly build: (route: unknown) => string | null;
}

// The long run has 50 random plans, the demo with its mistakes, and a large plan.
const isLong = process.env.ANDANTE_RUNS !== undefined;
const plans = plansToGenerate(isLong ? 50 : 5)
  .filter(({ name }) => isLong || (name !== 'demo' && name !== 'large'))
  .map((each) => ({
    ...each,
    program: programOf(each.plan),
  }));
let folder = '';
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'andante-typescript-'));
  for (const { name, plan } of plans) {
    mkdirSync(join(folder, name));
    for (const { path, text } of generate(plan, 'typescript').files) writeFileSync(join(folder, name, path), text);
  }
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function load(name: string): Promise<Generated> {
  const outfile = join(folder, name, 'all.mjs');
  await build({
    stdin: {
      contents: ['app', 'links', 'saved', 'exits'].map((file) => `export * from './${file}';`).join('\n'),
      resolveDir: join(folder, name),
    },
    bundle: true,
    format: 'esm',
    target: 'node20',
    outfile,
    logLevel: 'error',
  });
  return (await import(/* @vite-ignore */ pathToFileURL(outfile).href)) as Generated;
}

/** A value of the plan as the TypeScript output has it. */
function toTypeScript(program: Program, type: Type, value: Value | undefined): unknown {
  const inner = required(type);
  if (value === undefined || value === null) return null;
  if (isList(value)) return inner.kind === 'list' ? value.map((each) => toTypeScript(program, inner.of, each)) : null;
  if (isRecord(value)) {
    if (inner.kind !== 'record') return null;
    const fields = [...inner.fields].map(([name, of]) => ({ name, type: of }));
    const properties = propertiesOf(fields);
    return Object.fromEntries(
      fields.map((field) => [properties.get(field.name)!, toTypeScript(program, field.type, at(value, field.name))]),
    );
  }
  const base = inner.kind === 'base' ? inner.name : inner.kind === 'id' ? inner.base : null;
  if (base === null) return value;
  if (base === 'int' || base === 'decimal') return Number(value);
  if (base === 'bool') return value === 'true';
  const text = JSON.parse(value) as string;
  return base === 'instant' ? new Date(text) : text;
}

/** An event of a run as the generated code has it. */
function toEvent(program: Program, event: GivenEvent): unknown {
  switch (event.kind) {
    case 'back':
      return event;
    case 'tab':
      return { kind: 'tab', tab: tabNames(program).get(event.label) };
    case 'set': {
      const flag = program.flags.find(({ name }) => name === event.flag)!;
      const value = flag.type.kind === 'choice' ? event.value : event.value === 'true';
      return { kind: 'set', flags: { [namesOf(program).flags.get(event.flag)!]: value } };
    }
    case 'open':
      return { kind: 'open', route: toRoute(program, event.screen, event.values), link: event.link };
    case 'code': {
      const { code, values, outcomes, onList } = event;
      const names = payloadOf(code);
      const given = Object.fromEntries([
        ...code.brought.map(({ name, type }) => [
          names.values.get(name)!,
          toTypeScript(program, type, at(values, name)),
        ]),
        ...[...outcomes].map(([text, holds]) => [names.outcomes.get(text)!, holds]),
      ]) as object;
      return { ...headOf(program, code), ...(onList && { onList }), ...given };
    }
  }
}

function headOf(program: Program, code: Extract<GivenEvent, { kind: 'code' }>['code']): object {
  const item = itemNames(program).get(code);
  if (item) return { kind: 'menu', item };
  const event = happeningNames(program).get(code);
  if (event) return { kind: 'event', event };
  const { screen, triggers } = program.screens.find((each) => each.triggers.includes(code))!;
  return { kind: 'tap', screen: screen.label, trigger: exitNames(triggers).get(code) };
}

function toRoute(program: Program, label: string, values: Values): unknown {
  const code = program.screens.find(({ screen }) => screen.label === label)!;
  const properties = routeProperties(code);
  const given = code.parameters.map(({ name, type }) => [
    properties.get(name)!,
    toTypeScript(program, type, at(values, name)),
  ]);
  return { ...(Object.fromEntries(given) as object), screen: label };
}

const circumstancesOf = ({ circumstances }: Program, given: ReadonlyMap<string, boolean>): unknown => {
  const names = nameAll(circumstances, (text) => text, camelCase);
  return Object.fromEntries([...given].map(([text, holds]) => [names.get(text)!, holds]));
};

describe('generated TypeScript', () => {
  test('compiles without a warning by the strictest settings', () => {
    const files = plans.flatMap(({ name, plan }) =>
      generate(plan, 'typescript').files.map(({ path }) => join(name, path)),
    );
    expect(files.length).toBeGreaterThan(plans.length);
    expect(compileErrors(folder, files, settings)).toEqual([]);
  });

  test('moves as the walker does, and is restored from what it saves', async () => {
    let moves = 0;
    let count = 0;
    for (const { name, program } of plans) {
      if (!isComparable(program)) continue;
      const app = await load(name);
      for (const run of runsOf(program, name.startsWith('random') ? 24 : isLong ? 400 : 250, 20, 5)) {
        let state = app.start(run.variant, circumstancesOf(program, run.circumstances));
        // The walker tells no start that leaves the app at once, which a condition behind `needs` may do.
        if (!state || run.start.length === 0) continue;
        count++;
        expectSame(program, app.save(state), run.start, []);
        for (const [index, { event, circumstances, after }] of run.moves.entries()) {
          state = app.apply(state, toEvent(program, event), circumstancesOf(program, circumstances));
          expectSame(program, state && app.save(state), after, run.moves.slice(0, index + 1));
          moves++;
          if (!state) break;
          const text = JSON.stringify(app.save(state));
          expect(JSON.stringify(app.save(app.restore(run.variant, JSON.parse(text))))).toBe(text);
        }
      }
    }
    expect(count).toBeGreaterThan(isLong ? 2000 : 700);
    expect(moves).toBeGreaterThan(isLong ? 20_000 : 6000);
  });

  test('reads and builds URLs as the core does', async () => {
    let opened = 0;
    let refused = 0;
    for (const { name, program } of plans) {
      const app = await load(name);
      for (const { url, expected } of urlsOf(program, name.startsWith('random') ? 100 : isLong ? 10_000 : 1500, 11)) {
        const found = app.parse(url);
        const about = { plan: name, url };
        if ('why' in expected) {
          refused++;
          expect({ ...about, why: found.problem?.why }).toEqual({ ...about, why: expected.why });
          continue;
        }
        const { screen, link, values, lacks } = expected;
        const { parameters } = program.codeOf.get(screen)!;
        const tooLarge = parameters.find(
          ({ name: own, type }) => !isRepresentable(at(values, own) ?? null, type, BigInt(Number.MAX_SAFE_INTEGER)),
        );
        if (lacks !== null || tooLarge) {
          expect({ ...about, why: found.problem?.why }).toEqual({
            ...about,
            why: lacks === null ? 'out-of-range' : expect.stringMatching(/missing|out-of-range/),
          });
          continue;
        }
        if (found.problem?.why === 'missing') {
          expect(program.links.find((each) => each.link.screen === screen && each.link.pattern === link)?.under).toBe(
            null,
          );
          continue;
        }
        opened++;
        const plain = Object.fromEntries(
          parameters.map(({ name: own, type }) => [own, canonical(at(values, own)!, type)]),
        );
        const route = toRoute(program, screen.label, plain);
        expect({ ...about, route: found.route, link: found.link }).toEqual({ ...about, route, link });
        expect({ ...about, built: app.build(found.route) }).toEqual({
          ...about,
          built: builtFor(program, screen, plain),
        });
      }
    }
    expect(opened).toBeGreaterThan(1000);
    expect(refused).toBeGreaterThan(1000);
  });
});
