import { EditorSelection } from '@codemirror/state';
import { beforeEach, describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { marginNotes } from '../../src/core/report/margin';
import { overview, type Overview } from '../../src/core/report/overview';
import { editorExtensions } from '../../src/ui/editor/extensions';
import { nothing } from '../../src/ui/analysis/protocol';
import { Session } from '../../src/ui/session/session';
import { demo } from '../demo';

// Without `start` there is no worker: the analysis stays that of the text at the beginning, as it does while one is
// under way.
const result = check(demo);
const whole = overview(result);
let session: Session;

const insert = (at: number, words: string): void =>
  session.dispatch({ changes: { from: at, insert: words }, userEvent: 'input.type' });
/** Brings the analysis of the current text, which was edited that many times. */
const analyse = (edits: number): Overview => {
  const newer = overview(check(session.text));
  session.overviewCame(edits, newer, nothing);
  return newer;
};
const fixOf = (rule: string) => whole.findings.find((finding) => finding.rule === rule)!.fixes[0]!;

beforeEach(() => {
  session = new Session({ id: 'p', name: 'P', text: demo, version: 1, updatedAt: 0 }, editorExtensions);
  session.marginCame(0, marginNotes(result));
  session.overviewCame(0, whole, nothing);
});

describe('edits that were computed on the analysed text', () => {
  test('land where they belong although something was typed before them', () => {
    insert(0, '# one line more\n# and another\n');
    expect(session.edit(fixOf('supply/missing').edits, whole)).toBe(true);
    expect(session.text).toBe(
      `# one line more\n# and another\n${demo.replace('on "See hut" push hut\n', 'on "See hut" push hut(hutId: stay.hut)\n')}`,
    );
  });

  test('land where they belong although a view still draws the analysis before', () => {
    expect(session.edit(fixOf('reach/stranded').edits, whole)).toBe(true);
    const once = session.text;
    analyse(1);
    expect(session.edit(fixOf('reach/stranded').edits, whole)).toBe(false);
    expect(session.text).toBe(once);
    expect(session.edit(fixOf('supply/missing').edits, whole)).toBe(true);
    expect(session.text).toBe(once.replace('on "See hut" push hut\n', 'on "See hut" push hut(hutId: stay.hut)\n'));
  });

  test('are refused where the same words were changed since, and with an analysis of another session', () => {
    const { range } = whole.findings.find((finding) => finding.rule === 'plan/unknown-name')!;
    insert(range.from + 2, 'x');
    const before = session.text;
    expect(session.edit(fixOf('plan/unknown-name').edits, whole)).toBe(false);
    expect(session.edit(fixOf('supply/missing').edits, overview(result))).toBe(false);
    expect(session.text).toBe(before);
  });

  test('are undone and done again one by one, all of a fix at once', () => {
    session.edit(fixOf('supply/missing').edits, whole);
    const once = session.text;
    session.edit(fixOf('reach/stranded').edits, whole);
    const twice = session.text;
    expect(twice).toContain('has amount: decimal\n    on "Gift card" push giftCard(amount)');
    session.undo();
    expect(session.text).toBe(once);
    session.undo();
    expect(session.text).toBe(demo);
    session.redo();
    session.redo();
    expect(session.text).toBe(twice);
  });
});

describe('places', () => {
  test('offsets are mapped through typing, in both directions', () => {
    const stay = whole.screens.find((screen) => screen.label === 'stay')!;
    expect(session.isCurrent).toBe(true);
    insert(0, '## more\n');
    expect(session.isCurrent).toBe(false);
    expect(session.nowAt(stay.at, whole)).toBe(stay.at + 8);
    expect(session.wasAt(stay.at + 8, whole)).toBe(stay.at);
    session.dispatch({ changes: { from: 0, to: session.text.length, insert: '' } });
    expect(session.nowAt(stay.at, whole)).toBe(0);
  });

  test('are followed from an analysis that a view still draws when newer ones have come', () => {
    const stay = whole.screens.find((screen) => screen.label === 'stay')!;
    // Longer than the way to the next screen.
    const words = '  ## longer than it is far from here to the next of the screens\n';
    insert(stay.to - 1, words);
    const second = analyse(1);
    insert(stay.to - 1, words);
    analyse(2);
    insert(0, '# before\n');
    const caret = stay.to - 2 + 9 + 2 * words.length;
    for (const [basis, to] of [
      [whole, stay.to],
      [second, stay.to + words.length],
    ] as const) {
      expect(session.wasAt(caret, basis)).toBeLessThanOrEqual(to);
      expect(session.nowAt(stay.at, basis)).toBe(stay.at + 9);
      expect(session.nowAt(to, basis)).toBe(stay.to + 9 + 2 * words.length);
    }
  });

  test('can be gone to, whether a view shows the text or not', () => {
    const hut = whole.screens.find((screen) => screen.label === 'hut')!;
    insert(0, '\n\n');
    session.goTo(hut.at, whole);
    expect(session.getCaret()).toBe(hut.at + 2);
    expect(session.text.slice(session.getCaret()).startsWith('hut "{name}"')).toBe(true);
    session.dispatch({ selection: EditorSelection.cursor(0) });
    expect(session.getCaret()).toBe(0);
  });
});
