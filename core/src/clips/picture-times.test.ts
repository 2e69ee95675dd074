import fc from 'fast-check';
import { expect, test } from 'vitest';
import { framesPerSecond, type Rate } from '../time/index.ts';
import { numbersOf, rateOfTimes } from './picture-times.ts';

const rate = (num: number, den = 1): Rate => ({ num, den });
const BROADCAST = [rate(24_000, 1001), rate(30_000, 1001), rate(60_000, 1001)];
const FILM = rate(24);

/** When pictures on these frames are shown, as a file with ticks of so many seconds keeps it. */
const shownAt = (frames: readonly number[], of: Rate, tick: number, from = 0): number[] =>
  frames.map((frame) => Math.round((from + frame / framesPerSecond(of)) / tick) * tick);

const upTo = (count: number): number[] => Array.from({ length: count }, (_, i) => i);

test.each([8, 10, 12, 15, 20, 23, 24, 25, 30, 48, 50, 60].map((fps) => [fps]))(
  '%i a second is found by times in microseconds, milliseconds and, up to 50, hundredths',
  (fps) => {
    for (const tick of fps <= 50 ? [1e-6, 1e-3, 0.01] : [1e-6, 1e-3]) {
      const found = rateOfTimes(shownAt(upTo(60), rate(fps), tick), rate(fps));
      expect([framesPerSecond(found.rate), found.isSteady]).toEqual([fps, true]);
    }
  },
);

test('a rate of broadcasting is told from the whole one beside it, once the clip is long enough to tell', () => {
  for (const own of BROADCAST) {
    const found = rateOfTimes(shownAt(upTo(240), own, 1e-3), own);
    expect(found).toEqual({ rate: own, isSteady: true });
  }
  // By microseconds they are other times from the first on, whatever is expected.
  expect(rateOfTimes(shownAt(upTo(240), BROADCAST[1]!, 1e-6), FILM).rate).toEqual(BROADCAST[1]);
  expect(rateOfTimes(shownAt(upTo(240), rate(30), 1e-6), FILM).rate).toEqual(rate(30));
});

test('another rate than the expected one is named, not bent to it', () => {
  for (const [own, asked] of [
    [25, 24],
    [24, 25],
    [30, 24],
    [12, 24],
    [15, 12],
    [50, 25],
  ] as const) {
    const found = rateOfTimes(shownAt(upTo(48), rate(own), 1e-3), rate(asked));
    expect([framesPerSecond(found.rate), found.isSteady]).toEqual([own, true]);
  }
});

test('pictures left out leave the rate, and are no steady clip', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(12, 24, 25, 30),
      fc.uniqueArray(fc.integer({ min: 2, max: 57 }), { minLength: 1, maxLength: 12 }),
      fc.double({ min: 0, max: 100, noNaN: true }),
      (fps, out, from) => {
        const frames = upTo(60).filter((frame) => !out.includes(frame));
        const seconds = shownAt(frames, rate(fps), 1e-3, from);
        const found = rateOfTimes(seconds, rate(fps));
        expect([framesPerSecond(found.rate), found.isSteady]).toEqual([fps, false]);
        expect(numbersOf(seconds, found.rate)).toEqual(frames);
      },
    ),
  );
});

test('where a clip begins is nothing to its rate; numbers count from its first picture', () => {
  fc.assert(
    fc.property(fc.constantFrom(12, 24, 25, 30), fc.double({ min: 0, max: 1000, noNaN: true }), (fps, from) => {
      const seconds = shownAt(upTo(40), rate(fps), 1e-6, from);
      expect(framesPerSecond(rateOfTimes(seconds, rate(fps)).rate)).toBe(fps);
      expect(numbersOf(seconds, rate(fps))).toEqual(upTo(40));
    }),
  );
});

test('of one picture, or none, the expected rate is as good as any; of times that fit nothing the nearest', () => {
  expect(rateOfTimes([], FILM)).toEqual({ rate: FILM, isSteady: true });
  expect(rateOfTimes([3], rate(25))).toEqual({ rate: rate(25), isSteady: true });
  const odd = rateOfTimes([0, 0.0613, 0.0911, 0.1731, 0.2099, 0.2913, 0.3307], FILM);
  expect(odd.isSteady).toBe(false);
  expect(framesPerSecond(odd.rate)).toBeGreaterThan(8);
  expect(numbersOf([], FILM)).toEqual([]);
});
