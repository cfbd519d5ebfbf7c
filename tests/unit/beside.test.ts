/** A list in sight beside its detail: plans whose answers are worked out by hand. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { complete } from '../../src/core/assist/complete';
import { check, type Check } from '../../src/core/check';
import { renameableAt, rename } from '../../src/core/edit/rename';
import { applyEdits } from '../../src/core/language/edits';
import { format } from '../../src/core/language/format';
import { parse } from '../../src/core/language/parse';
import { toModel } from '../../src/core/model/to-model';
import { writePlan } from '../../src/core/model/write-plan';
import { resolve } from '../../src/core/plan/resolve';
import { walkCard } from '../../src/core/report/walk-card';
import { activeStack, screensOf } from '../../src/core/walk/configuration';
import { listInSight } from '../../src/core/walk/in-sight';
import { replay } from '../../src/core/walk/replay';
import { walkLabels } from '../../src/core/walk/tap';
import { asModel } from '../../src/wire/model';
import { planText } from './plan-text';
import { smallPlanArbitrary } from './plans';
import { forAll } from './property';
import { expectWalksToReplay } from './replays';

/** Stays with their details; `more` goes into the plan, `list` and `detail` into these screens. */
const huts = (more = '', list = '', detail = ''): string => `app "Huts"
variants phone, tablet wide
start home
flag signedIn
screen home "Home" {
  on "My stays" push stays
  on "Next stay" push stay
}
screen stays "My stays" {
  on "Row" push stay
  ${list}
}
screen stay "Stay" beside stays only tablet {
  on "Guests" push guests
  on "Change" present change
  ${detail}
}
screen guests "Guests" {
  on "Guest" push guest
}
screen guest "Guest" {}
screen change "Change" {}
${more}`;

/** The stack after a walk, bottom first, and the list that is in sight beside its top. */
function after(text: string, variant: string, ...taps: string[]): unknown[] {
  const plan = resolve(
    parse(`${text}\nwalk "W" {\n${taps.map((one) => (one === 'back' ? one : `tap "${one}"`)).join('\n')}\n}\n`),
  );
  const replayed = replay(plan, variant, plan.walks[0]!.body!.items);
  if (replayed.outcome !== 'holds') return [replayed.outcome];
  const stack = activeStack(replayed.run.at(-1)!.configuration!);
  return [
    [...screensOf(stack)]
      .map(({ label }) => label)
      .reverse()
      .join(' '),
    listInSight(stack, variant)?.screen.label ?? null,
  ];
}

const verdict = (checked: Check, variant: string, label: string) => {
  const found = checked.reach.variants.find(({ name }) => name === variant)!;
  const screen = checked.plan.screens.find((one) => one.label === label)!;
  const { taps, walk } = found.verdicts[screen.index]!;
  return { taps, walk: walk && walkLabels(walk), arrow: found.back(screen).arrow };
};

function found(text: string, group: string): string[] {
  const checked = check(text);
  expect(checked.plan.tree.problems).toEqual([]);
  expectWalksToReplay(text, checked);
  return checked.findings
    .filter(({ rule }) => rule.startsWith(group))
    .map(
      ({ rule, subject, variant, walk }) =>
        `${rule} ${subject} ${variant ?? 'all'}${walk ? `: ${walk.join(', ')}` : ''}`,
    );
}

