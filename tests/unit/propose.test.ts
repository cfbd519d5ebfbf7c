import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { understandList } from '../../src/core/edit/add-many';
import { changedLines } from '../../src/core/propose/changed-lines';
import { propose, type Proposal } from '../../src/core/propose/propose';
import type { ChangeRequest } from '../../src/core/propose/request';
import { currentSignature } from '../../src/core/edit/signature';
import { applyEdits } from '../../src/core/language/edits';
import { parse } from '../../src/core/language/parse';
import { demo } from '../demo';
import { planArbitrary } from './plans';
import { forAll } from './property';

const made = (text: string, request: ChangeRequest): Proposal => {
  const answer = propose(check(text), request);
  if ('refusal' in answer) throw new Error(answer.refusal);
  return answer;
};
const after = (text: string, request: ChangeRequest): string => applyEdits(text, made(text, request).edits);
const refused = (text: string, request: ChangeRequest): string => {
  const answer = propose(check(text), request);
  return 'refusal' in answer ? answer.refusal : '';
};

const plan = `start list
id HutId: int
module m by "M" {
  screen list "Huts" {
    has first: HutId
    on "Hut" push hut(hutId: first)
  }

  # What a hut is.
  screen hut "Hut" {
    takes hutId: HutId
    on "Back" back to m.list
  }
}
module n by "N" {
  screen map "Map"
}
`;

describe('a pasted list', () => {
  const understood = (list: string): string[] =>
    understandList(check(plan).plan, list).map(
      ({ name, title, takes, problem }) =>
        problem ??
        `${name} "${title}"${takes.map((one) => ` ${one.name}: ${one.type}${one.optional ? '?' : ''}`).join('')}`,
    );

  test.each([
    ['hutDetail', ['hutDetail "Hut detail"']],
    ['Hut detail', ['hutDetail "Hut detail"']],
    ['- Über uns\n2) FAQ\n\n', ['uberUns "Über uns"', 'fAQ "FAQ"']],
    ['/huts/{hutId}', ['There is a screen hut already.']],
    ['/huts/{hutId}/reviews', ['hutReviews "Hut reviews" hutId: HutId']],
    ['/cities/{city}{?sort,page}', ['city "City" city: text sort: text? page: text?']],
    ['/{slug}', ['slug "Slug" slug: text']],
    ['hut', ['There is a screen hut already.']],
    ['a\nA', ['a "A"', 'There is a screen a already.']],
    ['!!!', ['There is no word in it that could be a name.']],
    ['/a b', ['A URL pattern has no blanks.']],
    ['/a/{b c}', ['A URL pattern has no blanks.']],
    ['/a/{1}', ['What stands between braces is to be a name.']],
    ['3 peaks', ['_3Peaks "3 peaks"']],
  ])('%j', (list, screens) => expect(understood(list)).toEqual(screens));

  test('becomes screens, in a module or at the end', () => {
    expect(after(plan, { kind: 'list', list: 'About\n/huts/{hutId}/photos', module: 'n' })).toBe(
      plan.replace(
        '  screen map "Map"\n',
        `  screen map "Map"

  screen about "About"

  screen hutPhotos "Hut photos" {
    takes hutId: HutId
    link /huts/{hutId}/photos
  }
`,
      ),
    );
    expect(after('app "A"\n', { kind: 'list', list: 'One\nTwo', module: null })).toBe(
      'app "A"\n\nscreen one "One"\n\nscreen two "Two"\n',
    );
  });
});

