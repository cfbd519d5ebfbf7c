import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { plain } from '../../src/core/rules/message';
import { Lines } from '../../src/core/language/lines';
import { expectWalksToReplay } from './replays';

/** What every plan of the tables begins with. */
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
export const list = (members: string): string => `${head}screen list "Huts" {\n  has stay: Stay, huts: list of Hut, last: HutId?, name: text, beds: int\n${members}\n}\n`;

/** Where members of `list` begin. */
export const line = list('').split('\n').length - 3 + 1;

export const good = '  on "Hut" for h in huts push hut(hutId: h.id)';

/** What a rule found, as `line:column-endColumn message`. The walks of all findings have to replay. */
function found(rule: string, text: string): string[] {
  const lines = new Lines(text);
  const checked = check(text);
  expectWalksToReplay(text, checked);
  return checked.findings.filter((finding) => finding.rule === rule).map(({ range, summary, detail }) => {
    const { line: at, column } = lines.positionOf(range.from);
    return `${at}:${column}-${lines.positionOf(range.to).column} ${plain(summary)} ${plain(detail)}`;
  });
}

/** A rule's plans: those that break it, each with all that it is to say, and near misses that do not. */
export interface RuleTable {
  readonly rule: string;
  readonly broken: readonly (readonly [text: string, ...messages: string[]])[];
  readonly fine: readonly string[];
}

export function testRules(tables: readonly RuleTable[]): void {
  describe.each(tables)('$rule', ({ rule, broken, fine }) => {
    test('has plans enough that break it, and near misses', () => {
      expect(broken.length).toBeGreaterThanOrEqual(3);
      expect(fine.length).toBeGreaterThanOrEqual(2);
    });
    test.each(broken.map((one) => [...one]))('finds: %#', (text, ...messages) => {
      expect(found(rule, text!)).toEqual(messages);
    });
    test.each(fine)('leaves alone: %#', (text) => {
      expect(found(rule, text)).toEqual([]);
    });
  });
}
