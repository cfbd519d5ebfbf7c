import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { generate } from '../../../src/core/generate/generate';
import { writerFor } from '../../../src/core/generate/kotlin/writer';
import type { Program } from '../../../src/core/generate/program/program';
import { programOf, tabsOf } from '../../../src/core/generate/program/program-of';
import { at, type Values } from '../../../src/core/plan/value';
import { driverOf, eventClasses, mainOf, tabOf } from './kotlin-driver';
import { plansToGenerate } from './plans';
import { isComparable, runsOf, type GivenEvent, type Run } from './runs';
import { builtFor, canonical, isRepresentable, urlsOf, type GivenUrl } from './urls';
import { expectSame } from './written';

const compiler = fileURLToPath(new URL('../../compilers/node_modules/kotlin-compiler/', import.meta.url));
const library = join(compiler, 'lib', 'kotlin-stdlib.jar');

// One compilation for all, since each starts a compiler. The random plans take minutes: the long run has them.
const isLong = process.env.ANDANTE_RUNS !== undefined;
const everyDay: ReadonlySet<string> = new Set(['types', 'flows', 'names']);
const plans = plansToGenerate(isLong ? 50 : 0)
  .filter(({ name }) => isLong || everyDay.has(name))
  .map((each) => ({ ...each, program: programOf(each.plan) }));

interface Asked {
  readonly runs: readonly Run[];
  readonly urls: readonly GivenUrl[];
}

const asked = new Map<string, Asked>(
  plans.map(({ name, program }) => [
    name,
    {
      runs: isComparable(program) ? runsOf(program, name.startsWith('random') ? 24 : 200, 20, 6) : [],
      urls: urlsOf(program, name.startsWith('random') ? 100 : 2500, 12),
    },
  ]),
);

/** Files to compile, by their paths. */
const sources = new Map<string, string>(
  plans.flatMap(({ name, plan, program }) => [
    ...generate(plan, 'kotlin', `plan.${name}`).files.map(({ path, text }): [string, string] => [
      `${name}/${path}`,
      text,
    ]),
    [`${name}/Driver.kt`, driverOf(program, `plan.${name}`)],
  ]),
).set('Main.kt', mainOf(plans.map(({ name }) => name)));

/** The events and URLs for a plan's code, each on a line. */
const commandLines = (program: Program, name: string): string =>
  [...commandsOf(program, asked.get(name)!)].map((each) => JSON.stringify(each)).join('\n');

/**
 * Digest of all on which the outcome depends: what is compiled and by what, what it is asked, what the core expects, and
 * how both are compared. The compiler takes a minute of processor time, so the everyday run leaves out what has passed:
 * `kotlin-passed.txt` holds the digest. A run that passes writes it anew, except on a build server.
 */
const digest = createHash('sha256')
  .update(
    JSON.stringify([
      readFileSync(fileURLToPath(import.meta.url), 'utf8'),
      readFileSync(new URL('../../compilers/package-lock.json', import.meta.url), 'utf8'),
      [...sources],
      plans.map(({ name, program }) => [
        commandLines(program, name),
        asked.get(name)!.runs.map(({ start, moves }) => [start, moves.map(({ after }) => after)]),
        asked
          .get(name)!
          .urls.map(({ url, expected }) => [
            url,
            'why' in expected ? expected.why : { ...expected, screen: expected.screen.label },
          ]),
      ]),
    ]),
  )
  .digest('hex');
const record = new URL('kotlin-passed.txt', import.meta.url);
const hasPassed = !isLong && existsSync(record) && readFileSync(record, 'utf8').trim() === digest;

let folder = '';
let said = '';
const answers = new Map<string, unknown[]>();

beforeAll(() => {
  if (hasPassed) return;
  if (!existsSync(library))
    throw new Error('npm test installs the Kotlin compiler; so does npm ci in tests/compilers.');
  folder = mkdtempSync(join(tmpdir(), 'andante-kotlin-'));
  for (const { name } of plans) mkdirSync(join(folder, name));
  for (const [path, text] of sources) writeFileSync(join(folder, path), text);
  const compiled = spawnSync(
    'java',
    [
      // Without the optimising compiler of the machine: it does not pay in so short a time.
      ...['-Xmx6g', '-XX:+UseSerialGC', '-XX:TieredStopAtLevel=1', '-cp', join(compiler, 'lib', 'kotlin-compiler.jar')],
      'org.jetbrains.kotlin.cli.jvm.K2JVMCompiler',
      ...['-kotlin-home', compiler, '-no-reflect', '-no-stdlib', '-cp', library, '-Wextra'],
      ...['-d', join(folder, 'classes'), folder],
    ],
    { encoding: 'utf8', maxBuffer: 1e8 },
  );
  said = compiled.stdout + compiled.stderr;
  if (compiled.status !== 0) return;
  for (const { name, program } of plans) writeFileSync(join(folder, `${name}.in`), commandLines(program, name));
  execFileSync('java', ['-Xss16m', '-cp', `${join(folder, 'classes')}:${library}`, 'driver.MainKt', folder]);
  for (const { name } of plans)
    answers.set(
      name,
      readFileSync(join(folder, `${name}.out`), 'utf8')
        .split('\n')
        .filter((line) => line !== '')
        .map((line): unknown => JSON.parse(line)),
    );
}, 3_000_000);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function* commandsOf(program: Program, { runs, urls }: Asked): Generator<object> {
  const variantOf = (name: string): string => writerFor(program).names.variants.get(name)!;
  for (const run of runs) {
    const variant = variantOf(run.variant);
    yield { do: 'start', variant, circumstances: Object.fromEntries(run.circumstances) };
    if (run.start.length === 0) continue;
    for (const { event, circumstances } of run.moves)
      yield {
        do: 'event',
        ...eventOf(program, event, run.variant),
        variant,
        circumstances: Object.fromEntries(circumstances),
      };
  }
  for (const { url } of urls) yield { do: 'parse', url };
}

