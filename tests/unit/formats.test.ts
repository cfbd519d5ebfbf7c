import sarifSchema from '@microsoft/jest-sarif/lib/schemas/sarif-2.1.0-rtm.5.json';
import AjvDraft04 from 'ajv-draft-04';
import addFormats from 'ajv-formats';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import fc from 'fast-check';
import type { Log } from 'sarif';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { expandIncludes } from '../../src/core/language/include';
import { format } from '../../src/core/language/format';
import { parse } from '../../src/core/language/parse';
import { toModel } from '../../src/core/model/to-model';
import { writePlan } from '../../src/core/model/write-plan';
import { resolve } from '../../src/core/plan/resolve';
import { junitReport } from '../../src/core/report/junit';
import { sarifReport } from '../../src/core/report/sarif';
import { Source } from '../../src/core/report/source';
import { asModel, isMisfit } from '../../src/wire/model';
import { demo } from '../demo';
import { planText } from './plan-text';
import { planArbitrary } from './plans';
import { forAll } from './property';

const checked = (text: string, file = 'x.andante') => [{ check: check(text), source: Source.of(file, text) }];

describe('SARIF', () => {
  const ajv = new AjvDraft04({ strict: false, unicodeRegExp: false });
  addFormats(ajv);
  const fitsSchema = ajv.compile(sarifSchema);

  /** Asserts the standard's own schema, and its prose about the parts in use. */
  function holds(log: Log, text: string): void {
    expect(fitsSchema(log), JSON.stringify(fitsSchema.errors)).toBe(true);
    expect(log.version).toBe('2.1.0');
    const [run] = log.runs;
    const rules = run!.tool.driver.rules!;
    const rows = text.split('\n');
    for (const result of run!.results!) {
      expect(rules[result.ruleIndex!]!.id).toBe(result.ruleId);
      expect(['error', 'warning', 'note']).toContain(result.level);
      expect(result.message.text).not.toBe('');
      const { artifactLocation, region } = result.locations![0]!.physicalLocation!;
      expect(new URL(artifactLocation!.uri!, 'file:///plans/').href).toBe('file:///plans/my%20plan.andante');
      const { startLine, startColumn, endLine, endColumn } = region!;
      expect(startLine).toBeGreaterThanOrEqual(1);
      expect(startColumn).toBeLessThanOrEqual(rows[startLine! - 1]!.length + 1);
      expect(endLine! > startLine! || (endLine === startLine && endColumn! >= startColumn!)).toBe(true);
      for (const fix of result.fixes ?? [])
        for (const change of fix.artifactChanges) expect(change.replacements.length).toBeGreaterThan(0);
    }
    expect(JSON.parse(JSON.stringify(log))).toEqual(log);
  }

  test('has all that the standard requires, for random plans', () => {
    forAll(
      fc.property(planArbitrary(4), (text) => holds(sarifReport(checked(text, 'my plan.andante'), '1.0.0'), text)),
      25,
    );
  });

  test('is refused by the schema where it is broken', () => {
    const log = sarifReport(checked(demo), '1.0.0');
    expect(fitsSchema({ ...log, runs: [{ ...log.runs[0], tool: {} }] })).toBe(false);
  });

  test('tells an accepted finding as suppressed, with the reason', () => {
    const [run] = sarifReport(
      checked('start a\nscreen a\naccept name/no-title on a because "It is a map"\n'),
      '1.0.0',
    ).runs;
    expect(run!.results).toEqual([
      expect.objectContaining({
        ruleId: 'name/no-title',
        suppressions: [{ kind: 'inSource', justification: 'It is a map' }],
      }),
    ]);
  });
});

