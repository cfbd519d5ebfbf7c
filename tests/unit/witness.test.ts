import fc from 'fast-check';
import { expect, test } from 'vitest';
import { demo } from '../demo';
import { planText } from './plan-text';
import { planArbitrary } from './plans';
import { forAll } from './property';
import { expectWalksToReplay } from './replays';

test('the walk of every finding can be walked and shows its fault, on the demo and on random plans', () => {
  let walks = expectWalksToReplay(demo);
  forAll(
    fc.property(planArbitrary(5), (text) => {
      walks += expectWalksToReplay(text);
    }),
    80,
  );
  expect(walks).toBeGreaterThan(25);
});

// In each of these a walk once stood for a ring that it did not go round.
test.each([
  [
    'a start that is put off shows all of the ring',
    planText`
      start a
      menu "M" { "A" push a }
      screen a "A" as sheet { needs "luck" else push b then push a }
      screen b "B" {}
    `,
  ],
  [
    'a link has taken the start away',
    planText`
      start c
      screen a "A" only phone { needs "luck" else push a }
      screen b "B" { link /b under a }
      screen c "C" { needs "more" else switch b }
      menu "M" {
        "I" push c then push a
        "J" replace b
      }
      variants phone, tablet
    `,
  ],
  [
    'something else has replaced the start',
    planText`
      start c
      choice Tier { plain, gold }
      flag ready
      flag tier: Tier = plain
      screen a "A" { needs ready else push a }
      screen c "C" as dialog {
        needs not tier is gold or ready else reset d
        on "T" back to a then replace c then sets ready = true
        on "U" when not ready sets tier = gold otherwise push a
      }
      screen d "D" { on "T" push c }
      menu "M" { "I" push d then push a }
    `,
  ],
])('a ring is walked round where %s', (_where, text) => {
  expect(expectWalksToReplay(text)).toBeGreaterThan(0);
});