describe('screens', () => {
  test('screens are deleted with their comments, and the broken callers are listed', () => {
    const { edits, come, after: then } = made(plan, { kind: 'delete', screen: 'hut' });
    expect(applyEdits(plan, edits)).toBe(plan.replace(/\n {2}# What a hut is\.[^]*?\n {2}}\n(?=})/, '\n'));
    expect(come).toEqual(['plan/unknown-name: list leads to hut, which is no screen of this plan.']);
    expect(then.screens).toBe(2);
  });

  test('are moved to another module, and names that say the old one follow', () => {
    const moved = after(plan, { kind: 'move', screen: 'list', module: 'n' });
    expect(moved).toContain(
      '  screen map "Map"\n\n  screen list "Huts" {\n    has first: HutId\n    on "Hut" push hut(hutId: first)\n  }\n}\n',
    );
    expect(check(moved).plan.screens.find((screen) => screen.name === 'list')!.module!.name).toBe('n');
    expect(refused(plan, { kind: 'move', screen: 'hut', module: 'm' })).toBe('hut is there already.');
  });

  test('another start is shown with the verdict before and after', () => {
    const { before, after: then, lines, come } = made(plan, { kind: 'start', screen: 'map' });
    expect([before.reached, then.reached]).toEqual([2, 1]);
    expect(lines).toEqual([{ line: 1, before: 'start list', after: 'start map' }]);
    expect(come.filter((one) => one.startsWith('reach/stranded'))).toHaveLength(2);
  });

  test('one is put between two others, and hands on what it is given', () => {
    const between = after(plan, { kind: 'between', at: plan.indexOf('push hut(') + 6, name: 'dates' });
    expect(between).toContain('push dates(hutId: first)');
    expect(between).toContain(
      '  screen dates "Dates" {\n    takes hutId: HutId\n    on "Continue" push hut(hutId)\n  }',
    );
    expect(
      check(between)
        .findings.filter((finding) => finding.severity === 'error')
        .map((finding) => finding.rule),
    ).toEqual(
      check(plan)
        .findings.filter((finding) => finding.severity === 'error')
        .map((finding) => finding.rule),
    );
    expect(refused(plan, { kind: 'between', at: 0, name: 'dates' })).toBe('No step that opens a screen stands here.');
  });
});

test('a literal that is handed over becomes a value that the screen holds, wherever the screen repeats it', () => {
  const fixed = plan.replace(
    'push hut(hutId: first)\n',
    'push hut(hutId: 12)\n    on "Same" push hut(hutId: 12)\n    on "Other" push hut(hutId: 13)\n',
  );
  const at = fixed.indexOf('12)');
  expect(after(fixed, { kind: 'extract', at, name: 'best' })).toContain(
    '    has best: HutId\n    on "Hut" push hut(hutId: best)\n    on "Same" push hut(hutId: best)\n    on "Other" push hut(hutId: 13)\n',
  );
  expect(made(fixed, { kind: 'extract', at, name: 'hutId' }).lines.at(-1)!.after).toContain('push hut(hutId)');
  expect(refused(fixed, { kind: 'extract', at, name: 'first' })).toBe('list has first already.');
  expect(refused(fixed, { kind: 'extract', at: 0, name: 'x' })).toBe('No literal that is handed over stands here.');
});

describe('a signature', () => {
  const signature = (screen: string, text = plan) => {
    const result = check(text);
    return currentSignature(
      result.plan,
      result.plan.screens.find((one) => one.label === screen)!,
    );
  };

  test('gets an argument more, and every caller a value for it', () => {
    const wanted = [
      ...signature('hut'),
      { was: null, name: 'next', type: 'HutId', initial: null },
      { was: null, name: 'nights', type: 'int', initial: null },
    ];
    const text = after(plan, { kind: 'signature', screen: 'hut', wanted });
    expect(text).toContain('    takes hutId: HutId\n    takes next: HutId\n    takes nights: int\n');
    expect(text).toContain(
      '    has first: HutId\n    has nights: int\n    on "Hut" push hut(hutId: first, next: first, nights)',
    );
    expect(check(text).findings.filter((finding) => finding.rule.startsWith('supply/'))).toEqual([]);
    expect(made(plan, { kind: 'signature', screen: 'hut', wanted }).lines).toEqual([
      { line: 6, before: null, after: '    has nights: int' },
      {
        line: 6,
        before: '    on "Hut" push hut(hutId: first)',
        after: '    on "Hut" push hut(hutId: first, next: first, nights)',
      },
      { line: 12, before: null, after: '    takes next: HutId' },
      { line: 12, before: null, after: '    takes nights: int' },
    ]);
  });

  test('loses one, and no caller gives it any longer', () => {
    const text = after(plan, { kind: 'signature', screen: 'hut', wanted: [] });
    expect(text).toContain('screen hut "Hut" {\n    on "Back"');
    expect(text).toContain('push hut\n');
  });

  test('is retyped and reordered, and what no longer fits is left for somebody to look at', () => {
    const two = plan.replace('takes hutId: HutId\n', 'takes hutId: HutId sample 12, note: text?\n');
    const [hutId, note] = signature('hut', two);
    const swapped = made(two, { kind: 'signature', screen: 'hut', wanted: [note!, hutId!] });
    expect(applyEdits(two, swapped.edits)).toContain('takes note: text?, hutId: HutId sample 12\n');
    const retyped = made(two, { kind: 'signature', screen: 'hut', wanted: [{ ...hutId!, type: 'text' }, note!] });
    expect(retyped.open).toBe(1);
    expect(retyped.come).toEqual(['supply/wrong-type: “Hut” on list gives hut first for hutId.']);
    expect(refused(two, { kind: 'signature', screen: 'hut', wanted: [hutId!, hutId!] })).toBe('hut has hutId already.');
  });
});

test('no proposal leaves a plan that does not read, and its lines are those that change', () => {
  const requests = fc.tuple(
    fc.constantFrom('delete', 'start', 'move', 'way', 'list', 'between', 'signature'),
    fc.nat(5),
    fc.nat(5),
  );
  const checkedDemo = check(demo);
  forAll(
    fc.property(fc.oneof(planArbitrary(5), fc.constant(demo)), requests, (text, [kind, a, b]) => {
      const now = text === demo ? checkedDemo : check(text);
      const label = (index: number): string => now.plan.screens[index % now.plan.screens.length]!.label;
      const request: ChangeRequest =
        kind === 'move'
          ? { kind, screen: label(a), module: b % 2 === 0 ? null : 'm1' }
          : kind === 'way'
            ? { kind, from: label(a), to: label(b) }
            : kind === 'list'
              ? { kind, list: 'One\n/two/{hutId}', module: b % 2 === 0 ? null : 'm1' }
              : kind === 'between'
                ? { kind, at: now.supply.waysIn[a]?.call.reference.from ?? 0, name: 'between' }
                : kind === 'signature'
                  ? { kind, screen: label(a), wanted: [{ was: null, name: 'fresh', type: 'HutId', initial: null }] }
                  : { kind: kind, screen: label(a) };
      const answer = propose(now, request);
      if ('refusal' in answer) return;
      const changed = applyEdits(text, answer.edits);
      expect(parse(changed).problems, `${JSON.stringify(request)}\n${text}\n---\n${changed}`).toEqual([]);
      const fresh = new Set(changed.split('\n'));
      for (const { before, after: now2 } of answer.lines) {
        if (now2 !== null) expect(fresh.has(now2)).toBe(true);
        if (before !== null) expect(text.split('\n')).toContain(before);
      }
      expect(changedLines(text, []).length).toBe(0);
    }),
    20,
  );
});