function eventOf(program: Program, event: GivenEvent, variant: string): object {
  switch (event.kind) {
    case 'back':
      return { event: 'Back' };
    case 'tab':
      return { event: 'Tab', tab: tabOf(program, event.label) };
    case 'set':
      return { event: 'Set', flag: event.flag, value: event.value };
    case 'open': {
      const stacks = [[{ screen: event.screen, values: event.values }], ...tabsOf(program, variant).map(() => [])];
      return { event: 'Open', state: JSON.stringify({ flags: {}, active: 0, stacks }), link: event.link };
    }
    case 'code':
      return {
        event: eventClasses(program).get(event.code),
        values: event.values,
        outcomes: Object.fromEntries(event.outcomes),
        onList: event.onList,
      };
  }
}

/** Why a URL opens nothing, as the core calls it. */
const reasons: Readonly<Record<string, string>> = {
  Empty: 'empty',
  NoScheme: 'no-scheme',
  TwoSlashes: 'two-slashes',
  UserInfo: 'user-info',
  NoHost: 'host',
  NoPort: 'port',
  OtherOrigin: 'other-origin',
  BadCharacter: 'character',
  LoneSurrogate: 'surrogate',
  BrokenEscape: 'escape',
  NoUtf8: 'utf-8',
  NoPattern: 'no-pattern',
};

const largest = 2n ** 63n - 1n;

interface Parsed {
  readonly why?: string;
  readonly state: string;
  readonly link: string;
  readonly built: string | null;
}

describe.skipIf(hasPassed)('generated Kotlin', () => {
  test('compiles without a warning', () => {
    expect(said).toBe('');
  });

  test('moves as the walker does, and reads and builds URLs as the core does', () => {
    let moves = 0;
    let opened = 0;
    for (const { name, program } of plans) {
      const { runs, urls } = asked.get(name)!;
      const given = answers.get(name)![Symbol.iterator]();
      const next = (): unknown => given.next().value;
      for (const run of runs) {
        const start = next();
        if (run.start.length === 0) continue;
        // The walker tells no start that leaves the app at once, which a condition behind `needs` may do.
        let isOn = start !== null;
        if (isOn) expectSame(program, start, run.start, []);
        for (const [index, { after }] of run.moves.entries()) {
          const state = next();
          if (!isOn) continue;
          expectSame(program, state, after, run.moves.slice(0, index + 1));
          moves++;
          isOn = state !== null;
        }
      }
      for (const each of urls) if (expectUrl(name, program, each, next() as Parsed)) opened++;
    }
    expect(moves).toBeGreaterThan(3000);
    expect(opened).toBeGreaterThan(1000);
    if (!isLong && said === '' && !process.env.CI) writeFileSync(record, `${digest}\n`);
  });
});

/** Whether the URL opens a route. */
function expectUrl(name: string, program: Program, { url, expected }: GivenUrl, found: Parsed): boolean {
  const about = { plan: name, url };
  const why = found.why?.replace(/\(.*/, '');
  if ('why' in expected) {
    expect({ ...about, why: why && reasons[why] }).toEqual({ ...about, why: expected.why });
    return false;
  }
  const { screen, link, values, lacks } = expected;
  const { parameters } = program.codeOf.get(screen)!;
  const isLarge = parameters.some(({ name: own, type }) => !isRepresentable(at(values, own) ?? null, type, largest));
  const isRefused = program.links.some(
    (each) => each.link.screen === screen && each.link.pattern === link && !each.under,
  );
  if (lacks !== null || isLarge || isRefused) {
    expect({ ...about, why }).toEqual({
      ...about,
      why: isLarge && lacks === null && !isRefused ? 'OutOfRange' : expect.stringMatching(/^(Missing|OutOfRange)$/),
    });
    return false;
  }
  const plain = Object.fromEntries(parameters.map(({ name: own, type }) => [own, canonical(at(values, own)!, type)]));
  expect({ ...about, why, found: foundIn(found), link: found.link, built: found.built }).toEqual({
    ...about,
    why: undefined,
    found: { screen: screen.label, values: plain },
    link,
    built: builtFor(program, screen, plain),
  });
  return true;
}

function foundIn({ state }: Parsed): object {
  const [frame] = (JSON.parse(state) as { stacks: { screen: string; values: Values }[][] }).stacks[0]!;
  return { screen: frame!.screen, values: frame!.values };
}
