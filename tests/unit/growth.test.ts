import { Session } from 'node:inspector/promises';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { expandIncludes } from '../../src/core/language/include';
import { Source } from '../../src/core/report/source';
import { planText } from './plan-text';

/**
 * How often any part of the core was run, as the engine counts it: the same on every machine. vitest.config.ts keeps the
 * engine from optimising code, which it would not count.
 */
async function stepsOf(run: () => void): Promise<number> {
  const session = new Session();
  session.connect();
  try {
    await session.post('Profiler.enable');
    await session.post('Profiler.startPreciseCoverage', { callCount: true, detailed: true });
    run();
    const { result } = await session.post('Profiler.takePreciseCoverage');
    return result
      .filter(({ url }) => url.includes('/src/core/'))
      .flatMap(({ functions }) => functions.flatMap(({ ranges }) => ranges))
      .reduce((sum, { count }) => sum + count, 0);
  } finally {
    session.disconnect();
  }
}

/** Numbers of equal length: else the texts would not grow evenly. */
const numbers = (count: number): number[] => Array.from({ length: count }, (_, index) => index);
const lines = (count: number, line: (index: number) => string): string => numbers(count).map(line).join('');
const listed = (count: number, one: (index: number) => string, joint = ', '): string =>
  numbers(count).map(one).join(joint);
const head = 'app "G"\nstart s0\n';
const screens = (count: number, body: (index: number) => string = () => ''): string =>
  lines(count, (index) => `screen s${index} "S ${index}" {\n${body(index)}}\n`);
/** Screens that lead each to the next one, and the last one back. */
const ring = (count: number): string =>
  head + screens(count, (index) => `  on "Next" ${index + 1 < count ? `push s${index + 1}` : 'reset s0'}\n`);
const rulesOf =
  (claim: string) =>
  (count: number): string =>
    ring(30) +
    lines(
      count,
      (index) => `rule "Rule ${index}" ${claim.replace('A', `s${index % 30}`).replace('B', `s${(index + 7) % 30}`)}\n`,
    );

/** Texts that grow in one respect. */
const families: Readonly<Record<string, (count: number) => string>> = {
  screens: ring,
  'screens that nothing leads to': (count) => head + screens(count),
  'unknown screens': (count) =>
    `${head}screen s0 "S" {\n${lines(count, (index) => `  on "T ${index}" push nosuch${index}\n`)}}\n${lines(
      count,
      (index) => planText`
      screen other${index} "T" {
      }
    `,
    )}`,
  'long unknown names': (count) =>
    `${head}screen s0 "S" {\n  on "T" push ${'x'.repeat(20 * count)}\n}\nscreen ${'y'.repeat(20 * count)} "T" {\n}\n`,
  'rules never beneath': rulesOf('never A beneath B'),
  'rules never after': rulesOf('never A after B'),
  'rules always beneath': rulesOf('always A beneath B'),
  'rules always reach': rulesOf('from A always reach B'),
  accepts: (count) =>
    head + screens(count) + lines(count, (index) => `accept reach/stranded on s${index} because "Later"\n`),
  'accepts of nothing': (count) =>
    ring(5) + lines(count, (index) => `accept reach/stranded on s${index} because "Later"\n`),
  modules: (count) =>
    `${head}screen s0 "S" {\n${lines(count, (index) => `  on "T ${index}" push m${index}.a\n`)}}\n${lines(
      count,
      (index) => planText`
      module m${index} {
        screen a "A ${index}" {
        }
      }
    `,
    )}`,
  'modules in a ring': (count) =>
    `${head}screen s0 "S" {\n  on "T" push m0.a\n}\n${lines(
      count,
      (index) => planText`
      module m${index} {
        screen a "A ${index}" {
          on "Next" push m${(index + 1) % count}.a
        }
      }
    `,
    )}`,
  'menus on all screens': (count) =>
    ring(10) + lines(count, (index) => `menu "M ${index}" on all {\n  "I ${index}" reset s${index % 10}\n}\n`),
  'menus on roots': (count) =>
    ring(10) + lines(count, (index) => `menu "M ${index}" on roots {\n  "I ${index}" reset s${index % 10}\n}\n`),
  'items of a menu': (count) =>
    `${ring(10)}menu "M" on all {\n${lines(count, (index) => `  "I ${index}" reset s${index % 10}\n`)}}\n`,
  'events on all screens': (count) =>
    ring(10) + lines(count, (index) => `event "E ${index}" on all reset s${index % 10}\n`),
  'arguments of a module': (count) =>
    `${head}screen s0 "S" {\n  on "T" push a(${listed(count, (index) => `a${index}: 1`)})\n}\nmodule m {\n${lines(count, (index) => `  takes a${index}: int\n`)}  screen a "A" { on "B" push b }\n  screen b "B" {}\n}\n`,
  'arguments that a module’s screens pass on': (count) =>
    `${head}screen s0 "S" {\n  on "T" push a0(id0: 1)\n}\nmodule m {\n${lines(count, (index) => `  screen a${index} "A ${index}" {\n    takes id${Math.floor(index / 5)}: int\n    on "Next" push a${(index + 1) % count}(id${Math.floor(((index + 1) % count) / 5)}${index % 5 === 4 || index === count - 1 ? ': 1' : ''})\n  }\n`)}}\n`,
  links: (count) =>
    `${head}origin https://g.example\n${screens(count, (index) => `  takes id: text\n  link /p${index}/{id}\n`)}`,
  'links that clash': (count) =>
    `${head}origin https://g.example\n${screens(count, () => '  takes id: text\n  link /{id}\n')}`,
  'variables in a segment': (count) =>
    `${head}origin https://g.example\nscreen s0 "S" {\n  takes ${listed(count, (index) => `a${index}: text`)}\n  link /${listed(count, (index) => `{a${index}}`, '-')}\n  link /${listed(count, (index) => `{a${index}}`, '.')}\n}\n`,
  'triggers that wait for ever': (count) =>
    `${head}${lines(count, (index) => `flag f${index}\n`)}screen s0 "S" {\n${lines(count, (index) => `  on "T ${index}" when f${index} push s1\n`)}}\nscreen s1 "One" {\n}\n`,
  'elses that lead to one another': (count) =>
    head + screens(count, (index) => `  needs "q${index}" else push s${(index + 1) % count}\n`),
  'records in records': (count) =>
    `${head}${lines(count, (index) => `record R${index} { next: R${index + 1} }\n`)}record R${count} { name: text }\nscreen s0 "S" {\n  has first: R0\n}\n`,
  'records in a ring': (count) =>
    `${head}${lines(count, (index) => `record R${index} { next: R${(index + 1) % count} }\n`)}screen s0 "S" {\n  has first: R0\n}\n`,
  arguments: (count) =>
    `${head}screen s0 "S" {\n  on "T" push s1(${listed(count, (index) => `a${index}: 1`)})\n}\nscreen s1 "B" {\n  takes ${listed(count, (index) => `a${index}: int`)}\n}\n`,
  'arguments that are not taken': (count) =>
    `${head}screen s0 "S" {\n  on "T" push s1(${listed(count, (index) => `b${index}: 1`)})\n}\nscreen s1 "B" {\n  takes ${listed(count, (index) => `a${index}: int`)}\n}\n`,
  'screens of one name': (count) => head + lines(count, () => 'screen s0 "S" {\n}\n'),
  'triggers of one name': (count) =>
    `${head}screen s0 "S" {\n${lines(count, () => '  on "T" push s1\n')}}\nscreen s1 "B" {\n}\n`,
  flags: (count) =>
    `${head}${lines(count, (index) => `flag f${index}\n`)}screen s0 "S" {\n${lines(count, (index) => `  on "T ${index}" sets f${index} = true\n`)}}\n`,
  variants: (count) => `variants ${listed(count, (index) => `v${index}`)}\n${ring(5)}`,
  'kept walks': (count) =>
    ring(10) + lines(count, (index) => `walk "W ${index}" {\n  start\n  "Next"\n  expect s1\n}\n`),
  entries: (count) => ring(10) + lines(count, (index) => `entry "E ${index}" s${index % 10}\n`),
  'lines that do not read': (count) => head + lines(count, (index) => `foo ${index} {{ ]] "x\n`),
  'lines of one screen that do not read': (count) =>
    `${head}screen s0 "S" {\n${lines(count, () => '  on "x" psuh b\n')}}\n`,
  'blocks that are never closed': (count) => head + lines(count, () => 'scren a {{ on push ( }\n'),
};

