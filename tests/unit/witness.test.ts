import fc from 'fast-check';
import { expect, test } from 'vitest';
import { demo } from '../demo';
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
    'start a\nmenu "M" { "A" push a }\nscreen a "A" as sheet { needs "luck" else push b then push a }\nscreen b "B" {}\n',
  ],
  [
    'a link has taken the start away',
    'start c\nscreen a "A" only phone { needs "luck" else push a }\nscreen b "B" { link /b under a }\nscreen c "C" { needs "more" else switch b }\nmenu "M" {\n  "I" push c then push a\n  "J" replace b\n}\nvariants phone, tablet\n',
  ],
  [
    'something else has replaced the start',
    'start c\nchoice Tier { plain, gold }\nflag ready\nflag tier: Tier = plain\nscreen a "A" { needs ready else push a }\nscreen c "C" as dialog {\n  needs not tier is gold or ready else reset d\n  on "T" back to a then replace c then sets ready = true\n  on "U" when not ready sets tier = gold otherwise push a\n}\nscreen d "D" { on "T" push c }\nmenu "M" { "I" push d then push a }\n',
  ],
])('a ring is walked round where %s', (_where, text) => {
  expect(expectWalksToReplay(text)).toBeGreaterThan(0);
});
