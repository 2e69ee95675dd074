import fc from 'fast-check';
import { expect, test } from 'vitest';
import { playPosition } from './play-position.ts';

const FOUR = { first: 1, last: 4 };
const framesOf = (way: 'loop' | 'there-and-back' | 'once', start: number, sign: 1 | -1): number[] =>
  Array.from({ length: 8 }, (_, n) => playPosition(start, sign * n, FOUR, way).frame);

test('a loop goes round both ways without holding an end twice', () => {
  expect(framesOf('loop', 1, 1)).toEqual([1, 2, 3, 4, 1, 2, 3, 4]);
  expect(framesOf('loop', 2, -1)).toEqual([2, 1, 4, 3, 2, 1, 4, 3]);
  expect(playPosition(-2, -(2 ** -54), { first: -2, last: -2 }, 'loop').frame).toBe(-2);
});

test('there and back turns on either end and shows it once', () => {
  expect(framesOf('there-and-back', 1, 1)).toEqual([1, 2, 3, 4, 3, 2, 1, 2]);
  expect(framesOf('there-and-back', 3, -1)).toEqual([3, 2, 1, 2, 3, 4, 3, 2]);
  expect(playPosition(5, 3, { first: 5, last: 5 }, 'there-and-back').frame).toBe(5);
});

test('a single run is over when its last frame has had its time, forward and backward', () => {
  const over = (moved: number): number => playPosition(moved > 0 ? 1 : 4, moved, FOUR, 'once').pastEnd;
  expect([3, 4, 6].map(over)).toEqual([0, 1, 3]);
  expect([-3, -4, -6].map(over)).toEqual([0, 1, 3]);
  expect([playPosition(1, 9, FOUR, 'once').frame, playPosition(4, -9, FOUR, 'once').frame]).toEqual([4, 1]);
});

test('wherever it starts and however far it goes, it stays within what is played', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('loop', 'there-and-back', 'once'),
      fc.integer({ min: -20, max: 20 }),
      fc.integer({ min: 0, max: 60 }),
      fc.double({ min: -500, max: 500, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (way, first, length, moved, share) => {
        const range = { first, last: first + length };
        const { frame } = playPosition(first + Math.round(length * share), moved, range, way);
        expect(frame).toBeGreaterThanOrEqual(first);
        expect(frame).toBeLessThan(range.last + 1);
      },
    ),
  );
});
