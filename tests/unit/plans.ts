/** Plans for tests: the demo, and random ones. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';

export const demo = readFileSync(new URL('../../demo/saddleback.andante', import.meta.url), 'utf8');

/** How often a property is tried: always the same plans, unless ANDANTE_RUNS asks for so many times as many, of other seeds. */
export function runs(count: number): { numRuns: number; seed?: number } {
  const factor = Number(process.env.ANDANTE_RUNS ?? 0);
  return factor > 0 ? { numRuns: count * factor } : { numRuns: count, seed: 20 };
}

const screenName = (index: number): string => `s${index}`;

interface RandomScreen {
  readonly titled: boolean;
  readonly bodyless: boolean;
  readonly takes: readonly { name: string; type: string; initial: string }[];
  readonly has: readonly { name: string; type: string }[];
  readonly on: readonly string[];
}

const types = ['text', 'int', 'decimal', 'HutId', 'StayId', 'Season', 'Hut', 'list of Hut', 'HutId?', 'text?'] as const;
const names = ['a', 'b', 'hutId', 'hut', 'season', 'from', 'link'] as const;
const values = ['a', 'b', 'hutId', 'hut.id', 'hut.name', 'x.id', 'summer', '1', '"t"', 'true', 'nothing'] as const;

function stepArbitrary(screens: number): fc.Arbitrary<string> {
  const call = fc.tuple(
    fc.constantFrom('push', 'replace', 'reset'), fc.integer({ min: 0, max: screens }),
    fc.uniqueArray(fc.tuple(fc.constantFrom(...names), fc.constantFrom(...values)), { maxLength: 3, selector: ([name]) => name }),
  ).map(([word, target, list]) => {
    const given = list.length > 0 ? `(${list.map(([name, value]) => (name === value ? name : `${name}: ${value}`)).join(', ')})` : '';
    return `${word} ${screenName(target)}${given}`;
  });
  return fc.oneof({ weight: 6, arbitrary: call }, { weight: 2, arbitrary: fc.constant('back') }, { weight: 1, arbitrary: fc.constant('leave "Mail"') });
}

function screenArbitrary(screens: number): fc.Arbitrary<RandomScreen> {
  const value = fc.tuple(fc.constantFrom(...names), fc.constantFrom(...types));
  const on = fc.tuple(fc.constantFrom('', ' for x in hut', ' for x in a'), fc.array(stepArbitrary(screens), { minLength: 1, maxLength: 3 }))
    .map(([loop, steps]) => `${loop} ${steps.join(' then ')}`);
  return fc.tuple(
    fc.boolean(), fc.boolean(), fc.uniqueArray(value, { maxLength: 5, selector: ([name]) => name }), fc.nat(5), fc.array(on, { maxLength: 4 }),
  ).map(([titled, bodyless, all, taken, transitions]) => ({
    titled,
    bodyless: bodyless && all.length === 0 && transitions.length === 0,
    takes: all.slice(0, taken).map(([name, type]) => ({ name, type, initial: type === 'Season' ? ' = summer' : '' })),
    has: all.slice(taken).map(([name, type]) => ({ name, type })),
    on: transitions,
  }));
}

/** Blank space as people leave it: too much, too little, comments in between. */
const spacing = fc.constantFrom(' ', '  ', '\t');
const lineEnd = fc.constantFrom('\n', '\n', '\n\n', '\n\n\n', '   # why\n', '\n## what it is\n');

/** Random plans of up to so many screens, in up to three modules, with mistakes of every kind but in syntax. */
export function planArbitrary(most = 6): fc.Arbitrary<string> {
  return fc.integer({ min: 1, max: most }).chain((count) => fc.record({
    screens: fc.array(screenArbitrary(count), { minLength: count, maxLength: count }),
    modules: fc.array(fc.nat(2), { minLength: count, maxLength: count }),
    start: fc.option(fc.nat(count), { freq: 10 }),
    blank: spacing,
    end: lineEnd,
  })).map(({ screens, modules, start, blank, end }) => {
    const write = (screen: RandomScreen, index: number, indent: string): string => {
      const head = `${indent}screen${blank}${screenName(index)}${screen.titled ? ` "Screen ${index}"` : ''}`;
      if (screen.bodyless) return head;
      const takes = screen.takes.map(({ name, type, initial }) => `${name} :${type}${initial}`);
      const lines = [
        ...(takes.length > 0 ? [`takes ${takes.join(',')}`] : []),
        ...screen.has.map(({ name, type }) => `has${blank}${name}:${blank}${type}`),
        ...screen.on.map((text, at) => `on "T${at}"${text}`),
      ];
      return `${head}{${end}${lines.map((line) => `${indent}${line}${end}`).join('')}${indent}}`;
    };
    const groups = [0, 1, 2].map((group) => screens.map((screen, index) => ({ screen, index })).filter(({ index }) => modules[index] === group));
    return [
      'app "Random"', ...(start === null ? [] : [`start${blank}${screenName(start)}`]),
      'id HutId: int', 'id StayId: text', 'choice Season {summer,winter}', 'record Hut {id: HutId , name: text}',
      ...groups[0]!.map(({ screen, index }) => write(screen, index, '')),
      ...[1, 2].flatMap((group) => (groups[group]!.length === 0 ? [] : [
        `module m${group} by "Team ${group}" {${end}`, ...groups[group]!.map(({ screen, index }) => write(screen, index, blank)), '}',
      ])),
    ].join('\n');
  });
}