describe('what is in sight', () => {
  test('two rows, one after the other: the second replaces the first, and Back does not retrace them', () => {
    expect(after(huts(), 'tablet', 'My stays', 'Row', 'Row')).toEqual(['home stays stay', 'stays']);
    expect(after(huts(), 'tablet', 'My stays', 'Row', 'Row', 'back')).toEqual(['home stays', null]);
    expect(after(huts(), 'phone', 'My stays', 'Row', 'Row')).toEqual(['broken']);
  });

  test('the list stays whatever is pushed on the detail, and a tap on it takes all of that off', () => {
    expect(after(huts(), 'tablet', 'My stays', 'Row', 'Guests', 'Guest')).toEqual([
      'home stays stay guests guest',
      'stays',
    ]);
    expect(after(huts(), 'tablet', 'My stays', 'Row', 'Guests', 'Guest', 'Row')).toEqual(['home stays stay', 'stays']);
    expect(after(huts(), 'phone', 'My stays', 'Row', 'Guests')).toEqual(['home stays stay guests', null]);
  });

  test('a detail from elsewhere is shown alone, also under a screen that would make no pair', () => {
    expect(after(huts(), 'tablet', 'Next stay')).toEqual(['home stay', null]);
    expect(after(huts(), 'tablet', 'Next stay', 'Guests')).toEqual(['home stay guests', null]);
  });

  test('nothing is in sight under a sheet, and a sheet is no detail', () => {
    expect(after(huts(), 'tablet', 'My stays', 'Row', 'Change')).toEqual(['home stays stay change', null]);
    expect(after(huts(), 'tablet', 'My stays', 'Row', 'Change', 'back')).toEqual(['home stays stay', 'stays']);
    expect(after(huts('', 'on "Peek" present stay'), 'tablet', 'My stays', 'Peek')).toEqual(['home stays stay', null]);
  });

  test('of two pairs the nearest to the top counts', () => {
    const text = huts('screen place "Place" beside stay { on "More" push guests }\n', '', 'on "Place" push place');
    expect(after(text, 'tablet', 'My stays', 'Row', 'Place', 'More')).toEqual(['home stays stay place guests', 'stay']);
    expect(after(text, 'tablet', 'My stays', 'Row', 'Place', 'More', 'back', 'back')).toEqual([
      'home stays stay',
      'stays',
    ]);
  });

  test('a screen that replaces the detail is beside the list if it is declared so', () => {
    const text = huts(
      'screen offer "Offer" beside stays {}\n',
      '',
      'on "Offer" replace offer\n  on "Alone" replace guests',
    );
    expect(after(text, 'tablet', 'My stays', 'Row', 'Offer')).toEqual(['home stays offer', 'stays']);
    expect(after(text, 'tablet', 'My stays', 'Row', 'Alone')).toEqual(['home stays guests', null]);
  });

  test('the list offers its triggers and the menus that it shows, as it does on top', () => {
    const text = huts('menu "List" on stays { "Sort" push guests }\nmenu "All" { "Home" reset home }\n');
    const card = walkCard(check(text), { steps: 'tap "My stays" tap "Row"', taken: 2, typed: {} }, 'tablet');
    expect(card.phone!.offers.map(({ label, beside }) => `${beside ? 'list' : 'top'} ${label}`)).toEqual([
      'top Guests',
      'top Change',
      'top Home',
      'list Row',
      'list Sort',
      'list Home',
      'top Back',
    ]);
    expect(card.phone!.list).toMatchObject({ title: 'My stays' });
    expect(card.phone!.arrow).toBeNull();
  });
});

describe('verdicts', () => {
  test('a tap on the list is a shorter way, where Back and the tap are two', () => {
    const text =
      huts('', 'on "Archive" when signedIn push archive', 'on "Sign in" sets signedIn = true') +
      'screen archive "Archive" {}\n';
    const checked = check(text);
    expect(verdict(checked, 'tablet', 'archive')).toMatchObject({
      taps: 4,
      walk: ['My stays', 'Row', 'Sign in', 'Archive'],
    });
    expect(verdict(checked, 'phone', 'archive').taps).toBe(5);
  });

  test('the header arrow is there where Back reveals something that is not in sight', () => {
    const checked = check(huts());
    expect(verdict(checked, 'phone', 'stay').arrow).toBe('always');
    expect(verdict(checked, 'tablet', 'stay').arrow).toBe('sometimes');
    expect(verdict(checked, 'tablet', 'guests').arrow).toBe('always');
    const only = huts().replace('  on "Next stay" push stay\n', '');
    expect(verdict(check(only), 'tablet', 'stay').arrow).toBe('never');
  });

  test('a private list that stays in sight after a sign-out is shown to whom it should not be', () => {
    const text =
      huts('', 'needs signedIn else push signIn', 'on "Sign out" sets signedIn = false') +
      'screen signIn "Sign in" { on "Go" sets signedIn = true then resume }\n';
    expect(found(text, 'stack/guarded')).toHaveLength(1);
    expect(found(text.replace('variants phone, tablet wide', 'variants tablet'), 'stack/guarded')).toEqual([
      'stack/guarded-revealed stays all: My stays, Go, Row, Sign out',
    ]);
  });

  test('a list that is tapped was in sight, so its own tap reveals nothing', () => {
    const text = huts('', 'needs not signedIn else back\n  on "Hide" sets signedIn = true', 'link /stay under stays')
      .replace('app "Huts"', 'app "Huts"\norigin huts:')
      .replace('  on "Row" push stay\n', '')
      .replace('  on "My stays" push stays\n  on "Next stay" push stay\n', '');
    expect(after(text.replace('start home', 'start stays'), 'tablet', 'Hide')).toEqual(['stays', null]);
    expect(found(text, 'stack/guarded')).toEqual([]);
  });

  test('what is in sight counts as shown for never A after B', () => {
    // One event puts both on the stack: on the phone the list is not shown before Back, which leads to nothing else.
    const text = huts('rule "R" never guests after stays\n')
      .replace('on "My stays" push stays', 'on "Both" reset stays then push stay')
      .replace('  on "Next stay" push stay\n', '')
      .replace('  on "Row" push stay\n', '');
    expect(found(text, 'stack/rule')).toEqual(['stack/rule-broken R tablet: Both, Guests']);
  });

  test('finds a screen that is never beside the list that it names', () => {
    const never = (detail: string, opens: string): string[] =>
      found(
        planText`
          app "A"
          start list
          screen list "L" { on "Row" ${opens} }
          screen detail "D"${detail} { on "Up" back }
          screen other "O" { on "On" push detail }
        `,
        'reach/never',
      );
    expect(never(' beside list', 'push detail')).toEqual([]);
    expect(never(' beside list', 'replace detail')).toEqual(['reach/never-beside detail all']);
    expect(never(' beside list', 'push other')).toEqual(['reach/never-beside detail all']);
    expect(never(' as sheet beside list', 'push detail')).toEqual(['reach/never-beside detail all']);
  });
});

