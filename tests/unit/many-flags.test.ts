import { describe, expect, test } from 'vitest';
import { generatePlan } from '../../bench/generate';
import { check } from '../../src/core/check';
import { plain } from '../../src/core/rules/parts/message';
import type { VariantReach } from '../../src/core/reach/verdicts/reach';
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

  test('whose values together are too many leave open what nobody has proved', () => {
    // Screens in a ring, each of which sets and reads every flag: any values lead to any others.
    const ring = (flagCount: number, screens: number): string => {
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
        '',
      ].join('\n');
    };
    const said = (plan: string): string[] =>
      check(plan)
        .findings.filter(({ rule }) => rule === 'stack/undecided')
        .map(({ summary }) => plain(summary));
    expect(said(ring(9, 2))).toEqual(['Too much to work out: Andante does not know all stacks.']);
    // All stacks are known, but the rule needs more.
    expect(said(ring(8, 3))).toEqual(['Too much to work out: Andante cannot decide a rule.']);
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
