import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  endFrameOf,
  frameAt,
  movedTo,
  Placement,
  placeWhole,
  secondsAt,
  shownSecondsAt,
  trimmedFrom,
  trimmedTo,
} from './placement.ts';

const FILM = { num: 24, den: 1 };
const NTSC = { num: 30_000, den: 1001 };

test('footage begins on its frame and ends with its last second, at its speed', () => {
  const whole = placeWhole(9, 2);
  expect([8, 9, 33, 56, 57].map((frame) => shownSecondsAt(whole, frame, FILM))).toEqual([
    null,
    0,
    1,
    expect.closeTo(47 / 24, 9),
    null,
  ]);
  expect(endFrameOf(whole, FILM)).toBe(57);
  expect(endFrameOf({ ...whole, speed: 2 }, FILM)).toBe(33);
  expect(secondsAt({ ...whole, speed: 0.5 }, 33, FILM)).toBe(0.5);
});

test('cut at its beginning or end, what is left stays where it is', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -200, max: 200 }),
      fc.double({ min: 0.1, max: 10, noNaN: true }),
      fc.double({ min: 0.5, max: 60, noNaN: true }),
      fc.integer({ min: -300, max: 2000 }),
      fc.constantFrom(FILM, NTSC),
      (start, speed, seconds, cut, rate) => {
        const whole = { ...placeWhole(start, seconds), speed };
        for (const part of [trimmedFrom(whole, cut, rate), trimmedTo(whole, cut, rate, seconds)]) {
          expect(Placement.safeParse(part).success).toBe(true);
          // The grain of frames is a thousandth.
          expect(secondsAt(part, 100, rate)).toBeCloseTo(secondsAt(whole, 100, rate), 2);
          expect(part.fromSeconds).toBeGreaterThanOrEqual(0);
          expect(part.toSeconds).toBeLessThanOrEqual(seconds + 1e-9);
        }
        const moved = movedTo(whole, start + 7);
        expect(frameAt(moved, 0.25, rate) - frameAt(whole, 0.25, rate)).toBeCloseTo(7, 6);
      },
    ),
  );
});