test('pairs change no stack: only the number of taps, the header arrow, and what is in sight', () => {
  const counts = { shorter: 0, pairs: 0 };
  forAll(
    fc.property(
      fc.constantFrom('flag', 'tabs', 'needs').chain((kind) => smallPlanArbitrary(kind as 'flag')),
      (text) => {
        const [pairs, alone] = [check(text), check(text.replace(/ beside s\d/g, ''))];
        const [a, b] = [pairs.reach.variants[0]!, alone.reach.variants[0]!];
        expect(a.kind, text).toBe(b.kind);
        if (a.kind !== 'exact' || b.kind !== 'exact') return;
        if (pairs.plan.screens.some((screen) => a.stacks.isEverBeside(screen))) counts.pairs++;
        for (const screen of pairs.plan.screens) {
          const other = alone.plan.screens[screen.index]!;
          const [one, two] = [a.verdicts[screen.index]!, b.verdicts[screen.index]!];
          expect([one.reachable, one.fromOutside, one.byEvent], text).toEqual([
            two.reachable,
            two.fromOutside,
            two.byEvent,
          ]);
          if (one.taps !== null) expect(one.taps, text).toBeLessThanOrEqual(two.taps!);
          if (one.taps !== two.taps) counts.shorter++;
          const [back, without] = [a.back(screen), b.back(other)];
          expect(
            back.reveals.map(({ label }) => label),
            text,
          ).toEqual(without.reveals.map(({ label }) => label));
          expect([back.leaves, back.toFirstTab, back.deepest?.frames], text).toEqual([
            without.leaves,
            without.toFirstTab,
            without.deepest?.frames,
          ]);
        }
      },
    ),
    150,
  );
  expect(counts.pairs).toBeGreaterThan(15);
  expect(counts.shorter).toBeGreaterThan(0);
});

describe('the language', () => {
  test('lays out, reads back from its model, and renames', () => {
    const text = huts();
    expect(format(text.replace(' beside', '\n beside'))).not.toBeNull();
    const model = toModel(resolve(parse(text)));
    expect(model.sizes).toEqual({ tablet: 'wide' });
    expect(asModel(model)).toBe(model);
    expect(toModel(resolve(parse(writePlan(model))))).toEqual(model);
    const plan = resolve(parse(text));
    const renamed = rename(plan, renameableAt(plan, text.indexOf('stays "My'))!, 'trips');
    expect('edits' in renamed && applyEdits(text, renamed.edits)).toContain('beside trips only tablet');
  });

  test('two restrictions stand apart: that of the screen, and that of the pair', () => {
    const { plan } = check('app "A"\nvariants a, b\nstart l\nscreen l "L"\nscreen d "D" only a, b beside l only b\n');
    const detail = plan.screens[1]!;
    expect([[...detail.only!], [...detail.beside!.only!]]).toEqual([['a', 'b'], ['b']]);
  });

  test('completes', () => {
    const offered = (text: string): string[] =>
      complete(check(text.replace('|', '')), text.indexOf('|'))!.options.map(({ label }) => label);
    expect(offered(huts().replace('beside stays only tablet', '|'))).toContain('beside');
    expect(offered(huts().replace('beside stays only', 'beside | only'))).toContain('stays');
    expect(offered(huts().replace('tablet wide', 'tablet |'))).toEqual(['wide', 'small']);
  });
});
