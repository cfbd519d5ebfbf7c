import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { plain } from '../../src/core/rules/parts/message';
import { Lines } from '../../src/core/language/lines';
import { planText } from './plan-text';
import { expectWalksToReplay } from './replays';

/** Beginning of every plan of the tables. */
export const head = `app "Huts"
start list
id HutId: int
id StayId: text
choice Season { summer, winter }
record Hut { id: HutId, name: text, beds: int }
record Stay { id: StayId, hut: HutId }
screen hut "Hut" {
  takes hutId: HutId
  takes season: Season = summer
  takes note: text?
}
`;

/** A list screen with these members, which leads on to everything that is needed for the plan to be sound otherwise. */
export const list = (members: string): string =>
  planText`
    ${head}screen list "Huts" {
      has stay: Stay, huts: list of Hut, last: HutId?, name: text, beds: int
    ${members}
    }
  `;

/** First line of the members of `list`. */
export const line = list('').split('\n').length - 3 + 1;

export const good = '  on "Hut" for h in huts push hut(hutId: h.id)';

/** The findings of a rule, as data and in words. The walks of all findings have to replay. */
function found(rule: string, text: string): { readonly data: Expected; readonly said: string }[] {
  const lines = new Lines(text);
  const checked = check(text);
  expectWalksToReplay(text, checked);
  const at = (from: number, to: number): string => {
    const [begin, end] = [lines.positionOf(from), lines.positionOf(to)];
    return `${begin.line}:${begin.column}-${end.line === begin.line ? '' : `${end.line}:`}${end.column}`;
  };
  return checked.findings
    .filter((finding) => finding.rule === rule)
    .map(({ range, subject, variant, argument, walk, url, fixes, summary, detail }) => ({
      data: {
        at: at(range.from, range.to),
        ...(subject !== null && { subject }),
        ...(variant !== null && { variant }),
        ...(argument !== null && { argument }),
        ...(walk && { walk }),
        ...(url !== null && { url }),
        ...(fixes.length > 0 && {
          fixes: fixes.map(({ edits }) =>
            edits.map(({ from, to, insert }) => `${at(from, to)} ${insert}`).join(' and '),
          ),
        }),
      },
      said: [plain(summary), plain(detail), ...fixes.map(({ label }) => `[${label}]`)].join('\n  '),
    }));
}

/** A finding as data; its words stand in `wording/`. */
export interface Expected {
  /** The part of the text that is to blame, as `line:column-endColumn`. */
  readonly at: string;
  readonly subject?: string;
  readonly variant?: string;
  readonly argument?: string;
  readonly walk?: readonly string[];
  readonly url?: string;
  /** The range of each fix, as above, and its text. */
  readonly fixes?: readonly string[];
}

/** A rule's plans: some that break it, each with all its findings, and near misses that do not. */
export interface RuleTable {
  readonly rule: string;
  readonly broken: readonly (readonly [text: string, ...findings: Expected[]])[];
  readonly fine: readonly string[];
}

/** Tests that each plan of the tables has its findings, and that a person has reviewed their wording. */
export function testRules(tables: readonly RuleTable[]): void {
  describe.each(tables)('$rule', ({ rule, broken, fine }) => {
    test('has plans enough that break it, and near misses', () => {
      expect(broken.length).toBeGreaterThanOrEqual(3);
      expect(fine.length).toBeGreaterThanOrEqual(2);
    });
    test.each(broken.map((one) => [...one]))('finds: %#', (text, ...findings) => {
      expect(found(rule, text).map(({ data }) => data)).toEqual(findings);
    });
    test.each(fine)('leaves alone: %#', (text) => {
      expect(found(rule, text)).toEqual([]);
    });
  });
  test.each([...new Set(tables.map(({ rule }) => rule))])('the words of %s', async (rule) => {
    const texts = tables.filter((table) => table.rule === rule).flatMap(({ broken }) => broken.map(([text]) => text));
    const words = texts
      .flatMap((text) => found(rule, text))
      .map(({ said }) => `${said}\n`)
      .join('\n');
    await expect(words).toMatchFileSnapshot(`wording/${rule.replace('/', '-')}.txt`);
  });
}
