import { expect, test } from 'vitest';
import { onionSkins, PLAIN_ONION } from './onion.ts';

const RANGE = { first: 1, last: 25 };
const KEYS = [1, 9, 13, 25];
const skins = (part: Partial<typeof PLAIN_ONION>, frame = 10) =>
  onionSkins(frame, { ...PLAIN_ONION, ...part }, RANGE, KEYS);
const framesOf = (part: Partial<typeof PLAIN_ONION>, frame?: number): number[] =>
  skins(part, frame).map((skin) => skin.frame);

test('so many frames before and after, every so many, near ones last so that they lie on top', () => {
  expect(framesOf({})).toEqual([7, 8, 9, 13, 12, 11]);
  expect(framesOf({ before: 2, after: 1, every: 3 })).toEqual([4, 7, 13]);
  expect(framesOf({}, 2)).toEqual([1, 5, 4, 3]);
  expect(framesOf({ before: 0, after: 0 })).toEqual([]);
});

test('keys only, or the whole range', () => {
  expect(framesOf({ of: 'keys', before: 1, after: 2 })).toEqual([9, 25, 13]);
  expect(framesOf({ of: 'range', every: 8 })).toEqual([2, 18]);
});

test('farther ones are fainter when fading, all alike when not', () => {
  const fading = skins({})
    .filter((skin) => skin.side === 'before')
    .map((skin) => skin.opacity);
  expect(fading).toEqual(fading.toSorted((a, b) => a - b));
  expect(new Set(skins({ fading: false }).map((skin) => skin.opacity)).size).toBe(1);
});