/** The texts compared have one, two and three times this size. */
const size = 40;
/** Larger than every limit of nested elses: below a limit, work may grow as the square. */
const sizeOf: Readonly<Record<string, number>> = { 'elses that lead to one another': 400 };

/**
 * Work for each *pair* of lines: half of the second difference of the counts, to which linear parts add nothing. A loop
 * over all lines for each of them gives at least one.
 */
async function workOfPairs(run: (count: number) => void, least = size): Promise<number> {
  // Values that all checks share are computed before.
  run(5);
  const counted: number[] = [];
  for (const times of [1, 2, 3]) counted.push(await stepsOf(() => run(times * least)));
  const [one, two, three] = counted as [number, number, number];
  expect(one).toBeGreaterThan(least);
  return (three - 2 * two + one) / 2 / least ** 2;
}

/** Sorting takes as much, and the messages about a few findings. */
const mostWork = 0.6;

describe('the work that a check takes grows as the text does, with', () => {
  test.each(Object.entries(families))('%s', async (name, make) => {
    expect(await workOfPairs((count) => void check(make(count)).findings, sizeOf[name])).toBeLessThan(mostWork);
  });

  /** Finds the places of all findings in a plan that includes many files. */
  const locate = (count: number, next: (index: number) => string): void => {
    const text = (index: number): string => `${next(index)}screen s${1000 + index} "S" {\n}\n`;
    const whole = expandIncludes('0', text(0), (name) => ({ file: name, text: text(Number(name)) }));
    expect(whole.files.size).toBe(count);
    const source = new Source('0', whole);
    for (const { range } of check(whole.text).findings) source.positionOf(range.from);
  };
  test.each<[string, (count: number) => (index: number) => string]>([
    [
      'files that one includes',
      (count) => (index) => (index > 0 ? '' : lines(count - 1, (other) => `include "${other + 1}"\n`)),
    ],
    ['files that include one another', (count) => (index) => (index + 1 < count ? `include "${index + 1}"\n` : '')],
  ])('%s', async (_name, nexts) => {
    expect(await workOfPairs((count) => locate(count, nexts(count)))).toBeLessThan(mostWork);
  });

  test('files that include one another, however deep', () => {
    const deep = 20_000;
    const text = (index: number): string => (index < deep ? `include "${index + 1}"\n` : '');
    expect(expandIncludes('0', text(0), (name) => ({ file: name, text: text(Number(name)) })).files.size).toBe(
      deep + 1,
    );
  });
});