describe('JUnit', () => {
  test('is well-formed, and its counts are right, for random plans', () => {
    forAll(
      fc.property(planArbitrary(4), fc.constantFrom('x.andante', 'a&b<"c">\u0001.andante'), (text, file) => {
        const xml = junitReport(checked(text, file), (severity) => severity === 'error');
        expect(XMLValidator.validate(xml)).toBe(true);
        const { testsuites } = new XMLParser({ ignoreAttributes: false, isArray: (name) => name === 'testcase' }).parse(
          xml,
        ) as {
          testsuites: { '@_tests': string; '@_failures': string; testsuite: { testcase: { failure?: unknown }[] } };
        };
        const cases = testsuites.testsuite.testcase;
        expect(Number(testsuites['@_tests'])).toBe(cases.length);
        expect(Number(testsuites['@_failures'])).toBe(cases.filter((one) => one.failure !== undefined).length);
        expect(Number(testsuites['@_failures'])).toBe(
          check(text).findings.filter((finding) => finding.severity === 'error').length,
        );
      }),
      25,
    );
  });
});

describe('the model', () => {
  const modelOf = (text: string) => toModel(resolve(parse(text)));

  test('fits its schema, and survives the way through a formatted text, for random plans', () => {
    forAll(
      fc.property(fc.oneof(planArbitrary(), fc.constant(demo)), (text) => {
        const model = modelOf(text);
        const json: unknown = JSON.parse(JSON.stringify(model));
        expect(asModel(json)).toBe(json);
        const written = writePlan(model);
        expect(parse(written).problems, written).toEqual([]);
        expect(modelOf(written)).toEqual(model);
        expect(format(written)).toBe(written);
      }),
      100,
    );
  });

  test('keeps what the demo declares', () => {
    const before = check(demo);
    const after = check(writePlan(toModel(before.plan)));
    const told = (result: typeof before): string[] =>
      result.findings.map((finding) => `${finding.rule} ${finding.subject}`).sort();
    expect(told(after)).toEqual(told(before));
    expect(after.plan.screens.map((screen) => screen.label).sort()).toEqual(
      before.plan.screens.map((screen) => screen.label).sort(),
    );
  });

  test.each<[what: string, json: unknown]>([
    ['a list', []],
    ['nothing of it', {}],
    ['another form', { ...modelOf(demo), format: 2 }],
    ['a name that is none', { ...modelOf(demo), variants: ['a b'] }],
    ['more than there is', { ...modelOf(demo), colour: 'red' }],
    ['a URL with a blank', { ...modelOf(demo), origins: ['https://a b'] }],
  ])('%s is no plan, and where is said', (_what, json) => {
    const result = asModel(json);
    expect(isMisfit(result) && result[0]!.at.startsWith('/')).toBe(true);
  });
});

describe('include', () => {
  const files: Record<string, string> = {
    'main.andante': planText`
      app "A"
      start a
      include "b.andante"
      # in between
      include "c.andante"
      screen a "A" { on "B" push b }
    `,
    'b.andante': 'screen b "B" { on "C" push cc }',
    'c.andante': 'include "main.andante"\ninclude "b.andante"\nscreen c "C"\n',
  };
  const whole = expandIncludes('main.andante', files['main.andante']!, (name) => ({ file: name, text: files[name]! }));

  test('puts the texts in the place of the includes, each once', () => {
    expect(whole.text).toBe(
      planText`
        app "A"
        start a
        screen b "B" { on "C" push cc }

        # in between


        screen c "C"

        screen a "A" { on "B" push b }
      `,
    );
    expect(parse(whole.text).problems).toEqual([]);
  });

  test('tells where each finding is in its own file', () => {
    const source = new Source('main.andante', whole);
    const places = check(whole.text).findings.map((finding) => [finding.rule, source.positionOf(finding.range.from)]);
    expect(places).toEqual([
      ['plan/unknown-name', { file: 'b.andante', line: 1, column: 28 }],
      ['reach/stranded', { file: 'c.andante', line: 3, column: 8 }],
    ]);
    for (const [index, letter] of [...whole.text].entries()) {
      const position = source.positionOf(index);
      if (letter !== '\n') expect(source.lineAt(position)[position.column - 1]).toBe(letter);
    }
  });

  test('of a file that a plan in the application names is a finding', () => {
    expect(check('include "b.andante"\n').findings.map((finding) => finding.rule)).toEqual(['plan/syntax']);
  });
});
