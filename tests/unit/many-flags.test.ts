import { describe, expect, test } from 'vitest';
import { generatePlan, threeTabs } from '../../bench/generate';
import { Budget } from '../../src/core/base/budget';
import { toEnd } from '../../src/core/base/slices';
import { check } from '../../src/core/check';
import { parse } from '../../src/core/language/parse';
import { resolve } from '../../src/core/plan/resolve';
import { exactReach, searching } from '../../src/core/reach';
import { plain } from '../../src/core/rules/parts/message';
import type { VariantReach } from '../../src/core/reach/verdicts/reach';
import { walkLabels } from '../../src/core/walk/tap';
import { exactStacks } from './exact-stacks';

describe('flags', () => {
  test('that everything sets and reads are all decided', () => {
    const { reach, plan } = check(generatePlan(120, 5, 4));
    const stacks = exactStacks(reach.variants[0]!);
    // Sixteen valuations, nearly everywhere.
    const valuations = plan.screens.map(
      (screen) => new Set(stacks!.headsOf(screen).map(({ control }) => control.valuation)).size,
    );
    expect(valuations.filter((count) => count === 16).length).toBeGreaterThan(100);
  });

  test('of which each screen reads two are left open, and every walk is proved the shortest', () => {
    const { reach } = check(generatePlan(150, 5, 20, 'flags apart'));
    const [variant] = reach.variants as [VariantReach];
    expect(variant.kind).toBe('bounded');
    expect(variant.verdicts.filter(({ reachable, isShortest }) => reachable !== 'yes' || !isShortest)).toEqual([]);
  });

  /** Screens in a ring, each of which sets and reads every flag: any values lead to any others. */
  function ring(flagCount: number, screens: number, ...more: string[]): string {
    const flags = Array.from({ length: flagCount }, (_none, index) => `f${index}`);
    const toggles = flags
      .map((flag) => `  on "${flag}" sets ${flag} = true\n  on "Not ${flag}" sets ${flag} = false\n`)
      .join('');
    const any = flags.map((flag) => `"x" and ${flag}`).join(' or ');
    return [
      'app "Huts"',
      'start first',
      ...flags.map((flag) => `flag ${flag}`),
      'screen first "First" { on "Go" reset s0 }',
      ...Array.from(
        { length: screens },
        (_none, index) =>
          `screen s${index} "S${index}" {\n${toggles}  on "Next" when ${any} push s${(index + 1) % screens}\n}`,
      ),
      `rule "Once" never first after s${screens - 1}`,
      ...more,
      '',
    ].join('\n');
  }

  test('that three tabs share are left open where all of their values would take too much work', () => {
    const plan = resolve(parse(`${generatePlan(60, 5, 4)}${threeTabs}`));
    const within = (steps: number): readonly VariantReach[] =>
      toEnd(exactReach(plan, () => toEnd(searching(plan)), new Budget(steps))).variants;
    for (const [steps, leftOpen] of [
      [1_000_000, 4],
      [4_000_000, 0],
    ] as const) {
      const [variant] = within(steps);
      expect(variant).toMatchObject({ kind: 'bounded', leftOpen: { length: leftOpen } });
      expect(variant!.verdicts.filter(({ reachable, isShortest }) => reachable !== 'yes' || !isShortest)).toEqual([]);
    }
  });

  test('whose values together are too many are left open, and most is decided all the same', () => {
    const { plan, reach, findings } = check(
      ring(
        9,
        2,
        'rule "Back" from s1 always reach s0',
        'screen safe "Safe" { needs f3 else push s0\n  on "Out" sets f3 = false then push s1 }',
        'menu "All" { "Safe" push safe }',
      ),
    );
    const [variant] = reach.variants as [VariantReach];
    expect(variant.kind).toBe('bounded');
    expect(variant.verdicts.map(({ reachable }) => reachable)).toEqual(plan.screens.map(() => 'yes'));
    for (const screen of plan.screens) expect(variant.back(screen).whole, screen.label).toBe(true);
    expect(findings.filter(({ rule }) => rule === 'stack/undecided')).toEqual([]);
    // Back from s1 shows the safe, although f3 no longer holds: Out has seen to that.
    expect(findings.filter(({ rule }) => rule === 'stack/guarded-revealed').map(({ subject }) => subject)).toEqual([
      'safe',
    ]);
  });

  test('a walk sets a flag first, where the shortest one of the upper bound gets stuck', () => {
    const { plan, reach } = check(
      ring(9, 2, 'screen far "Far" { on "Lamp" sets lamp = true then reset s0 }', 'flag lamp').replace(
        'screen s1 "S1" {',
        'screen s1 "S1" {\n  on "Far" push far\n  on "Cave" when lamp push cave',
      ) + 'screen cave "Cave"\n',
    );
    const [variant] = reach.variants as [VariantReach];
    const { reachable, walk } = variant.verdicts[plan.screens.findIndex(({ name }) => name === 'cave')]!;
    expect(reachable).toBe('yes');
    expect(walkLabels(walk!)).toContain('Lamp');
  });

  /** Flags of which a tap sets one and clears the others, and a screen that asks for all of them. */
  const exclusive = (...flags: readonly string[]): string[] => [
    flags.map((flag) => `flag ${flag}`).join('\n'),
    `menu "Sky" {`,
    ...flags.map((flag) => {
      const cleared = flags.filter((other) => other !== flag).map((other) => ` then sets ${other} = false`);
      return `  "${flag}" sets ${flag} = true${cleared.join('')}`;
    }),
    `  "All" when ${flags.join(' and ')} reset all\n}`,
    'screen all "All"',
  ];

  test('two that stop a walk are told apart after all', () => {
    const { plan, reach, findings } = check(ring(9, 2, ...exclusive('day', 'night')));
    const [variant] = reach.variants as [VariantReach];
    expect(variant.kind).toBe('bounded');
    expect(plan.screens.filter(({ index }) => variant.verdicts[index]!.reachable === 'no')).toMatchObject([
      { name: 'all' },
    ]);
    expect(findings.filter(({ rule }) => rule === 'stack/undecided')).toEqual([]);
  });

  test('what more of them have together stays open', () => {
    const { findings } = check(ring(9, 2, ...exclusive('day', 'dusk', 'night')));
    const found = findings.filter(({ rule }) => rule === 'stack/undecided');
    expect(found.map(({ summary }) => plain(summary))).toEqual([
      'Flags have too many values together, so Andante cannot decide everything.',
    ]);
    const [settles, knows] = plain(found[0]!.detail).split('. ');
    expect(settles).toBe('Neither a walk nor a proof settles whether all is ever shown');
    expect(knows).toBe('No proof knows the values of day, dusk and night');
  });

  test('those that a screen needs are left open, too, if they are too many', () => {
    const all = Array.from({ length: 9 }, (_none, index) => `f${index}`).join(' and ');
    const { reach, findings } = check(
      ring(9, 2, `screen safe "Safe" { needs ${all} else push s0 }`, 'menu "All" { "Safe" push safe }'),
    );
    const [variant] = reach.variants as [VariantReach];
    expect(variant.kind === 'bounded' && variant.leftOpen.length).toBe(9);
    const found = findings.filter(({ rule }) => rule === 'stack/undecided');
    expect(found.map(({ detail }) => plain(detail))).toEqual([
      expect.stringContaining('whether safe is ever shown; ') as unknown,
    ]);
    expect(plain(found[0]!.detail)).toContain('No proof knows the values of f0, f1, f2, f3 and 5 more.');
  });

  test('more of them than an exact number has bits are told apart', () => {
    const steps = Array.from({ length: 64 }, (_none, index) => index);
    const text = [
      'app "Huts"',
      'start wizard',
      ...steps.map((index) => `flag f${index}`),
      'screen wizard "Wizard" {',
      ...steps.map(
        (index) => `  on "${index}" when ${index > 0 ? `f${index - 1} and ` : ''}not f${index} sets f${index} = true`,
      ),
      '  on "Done" when f63 push done',
      '  on "Skip" when f63 and not f0 push skipped',
      '}',
      'screen done "Done"',
      'screen skipped "Skipped"',
      '',
    ].join('\n');
    const [variant] = check(text).reach.variants as [VariantReach];
    expect(variant.kind).toBe('exact');
    expect(variant.verdicts.map(({ taps }) => taps)).toEqual([0, 65, null]);
  });

  test('many flags with few values together are decided too', () => {
    // A wizard of twelve steps, each of which sets a flag of its own: thirteen valuations out of 4,096.
    const steps = Array.from({ length: 12 }, (_none, index) => index);
    const text = [
      'app "Huts"',
      'start s0',
      ...steps.map((index) => `flag f${index}`),
      ...steps.map(
        (index) => `screen s${index} "Step ${index}" {\n  on "Next" sets f${index} = true then push s${index + 1}\n}`,
      ),
      `screen s12 "Done" {\n  on "All" when ${steps.map((index) => `f${index}`).join(' and ')} push all\n  on "Some" when not f5 push some\n}`,
      'screen all "All" {}',
      'screen some "Some" {}',
      '',
    ].join('\n');
    const { reach, plan } = check(text);
    const [variant] = reach.variants as [VariantReach];
    const stacks = exactStacks(variant);
    const tapsOf = (name: string): number | null =>
      variant.verdicts[plan.screens.findIndex((screen) => screen.name === name)]!.taps;
    expect([tapsOf('s12'), tapsOf('all'), tapsOf('some')]).toEqual([12, 13, null]);
    // Back does not take a flag back: a step is seen with all that were set above it.
    expect(new Set(stacks!.all.shown.map(({ head }) => head.control.valuation)).size).toBe(13);
  });
});
