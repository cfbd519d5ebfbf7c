import { expect, test } from 'vitest';
import { describe } from '../../src/core/assist/describe';
import { check } from '../../src/core/check';
import { demo } from '../demo';

const result = check(demo);
const at = (words: string, within = 0) => describe(result, demo.indexOf(words) + words.length - within);

test('describes a screen with its declaration, comment, ways and findings', () => {
  expect(at('on "Stay r')).toBeNull();
  expect(at('on "Stay row" for s in booked push stay')).toMatchObject({
    name: 'stay',
    declaration: 'screen stay "Stay {stayId}" beside stays only tablet',
    at: demo.indexOf('screen stay ') + 7,
    doc: 'One booking, from its day of arrival on.',
    facts: ['3 taps from a cold start.', '4 ways in, 4 ways out, 1 finding.', 'Named in 6 other places.'],
  });
  expect(at('screen giftCard')!.facts[0]).toBe('Stranded: no walk gets there.');
});

test('describes arguments, values, types and flags, with all uses', () => {
  expect(at('push reviews(hutId')).toMatchObject({ name: 'hutId', declaration: 'takes hutId: HutId' });
  expect(at('sets signedIn')).toMatchObject({
    declaration: 'flag signedIn',
    doc: 'Whether the app knows who is looking.',
    facts: ['Named in 4 other places.'],
  });
  const hutId = at('id HutId')!;
  expect(hutId.uses.map(({ from, to }) => demo.slice(from, to))).toEqual(
    Array<string>(hutId.uses.length).fill('HutId'),
  );
  expect(hutId.uses.length).toBe([...demo.matchAll(/\bHutId\b/g)].length - [...demo.matchAll(/#.*HutId/g)].length);
  expect(at('takes hutId: HutId\n    takes season: Season', 40)).toBeNull();
});
